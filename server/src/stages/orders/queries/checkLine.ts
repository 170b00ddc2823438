import { packingRefusal } from '@ember-slate/core/board';
import { formRefusal } from '@ember-slate/core/forms';
import { anyWhite } from '@ember-slate/core/orders';
import type { Species } from '@ember-slate/core/species';
import type { Reader } from '../../../platform/context.ts';
import { fieldProblem } from '../../../platform/problem.ts';
import { formFor, type LineBody } from '../../../shop/promises.ts';

/** Throws what is wrong with a line, at its field. */
export function checkLine(work: Reader, book: ReadonlyMap<string, Species>, line: LineBody, index: number) {
  const form = formFor(work, line.form, index);
  if (line.speciesId !== anyWhite) {
    const species = book.get(line.speciesId);
    if (!species) throw fieldProblem(`lines.${index}.speciesId`, 'Not in the species book');
    const refused = formRefusal(species, null, form);
    if (refused) throw fieldProblem(`lines.${index}.form`, refused);
  }
  if (line.thickMm !== null && form.section !== 'middle')
    throw fieldProblem(`lines.${index}.thickMm`, 'Only slices across the fish come by thickness');
  if (line.partAllowed && line.pieces === null)
    throw fieldProblem(`lines.${index}.partAllowed`, 'Only of a number of pieces may fewer do');
  if (line.thickMm !== null && line.pieces === null)
    throw fieldProblem(`lines.${index}.thickMm`, 'Say how many slices of that thickness');
  const unpacked = packingRefusal(line.packing, { profile: work.settings.ruleProfile, thawed: false });
  if (unpacked) throw fieldProblem(`lines.${index}.packing`, unpacked);
  const wanted = line.totalGrams ?? line.pieces! * line.pieceGrams!;
  if (wanted > 500_000)
    throw fieldProblem(`lines.${index}.pieces`, 'More than half a tonne: check pieces and weight');
}
