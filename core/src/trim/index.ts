export { trimWorth, type TrimEnd, type TrimGrams, type TrimWorth } from './ledger.ts';
export {
  isMadeBatch,
  madeBatch,
  madeId,
  madeItem,
  productId,
  productIds,
  productOf,
  products,
  type Product,
  type ProductId,
} from './products.ts';
export { headFlesh, headFleshShare } from './headFlesh.ts';
export { cheeksWorth, partRefusal, productRefusal, trimUses, type TrimOf } from './rules.ts';
