import type { Level, Verdict } from '@ember-slate/core/freshness';
import type { SupplierId } from './people.ts';
import { type Supply, usual } from './history.ts';

interface TodayLot extends Supply {
  n: number;
  /** Signs of each sampled fish in the order of the scheme, or null while it waits for its grade. */
  grades: readonly (readonly Level[])[] | null;
  verdict?: Verdict;
  why?: string;
  remarks?: string;
}

interface TodayDelivery {
  supplier: SupplierId;
  minutes: number;
  probeTenths: number;
  ice: 'buried' | 'some' | 'none';
  closed: boolean;
  /** What the note claims beyond what was weighed, grams. */
  noteOverG: number;
  lots: readonly TodayLot[];
}

const from = (species: string): Supply => usual.find((u) => u.species === species)!;

/** This morning, hard cases among it. */
export const today: readonly TodayDelivery[] = [
  {
    supplier: 'brannock',
    minutes: 5 * 60 + 40,
    probeTenths: 8,
    ice: 'buried',
    closed: true,
    noteOverG: 0,
    lots: [
      // Eyes say old, everything else says yesterday: the day-boat hake lay on ice face down.
      {
        ...from('hake'),
        n: 6,
        grades: [
          [0, 1, 0, 1, 1, 1, 0, 2],
          [1, 0, 0, 0, 0, 1, 1, 2],
          [0, 0, 1, 1, 0, 0, 1, 3],
        ],
        verdict: 'use_today',
      },
      {
        ...from('hake'),
        n: 12,
        grades: [
          [0, 0, 0, 1, 0, 1, 0, 0],
          [1, 0, 0, 0, 0, 0, 1, 1],
          [0, 0, 1, 0, 0, 0, 0, 0],
        ],
        verdict: 'accept',
      },
      // Venom: the spines come off before anything else is touched.
      {
        ...from('plaice'),
        species: 'lionfish',
        condition: 'whole',
        n: 6,
        fishG: 520,
        buy: 880,
        grades: [
          [0, 0, 0, 0, 0, 0, 1, 0],
          [0, 0, 0, 1, 0, 0, 0, 0],
          [0, 0, 0, 0, 0, 0, 0, 0],
        ],
      },
      // Flatfish with the guts in: a shorter life, first in the queue.
      {
        ...from('plaice'),
        species: 'flounder',
        condition: 'whole',
        n: 14,
        fishG: 440,
        buy: 350,
        grades: null,
        remarks: 'guts in, no slit',
      },
      {
        ...from('plaice'),
        n: 16,
        grades: [
          [0, 0, 0, 1, 0, 0, 0, 0],
          [0, 0, 0, 0, 0, 0, 1, 0],
          [0, 1, 0, 0, 0, 0, 0, 1],
          [1, 0, 0, 0, 0, 1, 0, 0],
          [0, 0, 1, 0, 0, 0, 0, 0],
        ],
        verdict: 'accept',
      },
    ],
  },
  {
    supplier: 'ledge',
    minutes: 6 * 60 + 5,
    probeTenths: 72,
    ice: 'some',
    closed: true,
    noteOverG: 0,
    lots: [
      // A histamine species that came warm, with no history of its temperature.
      {
        ...from('mackerel'),
        n: 30,
        grades: [
          [1, 1, 1, 1, 1, 1, 1, 1],
          [1, 1, 1, 1, 1, 1, 1, 1],
          [1, 0, 1, 1, 1, 1, 1, 1],
          [1, 1, 1, 1, 1, 1, 1, 1],
          [1, 1, 1, 1, 1, 1, 1, 1],
        ],
        verdict: 'hold',
        why: 'asked the market for its temperature history',
      },
      // Skate that smells of ammonia.
      {
        ...from('whiting'),
        species: 'skate',
        condition: 'wing',
        n: 8,
        fishG: 1100,
        buy: 820,
        grades: [
          [2, 1, 1, 1, 1],
          [2, 1, 1, 1, 1],
          [2, 1, 1, 2, 1],
        ],
        verdict: 'reject',
        why: '',
      },
    ],
  },
  {
    supplier: 'orsay',
    minutes: 6 * 60 + 30,
    probeTenths: 11,
    ice: 'buried',
    closed: false,
    noteOverG: 900,
    lots: [
      { ...from('cod'), n: 8, grades: null },
      { ...from('haddock'), n: 14, grades: null },
      // Thin fish after spawning: bought at the usual price all the same.
      {
        ...from('plaice'),
        species: 'fluke',
        condition: 'gutted',
        n: 9,
        fishG: 900,
        buy: 740,
        grades: null,
        remarks: 'thin, roe runs',
      },
    ],
  },
  {
    supplier: 'tarn',
    minutes: 6 * 60 + 50,
    probeTenths: 9,
    ice: 'buried',
    closed: true,
    noteOverG: 0,
    lots: [
      {
        ...from('salmon'),
        n: 5,
        grades: [
          [0, 0, 0, 0, 0, 0, 0, 0],
          [0, 0, 0, 0, 0, 0, 1, 0],
          [0, 0, 0, 1, 0, 0, 0, 0],
        ],
        verdict: 'accept',
      },
      {
        ...from('gilthead_bream'),
        n: 16,
        grades: [
          [0, 0, 0, 0, 0, 0, 0],
          [0, 0, 0, 1, 0, 1, 0],
          [0, 0, 1, 0, 0, 0, 0],
          [0, 0, 0, 0, 1, 0, 0],
          [0, 1, 0, 0, 0, 0, 0],
        ],
        verdict: 'accept',
      },
    ],
  },
];

/** Ready fish that goes to the slab each morning. */
export const slab: readonly { species: string; fish: number }[] = [
  { species: 'cod', fish: 2 },
  { species: 'whiting', fish: 6 },
  { species: 'red_gurnard', fish: 5 },
  { species: 'gilthead_bream', fish: 4 },
  { species: 'sea_bass', fish: 4 },
  { species: 'plaice', fish: 5 },
];

/** Grams that the morning count finds short on the slab. */
export const countedShort = 180;

export const cutOnSlab = 9;
