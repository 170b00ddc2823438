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
export { partRefusal, productRefusal, trimUses, type TrimOf } from './rules.ts';
