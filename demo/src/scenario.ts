/**
 * The sample shop, made up from end to end: people, boats, customers and places are invented. Days are relative to
 * the day the sample is made; weights are grams of one fish as it arrives, prices minor units a kilogram.
 */
import type { Packing } from '@ember-slate/core/board';
import type { FormId } from '@ember-slate/core/forms';
import type { Level, Use, Verdict } from '@ember-slate/core/freshness';
import type { ArrivalCondition } from '@ember-slate/core/species';

export const seed = 20_261;
/** Days before today the shop's past reaches back, and how many of them are lived step by step. */
export const historyDays = 60;
export const livedDays = 10;

export const shop = {
  name: 'Skerrow Slip Fish',
  sample: true,
  currency: 'EUR',
  timeZone: 'Europe/London',
  closesAt: 18 * 60,
  weekdays: [0, 1, 2, 3, 4, 5, 6],
  ruleProfile: 'eu' as const,
  idleLockMinutes: 10,
};

/** Sample PINs; the server refuses them on any address but this machine. */
export const staff = [
  { name: 'Ines Corrie', role: 'manager', pin: '2468' },
  { name: 'Bram Teale', role: 'bench', pin: '1357' },
  { name: 'Wil Aster', role: 'counter', pin: '9753' },
] as const;

export const suppliers = {
  brannock: 'Brannock Boats',
  orsay: 'Orsay Quay',
  tarn: 'Tarnwick Salmon',
  ledge: 'Ledge Market',
} as const;
export type SupplierId = keyof typeof suppliers;

export const customers = [
  'Tolland',
  'Pell',
  'Ashdown',
  'Quill',
  'Vane',
  'Osk',
  'Marr',
  'The Ferry Rooms',
  'Lunn',
  'Harrow Street Method',
  'Bexley',
  'Dray',
  'Nell Abbot',
  'Sorrel House',
];

interface Supply {
  species: string;
  supplier: SupplierId;
  condition: ArrivalCondition;
  /** Fish a lot, from and to. */
  fish: readonly [number, number];
  fishG: number;
  buy: number;
  farmed?: string;
}

/** Days of temperatures before today. */
export const temperatureDays = 60;

/** What went wrong with the cold: hours before or after midnight of a day, degrees warmer, and what was done about it. */
export const coldFaults: readonly {
  sensor: string;
  daysAgo: number;
  fromMinutes: number;
  hours: number;
  degrees: number | 'silent';
  done?: string;
}[] = [
  // The cold room's door stood ajar over night: every clock in it is shorter this morning.
  { sensor: 'cold-room', daysAgo: 1, fromMinutes: 22 * 60 + 10, hours: 4.5, degrees: 7.5 },
  {
    sensor: 'display',
    daysAgo: 9,
    fromMinutes: 13 * 60,
    hours: 1.5,
    degrees: 5,
    done: 'Fan iced up: defrosted, fish moved to the cold room meanwhile',
  },
  {
    sensor: 'van',
    daysAgo: 4,
    fromMinutes: 6 * 60,
    hours: 7,
    degrees: 'silent',
    done: 'Battery of the sensor changed',
  },
];

/** What was claimed in the days before, and how suppliers are written to. */
export const claims: readonly {
  daysAgo: number;
  supplier: SupplierId;
  outcome: 'return' | 'keep';
  fish: number;
  share: number;
  reason: string;
  paid: boolean;
}[] = [
  {
    daysAgo: 9,
    supplier: 'ledge',
    outcome: 'return',
    fish: 4,
    share: 1,
    reason: 'Soft, belly burst on four',
    paid: true,
  },
  {
    daysAgo: 6,
    supplier: 'orsay',
    outcome: 'keep',
    fish: 6,
    share: 0.2,
    reason: 'Thin, spent fish at the full price',
    paid: true,
  },
  {
    daysAgo: 3,
    supplier: 'ledge',
    outcome: 'keep',
    fish: 5,
    share: 0.3,
    reason: 'Came with little ice, 3.1 C at the core',
    paid: false,
  },
];
export const wording: Readonly<Partial<Record<SupplierId, string>>> = {
  ledge: 'As agreed: credited on the next note, photos on request within the day.',
  orsay: 'As agreed with the quay: the buyer’s grade counts until noon.',
};

