import type { MethodChoices } from '../board/index.ts';
import type { Species } from '../species/index.ts';
import type { TrimId } from '../yields/index.ts';
import { products, type Product, type ProductId } from './products.ts';

/** Where a trim may go, best first, and what must hold (common practice). */
export const trimUses: Record<TrimId, { uses: readonly string[]; rule: string; mostDays: number | null }> = {
  head: {
    uses: ['stock pack', 'scraped for flesh'],
    rule: 'Gills out, eyes out, blood soaked out.',
    mostDays: 2,
  },
  collars: { uses: ['sold for the grill', 'stock pack'], rule: 'Scaled, gills out.', mostDays: null },
  cheeks: { uses: ['sold apart'], rule: 'Fish of 2 kg and more.', mostDays: null },
  frame: { uses: ['scraped', 'stock pack'], rule: 'Kidney line scraped, frame cracked.', mostDays: 2 },
  head_flesh: {
    uses: ['fish-cake mix', 'chowder'],
    rule: 'The same day, at 0 to 2 °C; look through it for bones.',
    mostDays: 1,
  },
  rest_piece: { uses: ['counter', 'cut again'], rule: '', mostDays: null },
  ray_body: { uses: [], rule: 'No market part: waste.', mostDays: 0 },
  tail_piece: { uses: ['counter', 'pie mix', 'fish-cake mix'], rule: '', mostDays: null },
  belly: { uses: ['sold', 'grill strips', 'cured'], rule: 'Trimmed of fin bones.', mostDays: null },
  scrape: { uses: ['fish-cake mix', 'dumplings', 'pet'], rule: 'The same day, at 0 to 2 °C.', mostDays: 1 },
  offcuts: {
    uses: ['pie mix', 'fish-cake mix', 'chowder'],
    rule: 'Mixed packs list every species.',
    mostDays: null,
  },
  skirts: { uses: ['fish-cake mix', 'stock pack'], rule: 'Gristly ones to waste.', mostDays: 1 },
  roe: { uses: ['sold the same day'], rule: 'Whole sacs, chilled the same day.', mostDays: 1 },
  liver: { uses: ['by custom, the same day'], rule: 'Only where the shop says it is eaten.', mostDays: 1 },
  skin: { uses: ['crisp-fried', 'stock pack', 'pet'], rule: 'Scaled.', mostDays: 2 },
  pinStrip: { uses: ['pet'], rule: 'Bones in it: never sold as food.', mostDays: 1 },
  bloodline: { uses: ['pet'], rule: '', mostDays: 1 },
  fins: { uses: ['stock pack, as the shop does it'], rule: '', mostDays: 1 },
  viscera: { uses: [], rule: 'Never sold, never used: gall taints, gills are bitter.', mostDays: 0 },
};

/** Species whose roe is usually eaten, and whose liver is (common practice); for others the shop must say so. */
const roeEaten = new Set([
  'cod',
  'haddock',
  'saithe',
  'pollack',
  'hake',
  'plaice',
  'herring',
  'salmon',
  'chinook',
  'grey_mullet',
  'mackerel',
]);
const liverEaten = new Set(['cod', 'monkfish']);

export interface TrimOf {
  trim: TrimId;
  species: Pick<Species, 'id' | 'name' | 'fat' | 'reefToxin'>;
  /** What the shop says may be eaten although it is not usual: species ids. */
  customs: { roe: readonly string[]; liver: readonly string[] };
  methods: MethodChoices;
}

/** Why this part of this species may not be eaten, in words; null when it may. Local rules come first. */
export function partRefusal({ trim, species, customs }: Omit<TrimOf, 'methods'>): string | null {
  if (trim === 'viscera') return 'Guts and gills are never sold or used';
  if (trim === 'ray_body') return 'The body of a ray is no market part';
  if (trim !== 'roe' && trim !== 'liver') return null;
  if (species.reefToxin)
    return `${species.name} may carry a reef toxin, and ${trim} holds most of it: to the bin`;
  const usual = trim === 'roe' ? roeEaten : liverEaten;
  return usual.has(species.id) || customs[trim].includes(species.id)
    ? null
    : `${trim === 'roe' ? 'The roe' : 'The liver'} of ${species.name} is not known to be eaten here: the shop says first that it is`;
}

const boned: readonly TrimId[] = ['head', 'frame', 'collars'];

/** Why this trim may not go into this product, in words; null when it may. Methods decide oily frames and heads. */
export function productRefusal(id: ProductId, of: TrimOf): string | null {
  const product: Product = products[id];
  const { trim, species, methods } = of;
  if (!product.of.includes(trim)) return `${product.name} takes none of that`;
  const refused = partRefusal(of);
  if (refused) return refused;
  const oily = species.fat === 'oily';
  if (id === 'oily_stock' && !oily) return `${species.name} is not oily: it goes to the white stock`;
  if (!oily || !boned.includes(trim) || (id !== 'stock_pack' && id !== 'oily_stock')) return null;
  const salmon = ['salmon', 'chinook', 'sea_trout', 'rainbow_trout', 'arctic_char'].includes(species.id);
  const frames = methods.oily_frames ?? 'no_stock';
  if (trim === 'head' && salmon && (methods.salmon_heads ?? 'no') === 'no')
    return 'Salmon heads stay out of stock here: scrape them for flesh';
  if (id === 'oily_stock') return frames === 'no_stock' ? 'Oily frames are not for stock here' : null;
  // White stock stays white, unless the method takes salmon in it.
  return frames === 'salmon_ok' && salmon ? null : 'Oily frames are kept apart from white stock';
}
