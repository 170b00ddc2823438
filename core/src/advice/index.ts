import type { Species } from '../species/index.ts';
import { productOf } from '../trim/index.ts';
import { trimOf } from '../yields/index.ts';
import type { Form } from '../forms/index.ts';

/** What to tell a customer with the bag. */
export interface CustomerAdvice {
  store: string[];
  cook: string[];
  bones: string;
  cautions: string[];
}

/** Safe core temperature of fish, C (US FDA Food Code 3-401.11, 63 C for 15 s; value from memory). */
export const cookedThroughC = 63;

const ways: Record<Species['fat'], { thick: string; thin: string; whole: string }> = {
  lean: {
    thick: 'Roast or steam gently; lean flesh dries fast, take it off just when it flakes.',
    thin: 'Fry in a hot pan, mostly on the skin side, or poach; a few minutes are enough.',
    whole: 'Bake on the bone with something moist, or steam it.',
  },
  medium: {
    thick: 'Roast or grill; a little oil is enough.',
    thin: 'Fry on the skin side until crisp, turn for the last moment.',
    whole: 'Slash the sides and grill, or bake in salt.',
  },
  oily: {
    thick: 'Roast, grill or poach slowly; its own fat keeps it moist.',
    thin: 'Grill or fry without much fat, skin side first.',
    whole: 'Grill over high heat, slashed; good soused or smoked by someone who knows how.',
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
      'Straight home, on ice or with a cold pack; at 0 to 2 °C, the coldest part of the fridge, well wrapped.',
      o.frozen
        ? 'Frozen: keep at −18 °C or below, thaw overnight in the fridge, use within a day.'
        : 'Best the same day, at the latest by the date on the label.',
      ...(o.thawed ? ['Defrosted here: do not freeze it again.'] : []),
      ...(species.histamine ? ['Never leave it warm: what forms then is not cooked away.'] : []),
    ],
    cook: product
      ? [product.food ? 'Cook through the same day.' : 'For animals only, cooked.']
      : [
          whole ? way.whole : thick ? way.thick : way.thin,
          `Cooked through at ${cookedThroughC} °C in the middle, when it is opaque and flakes.`,
          o.rawFit && !o.cookedOnly
            ? 'Its record allows raw dishes: keep it ice cold, and not for those who must take care.'
            : 'Not to be eaten raw.',
        ],
    bones: product
      ? 'Look through it for bones.'
      : form?.boneless
        ? 'Boned and swept by hand; a bone may still be in it.'
        : trimOf(item)
          ? 'Has bones.'
          : 'Has its bones: say so to whoever eats it.',
    cautions: [
      'Allergen: fish.',
      ...(whole && species.sharp ? [`Sharp: ${species.sharp}.`] : []),
      ...(species.histamine
        ? ['Keep it cold to the last: neither cooking nor freezing removes histamine.']
        : []),
      ...(species.reefToxin
        ? ['From some reefs it may carry a toxin cooking does not destroy: follow your local advice.']
        : []),
    ],
  };
}
