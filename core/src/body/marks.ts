import type { Said } from '@ember-slate/words/said';
import { zoneGrams, type Body, type Piece, type Zone } from './body.ts';
import { said } from './say.ts';

/** What a zone is to be cut into. */
export interface CutWish {
  /** So many equal pieces, pieces of a weight, or pieces of a thickness. */
  by: 'pieces' | 'grams' | 'mm';
  amount: number;
  /** What does not make a whole piece: left as it is, or shared so that all weigh the same. */
  rest: 'leave' | 'share';
  /** Width the saw takes, mm; 0 for a knife. */
  kerfMm: number;
}

export interface Marks {
  pieces: Piece[];
  /** Behind the last piece, and what the saw took, g. */
  restGrams: number;
  sawGrams: number;
}

/** What turns mm into places of a zone: a body, or a wing's span. */
type Scale = Pick<Body, 'u'>;

/** Grams between two places of a zone. */
const between = (z: Zone, from: number, to: number) =>
  Math.max(0, z.grams * (z.curve.at(Math.min(z.to, to)) - z.curve.at(Math.max(z.from, from))));

/** So many pieces of one weight from the start of a zone, a kerf between them; fewer where it ends before. */
function walk(body: Scale, z: Zone, each: number, most: number, kerfMm: number): Piece[] {
  const kerf = body.u(kerfMm);
  const pieces: Piece[] = [];
  let from = z.from;
  while (pieces.length < most) {
    const start = z.curve.at(from);
    // A hair of a gram too little is no piece lost.
    if ((z.curve.at(z.to) - start) * z.grams < each - 1e-6) break;
    const to = z.curve.invert(start + each / z.grams);
    pieces.push({ from, to, grams: each });
    from = to + kerf;
    if (from >= z.to) break;
  }
  return pieces;
}

/** `n` pieces of one weight that fill a zone with kerfs between: what the saw takes is found by taking it again and again. */
function equalWithKerf(body: Scale, z: Zone, n: number, kerfMm: number): Piece[] {
  const total = zoneGrams(z);
  const kerf = body.u(kerfMm);
  // The saw would take all there is.
  if (kerf * (n - 1) >= z.to - z.from) return [];
  const [first, last] = [z.curve.at(z.from), z.curve.at(z.to)];
  let each = total / n;
  let pieces: Piece[] = [];
  for (let round = 0; round < 40; round++) {
    let from = z.from;
    let saw = 0;
    pieces = Array.from({ length: n }, (_, i): Piece => {
      const start = from === z.from ? first : z.curve.at(from);
      const to = i === n - 1 ? z.to : z.curve.invert(Math.min(last, start + each / z.grams));
      const piece = { from, to, grams: each };
      if (i < n - 1) {
        from = Math.min(z.to, to + kerf);
        saw += between(z, to, from);
      }
      return piece;
    });
    const next = (total - saw) / n;
    if (next <= 0) return [];
    if (Math.abs(next - each) < 1e-7) break;
    each = next;
  }
  return pieces;
}

/**
 * Where to cut a zone. By weight the pieces step from the head end, and what is left stays, or is shared: as many as
 * come nearest the weight, all alike. Throws RangeError for an amount that is no piece.
 */
export function marksOn(body: Scale, z: Zone, wish: CutWish): Marks {
  if (!(wish.amount > 0) || !(wish.kerfMm >= 0)) throw new RangeError('Pieces are of more than nothing');
  const total = zoneGrams(z);
  let pieces: Piece[];
  if (wish.by === 'mm') {
    const step = body.u(wish.amount);
    const kerf = body.u(wish.kerfMm);
    const n = Math.floor((z.to - z.from + kerf + 1e-9) / (step + kerf));
    pieces = Array.from({ length: Math.min(n, 500) }, (_, i) => {
      const from = z.from + i * (step + kerf);
      return { from, to: from + step, grams: between(z, from, from + step) };
    });
  } else if (wish.by === 'grams' && wish.rest === 'leave') {
    pieces = walk(body, z, wish.amount, 500, wish.kerfMm);
  } else {
    const n = wish.by === 'pieces' ? Math.round(wish.amount) : Math.max(1, Math.round(total / wish.amount));
    pieces = equalWithKerf(body, z, Math.min(500, Math.max(1, n)), wish.kerfMm);
  }
  const end = pieces.at(-1)?.to ?? z.from;
  const cut = pieces.reduce((s, p) => s + p.grams, 0);
  // The last cut takes its kerf too, where something is left behind it.
  const restFrom =
    end >= z.to ? z.to : pieces.length > 0 ? Math.min(z.to, end + body.u(wish.kerfMm)) : z.from;
  const restGrams = between(z, restFrom, z.to);
  return { pieces, restGrams, sawGrams: Math.max(0, total - cut - restGrams) };
}

/** Slices of a side narrower than this fall apart in the pan, wider ones cook unevenly (common practice), mm. */
const sliceMm = [40, 60] as const;

/**
 * Straight or block cut for a side: how wide a full slice of this weight is where the side is thickest, and what that
 * asks for, in words.
 */
export function sliceAdvice(body: Body, side: Zone, grams: number): { mm: number; advice: Said } {
  // Where the side is thickest, slices come out narrowest.
  const middle = side.from + 0.35 * (side.to - side.from);
  const start = side.curve.at(middle);
  const to = side.curve.invert(start + grams / side.grams);
  const mm = Math.round(body.mm(to) - body.mm(middle));
  const advice =
    mm < sliceMm[0]
      ? said('a_full_slice_of_g_is_only_mm_wide', { grams: Math.round(grams), mm })
      : mm > sliceMm[1]
        ? said('a_full_slice_of_g_is_mm_wide_here', { grams: Math.round(grams), mm })
        : said('a_full_slice_of_g_is_mm_wide_here_2', { grams: Math.round(grams), mm });
  return { mm, advice };
}

/** People that so many ready grams feed, at a portion of this weight (115 to 170 g usual, common practice). */
export const peopleFed = (readyGrams: number, portionGrams: number): number =>
  portionGrams > 0 ? Math.floor(readyGrams / portionGrams + 1e-9) : 0;
