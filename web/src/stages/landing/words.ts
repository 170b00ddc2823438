import type { Delivery } from '@ember-slate/contract';
import { formatMoney } from '../../parts/money.ts';

/** One difference between the note and the scale, in words. */
export function differenceText(
  { of, by }: Delivery['differences'][number],
  mass: (g: number) => string,
): string {
  const side = by < 0 ? 'short' : 'over';
  const size = Math.abs(by);
  if (of === 'weight') return `${mass(size)} ${side} of the note`.replace('over of', 'over');
  if (of === 'number') return `${size} fish ${side}`;
  return `weights and prices make ${formatMoney(size)} ${by < 0 ? 'less' : 'more'} than the note`;
}
