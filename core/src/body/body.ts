import { nth } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import {
  arrivalFraction,
  type ArrivalCondition,
  type Arriving,
  type Profile,
  type Species,
} from '../species/index.ts';
import { beyond, type Cumulative } from './cumulative.ts';
import { shapeFor, type Shape, type Shaped } from './profile.ts';
import { said } from './say.ts';

/** One fish as the knife meets it: lengths in mm, weights in g. */
export interface Body {
  profile: Profile;
  shape: Shape;
  totalMm: number;
  standardMm: number;
  /** Grams of gutted fish for one unit of the shape's integral. */
  gramsPerUnit: number;
  /** Half-height in mm at a share of standard length. */
  halfHeight: (u: number) => number;
  /** Where mm from the snout lie, and back. */
  mm: (u: number) => number;
  u: (mm: number) => number;
  /** Why weight and length do not fit the species; null when they do. */
  doubt: Said | null;
}

export type BodySpecies = Shaped &
  Arriving &
  Pick<Species, 'name' | 'lwA' | 'lwB' | 'gutted' | 'headedGutted' | 'typicalG'>;

/** Shape scale: about 1 for a typical fish of its row. */
const scaleOf = (gramsPerUnit: number, standardCm: number) => gramsPerUnit / (1.05 * standardCm ** 3);

/**
 * The body of one fish of this weight as it came; a measured total length always wins over W = a L^b (FishBase-type
 * parameters, from memory). Null for a wing, which is no side view.
 */
export function bodyOf(
  species: BodySpecies,
  condition: ArrivalCondition,
  grams: number,
  lengthMm: number | null = null,
): Body | null {
  const row = shapeFor(species);
  if (!row) return null;
  const { profile, shape } = row;
  const wholeGrams = grams / arrivalFraction(species, condition);
  const length = (whole: number) => (whole / species.lwA) ** (1 / species.lwB) * 10;
  const totalMm = lengthMm ?? length(wholeGrams);
  const standardMm = totalMm * profile.kappa;
  const unitsOf = (whole: number) => (whole * species.gutted) / (shape.gutted.total + shape.finIntegral);
  // A part is scaled by its own weight over its own integral.
  const headless = condition === 'headed_gutted' || condition === 'tail';
  const part = shape.gutted.total - shape.gutted.at(profile.collar) + shape.finIntegral;
  const gramsPerUnit = headless ? grams / part : unitsOf(wholeGrams);
  const scale = scaleOf(gramsPerUnit, standardMm / 10);
  const usual = scaleOf(unitsOf(species.typicalG), (length(species.typicalG) * profile.kappa) / 10);
  const root = Math.sqrt(scale);
  const doubt =
    scale / usual < 0.75 || scale / usual > 1.35
      ? said('mm_and_g_do_not_fit_one_look_at', {
          totalMm: Math.round(totalMm),
          grams: Math.round(grams),
          species: species.name,
        })
      : null;
  return {
    profile,
    shape,
    totalMm,
    standardMm,
    gramsPerUnit,
    halfHeight: (u) => shape.height(u) * root * standardMm,
    mm: (u) => u * standardMm,
    u: (mm) => mm / standardMm,
    doubt,
  };
}

/** Weight of a slice across the gutted fish, bone in: from `fromMm` of the snout, `thickMm` thick. */
export const steakGrams = (body: Body, fromMm: number, thickMm: number): number =>
  body.gramsPerUnit * (body.shape.gutted.at(body.u(fromMm + thickMm)) - body.shape.gutted.at(body.u(fromMm)));

/** A stretch of the fish and the curve its pieces are weighed by. */
export interface Zone {
  from: number;
  to: number;
  curve: Cumulative;
  /** Grams for one unit of the curve. */
  grams: number;
}

export type ZoneKind =
  'steaks' | 'front' | 'joint' | 'tail' | 'side' | 'loin' | 'belly' | 'slab_back' | 'slab_belly';

/**
 * Steaks: between vent and steak end, or from the collar (front); a joint: the cavity; one side: collar to fillet end;
 * slabs: those of the front split down the spine.
 */
