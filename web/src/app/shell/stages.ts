import { say } from '../say.ts';

/** The seven stages, in the order of a fish's day: the keys 1 to 7. */
export const stages = [
  { key: 'landing', name: say('landing'), path: '/landing' },
  { key: 'grading', name: say('grading'), path: '/grading' },
  { key: 'orders', name: say('orders'), path: '/orders' },
  { key: 'plan', name: say('cut_plan'), path: '/plan' },
  { key: 'bench', name: say('bench'), path: '/bench' },
  { key: 'counter', name: say('counter'), path: '/counter' },
  { key: 'close', name: say('close'), path: '/close' },
] as const;
