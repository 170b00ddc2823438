import type { Said } from '@ember-slate/words/said';
import type { Species } from '../species/index.ts';
import { said } from './say.ts';

/** Hazards of the fish itself, said on the ticket before the first act. They defer to local codes and advice. */
export function speciesCautions(
  species: Pick<Species, 'sharp' | 'histamine' | 'reefToxin' | 'id' | 'bodyPlan'>,
): Said[] {
  return [
    species.sharp && said('sharp', { sharp: species.sharp }),
    species.histamine && said('histamine_species_out_of_the_ice'),
    species.reefToxin && said('may_carry_ciguatera_depending_on'),
    said('allergen_fish_keep_shellfish_apart'),
  ].filter((c) => typeof c === 'object' && c !== null);
}
