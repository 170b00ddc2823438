import type { Delivery } from '@ember-slate/contract';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

/** The page of a boat or a farm. */
export const boatPath = (name: string): string => `/boats/${encodeURIComponent(name)}`;

/** One difference between the note and the scale, in words. */
export function differenceText(
  { of, by }: Delivery['differences'][number],
  mass: (g: number) => string,
): string {
  const side = by < 0 ? say('short') : say('over');
  const size = Math.abs(by);
  if (of === 'weight') return say(by < 0 ? 'short_of_the_note' : 'over_the_note_by', { grams: mass(size) });
  if (of === 'number') return say('fish_5', { fish: size, side });
  return say('weights_and_prices_make_than_the', {
    money: formatMoney(size),
    side: by < 0 ? say('less') : say('more'),
  });
}
