import type { Said } from '@ember-slate/words/said';
import type { TrimId } from '../yields/index.ts';
import { said } from './say.ts';

/** Made of trim, with every parent kept (common practice). `item` in the ledger is `made:<id>`. */
export interface Product {
  name: Said;
  of: readonly TrimId[];
  /** Days it keeps at most, beside the clock of its fish. */
  mostDays: number;
  /** Whether people eat it: what is not fit for sale as food may still feed a pet or bait a pot. */
  food: boolean;
  /** Soak in cold running water first, minutes. */
  soakMinutes: number;
  how: Said;
}

const product = (p: Omit<Product, 'soakMinutes' | 'food'> & Partial<Product>): Product => ({
  soakMinutes: 0,
  food: true,
  ...p,
});

export const products = {
  stock_pack: product({
    name: said('stock_pack'),
    of: ['head', 'frame', 'collars', 'skirts', 'fins', 'skin'],
    mostDays: 2,
    soakMinutes: 120,
    how: said('gills_out_they_make_it_bitter_eyes'),
  }),
  oily_stock: product({
    name: said('oily_stock_pack'),
    of: ['head', 'frame', 'collars'],
    mostDays: 1,
    soakMinutes: 120,
    how: said('kept_apart_from_white_frames_gills'),
  }),
  cake_mix: product({
    name: said('fish_cake_mix'),
    of: ['scrape', 'head_flesh', 'offcuts', 'tail_piece', 'skirts', 'belly'],
    mostDays: 1,
    how: said('the_same_day_kept_at_0_to_2_c_look'),
  }),
  pie_mix: product({
    name: said('pie_mix'),
    of: ['offcuts', 'tail_piece', 'belly', 'scrape', 'head_flesh'],
    mostDays: 1,
    how: said('even_pieces_every_species_on_the'),
  }),
  belly_strips: product({
    name: said('belly_strips_trimmed'),
    of: ['belly'],
    mostDays: 3,
    how: said('fin_bones_trimmed_off_strips_of'),
  }),
  cheeks: product({ name: said('cheeks_trimmed'), of: ['cheeks'], mostDays: 2, how: said('membrane_off') }),
  collars: product({
    name: said('collars_for_the_grill'),
    of: ['collars'],
    mostDays: 2,
    how: said('scaled_gills_out_split'),
  }),
  roe: product({
    name: said('roe_ready'),
    of: ['roe'],
    mostDays: 1,
    how: said('whole_sacs_only_chilled_the_same'),
  }),
  pet_pack: product({
    name: said('pet_pack'),
    of: ['skin', 'pinStrip', 'bloodline', 'offcuts', 'scrape', 'belly', 'head', 'frame'],
    mostDays: 1,
    food: false,
    how: said('labelled_as_not_for_people_cook_it'),
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
