import { inWords } from '@ember-slate/words/core';
import { type RuleProfile } from '@ember-slate/core/freshness';
import { packingRefusal, packings, packingWords, usualPacking, type Packing } from '@ember-slate/core/board';
import { formOf, formRefusal, offered, type Form, type FormBook, type FormId } from '@ember-slate/core/forms';
import type { SpeciesRow } from '@ember-slate/contract';
import { say } from './say.ts';

/** What a line wants, in few words: "4 × 110 g fillets, skin on" or "2 000 g fillets, skinless". */
export function wantText(
  line: {
    form: FormId;
    pieces: number | null;
    pieceGrams: number | null;
    totalGrams: number | null;
    thickMm?: number | readonly [least: number, most: number] | null;
  },
  mass: (g: number) => string,
  book: FormBook,
  long: (mm: number) => string = (mm) => say('mm_3', { mm }),
): string {
  const thick =
    typeof line.thickMm === 'object' && line.thickMm !== null
      ? (line.thickMm[0] + line.thickMm[1]) / 2
      : line.thickMm;
  const { name } = formOf(book, line.form);
  const each = thick ? `${line.pieces}` : `${line.pieces} × ${mass(line.pieceGrams!)}`;
  const amount = line.totalGrams !== null ? mass(line.totalGrams) : each;
  return `${amount} ${name}${thick ? say('thick', { thick: long(thick) }) : ''}`;
}

/** What is wished of a line beside form and weight, in few words. */
export const wishWords = (line: {
  anyWhite?: boolean;
  use?: string;
  people?: number | null;
  partAllowed?: boolean;
  trimWish?: 'shop' | 'stock' | 'all';
  packing?: Packing;
  options?: readonly string[];
}): string[] =>
  [
    line.anyWhite && say('any_white_fish'),
    line.use === 'raw' && say('for_raw_use'),
    line.people && say('for', { people: line.people }),
    line.partAllowed && say('fewer_will_do'),
    line.trimWish === 'stock' && say('with_head_and_bones'),
    line.trimWish === 'all' && say('with_all_their_trim'),
    line.packing && line.packing !== usualPacking && inWords(packingWords[line.packing]),
    ...(line.options ?? []),
  ].filter((w) => typeof w === 'string');

/** Ways of packing to choose from, by the rules the shop follows. */
export const packingOptions = (profile: RuleProfile, thawed = false) =>
  packings
    .filter((p) => packingRefusal(p, { profile, thawed }) === null)
    .map((value) => ({ value, name: inWords(packingWords[value]) }));

/** Forms to choose from; those this species is not cut as stay in sight, switched off. */
export const formOptions = (species: SpeciesRow | undefined, book: FormBook) =>
  offered(book).map((f) => ({
    value: f.id,
    name: f.name,
    off: species !== undefined && formRefusal(species, null, f) !== null,
  }));

/** One piece by its form's name: "steak", "fillet, skin on". */
export const oneOf = (form: Form): string =>
  form.count === 'fish' ? form.name : form.name.replace(/^([^ ,]+)s(?=,|$| )/, '$1');
