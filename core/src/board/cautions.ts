import type { Species } from '../species/index.ts';

/** Hazards of the fish itself, said on the ticket before the first act. They defer to local codes and advice. */
export function speciesCautions(
  species: Pick<Species, 'sharp' | 'histamine' | 'reefToxin' | 'id' | 'bodyPlan'>,
): string[] {
  return [
    species.sharp && `Sharp: ${species.sharp}.`,
    species.histamine &&
      'Histamine species: out of the ice only while the knife is in it. Neither cooking nor freezing removes histamine.',
    species.reefToxin &&
      'May carry ciguatera depending on where it was caught; cooking does not destroy it. Follow your local advice.',
    'Allergen: fish. Keep shellfish apart. Raw-fish board only.',
  ].filter((c) => typeof c === 'string');
}
