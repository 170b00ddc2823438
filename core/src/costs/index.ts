export { costForm, type CostInput, type FormChoice, type FormCost } from './bestForm.ts';
export { priceColumns, priceFields, readPriceRow, type PriceField, type PriceRow } from './listRow.ts';
export { jointCost, perKgOf, trimCredit, type JointOutput } from './joint.ts';
export {
  breakEvenYield,
  costByYield,
  endings,
  labourCost,
  marginOf,
  markupOf,
  perUnit,
  priceForMargin,
  priceUnits,
  withEnding,
  type PriceEnding,
  type PriceUnit,
} from './price.ts';
