export { lotCode } from './lotCode.ts';
export { gearClasses, productionMethods, type ProductionMethod } from './terms.ts';
export {
  boxCode,
  checkDigit,
  gearClassOf,
  gs1Date,
  gs1Day,
  productionOf,
  readBoxCode,
  type BoxCode,
} from './gs1.ts';
export { areaWords, faoAreas, isSeaArea, subAreas } from './areas.ts';
export { variableGtin } from './gtin.ts';
export { cardWarnings } from './card.ts';
export { originOf, pieceLabel, type PieceFacts, type PieceLabel } from './piece.ts';
export { isPrefix, priceCheckDigit, priceCode, readPriceCode, type PriceCodeLayout } from './priceCode.ts';
