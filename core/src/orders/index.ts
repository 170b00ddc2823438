export { parseOrder, type OrderWords, type ParsedLine, type ParsedOrder } from './parse.ts';
export { anyWhite, inSeason, isWhite, whiteFishFor } from './white.ts';
export { sliceGrams, thickToleranceMm } from './thick.ts';
export { fishToBuy, toBuy, type ToBuy } from './toBuy.ts';
export { takeFree, wholeFish, type Taken } from './free.ts';
export { trimAlong, type Weighed } from './trimWish.ts';
