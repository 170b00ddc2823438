import type { Species } from '../species/index.ts';

/**
 * The warmest core temperature at intake, C: 2 for fresh fish (Reg. (EC) 853/2004, Annex III, Section VIII, value
 * from memory), 4.4 for a histamine species (after FDA Fish and Fishery Products Hazards and Controls Guidance, value
 * from memory): fish in ice is colder than either. Follow your local food authority and your own food-safety plan.
 */
export const intakeLimit = (species: Pick<Species, 'histamine'>): number => (species.histamine ? 4.4 : 2);
