import { sure } from '../found.ts';
import { formRefusal, type Form } from '../forms/index.ts';
import type { Species } from '../species/index.ts';
import { piecesOf } from './gives.ts';
import { canPromise, offerFrom, type AvailableLot, type Want } from './offers.ts';

/** A species with what of it lies free. */
export interface Stock {
  species: Species;
  lots: readonly AvailableLot[];
}

/** Something near the wish that can be promised: what changes of it. */
export interface Nearest {
  kind: 'fewer' | 'size' | 'form' | 'species' | 'sooner';
  speciesId: string;
  form: string;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  dueInDays: number;
}

const promised = (stock: Stock, want: Want) =>
  canPromise(
    stock.lots.map((l) => offerFrom(stock.species, l, want)),
    want,
  );

const asked = (species: Species, want: Want, kind: Nearest['kind']): Nearest => ({
  kind,
  speciesId: species.id,
  form: want.form.id,
  pieces: want.pieces,
  pieceGrams: want.pieceGrams,
  totalGrams: want.totalGrams,
  dueInDays: want.dueInDays,
});

/** The heaviest piece of a form one of these fish gives, g; 0 where none gives any. */
function heaviestPiece({ species, lots }: Stock, want: Want): number {
  const any = { ...want, pieces: null, pieceGrams: null, totalGrams: 1 };
  const { form, options, month } = want;
  return lots.reduce((most, lot) => {
    const offer = offerFrom(species, lot, any);
    if (offer.refusal !== null) return most;
    const { condition, farmed, roe } = lot;
    const fish = { species, condition, grams: offer.fishGrams, farmed, roe };
    return Math.max(
      most,
      piecesOf(fish, { form, options, pieceGrams: sure(want.pieceGrams), month }).heaviest,
    );
  }, 0);
}

/** How alike two forms are to the one who eats them: of the same part first, boned alike, then of like size. */
const unlike = (a: Form, b: Form): number =>
  (a.section === b.section ? 0 : 2) +
  (a.boneless === b.boneless ? 0 : 1) +
  Math.abs(Math.log(a.pieceG / b.pieceG));

/**
 * What can be promised that is nearest to a wish that cannot: as many as there are, smaller pieces, another form of the
 * same fish, another fish of its kind, or sooner. At most one of each, the likeliest first; none for a wish that can.
 */
export function nearestOffers(
  stock: Stock,
  others: readonly Stock[],
  forms: readonly Form[],
  want: Want,
): Nearest[] {
  const { species } = stock;
  const found: Nearest[] = [];
  const { answer, servable } = promised(stock, want);
  // There is fish enough: what else may stand in its way is no question of fish.
  if (answer === 'yes') return [];
  const byWeight = want.totalGrams !== null;
  const fewer = byWeight ? Math.floor(servable / 50) * 50 : servable;
  if (fewer > 0)
    found.push({
      ...asked(species, want, 'fewer'),
      ...(byWeight ? { totalGrams: fewer } : { pieces: fewer }),
    });
  if (want.pieceGrams !== null && servable === 0) {
    const heaviest = Math.floor(heaviestPiece(stock, want) / 10) * 10;
    const smaller = { ...want, pieceGrams: heaviest };
    if (
      heaviest >= want.pieceGrams * 0.4 &&
      heaviest < want.pieceGrams &&
      promised(stock, smaller).answer === 'yes'
    )
      found.push(asked(species, smaller, 'size'));
  }
  const other = forms
    .filter(
      (f) =>
        f.id !== want.form.id && !f.off && f.section !== 'trim' && formRefusal(species, null, f) === null,
    )
    .sort((a, b) => unlike(a, want.form) - unlike(b, want.form))
    .map((form) => ({ ...want, form }))
    .find((w) => promised(stock, w).answer === 'yes');
  if (other) found.push(asked(species, other, 'form'));
  const kind = others
    .filter(
      (o) =>
        o.species.id !== species.id &&
        o.species.euGroup === species.euGroup &&
        o.species.fat === species.fat &&
        formRefusal(o.species, null, want.form) === null,
    )
    .find((o) => promised(o, want).answer === 'yes');
  if (kind) found.push(asked(kind.species, want, 'species'));
  if (found.length < 4) {
    // What can be promised for a day can be promised for every day before it: halved, however far off the day is.
    const earlier = (quarters: number) => ({ ...want, dueInDays: want.dueInDays - quarters / 4 });
    let [late, soon] = [0, Math.floor(want.dueInDays * 4)];
    if (soon > 0 && promised(stock, earlier(soon)).answer === 'yes') {
      while (soon - late > 1) {
        const half = Math.floor((late + soon) / 2);
        if (promised(stock, earlier(half)).answer === 'yes') soon = half;
        else late = half;
      }
      found.push(asked(species, earlier(soon), 'sooner'));
    }
  }
  return found;
}

/** Lots nobody has graded that would serve the rest of a wish if they turn out fit, by code; none when they would not. */
export function ifGraded(stock: Stock, want: Want): string[] {
  const ungraded = stock.lots.filter((l) => l.verdict === null);
  if (ungraded.length === 0) return [];
  const hoped = stock.lots.map((l): AvailableLot => (l.verdict === null ? { ...l, verdict: 'accept' } : l));
  return promised({ ...stock, lots: hoped }, want).answer === 'yes' ? ungraded.map((l) => l.code) : [];
}
