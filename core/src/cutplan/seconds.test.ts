import { expect, it } from 'vitest';
import { planSeconds } from './index.ts';

it.each([
  [0, 0, 1],
  [1, 30, 1.0954],
  [5, 5, 1],
  [20, 45, 6],
  [60, 60, 12],
  [400, 300, 12],
])('%i lines and %i fish may be thought about for %f s', (lines, fish, seconds) => {
  expect(planSeconds(lines, fish)).toBeCloseTo(seconds, 4);
});
