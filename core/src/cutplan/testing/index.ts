export { randomDay } from './days.ts';
export { exhaustive } from './exhaustive.ts';
