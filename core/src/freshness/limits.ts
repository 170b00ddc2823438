import type { Species } from '../species/index.ts';

/** Whose limits the shop starts from; each one stays a setting under its local authority. */
export type RuleProfile = 'eu' | 'us';

/**
 * The warmest core temperature at intake, C. EU-like: 2 for fresh fish (Reg. (EC) 853/2004, Annex III, Section VIII);
 * US-like: 5, 41 F (FDA Food Code); a histamine species 4.4, 40 F, under both (after FDA Fish and Fishery Products
 * Hazards and Controls Guidance). Values from memory; fish in ice is colder than any of them. Follow your local food
 * authority and your own food-safety plan.
 */
export const intakeLimit = (species: Pick<Species, 'histamine'>, profile: RuleProfile = 'eu'): number =>
  species.histamine ? 4.4 : profile === 'us' ? 5 : 2;
