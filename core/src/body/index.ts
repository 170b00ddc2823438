export { outline, type Outline } from './outline.ts';
export { pchip } from './pchip.ts';
