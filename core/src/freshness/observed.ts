import type { Form, Section } from '../forms/form.ts';
import { keepsSkin } from '../forms/forms.ts';

/** What grading saw of roe or milt. */
export const roes = ['none', 'some', 'full', 'spent', 'unknown'] as const;
export type Roe = (typeof roes)[number];

/** What is recorded beside the signs and not scored. */
export interface Observed {
  /** Stiff: hours old. Limp and springing back: ready to cut. */
  rigor: 'in_rigor' | 'past' | 'unknown';
  bled: 'yes' | 'no' | 'unknown';
  roe: Roe;
  damage: readonly Damage[];
  /** Fins and tail worn, as farmed fish have them. */
  finsWorn: boolean;
  /** Whether the species was made sure of by its marks. */
  identity: 'sure' | 'prohibited' | 'unidentified';
}

export const damages = ['tears', 'bites', 'crush', 'net_burn', 'lost_scales'] as const;
export type Damage = (typeof damages)[number];

export const nothingObserved: Observed = {
  rigor: 'unknown',
  bled: 'unknown',
  roe: 'unknown',
  damage: [],
  finsWorn: false,
  identity: 'sure',
};

/** What each damage takes away: sections it may not be sold as, and what to do instead (common practice). */
export const damageRules: Record<Damage, { name: string; not: readonly Section[]; instead: string }> = {
  tears: {
    name: 'Tears',
    not: ['fish'],
    instead: 'Not as a whole fish: fillet it and trim the tear away.',
  },
  bites: {
    name: 'Bites',
    not: ['fish', 'cavity', 'middle', 'tail'],
    instead: 'Cut well clear of the bite; fillets from the sound part only.',
  },
  crush: {
    name: 'Crush',
    not: ['fish', 'cavity', 'middle', 'tail'],
    instead: 'Crushed flesh gapes: skinless fillets, the rest for cakes.',
  },
  net_burn: {
    name: 'Net burn',
    not: ['fish'],
    instead: 'The skin shows it: take the skin off, or cut steaks away from it.',
  },
  lost_scales: {
    name: 'Lost scales',
    not: [],
    instead: 'It dries sooner where scales are gone: skinless first, or off the slab early.',
  },
};

/** Why damage bars a form, in words; null when it does not. Burnt skin bars nothing that is sold without it. */
export function damageRefusal(damage: readonly Damage[], form: Form): string | null {
  const barring = damage.find(
    (d) => damageRules[d].not.includes(form.section) && (d !== 'net_burn' || keepsSkin(form)),
  );
  return barring ? `${damageRules[barring].name}: not sold as that` : null;
}

/** What to bear in mind about a lot from what was seen beside its signs (common practice). */
export function observedAdvice(o: Observed, claim: { farmed: boolean }): string[] {
  return [
    o.rigor === 'in_rigor' &&
      'Stiff, so hours old: keep it and do not fillet yet. In rigor it tears, gapes and shrinks.',
    o.roe === 'full' && 'Full of roe: the flesh yields less than usual; keep the roe intact and cold.',
    o.roe === 'spent' && 'Spent: thin, soft, low yield. Agree the price before accepting.',
    o.bled === 'yes' && 'Bled: paler gills are no fault of it.',
    o.finsWorn &&
      !claim.farmed &&
      'Fins and tail are worn, as in nets: a wild claim deserves a look at the paperwork.',
    ...o.damage.map((d) => `${damageRules[d].name}. ${damageRules[d].instead}`),
  ].filter((a) => a !== false);
}
