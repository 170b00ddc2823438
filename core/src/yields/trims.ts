import type { Said } from '@ember-slate/words/said';
import { said } from './say.ts';

/**
 * Trims a ticket can weigh, with where each goes unless the shop says otherwise (common practice). `leastG`: the least
 * of one fish that is worth a tub of its own; below it goes into the mixed one (our choice).
 */
export const trims = {
  head: { name: said('name_head'), use: said('use_head'), keep: true, leastG: 0 },
  head_flesh: { name: said('name_head_flesh'), use: said('use_head_flesh'), keep: true, leastG: 50 },
  collars: { name: said('name_collars'), use: said('use_collars'), keep: true, leastG: 40 },
  cheeks: { name: said('name_cheeks'), use: said('use_cheeks'), keep: true, leastG: 8 },
  frame: { name: said('name_frame'), use: said('use_frame'), keep: true, leastG: 0 },
  tail_piece: { name: said('name_tail_piece'), use: said('use_tail_piece'), keep: true, leastG: 25 },
  rest_piece: { name: said('name_rest_piece'), use: said('use_rest_piece'), keep: true, leastG: 0 },
  belly: { name: said('name_belly'), use: said('use_belly'), keep: true, leastG: 20 },
  scrape: { name: said('name_scrape'), use: said('use_scrape'), keep: true, leastG: 0 },
  offcuts: { name: said('name_offcuts'), use: said('use_offcuts'), keep: true, leastG: 0 },
  skirts: { name: said('name_skirts'), use: said('use_skirts'), keep: true, leastG: 0 },
  roe: { name: said('name_roe'), use: said('use_roe'), keep: true, leastG: 0 },
  liver: { name: said('name_liver'), use: said('use_liver'), keep: true, leastG: 0 },
  skin: { name: said('name_skin'), use: said('use_skin'), keep: false, leastG: 0 },
  pinStrip: { name: said('name_pinStrip'), use: said('use_pinStrip'), keep: false, leastG: 0 },
  bloodline: { name: said('name_bloodline'), use: said('use_bloodline'), keep: false, leastG: 0 },
  fins: { name: said('name_fins'), use: said('use_fins'), keep: false, leastG: 0 },
  ray_body: { name: said('name_ray_body'), use: said('use_ray_body'), keep: false, leastG: 0 },
  viscera: { name: said('name_viscera'), use: said('use_viscera'), keep: false, leastG: 0 },
} as const;
export type TrimId = keyof typeof trims;

/** The kind of trim a ledger item `trim:<part>` names, or null for anything else. */
export function trimOf(item: string): TrimId | null {
  const part = item.startsWith('trim:') ? item.slice('trim:'.length) : '';
  return Object.hasOwn(trims, part) ? (part as TrimId) : null;
}

/** What a ledger item of trim is called; one no book knows is called unknown, and by its item. */
export function trimName(item: string): Said {
  const part = trimOf(item);
  return part ? trims[part].name : said('unknown', { item });
}
