import { describe, expect, it } from 'vitest';
import { type BenchJob, type Hand, leastOf } from './least.ts';

/** Tickets as [due, minutes, minutes after a wait of 30, more], the next part of each that is left, and hands. */
interface Bench {
  jobs: [due: number, first: number, second?: number | null, more?: Partial<BenchJob>][];
  left?: [job: number, part: number, firstDone?: number][];
  hands: (number | [free: number, species: string])[];
}
function least({ jobs, left = jobs.map((_, j) => [j, 0]), hands }: Bench) {
  const first = jobs.map((_, job) => left.find(([j]) => j === job)?.[2] ?? 0);
  return leastOf(
    jobs.map(([due, before, after, more], i): BenchJob => ({
      id: `t${i}`,
      due,
      work: typeof after === 'number' ? [before, after] : [before],
      wait: typeof after === 'number' ? 30 : 0,
      species: 'hake',
      raw: false,
      priority: 1,
      hand: null,
      ...more,
    })),
    new Map(left.map(([job, part]) => [job, part])),
    hands.map((h): Hand =>
      typeof h === 'number'
        ? { free: h, species: null, raw: false }
        : { free: h[0], species: h[1], raw: false },
    ),
    first,
  );
}

describe('what is left at the bench', () => {
  it.each<[string, Bench, { late: number; end: number }]>([
    ['nothing is never late', { jobs: [], hands: [3] }, { late: 0, end: 3 }],
    ['one takes its time', { jobs: [[5, 10]], hands: [0] }, { late: 5, end: 10 }],
    ['one that is in time', { jobs: [[15, 10]], hands: [2] }, { late: 0, end: 12 }],
    ['one goes to whoever is free first', { jobs: [[5, 10]], hands: [9, 4] }, { late: 9, end: 14 }],
    [
      'one waits for its own hand',
      { jobs: [[5, 10, null, { hand: 0 }]], hands: [9, 4] },
      { late: 14, end: 19 },
    ],
    [
      'three take turns at one board',
      {
        jobs: [
          [10, 10],
          [10, 10],
          [10, 10],
        ],
        hands: [0],
      },
      { late: 30, end: 30 },
    ],
    [
      'three are shared by two',
      {
        jobs: [
          [10, 10],
          [10, 10],
          [10, 10],
        ],
        hands: [0, 0],
      },
      { late: 5, end: 15 },
    ],
    [
      'a hand that is free too late helps nobody',
      {
        jobs: [
          [4, 6],
          [4, 2],
        ],
        hands: [0, 50],
      },
      { late: 4, end: 8 },
    ],
    [
      'the short one is done first',
      {
        jobs: [
          [0, 9],
          [0, 1],
        ],
        hands: [0],
      },
      { late: 11, end: 10 },
    ],
    [
      'the earliest due is least late then',
      {
        jobs: [
          [9, 9],
          [1, 1],
        ],
        hands: [0],
      },
      { late: 1, end: 10 },
    ],
    [
      'the least that a late minute weighs',
      {
        jobs: [
          [0, 9, null, { priority: 5 }],
          [0, 9, null, { priority: 2 }],
        ],
        hands: [0],
      },
      { late: 63, end: 18 },
    ],
    [
      'together by the lightest of them',
      {
        jobs: [
          [20, 20, null, { priority: 3 }],
          [20, 20, null, { priority: 2 }],
        ],
        hands: [0],
      },
      { late: 40, end: 40 },
    ],
    ['what stands is waited for', { jobs: [[0, 5, 5]], hands: [0] }, { late: 40, end: 40 }],
    [
      'what stood already, since 12',
      { jobs: [[0, 5, 5]], left: [[0, 1, 12]], hands: [0] },
      { late: 47, end: 47 },
    ],
    ['what stood long enough', { jobs: [[0, 5, 5]], left: [[0, 1, 12]], hands: [60] }, { late: 65, end: 65 }],
    [
      'what is done is not asked for',
      {
        jobs: [
          [0, 9],
          [0, 4],
        ],
        left: [[1, 0]],
        hands: [0],
      },
      { late: 4, end: 4 },
    ],
    [
      'a second fish on one board',
      {
        jobs: [
          [99, 5],
          [99, 5, null, { species: 'cod' }],
        ],
        hands: [0],
      },
      { late: 0, end: 14 },
    ],
    [
      'a second fish on a board of its own',
      {
        jobs: [
          [99, 5],
          [99, 5, null, { species: 'cod' }],
        ],
        hands: [0, 0],
      },
      { late: 0, end: 5 },
    ],
    ['fish that lies there already', { jobs: [[99, 5]], hands: [[0, 'hake']] }, { late: 0, end: 5 }],
    ['fish after another', { jobs: [[99, 5]], hands: [[0, 'cod']] }, { late: 0, end: 9 }],
  ])('%s', (_name, bench, least_) => {
    expect(least(bench)).toEqual(least_);
  });
});
