import { forms, formRefusal, formIds, type FormId } from '@ember-slate/core/forms';
import type { SpeciesRow } from '@ember-slate/contract';

/** What a line wants, in few words: "4 × 110 g fillets, skin on" or "2 000 g fillets, skinless". */
export function wantText(
  line: { form: FormId; pieces: number | null; pieceGrams: number | null; totalGrams: number | null },
  mass: (g: number) => string,
): string {
  const amount =
    line.totalGrams !== null ? mass(line.totalGrams) : `${line.pieces} × ${mass(line.pieceGrams!)}`;
  return `${amount} ${forms[line.form].name}`;
}

/** Forms to choose from; those this species is not cut as stay in sight, switched off. */
export const formOptions = (species: SpeciesRow | undefined) =>
  formIds.map((id) => ({
    value: id,
    name: forms[id].name,
    off: species !== undefined && formRefusal(species, null, id) !== null,
  }));
