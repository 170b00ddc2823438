import { inWords } from '@ember-slate/words/core';
import { packingRefusal } from '@ember-slate/core/board';
import { formRefusal } from '@ember-slate/core/forms';
import { anyWhite } from '@ember-slate/core/orders';
import type { Species } from '@ember-slate/core/species';
import type { Reader } from '../../../platform/context.ts';
import { fieldProblem } from '../../../platform/problem.ts';
import { formFor, type LineBody } from '../../../shop/promises.ts';
import { say } from '../say.ts';

/** Throws what is wrong with a line, at its field. */
export function checkLine(work: Reader, book: ReadonlyMap<string, Species>, line: LineBody, index: number) {
  const form = formFor(work, line.form, index);
  if (line.speciesId !== anyWhite) {
    const species = book.get(line.speciesId);
    if (!species) throw fieldProblem(`lines.${index}.speciesId`, say('not_in_the_species_book'));
    const refused = formRefusal(species, null, form);
    if (refused) throw fieldProblem(`lines.${index}.form`, inWords(refused));
  }
  if (line.thickMm !== null && form.section !== 'middle')
    throw fieldProblem(`lines.${index}.thickMm`, say('only_slices_across_the_fish_come'));
  if (line.partAllowed && line.pieces === null)
    throw fieldProblem(`lines.${index}.partAllowed`, say('only_of_a_number_of_pieces_may'));
  if (line.thickMm !== null && line.pieces === null)
    throw fieldProblem(`lines.${index}.thickMm`, say('say_how_many_slices_of_that'));
  const unpacked = packingRefusal(line.packing, { profile: work.settings.ruleProfile, thawed: false });
  if (unpacked) throw fieldProblem(`lines.${index}.packing`, inWords(unpacked));
  const wanted = line.totalGrams ?? line.pieces! * line.pieceGrams!;
  if (wanted > 500_000) throw fieldProblem(`lines.${index}.pieces`, say('more_than_half_a_tonne_check'));
}
