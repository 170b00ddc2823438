import type { Said } from '@ember-slate/words/said';
import type { Species } from '../species/index.ts';
import { productOf } from '../trim/index.ts';
import { trimOf } from '../yields/index.ts';
import type { Form } from '../forms/index.ts';
import { said } from './say.ts';

/** What to tell a customer with the bag. */
export interface CustomerAdvice {
  store: Said[];
  cook: Said[];
  bones: Said;
  cautions: Said[];
}

/** Safe core temperature of fish, C (US FDA Food Code 3-401.11, 63 C for 15 s; value from memory). */
export const cookedThroughC = 63;

const ways: Record<Species['fat'], { thick: Said; thin: Said; whole: Said }> = {
  lean: {
    thick: said('roast_or_steam_gently_lean_flesh'),
    thin: said('fry_in_a_hot_pan_mostly_on_the'),
    whole: said('bake_on_the_bone_with_something'),
  },
  medium: {
    thick: said('roast_or_grill_a_little_oil_is'),
    thin: said('fry_on_the_skin_side_until_crisp'),
    whole: said('slash_the_sides_and_grill_or_bake'),
  },
  oily: {
    thick: said('roast_grill_or_poach_slowly_its'),
    thin: said('grill_or_fry_without_much_fat_skin'),
    whole: said('grill_over_high_heat_slashed_good'),
  },
};

/**
 * Advice by fish and form (common practice). `rawFit` is true only where the freezing or farming record is complete;
 * local food-safety advice comes first.
 */
export function customerAdvice(
  species: Pick<Species, 'fat' | 'histamine' | 'reefToxin' | 'sharp'>,
  item: string,
  form: Form | null,
  o: { frozen: boolean; thawed: boolean; rawFit: boolean; cookedOnly: boolean },
): CustomerAdvice {
  const product = productOf(item);
  const whole = form?.section === 'fish';
  const thick = form !== null && ['cavity', 'middle'].includes(form.section);
  const way = ways[species.fat];
  return {
    store: [
      said('straight_home_on_ice_or_with_a'),
      o.frozen ? said('frozen_keep_at_18_c_or_below_thaw') : said('best_the_same_day_at_the_latest_by'),
      ...(o.thawed ? [said('defrosted_here_do_not_freeze_it')] : []),
      ...(species.histamine ? [said('never_leave_it_warm_what_forms')] : []),
    ],
    cook: product
      ? [product.food ? said('cook_through_the_same_day') : said('for_animals_only_cooked')]
      : [
          whole ? way.whole : thick ? way.thick : way.thin,
          said('cooked_through_at_c_in_the_middle', { cookedThroughC }),
          o.rawFit && !o.cookedOnly ? said('its_record_allows_raw_dishes_keep') : said('not_to_be_eaten_raw'),
        ],
    bones: product
      ? said('look_through_it_for_bones')
      : form?.boneless
        ? said('boned_and_swept_by_hand_a_bone_may')
        : trimOf(item)
          ? said('has_bones')
          : said('has_its_bones_say_so_to_whoever'),
    cautions: [
      said('allergen_fish'),
      ...(whole && species.sharp ? [said('sharp', { sharp: species.sharp })] : []),
      ...(species.histamine ? [said('keep_it_cold_to_the_last_neither')] : []),
      ...(species.reefToxin ? [said('from_some_reefs_it_may_carry_a')] : []),
    ],
  };
}
