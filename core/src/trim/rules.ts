import type { Said } from '@ember-slate/words/said';
import type { MethodChoices } from '../board/index.ts';
import type { Species } from '../species/index.ts';
import type { TrimId } from '../yields/index.ts';
import { products, type Product, type ProductId } from './products.ts';
import { said } from './say.ts';

/** Where a trim may go, best first, and what must hold (common practice). */
export const trimUses: Record<TrimId, { uses: readonly Said[]; rule: Said | null; mostDays: number | null }> =
  {
    head: {
      uses: [said('stock_pack'), said('scraped_for_flesh')],
      rule: said('gills_out_eyes_out_blood_soaked'),
      mostDays: 2,
    },
    collars: {
      uses: [said('sold_for_the_grill'), said('stock_pack')],
      rule: said('scaled_gills_out'),
      mostDays: null,
    },
    cheeks: { uses: [said('sold_apart')], rule: said('fish_of_2_kg_and_more'), mostDays: null },
    frame: {
      uses: [said('scraped'), said('stock_pack')],
      rule: said('kidney_line_scraped_frame_cracked'),
      mostDays: 2,
    },
    head_flesh: {
      uses: [said('fish_cake_mix'), said('chowder')],
      rule: said('the_same_day_at_0_to_2_c_look'),
      mostDays: 1,
    },
    rest_piece: { uses: [said('counter'), said('cut_again')], rule: null, mostDays: null },
    ray_body: { uses: [], rule: said('no_market_part_waste'), mostDays: 0 },
    tail_piece: {
      uses: [said('counter'), said('pie_mix'), said('fish_cake_mix')],
      rule: null,
      mostDays: null,
    },
    belly: {
      uses: [said('sold'), said('grill_strips'), said('cured')],
      rule: said('trimmed_of_fin_bones'),
      mostDays: null,
    },
    scrape: {
      uses: [said('fish_cake_mix'), said('dumplings'), said('pet')],
      rule: said('the_same_day_at_0_to_2_c'),
      mostDays: 1,
    },
    offcuts: {
      uses: [said('pie_mix'), said('fish_cake_mix'), said('chowder')],
      rule: said('mixed_packs_list_every_species'),
      mostDays: null,
    },
    skirts: {
      uses: [said('fish_cake_mix'), said('stock_pack')],
      rule: said('gristly_ones_to_waste'),
      mostDays: 1,
    },
    roe: { uses: [said('sold_the_same_day')], rule: said('whole_sacs_chilled_the_same_day'), mostDays: 1 },
    liver: {
      uses: [said('by_custom_the_same_day')],
      rule: said('only_where_the_shop_says_it_is'),
      mostDays: 1,
    },
    skin: { uses: [said('crisp_fried'), said('stock_pack'), said('pet')], rule: said('scaled'), mostDays: 2 },
    pinStrip: { uses: [said('pet')], rule: said('bones_in_it_never_sold_as_food'), mostDays: 1 },
    bloodline: { uses: [said('pet')], rule: null, mostDays: 1 },
    fins: { uses: [said('stock_pack_as_the_shop_does_it')], rule: null, mostDays: 1 },
    viscera: { uses: [], rule: said('never_sold_never_used_gall_taints'), mostDays: 0 },
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

/** Why this part of this species may not be eaten; null when it may. Local rules come first. */
export function partRefusal({ trim, species, customs }: Omit<TrimOf, 'methods'>): Said | null {
  if (trim === 'viscera') return said('guts_and_gills_are_never_sold_or');
  if (trim === 'ray_body') return said('the_body_of_a_ray_is_no_market');
  if (trim !== 'roe' && trim !== 'liver') return null;
  if (species.reefToxin) return said('may_carry_a_reef_toxin_and_holds', { species: species.name, trim });
  const usual = trim === 'roe' ? roeEaten : liverEaten;
  return usual.has(species.id) || customs[trim].includes(species.id)
    ? null
    : said('of_is_not_known_to_be_eaten_here', {
        trim: trim === 'roe' ? said('the_roe') : said('the_liver'),
        species: species.name,
      });
}

const boned: readonly TrimId[] = ['head', 'frame', 'collars'];

/** Why this trim may not go into this product; null when it may. Methods decide oily frames and heads. */
export function productRefusal(id: ProductId, of: TrimOf): Said | null {
  const product: Product = products[id];
  const { trim, species, methods } = of;
  if (!product.of.includes(trim)) return said('takes_none_of_that', { product: product.name });
  const refused = partRefusal(of);
  if (refused) return refused;
  const oily = species.fat === 'oily';
  if (id === 'oily_stock' && !oily)
    return said('is_not_oily_it_goes_to_the_white', { species: species.name });
  if (!oily || !boned.includes(trim) || (id !== 'stock_pack' && id !== 'oily_stock')) return null;
  const salmon = ['salmon', 'chinook', 'sea_trout', 'rainbow_trout', 'arctic_char'].includes(species.id);
  const frames = methods.oily_frames ?? 'no_stock';
  if (trim === 'head' && salmon && (methods.salmon_heads ?? 'no') === 'no')
    return said('salmon_heads_stay_out_of_stock');
  if (id === 'oily_stock') return frames === 'no_stock' ? said('oily_frames_are_not_for_stock_here') : null;
  // White stock stays white, unless the method takes salmon in it.
  return frames === 'salmon_ok' && salmon ? null : said('oily_frames_are_kept_apart_from');
}
