import { type RuleProfile } from '@ember-slate/core/freshness';
import { packingRefusal, packings, packingWords, usualPacking, type Packing } from '@ember-slate/core/board';
import { formOf, formRefusal, offered, type Form, type FormBook, type FormId } from '@ember-slate/core/forms';
import type { SpeciesRow } from '@ember-slate/contract';

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
  long: (mm: number) => string = (mm) => `${mm} mm`,
): string {
  const thick =
    typeof line.thickMm === 'object' && line.thickMm !== null
      ? (line.thickMm[0] + line.thickMm[1]) / 2
      : line.thickMm;
  const { name } = formOf(book, line.form);
  const each = thick ? `${line.pieces}` : `${line.pieces} × ${mass(line.pieceGrams!)}`;
  const amount = line.totalGrams !== null ? mass(line.totalGrams) : each;
  return `${amount} ${name}${thick ? `, ${long(thick)} thick` : ''}`;
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
    line.anyWhite && 'any white fish',
    line.use === 'raw' && 'for raw use',
    line.people && `for ${line.people}`,
    line.partAllowed && 'fewer will do',
    line.trimWish === 'stock' && 'with head and bones',
    line.trimWish === 'all' && 'with all their trim',
    line.packing && line.packing !== usualPacking && packingWords[line.packing],
    ...(line.options ?? []),
  ].filter((w) => typeof w === 'string');

/** Ways of packing to choose from, by the rules the shop follows. */
export const packingOptions = (profile: RuleProfile, thawed = false) =>
  packings
    .filter((p) => packingRefusal(p, { profile, thawed }) === null)
    .map((value) => ({ value, name: packingWords[value] }));

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
