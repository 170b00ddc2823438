import type { BodyOf, contract } from '@ember-slate/contract';
import type { FormId } from '@ember-slate/core/forms';
import type { Use } from '@ember-slate/core/freshness';
import type { ParsedLine } from '@ember-slate/core/orders';
import type { Weight } from '../../parts/Field.tsx';
import { wholeNumber } from '../../parts/Field.tsx';

export type NewLine = BodyOf<typeof contract.orders.take>['lines'][number];

/** A line of an order as it stands in its fields. */
export interface Draft {
  key: number;
  speciesId: string;
  form: FormId;
  by: 'pieces' | 'total';
  pieces: string;
  each: Weight | null;
  total: Weight | null;
  use: Use;
  options: readonly string[];
}
let lastKey = 0;
export const emptyLine = (): Draft => ({
  key: ++lastKey,
  speciesId: '',
  form: 'fillet_skin_on',
  by: 'pieces',
  pieces: '',
  each: null,
  total: null,
  use: 'grill',
  options: [],
});

/** A line as it was said, in the fields to correct it. */
export const draftOf = (l: ParsedLine): Draft => ({
  ...emptyLine(),
  speciesId: l.speciesId ?? '',
  form: l.form ?? 'fillet_skin_on',
  by: l.totalGrams !== null ? 'total' : 'pieces',
  pieces: l.pieces === null ? '' : String(l.pieces),
  each: l.pieceGrams === null ? null : { grams: l.pieceGrams, source: 'typed' },
  total: l.totalGrams === null ? null : { grams: l.totalGrams, source: 'typed' },
  use: l.use ?? 'grill',
});

/** A line as the contract wants it, or null while it is not complete. */
export function lineOf(d: Draft): NewLine | null {
  if (!d.speciesId) return null;
  if (d.by === 'total')
    return d.total
      ? {
          speciesId: d.speciesId,
          form: d.form,
          use: d.use,
          options: [...d.options],
          pieces: null,
          pieceGrams: null,
          totalGrams: d.total.grams,
        }
      : null;
  const pieces = wholeNumber(d.pieces);
  return pieces && d.each
    ? {
        speciesId: d.speciesId,
        form: d.form,
        use: d.use,
        options: [...d.options],
        pieces,
        pieceGrams: d.each.grams,
        totalGrams: null,
      }
    : null;
}
