import type { Said } from '@ember-slate/words/said';
import type { Form, Section } from '../forms/form.ts';
import { keepsSkin } from '../forms/forms.ts';
import { said } from './say.ts';

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
export const damageRules: Record<Damage, { name: Said; not: readonly Section[]; instead: Said }> = {
  tears: {
    name: said('tears'),
    not: ['fish'],
    instead: said('not_as_a_whole_fish_fillet_it_and'),
  },
  bites: {
    name: said('bites'),
    not: ['fish', 'cavity', 'middle', 'tail'],
    instead: said('cut_well_clear_of_the_bite_fillets'),
  },
  crush: {
    name: said('crush'),
    not: ['fish', 'cavity', 'middle', 'tail'],
    instead: said('crushed_flesh_gapes_skinless'),
  },
  net_burn: {
    name: said('net_burn'),
    not: ['fish'],
    instead: said('the_skin_shows_it_take_the_skin'),
  },
  lost_scales: {
    name: said('lost_scales'),
    not: [],
    instead: said('it_dries_sooner_where_scales_are'),
  },
};

/** Why damage bars a form; null when it does not. Burnt skin bars nothing that is sold without it. */
export function damageRefusal(damage: readonly Damage[], form: Form): Said | null {
  const barring = damage.find(
    (d) => damageRules[d].not.includes(form.section) && (d !== 'net_burn' || keepsSkin(form)),
  );
  return barring ? said('not_sold_as_that', { damageRules: damageRules[barring].name }) : null;
}

/** What to bear in mind about a lot from what was seen beside its signs (common practice). */
export function observedAdvice(o: Observed, claim: { farmed: boolean }): Said[] {
  return [
    o.rigor === 'in_rigor' && said('stiff_so_hours_old_keep_it_and_do'),
    o.roe === 'full' && said('full_of_roe_the_flesh_yields_less'),
    o.roe === 'spent' && said('spent_thin_soft_low_yield_agree'),
    o.bled === 'yes' && said('bled_paler_gills_are_no_fault_of'),
    o.finsWorn && !claim.farmed && said('fins_and_tail_are_worn_as_in_nets'),
    ...o.damage.map((d) =>
      said('damage_and_what_of_it', { damage: damageRules[d].name, instead: damageRules[d].instead }),
    ),
  ].filter((a) => a !== false);
}
