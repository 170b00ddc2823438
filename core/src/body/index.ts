export { wingCut, wingEdgeMm, wingOutline, wingsOf, wingZone } from './wing.ts';
export {
  bodyOf,
  equalPieces,
  quarterShares,
  sectionShares,
  steakGrams,
  targetPieces,
  zone,
  zoneGrams,
  zoneOfPiece,
  type Body,
  type BodySpecies,
  type Piece,
  type Zone,
  type ZoneKind,
} from './body.ts';
export { marksOn, peopleFed, sliceAdvice, type CutWish, type Marks } from './marks.ts';
export { remark, type Known, type Remarked } from './remark.ts';
export { learnedSpread, usualSpread, type Spread } from './spread.ts';
export { cumulative } from './cumulative.ts';
export { outline, type Outline } from './outline.ts';
export { pchip } from './pchip.ts';
export { profileFaults, profileOf, profiles, shapeOf, type Shaped } from './profile.ts';
