export { randomDay } from './days.ts';
export { exhaustive } from './exhaustive.ts';
export { bodyRows, rowDay } from './rows.ts';
