import type { StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { usePlaceName } from '../../app/shop.tsx';
import { DayClock } from '../../parts/DayClock.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { rowKey } from '../../parts/rowKey.ts';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

interface Props {
  rows: readonly StockRow[];
  chosenKey: string | null;
  onChoose: (row: StockRow) => void;
}

/** Everything behind the slab, what runs out of life first, first. */
export function StockList({ rows, chosenKey, onChoose }: Props) {
  const placeName = usePlaceName();
  if (rows.length === 0) return <p className="pb-4 text-ink2">{say('nothing_behind_the_slab')}</p>;
  return (
    <ul className="pb-4">
      {rows.map((r) => {
        const on = rowKey(r) === chosenKey;
        return (
          <li key={rowKey(r)} className="border-t border-line">
            <button
              type="button"
              aria-pressed={on}
              onClick={() => onChoose(r)}
              className={`grid min-h-11 w-full grid-cols-[minmax(0,1fr)_112px_96px_64px_170px] items-center gap-3 px-2 text-left hover:bg-lift max-sm:grid-cols-[minmax(0,1fr)_96px] ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
            >
              <span className="min-w-0">
                <span className="font-figure text-label font-semibold">
                  {shortName(r.speciesName)}, {r.itemName}
                </span>{' '}
                <span className="text-note text-ink3">
                  {r.code}
                  {r.place === 'place:cold_room' ? '' : `, ${placeName(r.place)}`}
                </span>
              </span>
              <span className="text-note text-ink2 max-sm:hidden">
                {r.blocked ??
                  (r.pieces === 0
                    ? ''
                    : r.freePieces < r.pieces
                      ? say('free_of', { freePieces: r.freePieces, pieces: r.pieces })
                      : say('on_the_pan_pieces', { pieces: r.pieces }))}
              </span>
              <span className="text-right font-figure text-label font-semibold">
                <Mass g={r.grams} />
              </span>
              <span className="text-right font-figure text-label max-sm:hidden">
                {r.pricePerPiece !== null
                  ? say('each', { money: formatMoney(r.pricePerPiece) })
                  : r.pricePerKg === null
                    ? '–'
                    : formatMoney(r.pricePerKg)}
              </span>
              <span className="max-sm:hidden">
                <DayClock
                  sellBy={r.sellBy}
                  graded={r.daysLeft !== null}
                  quiet={r.blocked !== null}
                  perDay={11}
                />
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
