import type { NewOrderLine, OrderLine } from '@ember-slate/contract';
import { formOf, type FormBook, type FormId } from '@ember-slate/core/forms';
import type { Use } from '@ember-slate/core/freshness';
import { usualPacking, type Packing } from '@ember-slate/core/board';
import { anyWhite, optionFor, type ParsedLine } from '@ember-slate/core/orders';
import type { TrimWish } from '@ember-slate/core/yields';
import type { Weight } from '../../parts/Field.tsx';
import { wholeNumber } from '../../parts/Field.tsx';

export type NewLine = Required<NewOrderLine>;

/** A line of an order as it stands in its fields. */
export interface Draft {
  key: number;
  /** The line of the order it stands for; null for a new one. */
  id: number | null;
  /** It is on the board or cut: it can be taken off, not changed. */
  fixed: boolean;
  speciesId: string;
  /** Empty while it was not said. */
  form: FormId;
  by: 'pieces' | 'total';
  pieces: string;
  each: Weight | null;
  total: Weight | null;
  use: Use;
  people: string;
  thickMm: string;
  partAllowed: boolean;
  trimWish: TrimWish;
  packing: Packing;
  options: readonly string[];
}
// A draft may come back from the device after a reload: its lines’ keys must not meet new ones.
let lastKey = Date.now();
export const emptyLine = (): Draft => ({
  key: ++lastKey,
  id: null,
  fixed: false,
  speciesId: '',
  form: 'fillet_skin_on',
  by: 'pieces',
  pieces: '',
  each: null,
  total: null,
  use: 'grill',
  people: '',
  thickMm: '',
  partAllowed: false,
  trimWish: 'shop',
  packing: usualPacking,
  options: [],
});

const text = (n: number | null) => (n === null ? '' : String(n));
const typed = (grams: number | null): Weight | null => (grams === null ? null : { grams, source: 'typed' });

/** The options of its form that a line as it was said asks for. */
export function optionsOf(l: ParsedLine, forms: FormBook): string[] {
  const form = l.form === null ? undefined : forms.get(l.form);
  return form ? l.options.flatMap((act) => optionFor(act, form) ?? []) : [];
}

/** A line as it was said, in the fields to correct it; what was not said stays open. */
export const draftOf = (l: ParsedLine, forms: FormBook): Draft => ({
  ...emptyLine(),
  speciesId: l.speciesId ?? '',
  form: l.form ?? '',
  by: l.totalGrams !== null ? 'total' : 'pieces',
  pieces: text(l.pieces),
  each: typed(l.pieceGrams),
  total: typed(l.totalGrams),
  use: l.use ?? 'grill',
  people: text(l.people),
  thickMm: text(l.thickMm),
  partAllowed: l.partAllowed,
  trimWish: l.trimWish,
  packing: l.packing,
  options: optionsOf(l, forms),
});

/** A line taken before, in the fields: of the order itself to change it, or of an older one to have it again. */
export const draftFrom = (l: OrderLine | NewLine, same: boolean): Draft => ({
  ...emptyLine(),
  id: same && 'id' in l ? l.id : null,
  fixed: same && 'state' in l && (l.begun || ['cutting', 'ready'].includes(l.state)),
  speciesId: 'anyWhite' in l && l.anyWhite ? anyWhite : l.speciesId,
  form: l.form,
  by: l.totalGrams !== null ? 'total' : 'pieces',
  pieces: text(l.pieces),
  each: typed(l.pieceGrams),
  total: typed(l.totalGrams),
  use: l.use,
  people: text(l.people),
  thickMm: text(l.thickMm),
  partAllowed: l.partAllowed,
  trimWish: l.trimWish,
  packing: l.packing,
  options: l.options,
});

/** A line as the contract wants it, or null while it is not complete. */
export function lineOf(d: Draft, forms: FormBook): NewLine | null {
  if (!d.speciesId || !d.form) return null;
  const sliced = formOf(forms, d.form).section === 'middle' && d.by === 'pieces';
  const wishes = {
    speciesId: d.speciesId,
    form: d.form,
    use: d.use,
    people: wholeNumber(d.people),
    thickMm: sliced ? wholeNumber(d.thickMm) : null,
    partAllowed: d.partAllowed && d.by === 'pieces',
    trimWish: d.trimWish,
    packing: d.packing,
    options: [...d.options],
  };
  if (d.by === 'total')
    return d.total ? { ...wishes, pieces: null, pieceGrams: null, totalGrams: d.total.grams } : null;
  const pieces = wholeNumber(d.pieces);
  return pieces && d.each ? { ...wishes, pieces, pieceGrams: d.each.grams, totalGrams: null } : null;
}

/** A line as it is sent: one half filled in goes as it is, what is missing is said beside its field. */
export const sentLine = (d: Draft, forms: FormBook): NewOrderLine =>
  lineOf(d, forms) ?? {
    speciesId: d.speciesId,
    form: d.form,
    use: d.use,
    pieces: 0,
    pieceGrams: 0,
    totalGrams: null,
  };

/** What is wrong with the fields of one line of a form, by the field. */
export const errorsOfLine = (errors: Readonly<Record<string, string>>, i: number): Record<string, string> =>
  Object.fromEntries(
    Object.entries(errors)
      .filter(([path]) => path.startsWith(`lines.${i}.`))
      .map(([path, message]) => [path.split('.')[2]!, message]),
  );
