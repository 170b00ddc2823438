import { type RuleProfile } from '../freshness/index.ts';

/** How pieces leave the bench. */
export type Packing = 'loose' | 'wrapped' | 'tray' | 'vacuum' | 'frozen';

/** Ways of packing with their words on an order; the first that is done where nothing is said stands in `usualPacking`. */
export const packingWords: Record<Packing, string> = {
  wrapped: 'wrapped',
  loose: 'loose, in paper',
  tray: 'on a tray',
  vacuum: 'vacuum-packed',
  frozen: 'packed for the freezer',
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

export const refrozen = 'This was frozen before and has thawed: it is never frozen again raw';

/** Why pieces may not be packed so, in words, or null. `thawed`: what they are cut of was frozen before. */
export function packingRefusal(
  packing: Packing,
  o: { profile: RuleProfile; thawed: boolean },
): string | null {
  if (packing === 'vacuum' && vacuumDays[o.profile] === null)
    return 'By the rules this shop follows raw fish leaves vacuum-packed only when it is frozen';
  if (packing === 'frozen' && o.thawed) return refrozen;
  return null;
}