/** What the shop usually buys. */
export const usual: readonly Supply[] = [
  { species: 'hake', supplier: 'brannock', condition: 'gutted', fish: [10, 18], fishG: 2250, buy: 980 },
  { species: 'cod', supplier: 'orsay', condition: 'gutted', fish: [6, 10], fishG: 2700, buy: 890 },
  { species: 'haddock', supplier: 'orsay', condition: 'gutted', fish: [12, 20], fishG: 1020, buy: 720 },
  { species: 'plaice', supplier: 'brannock', condition: 'gutted', fish: [10, 20], fishG: 520, buy: 610 },
  { species: 'lemon_sole', supplier: 'brannock', condition: 'gutted', fish: [8, 14], fishG: 430, buy: 1150 },
  {
    species: 'salmon',
    supplier: 'tarn',
    condition: 'gutted',
    fish: [3, 5],
    fishG: 4050,
    buy: 1180,
    farmed: 'Norrland Isles',
  },
  {
    species: 'sea_bass',
    supplier: 'tarn',
    condition: 'whole',
    fish: [10, 20],
    fishG: 460,
    buy: 1090,
    farmed: 'Norrland Isles',
  },
  {
    species: 'gilthead_bream',
    supplier: 'tarn',
    condition: 'whole',
    fish: [10, 20],
    fishG: 450,
    buy: 960,
    farmed: 'Norrland Isles',
  },
  { species: 'monkfish', supplier: 'brannock', condition: 'tail', fish: [4, 8], fishG: 700, buy: 1640 },
  { species: 'mackerel', supplier: 'ledge', condition: 'whole', fish: [20, 40], fishG: 380, buy: 420 },
  { species: 'whiting', supplier: 'ledge', condition: 'gutted', fish: [12, 24], fishG: 360, buy: 380 },
  { species: 'red_gurnard', supplier: 'ledge', condition: 'whole', fish: [10, 20], fishG: 340, buy: 390 },
  {
    species: 'rainbow_trout',
    supplier: 'tarn',
    condition: 'gutted',
    fish: [8, 12],
    fishG: 880,
    buy: 790,
    farmed: 'Norrland Isles',
  },
  { species: 'turbot', supplier: 'brannock', condition: 'gutted', fish: [2, 3], fishG: 2200, buy: 2250 },
];

/** Lots landed yesterday and the day before that still lie in the cold room. */
export const inStock: readonly (readonly [species: string, daysAgo: number])[] = [
  ['hake', 2],
  ['cod', 2],
  ['salmon', 3],
  ['monkfish', 2],
  ['turbot', 3],
  ['rainbow_trout', 1],
  ['lemon_sole', 1],
  ['haddock', 1],
  ['sea_bass', 1],
  ['gilthead_bream', 2],
  ['whiting', 1],
  ['red_gurnard', 1],
  ['plaice', 1],
  ['cod', 1],
  ['salmon', 1],
];

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

/** A line of an order. */
export interface SampleLine {
  species: string;
  form: FormId;
  use: Use;
  pieces?: number;
  pieceG?: number;
  totalG?: number;
  people?: number;
  thickMm?: number;
  partAllowed?: boolean;
  trimWish?: 'stock' | 'all';
  packing?: Packing;
}

interface SampleOrder {
  customer: string;
  /** Hours from now when today, else [days ahead, minutes after midnight]. */
  due: number | readonly [number, number];
  lines: readonly SampleLine[];
  /** Money left with it, minor units. */
  deposit?: number;
  /** How far it has come. */
  stage: 'open' | 'planned' | 'ticket' | 'cutting' | 'together' | 'ready';
  remarks?: string;
}

