import { describe, expect, it } from 'vitest';
import { problemFaults } from '../faults.ts';
import { bodyRows, rowDay } from './rows.ts';

describe('a made-up day of any species', () => {
  it.each(bodyRows)('%s: is a day that can be planned, and the same for one seed', (row) => {
    for (const seed of [1, 2, 3]) {
      const day = rowDay(seed, 6, 9, row);
      expect(problemFaults(day, { fish: [] })).toEqual([]);
      expect([day.fish.length, day.lines.length]).toEqual([6, 9]);
      expect(rowDay(seed, 6, 9, row).lines).toEqual(day.lines);
    }
  });
});
