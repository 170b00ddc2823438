import { describe, expect, it } from 'vitest';
import { pooledRatio } from '../yields/index.ts';
import { likeWork } from './index.ts';

const ticket = (id: number, species: string, fish: number, ...stepsAhead: string[]) => ({
  id,
  number: 30 + id,
  species,
  fish,
  stepsAhead,
});

describe('like work', () => {
  it('gathers the messy step of one species, most fish first, and leaves single tickets alone', () => {
    const found = likeWork([
      ticket(1, 'bream', 2, 'scale', 'gut', 'head'),
      ticket(2, 'bream', 4, 'scale'),
      ticket(3, 'hake', 1, 'scale', 'gut'),
      ticket(4, 'skate', 1, 'slime'),
      ticket(5, 'skate', 2, 'slime', 'scale'),
    ]);
    expect(found).toEqual([
      { step: 'scale', species: 'bream', tickets: [1, 2], numbers: [31, 32], fish: 6 },
      { step: 'slime', species: 'skate', tickets: [4, 5], numbers: [34, 35], fish: 3 },
    ]);
    expect(likeWork([])).toEqual([]);
  });
});

describe('a cutter\u2019s figure', () => {
  // Partial pooling n / (n + 12), worked by hand: 1.12 over 12 tickets counts half.
  it('counts half at twelve tickets and nearly all at many', () => {
    expect(pooledRatio(Array<number>(12).fill(1.12))).toBeCloseTo(1.06, 12);
    expect(pooledRatio([0.5])).toBeCloseTo(1 - 0.5 / 13, 12);
    expect(pooledRatio(Array<number>(1188).fill(0.9))).toBeCloseTo(0.901, 12);
  });
});
