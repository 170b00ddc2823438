import { formOf, formRefusal, offered, type Form, type FormBook, type FormId } from '@ember-slate/core/forms';
import type { SpeciesRow } from '@ember-slate/contract';

/** What a line wants, in few words: "4 × 110 g fillets, skin on" or "2 000 g fillets, skinless". */
export function wantText(
  line: { form: FormId; pieces: number | null; pieceGrams: number | null; totalGrams: number | null },
  mass: (g: number) => string,
  book: FormBook,
): string {
  const amount =
    line.totalGrams !== null ? mass(line.totalGrams) : `${line.pieces} × ${mass(line.pieceGrams!)}`;
  return `${amount} ${formOf(book, line.form).name}`;
}

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
