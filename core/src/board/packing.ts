import type { Said, Word } from '@ember-slate/words/said';
import { type RuleProfile } from '../freshness/index.ts';
import { said } from './say.ts';

/** How pieces leave the bench. */
export type Packing = 'loose' | 'wrapped' | 'tray' | 'vacuum' | 'frozen';

/** Ways of packing with their words on an order; the first that is done where nothing is said stands in `usualPacking`. */
export const packingWords: Record<Packing, Word> = {
  wrapped: said('wrapped'),
  loose: said('loose_in_paper'),
  tray: said('on_a_tray'),
  vacuum: said('vacuum_packed'),
  frozen: said('packed_for_the_freezer'),
};
export const packings = Object.keys(packingWords) as Packing[];
export const usualPacking: Packing = 'wrapped';

/** At or below this a vacuum pack is kept, C (38 F; US FDA Fish and Fishery Products Hazards and Controls Guidance, from memory). */
export const vacuumCelsius = 3.3;

/**
 * Days a vacuum pack of raw fish may be kept at most; null where the rules let it leave frozen only. Sources: UK FSA
 * guidance on vacuum and modified atmosphere packed chilled foods; US FDA Food Code 3-502.12; from memory. A vacuum
 * never lengthens a date here: it can only shorten one.
 */
export const vacuumDays: Record<RuleProfile, number | null> = { eu: 10, us: null };

export const refrozen = said('this_was_frozen_before_and_has');

/** Why pieces may not be packed so, or null. `thawed`: what they are cut of was frozen before. */
export function packingRefusal(packing: Packing, o: { profile: RuleProfile; thawed: boolean }): Said | null {
  if (packing === 'vacuum' && vacuumDays[o.profile] === null)
    return said('by_the_rules_this_shop_follows_raw');
  if (packing === 'frozen' && o.thawed) return refrozen;
  return null;
}
