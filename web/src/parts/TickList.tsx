import { shortName } from '@ember-slate/core/species';
import { useTimes } from '../app/shop.tsx';
import { Mass } from './Mass.tsx';
import { rowKey } from './rowKey.ts';
import { say } from './say.ts';

interface Ticked {
  place: string;
  lotId: number;
  item: string;
  batch: number;
  code: string;
  speciesName: string;
  grams: number;
  sellBy: string | null;
}

/** Rows of stock to tick: what goes along, what stays. */
export function TickList<T extends Ticked>({
  rows,
  nameOf,
  ticked,
  onTick,
}: {
  rows: readonly T[];
  nameOf: (row: T) => string;
  ticked: (row: T) => boolean;
  onTick: (row: T, on: boolean) => void;
}) {
  const { dayWords } = useTimes();
  return (
    <ul className="max-h-[40vh] overflow-y-auto border-b border-line">
      {rows.map((r) => (
        <li key={rowKey(r)} className="border-t border-line">
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-6 accent-(--ink)"
              checked={ticked(r)}
              onChange={(e) => onTick(r, e.target.checked)}
            />
            <span className="min-w-0 flex-1">
              <span className="font-figure text-label font-semibold">
                {shortName(r.speciesName)}, {nameOf(r)}
              </span>{' '}
              <span className="text-note text-ink3">{r.code}</span>
            </span>
            <span className="text-note text-ink2">
              {r.sellBy ? dayWords(r.sellBy) : say('past_its_life')}
            </span>
            <span className="w-24 text-right font-figure text-label">
              <Mass g={r.grams} />
            </span>
          </label>
        </li>
      ))}
    </ul>
  );
}
