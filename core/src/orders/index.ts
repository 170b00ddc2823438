export {
  parseOrder,
  usualGrams,
  type Answered,
  type OrderWords,
  type ParsedLine,
  type ParsedOrder,
  type Question,
} from './parse.ts';
export { optionFor } from './wishes.ts';
export type { Act } from './lexicon.ts';
export { anyWhite, inSeason, isWhite, whiteFishFor } from './white.ts';
export { sliceGrams, thickToleranceMm } from './thick.ts';
export { fishToBuy, toBuy, type ToBuy } from './toBuy.ts';
export { takeFree, wholeFish, type Taken } from './free.ts';
export { shortOf, type Short } from './short.ts';
export { trimAlong, type Weighed } from './trimWish.ts';
