export { randomDay } from './days.ts';
export { exhaustive } from './exhaustive.ts';
export {
  byTotal,
  counter,
  filleted,
  fish,
  hand,
  inAll,
  line,
  metre,
  metreDay,
  oddly,
  portions,
  smallDay,
  stretch,
} from './hand.ts';
export { bodyRows, rowDay } from './rows.ts';
