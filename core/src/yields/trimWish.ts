import type { TrimId } from './trims.ts';

/** What becomes of the trim: the shop's own, head and bones along for stock, or all of it along. */
export type TrimWish = 'shop' | 'stock' | 'all';

const forStock: readonly string[] = ['head', 'collars', 'frame'] satisfies TrimId[];

/** Whether a trim of their fish goes along with an order. */
export const goesAlong = (wish: TrimWish, trim: string): boolean =>
  wish === 'all' || (wish === 'stock' && forStock.includes(trim));
