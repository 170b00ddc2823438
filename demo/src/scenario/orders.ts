import type { FormId } from '@ember-slate/core/forms';
import type { Packing } from '@ember-slate/core/board';
import type { Use } from '@ember-slate/core/freshness';

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