export function zone(body: Body, kind: ZoneKind): Zone {
  const { profile, shape, gramsPerUnit } = body;
  switch (kind) {
    case 'steaks':
      return { from: profile.vent, to: profile.steakEnd, curve: shape.gutted, grams: gramsPerUnit };
    case 'front':
      return { from: profile.collar, to: profile.steakEnd, curve: shape.gutted, grams: gramsPerUnit };
    case 'slab_back':
      return { from: profile.collar, to: profile.steakEnd, curve: shape.guttedBack, grams: gramsPerUnit };
    case 'slab_belly':
      return {
        from: profile.collar,
        to: profile.steakEnd,
        curve: beyond(shape.gutted, shape.guttedBack, profile.collar, profile.steakEnd),
        grams: gramsPerUnit,
      };
    case 'joint':
      return { from: profile.collar, to: profile.vent, curve: shape.flesh, grams: gramsPerUnit };
    case 'tail':
      return { from: profile.steakEnd, to: profile.filletEnd, curve: shape.flesh, grams: gramsPerUnit };
    case 'side':
      return { from: profile.collar, to: profile.filletEnd, curve: shape.flesh, grams: gramsPerUnit / 2 };
    case 'loin':
      return { from: profile.collar, to: profile.filletEnd, curve: shape.loinFlesh, grams: gramsPerUnit / 2 };
    case 'belly':
      return {
        from: profile.collar,
        to: profile.filletEnd,
        curve: beyond(shape.flesh, shape.loinFlesh, profile.collar, profile.filletEnd),
        grams: gramsPerUnit / 2,
      };
  }
}

/** A piece that lies there by itself: the same curve, weighing what the piece weighs. */
export function zoneOfPiece(
  body: Body,
  kind: 'side' | 'loin' | 'belly',
  of: 'side' | 'loin',
  grams: number,
): Zone {
  const z = zone(body, kind);
  return { ...z, grams: (z.grams * grams) / zoneGrams(zone(body, of)) };
}

export const zoneGrams = (z: Zone): number => z.grams * (z.curve.at(z.to) - z.curve.at(z.from));

export interface Piece {
  /** From and to, shares of standard length. */
  from: number;
  to: number;
  grams: number;
}

/** `n` pieces of equal weight along a zone. Throws RangeError when `n` is not a whole number of at least 1. */
export function equalPieces(z: Zone, n: number): Piece[] {
  if (!Number.isInteger(n) || n < 1) throw new RangeError('At least one piece');
  const start = z.curve.at(z.from);
  const each = (z.curve.at(z.to) - start) / n;
  const cuts = Array.from({ length: n + 1 }, (_, i) =>
    i === 0 ? z.from : i === n ? z.to : z.curve.invert(start + i * each),
  );
  return cuts.slice(1).map((to, i) => ({ from: nth(cuts, i), to, grams: each * z.grams }));
}

/** Pieces of `target` grams from the head end, at most `most`; what is left at the end is no piece. */
export function targetPieces(z: Zone, target: number, most = Infinity): Piece[] {
  const start = z.curve.at(z.from);
  const n = Math.min(most, Math.floor(zoneGrams(z) / target + 1e-9));
  const at = (i: number) => z.curve.invert(start + (i * target) / z.grams);
  return Array.from({ length: n }, (_, i) => ({
    from: i === 0 ? z.from : at(i),
    to: at(i + 1),
    grams: target,
  }));
}

/**
 * Equal-weight share of the flesh of a flatfish that each fillet takes: eyed side `eyed` (plaice and turbot .56,
 * halibut .55), dorsal share weighted by flesh. Sums to 1.
 */
export function quarterShares(body: Body, eyed = body.profile.yieldOfGutted > 0.5 ? 0.55 : 0.56) {
  const dorsal = body.shape.loinFlesh.total / body.shape.flesh.total;
  return {
    eyedBack: eyed * dorsal,
    eyedBelly: eyed * (1 - dorsal),
    blindBack: (1 - eyed) * dorsal,
    blindBelly: (1 - eyed) * (1 - dorsal),
  };
}

/** Shares of the body behind the collar, by weight of gutted fish: cavity, middle (to the steak end) and tail. */
export function sectionShares(species: Shaped): { cavity: number; middle: number; tail: number } | null {
  const known = shapeFor(species);
  if (!known) return null;
  const { profile: p, shape } = known;
  const F = shape.gutted.at;
  const total = F(1) - F(p.collar);
  return {
    cavity: (F(p.vent) - F(p.collar)) / total,
    middle: (F(p.steakEnd) - F(p.vent)) / total,
    tail: (F(1) - F(p.steakEnd)) / total,
  };
}
