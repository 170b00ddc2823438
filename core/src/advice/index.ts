import type { Said, Word } from '@ember-slate/words/said';
import { keepsSkin, type Form, type FormBook } from '../forms/index.ts';
import { readItem } from '../ledger/index.ts';
import type { Species } from '../species/index.ts';
import { products } from '../trim/index.ts';
import type { TrimId } from '../yields/index.ts';
import { said } from './say.ts';

/** What to tell a customer with the bag. */
export interface CustomerAdvice {
  store: Said[];
  cook: Word[];
  bones: Said;
  cautions: Said[];
}

/** Safe core temperature of fish, C (US FDA Food Code 3-401.11, 63 C for 15 s; value from memory). */
export const cookedThroughC = 63;

const bony: readonly TrimId[] = ['head', 'frame', 'collars'];
/** Whether a trim is mostly bone. */
export const isBony = (part: TrimId): boolean => bony.includes(part);

/** How a form is cooked that was cut with these options: without its skin as the skinless form of its kind is. */
function kitchenOf(form: Form, options: readonly string[], forms: FormBook): string {
  const skinless = options.includes('skinless') && keepsSkin(form);
  return (skinless ? forms.get('portion_skinless') : undefined)?.kitchen ?? form.kitchen;
}

/**
 * Whether something sharp of the fish is still in what the customer takes home: spines with the fins, teeth with the head,
 * thorns with the skin. What nobody knows is named.
 */
function isSharp(sharp: string, form: Form, options: readonly string[]): boolean {
  const does = (...all: Form['does'][number][]) => all.some((d) => form.does.includes(d));
  const gone = {
    head: does('head', 'skin_head') || options.includes('head off'),
    fins: does('fins', 'skin_head') && !options.includes('fins left on'),
    skin: !keepsSkin(form) || (does('skin_wing') && !options.includes('skin on')),
  };
  const where = [
    ...(/teeth|head/.test(sharp) ? [gone.head] : []),
    ...(/spine/.test(sharp) ? [gone.fins] : []),
    ...(/tubercle|thorn|scute/.test(sharp) ? [gone.skin] : []),
  ];
  return where.length === 0 || where.includes(false);
}

/** What is sharp on a trim, by the words of the species book: fins stay on the frame. */
const sharpOn: Partial<Record<TrimId, RegExp>> = {
  head: /teeth|head/,
  frame: /fin spines/,
  fins: /fin spines/,
  skin: /tubercle|thorn|scute/,
};

/**
 * Advice by fish, form and the options it was cut with (common practice). `rawFit` is true only where the freezing or
 * farming record is complete; local food-safety advice comes first.
 */
export function customerAdvice(
  species: Pick<Species, 'histamine' | 'reefToxin' | 'sharp' | 'frameStock'>,
  text: string,
  forms: FormBook,
  o: { frozen: boolean; thawed: boolean; rawFit: boolean; cookedOnly: boolean; options: readonly string[] },
): CustomerAdvice {
  const item = readItem(text, forms);
  const form = item.kind === 'form' ? item.form : item.kind === 'whole' ? (forms.get('whole') ?? null) : null;
  const raw = o.rawFit && !o.cookedOnly;
  const cook = (): Word => {
    if (item.kind === 'made')
      return said(products[item.product].food ? 'cook_through_the_same_day' : 'for_animals_only_cooked');
    if (item.kind === 'trim') {
      const like = isBony(item.part) && item.part !== 'collars' ? 'stock_pack' : item.part;
      const oily = like === 'stock_pack' && species.frameStock === 'oily';
      return (oily ? undefined : forms.get(like)?.kitchen) ?? said('cook_it_through');
    }
    if (!form || (form.raw && !raw)) return said('poach_steam_or_fry_it_through');
    return kitchenOf(form, o.options, forms);
  };
  const bones = (): Said => {
    if (item.kind === 'made') return said('look_through_it_for_bones');
    if (item.kind === 'trim') return said(isBony(item.part) ? 'has_bones' : 'look_through_it_for_bones');
    if (!form?.boneless) return said('has_its_bones_say_so_to_whoever');
    return said(
      o.options.some((x) => x.startsWith('pin bones left in'))
        ? 'its_pin_bones_were_left_in'
        : 'boned_and_swept_by_hand_a_bone_may',
    );
  };
  const sharp = (): boolean => {
    if (!species.sharp) return false;
    if (item.kind === 'trim') return sharpOn[item.part]?.test(species.sharp) ?? false;
    return form?.section === 'fish' && isSharp(species.sharp, form, o.options);
  };
  return {
    store: [
      said('straight_home_on_ice_or_with_a'),
      o.frozen ? said('frozen_keep_at_18_c_or_below_thaw') : said('best_the_same_day_at_the_latest_by'),
      ...(o.thawed ? [said('defrosted_here_do_not_freeze_it')] : []),
      ...(species.histamine ? [said('never_leave_it_warm_what_forms')] : []),
    ],
    cook: [
      cook(),
      ...(item.kind === 'made'
        ? []
        : [
            said('cooked_through_at_c_in_the_middle', { cookedThroughC }),
            raw ? said('its_record_allows_raw_dishes_keep') : said('not_to_be_eaten_raw'),
          ]),
    ],
    bones: bones(),
    cautions: [
      said('allergen_fish'),
      ...(species.sharp && sharp() ? [said('sharp', { sharp: species.sharp })] : []),
      ...(species.histamine ? [said('keep_it_cold_to_the_last_neither')] : []),
      ...(species.reefToxin ? [said('from_some_reefs_it_may_carry_a')] : []),
    ],
  };
}
