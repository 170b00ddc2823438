import type { ArrivalCondition } from '@ember-slate/core/species';
import type { FormId } from '@ember-slate/core/forms';
import type { SupplierId } from './people.ts';

export interface Supply {
  species: string;
  supplier: SupplierId;
  condition: ArrivalCondition;
  /** Fish a lot, from and to. */
  fish: readonly [number, number];
  fishG: number;
  buy: number;
  farmed?: string;
}

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
