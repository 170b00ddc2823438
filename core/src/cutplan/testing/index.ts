export { randomDay } from './days.ts';
export { exhaustive } from './exhaustive.ts';
export { byTotal, counter, fish, hand, line, oddly, smallDay } from './hand.ts';
export { bodyRows, rowDay } from './rows.ts';
