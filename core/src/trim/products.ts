import type { TrimId } from '../yields/index.ts';

/** Made of trim, with every parent kept (common practice). `item` in the ledger is `made:<id>`. */
export interface Product {
  name: string;
  of: readonly TrimId[];
  /** Days it keeps at most, beside the clock of its fish. */
  mostDays: number;
  /** Whether people eat it: what is not fit for sale as food may still feed a pet or bait a pot. */
  food: boolean;
  /** Soak in cold running water first, minutes. */
  soakMinutes: number;
  how: string;
}

const product = (p: Omit<Product, 'soakMinutes' | 'food'> & Partial<Product>): Product => ({
  soakMinutes: 0,
  food: true,
  ...p,
});

export const products = {
  stock_pack: product({
    name: 'stock pack',
    of: ['head', 'frame', 'collars', 'skirts', 'fins', 'skin'],
    mostDays: 2,
    soakMinutes: 120,
    how: 'Gills out, they make it bitter; eyes out whole, they cloud it; soak the blood out in cold running water; scrape the kidney line; crack the frame.',
  }),
  oily_stock: product({
    name: 'oily stock pack',
    of: ['head', 'frame', 'collars'],
    mostDays: 1,
    soakMinutes: 120,
    how: 'Kept apart from white frames. Gills and eyes out, soaked.',
  }),
  cake_mix: product({
    name: 'fish-cake mix',
    of: ['scrape', 'head_flesh', 'offcuts', 'tail_piece', 'skirts', 'belly'],
    mostDays: 1,
    how: 'The same day, kept at 0 to 2 °C. Look through it for bones once more.',
  }),
  pie_mix: product({
    name: 'pie mix',
    of: ['offcuts', 'tail_piece', 'belly', 'scrape', 'head_flesh'],
    mostDays: 1,
    how: 'Even pieces; every species on the label.',
  }),
  belly_strips: product({
    name: 'belly strips, trimmed',
    of: ['belly'],
    mostDays: 3,
    how: 'Fin bones trimmed off, strips of one width.',
  }),
  cheeks: product({ name: 'cheeks, trimmed', of: ['cheeks'], mostDays: 2, how: 'Membrane off.' }),
  collars: product({
    name: 'collars for the grill',
    of: ['collars'],
    mostDays: 2,
    how: 'Scaled, gills out, split.',
  }),
  roe: product({
    name: 'roe, ready',
    of: ['roe'],
    mostDays: 1,
    how: 'Whole sacs only, chilled the same day.',
  }),
  pet_pack: product({
    name: 'pet pack',
    of: ['skin', 'pinStrip', 'bloodline', 'offcuts', 'scrape', 'belly', 'head', 'frame'],
    mostDays: 1,
    food: false,
    how: 'Labelled as not for people. Cook it, and look for bones.',
  }),
} as const satisfies Record<string, Product>;
export type ProductId = keyof typeof products;
export const productIds = Object.keys(products) as ProductId[];

/** The ledger's name of a product. */
export const madeItem = (id: ProductId): string => `made:${id}`;
/** The product a ledger item `made:<id>` names, or null for anything else. */
export function productId(item: string): ProductId | null {
  const id = item.startsWith('made:') ? item.slice('made:'.length) : '';
  return Object.hasOwn(products, id) ? (id as ProductId) : null;
}
export function productOf(item: string): Product | null {
  const id = productId(item);
  return id === null ? null : products[id];
}

/** Batches made of trim count from here up; below are tickets. */
const firstMade = 1_000_000_000;
export const madeBatch = (id: number): number => firstMade + id;
/** The number of what was made, from its batch. */
export const madeId = (batch: number): number => batch - firstMade;
export const isMadeBatch = (batch: number): boolean => batch > firstMade;
