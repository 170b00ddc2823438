import type { SpeciesRow, StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { usePlaceName } from '../../app/shop.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { rowKey } from '../../parts/rowKey.ts';
import { Tray } from './Tray.tsx';
import { say } from './say.ts';

interface Props {
  layout: readonly { name: string; places: number }[];
  rows: readonly StockRow[];
  /** What could lie at a free place, soonest end first. */
  waiting: readonly StockRow[];
  book: ReadonlyMap<string, SpeciesRow>;
  chosenKey: string | null;
  onChoose: (row: StockRow) => void;
  onBring: (row: StockRow, spot: string) => void;
  /** Opens the layout of the slab; null for those who may not change it. */
  onLay: (() => void) | null;
}

function FreePlace({
  code,
  next,
  onBring,
}: {
  code: string;
  next: StockRow | undefined;
  onBring: () => void;
}) {
  const mass = useMass();
  const placeName = usePlaceName();
  return (
    <div className="flex min-h-[104px] flex-col border-r border-b border-line px-2.5 py-2">
      <span className="flex justify-between text-note text-ink3">
        {say('free')} <span className="font-figure text-label">{code}</span>
      </span>
      {next && (
        <>
          <span className="mt-1 border-[1.5px] border-dashed border-rule px-2 py-1.5 text-note leading-4 text-ink2">
            {shortName(next.speciesName)}, {next.itemName}
            <br />
            {`${mass(next.freeGrams)}, ${placeName(next.place)}`}
          </span>
          <button type="button" className="why why-wet mt-auto self-start" onClick={onBring}>
            {say('bring_it_out_2')}
          </button>
        </>
      )}
    </div>
  );
}

/** The slab from behind the glass: its rows and places as the shop set them, everything drawn to one scale. */
export function Slab({ layout, rows, waiting, book, chosenKey, onChoose, onBring, onLay }: Props) {
  const low = layout.length > 3;
  const loose = rows.filter((r) => r.spot === null);
  const tray = (r: StockRow) => (
    <Tray
      key={rowKey(r)}
      row={r}
      species={book.get(r.speciesId)}
      chosen={rowKey(r) === chosenKey}
      low={low}
      onChoose={() => onChoose(r)}
    />
  );
  let offered = 0;
  return (
    <div>
      {layout.map((line) => {
        const codes = Array.from({ length: line.places }, (_, i) => `${line.name}${i + 1}`);
        return (
          <div
            key={line.name}
            className="grid max-md:grid-cols-[repeat(auto-fill,minmax(150px,1fr))]!"
            style={{ gridTemplateColumns: `repeat(${line.places}, minmax(104px, 1fr))` }}
          >
            {codes.map((code) => {
              const here = rows.find((r) => r.spot === code);
              if (here) return tray(here);
              const next = waiting[offered];
              offered++;
              return (
                <FreePlace key={code} code={code} next={next} onBring={() => next && onBring(next, code)} />
              );
            })}
          </div>
        );
      })}
      {loose.length > 0 && (
        <>
          <p className="pt-1 text-note text-ink3">{say('on_the_slab_in_no_place_of_it')}</p>
          <div className="grid grid-cols-[repeat(auto-fill,minmax(132px,1fr))] border-t border-line">
            {loose.map(tray)}
          </div>
        </>
      )}
      <div className="flex justify-between border-t-2 border-rime pt-1 text-note text-ink3">
        <span className="max-sm:hidden">{say('bar_from_now_to_sell_by_one_tick')}</span>
        <span>
          {onLay && (
            <button type="button" className="why pr-4 text-note" onClick={onLay}>
              {say('places')}
            </button>
          )}
          {say('glass_the_customers_side')}
        </span>
      </div>
    </div>
  );
}
