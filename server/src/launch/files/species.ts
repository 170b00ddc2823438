import type { BodyOwn, Species } from '@ember-slate/core/species';
import { catalogue } from '@ember-slate/core/species';
import { speciesFaults } from '@ember-slate/core/yields';
import { refuse } from './answer.ts';

/** The species a file names, with what was measured of its body. Refuses one no book knows, and a body that cannot be. */
export function speciesOf(file: { species: string; body: BodyOwn | null }): Species {
  const known = catalogue.find((s) => s.id === file.species);
  if (!known) refuse({ path: ['species'], message: `no ${file.species} in the book` });
  const species = { ...known, body: file.body };
  const faults = file.body === null ? [] : speciesFaults(species);
  if (faults.length > 0) refuse(...faults.map((f) => ({ path: f.field.split('.'), message: f.message })));
  return species;
}
