import type { SpeciesRow, StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { formatMoney } from '@ember-slate/core/units';
import { useSize } from '../../app/size.ts';
import { useTimes } from '../../app/shop.tsx';
import { DayClock } from '../../parts/DayClock.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { Pieces } from './Pieces.tsx';

/** One place on the slab: what lies there, drawn to scale, its weight, price and clock. */
export function Tray({
  row,
  species,
  chosen,
  onChoose,
}: {
  row: StockRow;
  species: SpeciesRow | undefined;
  chosen: boolean;
  onChoose: () => void;
}) {
  const [ref, { width }] = useSize<HTMLSpanElement>();
  const { today } = useTimes();
  const hot = !row.blocked && (row.sellBy === null || row.sellBy <= today());
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={onChoose}
      className={`block h-[150px] border-r border-b border-line px-2.5 py-2 text-left hover:bg-lift ${chosen ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
    >
      <span className="flex items-baseline justify-between gap-2">
        <span
          className={`line-clamp-1 font-figure text-[16px] leading-5 font-semibold ${hot ? 'text-embertext' : ''}`}
        >
          {shortName(row.speciesName)}, {row.itemName}
        </span>
        {hot && <Lozenge />}
      </span>
      <span className="flex items-baseline justify-between font-figure">
        <span className="text-row font-semibold">
          <Mass g={row.grams} />
        </span>
        <span className="text-label font-medium">
          {row.pricePerKg === null ? (
            <span className="text-note text-ink3">no price</span>
          ) : (
            formatMoney(row.pricePerKg)
          )}
        </span>
      </span>
      <span ref={ref} className="block h-[72px] overflow-hidden">
        {species && width > 0 && <Pieces row={row} species={species} width={width} />}
      </span>
      <DayClock sellBy={row.sellBy} graded={row.daysLeft !== null} />
    </button>
  );
}
