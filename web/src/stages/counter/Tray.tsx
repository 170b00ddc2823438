import type { SpeciesRow, StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useSize } from '../../app/size.ts';
import { useTimes } from '../../app/shop.tsx';
import { DayClock } from '../../parts/DayClock.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { mustGo } from './bag.ts';
import { Pieces } from './Pieces.tsx';
import { say } from './say.ts';

interface Props {
  row: StockRow;
  species: SpeciesRow | undefined;
  chosen: boolean;
  /** Four rows and more: the drawing gives way so that every place still reads. */
  low: boolean;
  onChoose: () => void;
}

/** Height of the drawing, px. */
const drawn = 54;

/** One place on the slab: what lies there, drawn to scale, its weight, price and clock. */
export function Tray({ row, species, chosen, low, onChoose }: Props) {
  const [ref, { width }] = useSize<HTMLSpanElement>();
  const { today } = useTimes();
  const hot = mustGo(row, today());
  const marked = row.pricePerKg !== null && row.fullPerKg !== null && row.pricePerKg < row.fullPerKg;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={onChoose}
      className={`block min-w-0 border-r border-b border-line px-2.5 pt-1.5 pb-1 text-left hover:bg-lift ${chosen ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
    >
      <span className="flex items-start justify-between gap-1.5">
        <span
          title={`${shortName(row.speciesName)}, ${row.itemName}`}
          className={`line-clamp-2 min-h-9 font-figure text-[16px] leading-[18px] font-semibold ${hot ? 'text-embertext' : ''} ${row.blocked ? 'text-ink3' : ''}`}
        >
          {shortName(row.speciesName)}, {row.itemName}
        </span>
        <span className="flex shrink-0 items-center gap-1 font-figure text-label text-ink3">
          {hot && <Lozenge />}
          {row.spot}
        </span>
      </span>
      <span className="flex items-baseline justify-between gap-1 font-figure">
        <span className="text-row leading-6 font-semibold whitespace-nowrap">
          <Mass g={row.grams} />
        </span>
        <span className="text-label font-medium whitespace-nowrap">
          {row.pricePerKg === null ? (
            <span className="text-note text-ink3">{say('no_price')}</span>
          ) : (
            <>
              {marked && row.pricePerPiece === null && (
                <s className="pr-1 text-[15px] text-ink3">{formatMoney(row.fullPerKg!)}</s>
              )}
              {row.pricePerPiece === null
                ? formatMoney(row.pricePerKg)
                : say('each', { money: formatMoney(row.pricePerPiece) })}
            </>
          )}
        </span>
      </span>
      <span ref={ref} className="block overflow-hidden" style={{ height: low ? 0 : drawn }}>
        {!low && species && width > 0 && <Pieces row={row} species={species} width={width} height={drawn} />}
      </span>
      {row.blocked ? (
        <span className="line-clamp-1 text-note leading-5 text-ink3" title={row.blocked}>
          {row.blocked}
        </span>
      ) : (
        <DayClock
          sellBy={row.sellBy}
          graded={row.daysLeft !== null}
          perDay={width > 0 ? Math.min(11, (width - 50) / 6) : 11}
        />
      )}
    </button>
  );
}
