/**
 * Trims a ticket can weigh, with where each goes unless the shop says otherwise (common practice). `leastG`: the least
 * of one fish that is worth a tub of its own; below it goes into the mixed one (our choice).
 */
export const trims = {
  head: { name: 'heads', use: 'stock pack', keep: true, leastG: 0 },
  head_flesh: { name: 'head flesh', use: 'fish cakes, chowder', keep: true, leastG: 50 },
  collars: { name: 'collars', use: 'sold for the grill', keep: true, leastG: 40 },
  cheeks: { name: 'cheeks', use: 'sold apart', keep: true, leastG: 8 },
  frame: { name: 'frames', use: 'stock pack', keep: true, leastG: 0 },
  tail_piece: { name: 'tail pieces', use: 'counter, or pie mix', keep: true, leastG: 25 },
  rest_piece: { name: 'pieces left on the bone', use: 'counter', keep: true, leastG: 0 },
  belly: { name: 'belly strips', use: 'grill strips', keep: true, leastG: 20 },
  scrape: { name: 'scrape', use: 'fish cakes, same day', keep: true, leastG: 0 },
  offcuts: { name: 'offcuts', use: 'pie mix, chowder', keep: true, leastG: 0 },
  skirts: { name: 'skirts', use: 'fish cakes', keep: true, leastG: 0 },
  roe: { name: 'roe', use: 'sold the same day', keep: true, leastG: 0 },
  liver: { name: 'liver', use: 'by custom, the same day', keep: true, leastG: 0 },
  skin: { name: 'skins', use: 'crisp-fried, stock', keep: false, leastG: 0 },
  pinStrip: { name: 'pin-bone strips', use: 'waste', keep: false, leastG: 0 },
  bloodline: { name: 'bloodline and membrane', use: 'pet, or waste', keep: false, leastG: 0 },
  fins: { name: 'fins', use: 'stock or bin', keep: false, leastG: 0 },
  ray_body: { name: 'ray bodies', use: 'waste', keep: false, leastG: 0 },
  viscera: { name: 'guts and gills', use: 'waste, never sold', keep: false, leastG: 0 },
} as const;
export type TrimId = keyof typeof trims;

/** The kind of trim a ledger item `trim:<part>` names, or null for anything else. */
export function trimOf(item: string): TrimId | null {
  const part = item.startsWith('trim:') ? item.slice('trim:'.length) : '';
  return Object.hasOwn(trims, part) ? (part as TrimId) : null;
}

/** What a ledger item of trim is called; one no book knows is named as it stands. */
export function trimName(item: string): string {
  const part = trimOf(item);
  return part ? trims[part].name : `unknown (${item})`;
}
