import { contract, type Problem, type StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { keyOf, rowKey } from './bag.ts';

interface Props {
  way: 'fill' | 'clear';
  rows: readonly StockRow[];
  free: number;
  onClose: () => void;
}

/** The morning and the evening of a slab: rows brought out whole, what ends first proposed; or all taken back. */
export function FillSlab({ way, rows, free, onClose }: Props) {
  const { send, busy } = useChange(contract.counter.moveAll);
  const { dayWords } = useTimes();
  const [left, setLeft] = useState<readonly string[]>(() =>
    way === 'clear' ? [] : rows.slice(free).map(rowKey),
  );
  const [problem, setProblem] = useState<Problem | null>(null);
  // Fish that is promised stays in the cold room: it is brought out by hand, piece by piece.
  const fit = rows.filter((r) => r.freeGrams === r.grams);
  const chosen = fit.filter((r) => !left.includes(rowKey(r)));
  const go = async () => {
    const outcome = await send({
      rows: chosen.map(keyOf),
      to: way === 'fill' ? 'place:slab' : 'place:cold_room',
    });
    if (outcome.ok) onClose();
    else setProblem(outcome.problem);
  };
  return (
    <Dialog open title={way === 'fill' ? 'Fill the slab' : 'Clear the slab'} onClose={onClose}>
      <p className="pb-2 text-ink2">
        {way === 'fill'
          ? `${free} places are free. What ends first is chosen; each row comes out whole.`
          : 'Everything goes back to the cold room, each row whole, with its clock.'}
      </p>
      <ul className="max-h-[46vh] overflow-y-auto border-b border-line">
        {fit.map((r) => {
          const on = !left.includes(rowKey(r));
          return (
            <li key={rowKey(r)} className="border-t border-line">
              <label className="flex min-h-11 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-6 accent-(--ink)"
                  checked={on}
                  onChange={() =>
                    setLeft((had) => (on ? [...had, rowKey(r)] : had.filter((k) => k !== rowKey(r))))
                  }
                />
                <span className="min-w-0 flex-1 truncate">
                  <span className="font-figure text-label font-semibold">
                    {shortName(r.speciesName)}, {r.itemName}
                  </span>{' '}
                  <span className="text-note text-ink3">{r.code}</span>
                </span>
                <span className="text-note text-ink2">{r.sellBy ? dayWords(r.sellBy) : 'past its life'}</span>
                <span className="w-24 text-right font-figure text-label">
                  <Mass g={r.grams} />
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      {fit.length === 0 && <p className="py-3 text-ink2">Nothing that could be brought out whole.</p>}
      {problem && (
        <p role="alert" className="my-2 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3 pt-4">
        <Button
          kind="main"
          busy={busy}
          notYet={chosen.length === 0 ? 'nothing is chosen' : null}
          onPress={() => void go()}
        >
          {way === 'fill' ? `Bring ${chosen.length} out` : `Take ${chosen.length} back`}
        </Button>
        <Button onPress={onClose}>Not now</Button>
      </div>
    </Dialog>
  );
}