export const orders: readonly SampleOrder[] = [
  {
    customer: 'Tolland',
    due: -0.2,
    stage: 'ticket',
    lines: [{ species: 'hake', form: 'boneless_joint', use: 'grill', pieces: 1, pieceG: 560 }],
  },
  {
    customer: 'Pell',
    due: 0.7,
    // One fish for three things: joint from the front, steaks from the middle, the tail opened.
    stage: 'together',
    lines: [
      { species: 'hake', form: 'boneless_joint', use: 'grill', pieces: 1, pieceG: 560 },
      { species: 'hake', form: 'steaks', use: 'grill', pieces: 2, pieceG: 200 },
      { species: 'hake', form: 'butterflied_tail', use: 'grill', pieces: 1, pieceG: 180 },
    ],
  },
  {
    customer: 'Ashdown',
    due: 1.5,
    stage: 'ready',
    lines: [{ species: 'gilthead_bream', form: 'scaled_gutted', use: 'grill', pieces: 2, pieceG: 400 }],
  },
  {
    customer: 'Quill',
    due: 2.4,
    stage: 'ticket',
    lines: [{ species: 'salmon', form: 'fillet_skin_on', use: 'poach', totalG: 1300 }],
  },
  {
    customer: 'Osk',
    due: 2.8,
    stage: 'ready',
    lines: [{ species: 'plaice', form: 'fillet_skinless', use: 'fry', pieces: 8, pieceG: 45 }],
  },
  // A few pieces of a big fish: the rest of it goes on the slab.
  {
    customer: 'Marr',
    due: 3.2,
    stage: 'ready',
    lines: [
      { species: 'hake', form: 'steaks', use: 'grill', pieces: 2, pieceG: 220 },
      { species: 'cod', form: 'fillet_skinless', use: 'fry', pieces: 2, pieceG: 180 },
    ],
  },
  {
    customer: 'Lunn',
    due: 4,
    stage: 'ready',
    lines: [
      { species: 'salmon', form: 'fillet_skin_on', use: 'grill', pieces: 2, pieceG: 170 },
      { species: 'haddock', form: 'fillet_skin_on', use: 'fry', pieces: 2, pieceG: 160 },
    ],
  },
  {
    customer: 'The Ferry Rooms',
    due: 3.4,
    stage: 'ticket',
    lines: [{ species: 'cod', form: 'fillet_skinless', use: 'fry', totalG: 3000 }],
  },
  {
    customer: 'Nell Abbot',
    due: 4,
    stage: 'planned',
    lines: [{ species: 'sea_bass', form: 'fillet_skin_on', use: 'grill', pieces: 6, pieceG: 105 }],
  },
  {
    customer: 'Vane',
    due: 5,
    stage: 'planned',
    lines: [{ species: 'salmon', form: 'steaks', use: 'grill', pieces: 4, pieceG: 300 }],
  },
  {
    customer: 'Bexley',
    due: 5.5,
    stage: 'open',
    lines: [
      { species: 'haddock', form: 'fillet_skin_on', use: 'fry', pieces: 6, pieceG: 190, trimWish: 'stock' },
    ],
  },
  {
    customer: 'Marr',
    due: 6,
    stage: 'open',
    lines: [{ species: 'skate', form: 'wing_fillet', use: 'fry', pieces: 2, pieceG: 250 }],
    remarks: 'cannot be met: the only wings smell of ammonia',
  },
  {
    customer: 'Lunn',
    due: [1, 10 * 60],
    stage: 'open',
    lines: [{ species: 'monkfish', form: 'fillet_skinless', use: 'grill', totalG: 900 }],
  },
  {
    customer: 'Harrow Street Method',
    due: [1, 10 * 60 + 30],
    stage: 'open',
    lines: [
      { species: 'haddock', form: 'fillet_skinless', use: 'fry', totalG: 4000 },
      { species: 'whiting', form: 'fillet_skinless', use: 'fry', totalG: 1000 },
    ],
  },
  {
    customer: 'Dray',
    due: [1, 11 * 60],
    stage: 'open',
    lines: [{ species: 'rainbow_trout', form: 'scaled_gutted', use: 'grill', pieces: 2, pieceG: 800 }],
  },
  {
    customer: 'Sorrel House',
    due: [1, 12 * 60],
    stage: 'open',
    lines: [
      { species: 'turbot', form: 'troncon', use: 'poach', pieces: 4, pieceG: 260 },
      { species: 'lemon_sole', form: 'gutted', use: 'grill', pieces: 6, pieceG: 400 },
    ],
    deposit: 4000,
  },
  {
    customer: 'Vane',
    due: [1, 13 * 60],
    stage: 'open',
    lines: [{ species: 'any_white', form: 'portion', use: 'fry', pieces: 5, pieceG: 170, people: 5 }],
  },
  {
    customer: 'Ashdown',
    due: [1, 16 * 60],
    stage: 'open',
    lines: [{ species: 'red_gurnard', form: 'skinned_head_off', use: 'fry', pieces: 4, pieceG: 180 }],
  },
  {
    customer: 'Quill',
    due: [1, 17 * 60],
    stage: 'open',
    lines: [{ species: 'cod', form: 'steaks', use: 'poach', pieces: 6, pieceG: 300, thickMm: 25 }],
  },
  {
    customer: 'Tolland',
    due: [2, 10 * 60],
    stage: 'open',
    lines: [{ species: 'salmon', form: 'fillet_skinless', use: 'raw', totalG: 600 }],
    remarks: 'for raw use: needs the freezing record',
  },
  {
    customer: 'The Ferry Rooms',
    due: [2, 9 * 60],
    stage: 'open',
    lines: [
      { species: 'hake', form: 'fillet_skin_on', use: 'fry', totalG: 3000 },
      { species: 'mackerel', form: 'gutted', use: 'grill', pieces: 12, pieceG: 330, partAllowed: true },
    ],
  },
  {
    customer: 'Vane',
    due: [2, 12 * 60],
    stage: 'open',
    lines: [{ species: 'gilthead_bream', form: 'scaled_gutted', use: 'grill', pieces: 4, pieceG: 400 }],
  },
  {
    customer: 'Bexley',
    due: [2, 15 * 60],
    stage: 'open',
    lines: [{ species: 'plaice', form: 'gutted', use: 'fry', pieces: 4, pieceG: 480 }],
  },
  // One species for many: what the cut plan has to share out.
  {
    customer: 'Pell',
    due: [1, 9 * 60],
    stage: 'open',
    lines: [{ species: 'hake', form: 'steaks', use: 'grill', pieces: 4, pieceG: 200 }],
  },
  {
    customer: 'Osk',
    due: [1, 9 * 60 + 30],
    stage: 'open',
    lines: [{ species: 'hake', form: 'boneless_joint', use: 'grill', pieces: 1, pieceG: 560 }],
  },
  {
    customer: 'Nell Abbot',
    due: [1, 10 * 60],
    stage: 'open',
    lines: [
      { species: 'hake', form: 'portion', use: 'fry', pieces: 6, pieceG: 150 },
      { species: 'hake', form: 'butterflied_tail', use: 'grill', pieces: 1, pieceG: 180 },
    ],
  },
  {
    customer: 'Wexcombe House',
    due: [1, 10 * 60 + 45],
    stage: 'open',
    lines: [
      { species: 'salmon', form: 'portion', use: 'grill', pieces: 8, pieceG: 150 },
      { species: 'cod', form: 'portion_skinless', use: 'fry', pieces: 6, pieceG: 160 },
    ],
  },
  {
    customer: 'Dray',
    due: [1, 11 * 60 + 15],
    stage: 'open',
    lines: [{ species: 'salmon', form: 'fillet_skin_on', use: 'poach', pieces: 1, pieceG: 1150 }],
  },
  {
    customer: 'Mabel Thorne',
    due: [1, 11 * 60 + 30],
    stage: 'open',
    lines: [{ species: 'plaice', form: 'quarter_cut', use: 'fry', pieces: 8, pieceG: 55 }],
  },
  {
    customer: 'Ferris',
    due: [1, 12 * 60 + 30],
    stage: 'open',
    lines: [{ species: 'gilthead_bream', form: 'scaled_gutted', use: 'grill', pieces: 2, pieceG: 420 }],
  },
  {
    customer: 'Vane',
    due: [1, 13 * 60],
    stage: 'open',
    lines: [{ species: 'salmon', form: 'portion_skinless', use: 'steam', pieces: 4, pieceG: 140 }],
  },
  {
    customer: 'Oona Pryce',
    due: [1, 13 * 60 + 30],
    stage: 'open',
    lines: [{ species: 'hake', form: 'portion', use: 'steam', pieces: 4, pieceG: 170 }],
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

/** Price per kilogram by form as a multiple of what was paid, before the shop's ending. */
export const priceFactor: Record<FormId, number> = {
  whole: 1.5,
  gutted: 1.62,
  scaled_gutted: 1.68,
  steaks: 2.3,
  fillet_skin_on: 2.85,
  fillet_skinless: 3.2,
  boneless_joint: 2.95,
  butterflied_tail: 2.6,
  troncon: 2.4,
  block_fillet: 2.7,
  quarter_cut: 3.2,
  cross_cut: 3.2,
  portion: 3.1,
  portion_skinless: 3.4,
  block_portions: 3.5,
  half_shell: 2.8,
  skinned_whole: 2.4,
  skinned_head_off: 2.2,
  wing: 2.2,
  wing_fillet: 3.1,
  monk_tail: 2.1,
  monk_fillets: 3.3,
  delice: 3.5,
  paupiette: 3.7,
  goujons: 3.6,
  stock_pack: 0.5,
};
export const trimPrices: Record<string, number> = {
  head: 200,
  collars: 750,
  frame: 350,
  tail_piece: 1400,
  belly: 900,
  scrape: 900,
  skirts: 500,
};

/** Bags sold on an afternoon, Sunday first, and how much a species and a form are asked for against the others. */
export const bagsByWeekday: readonly number[] = [15, 20, 22, 25, 29, 43, 52];
export const liking: Readonly<Record<string, number>> = {
  salmon: 2.6,
  cod: 2.4,
  haddock: 2,
  hake: 1.6,
  sea_bass: 1.4,
  plaice: 1.2,
  mackerel: 1.1,
};
export const formLiking: Readonly<Record<string, number>> = {
  whole: 1,
  fillet_skin_on: 4,
  fillet_skinless: 4,
  steaks: 3,
  scaled_gutted: 2.5,
};

/** What is cut for the counter of a morning: species, form and fish, beside the orders. */
export const counterCuts: readonly (readonly [species: string, form: FormId, fish: number])[] = [
  ['cod', 'fillet_skinless', 2],
  ['haddock', 'fillet_skin_on', 5],
  ['salmon', 'fillet_skin_on', 1],
  ['hake', 'steaks', 2],
  ['sea_bass', 'fillet_skin_on', 4],
  ['plaice', 'fillet_skinless', 6],
];

/** What was frozen before the counter opened, so many days ago, and whether it was taken out to thaw this morning. */
export const frozen: readonly {
  species: string;
  item: string;
  daysAgo: number;
  thawed: boolean;
}[] = [
  { species: 'salmon', item: 'whole', daysAgo: 3, thawed: false },
  { species: 'plaice', item: 'fillet_skinless', daysAgo: 2, thawed: true },
  { species: 'haddock', item: 'fillet_skin_on', daysAgo: 1, thawed: false },
];

/** Days ago the knife was blunt, or somebody new stood at the board: the yield book shows it. */
export const poorCuts: Readonly<Record<number, number>> = { 2: 0.92 };

/** Trim that is made into something of an evening: what it becomes. */
export const madeInto: readonly (readonly [product: string, parts: readonly string[]])[] = [
  ['stock_pack', ['head', 'frame']],
  ['cake_mix', ['scrape', 'tail_piece', 'skirts', 'offcuts']],
];
export const productPrices = { stock_pack: 350, cake_mix: 1290, pie_mix: 1190, pet_pack: 250 };

/** When suppliers come, weekday digits from Sunday, and the weight of a box where they sell by it. */
export const supply: Readonly<Record<SupplierId, { landingDays: string; boxGrams: number | null }>> = {
  brannock: { landingDays: '123456', boxGrams: null },
  orsay: { landingDays: '12356', boxGrams: 6000 },
  tarn: { landingDays: '135', boxGrams: 10_000 },
  ledge: { landingDays: '0246', boxGrams: null },
};

/** Forms cut for orders in the weeks before. */
export const cutForms: readonly (readonly [species: string, form: FormId])[] = [
  ['hake', 'fillet_skin_on'],
  ['hake', 'steaks'],
  ['cod', 'fillet_skinless'],
  ['haddock', 'fillet_skin_on'],
  ['plaice', 'fillet_skinless'],
  ['salmon', 'fillet_skin_on'],
  ['sea_bass', 'fillet_skin_on'],
  ['gilthead_bream', 'scaled_gutted'],
  ['monkfish', 'fillet_skinless'],
  ['rainbow_trout', 'scaled_gutted'],
];

/** Orders that come every week, for the day so many days ahead. */
export const weekly: readonly {
  customer: string;
  phone: string;
  ahead: number;
  minutes: number;
  remarks: string;
  lines: SampleOrder['lines'];
}[] = [
  {
    customer: 'The Ferry Rooms',
    phone: '055 512 04',
    ahead: 3,
    minutes: 9 * 60,
    remarks: 'back door, ring twice',
    lines: [
      { species: 'cod', form: 'fillet_skinless', use: 'fry', totalG: 3000 },
      { species: 'any_white', form: 'fillet_skinless', use: 'poach', totalG: 1500 },
    ],
  },
  {
    customer: 'Nell Abbot',
    phone: '055 518 77',
    ahead: 4,
    minutes: 16 * 60,
    remarks: '',
    lines: [{ species: 'plaice', form: 'quarter_cut', use: 'fry', pieces: 8, pieceG: 60 }],
  },
];
