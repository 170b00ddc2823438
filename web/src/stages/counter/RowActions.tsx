import { contract, type Problem, type StockRow } from '@ember-slate/contract';
import { formatMoney } from '@ember-slate/core/units';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { say, useAct } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import {
  MoneyField,
  SelectField,
  TextField,
  WeightField,
  wholeNumber,
  type Weight,
} from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { keyOf } from './bag.ts';

const reasons = [
  'out of life',
  'damaged',
  'dropped',
  'returned by a customer',
  'no buyer',
  'rejected',
  'staff meal',
  'fish cakes',
  'stock',
] as const;
type What = 'move' | 'discard' | 'count' | 'price';
type Place = StockRow['place'];
const placeNames: Record<Place, string> = {
  'place:cold_room': 'cold room',
  'place:slab': 'slab',
  'place:display': 'display case',
  'place:freezer': 'freezer',
  'place:van': 'van',
};

/** How much of a row, from the scale or typed. */
function Amount({
  row,
  weight,
  setWeight,
  pieces,
  setPieces,
  act,
}: {
  row: StockRow;
  weight: Weight | null;
  setWeight: (w: Weight | null) => void;
  pieces: string;
  setPieces: (p: string) => void;
  act: string;
}) {
  return (
    <div className="grid grid-cols-2 gap-5">
      <WeightField
        label="Weight"
        value={weight}
        onChange={setWeight}
        take={{ act, title: `${row.speciesName}, ${row.itemName}` }}
      />
      {row.pieces > 0 && (
        <TextField
          label={`Pieces of ${row.pieces}`}
          value={pieces}
          onChange={setPieces}
          inputMode="numeric"
        />
      )}
    </div>
  );
}

/** What can be done with the chosen row beside selling it. */
export function RowActions({
  row,
  onDone,
  manager,
}: {
  row: StockRow;
  onDone: () => void;
  manager: boolean;
}) {
  const mass = useMass();
  const act = useAct();
  const [what, setWhat] = useState<What | null>(null);
  const [weight, setWeight] = useState<Weight | null>(null);
  const [pieces, setPieces] = useState('');
  const [to, setTo] = useState<Place>(row.place === 'place:slab' ? 'place:cold_room' : 'place:slab');
  const [end, setEnd] = useState<'waste' | 'kitchen'>('waste');
  const [reason, setReason] = useState<(typeof reasons)[number] | ''>('');
  const [price, setPrice] = useState(row.pricePerKg);
  const [problem, setProblem] = useState<Problem | null>(null);
  const move = useChange(contract.counter.move);
  const discard = useChange(contract.counter.discard);
  const count = useChange(contract.counter.count);
  const setPriceOf = useChange(contract.counter.price);
  const busy = move.busy || discard.busy || count.busy || setPriceOf.busy;

  const open = (w: What) => {
    setWhat(w);
    setProblem(null);
    // Moving and binning usually mean all of it.
    setWeight(w === 'count' ? null : { grams: row.freeGrams, source: 'estimated' });
    setPieces(w === 'count' ? '' : String(row.freePieces));
  };
  const submit = async () => {
    const key = keyOf(row);
    const amount = { grams: weight?.grams ?? 0, pieces: row.pieces > 0 ? (wholeNumber(pieces) ?? 0) : 0 };
    const outcome =
      what === 'move'
        ? await move.send({ ...key, ...amount, to })
        : what === 'discard'
          ? await discard.send({ ...key, ...amount, to: end, reason })
          : what === 'count'
            ? await count.send({ ...key, ...amount, source: weight?.source ?? 'typed' })
            : await setPriceOf.send({ speciesId: row.speciesId, item: row.item, perKg: price ?? 0 });
    if (!outcome.ok) return setProblem(outcome.problem);
    if ('differenceGrams' in outcome.data) {
      const off = outcome.data.differenceGrams;
      act(
        say({
          text:
            off === 0
              ? 'Counted: it agrees to the gram'
              : `Counted: ${mass(Math.abs(off))} ${off < 0 ? 'less' : 'more'} than the book, now unaccounted`,
          problem: false,
        }),
      );
    }
    setWhat(null);
    if (what !== 'price') onDone();
  };
  const titles: Record<What, string> = {
    move: 'Move it',
    discard: 'Bin it, or use it in the kitchen',
    count: 'Count it',
    price: 'Price a kilogram',
  };
  return (
    <div className="flex flex-wrap items-center gap-3 border-t border-line pt-2">
      <p className="min-w-0 flex-1 text-note text-ink2">
        <strong className="font-figure text-label font-semibold text-ink">{row.itemName}</strong> lot{' '}
        {row.code} · {row.daysLeft === null ? 'not graded' : `${row.daysLeft.toFixed(1)} days left`} ·{' '}
        {row.blocked ?? row.cautions.join(' ')}
      </p>
      <Button small onPress={() => open('move')}>
        {row.place === 'place:slab' ? 'Take it back' : 'Bring it out'}
      </Button>
      <Button small onPress={() => open('discard')}>
        Bin
      </Button>
      <Button small onPress={() => open('count')}>
        Count
      </Button>
      {manager && (
        <Button small onPress={() => open('price')}>
          Price {row.pricePerKg === null ? '' : formatMoney(row.pricePerKg)}
        </Button>
      )}
      {what && (
        <Dialog open title={titles[what]} onClose={() => setWhat(null)}>
          <form
            onSubmit={(e) => {
              e.preventDefault();
              void submit();
            }}
          >
            {what !== 'price' && (
              <Amount
                row={row}
                weight={weight}
                setWeight={setWeight}
                pieces={pieces}
                setPieces={setPieces}
                act={what === 'count' ? 'Take count' : 'Take weight'}
              />
            )}
            {what === 'count' && (
              <p className="pb-3 text-ink2">
                Weigh what really lies there. The difference to the book is kept as unaccounted, in grams.
              </p>
            )}
            {what === 'move' && (
              <SelectField
                label="To"
                value={to}
                onChange={setTo}
                options={(Object.keys(placeNames) as Place[])
                  .filter((p) => p !== row.place)
                  .map((p) => ({ value: p, name: placeNames[p] }))}
              />
            )}
            {what === 'discard' && (
              <div className="grid grid-cols-2 gap-5">
                <SelectField
                  label="To"
                  value={end}
                  onChange={setEnd}
                  options={[
                    { value: 'waste', name: 'the bin' },
                    { value: 'kitchen', name: 'the kitchen' },
                  ]}
                />
                <SelectField
                  label="Reason"
                  value={reason}
                  onChange={setReason}
                  empty="choose"
                  options={reasons.map((r) => ({ value: r, name: r }))}
                />
              </div>
            )}
            {what === 'price' && <MoneyField label="Price a kg" value={price} onChange={setPrice} />}
            {problem && (
              <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
                {problem.detail}
              </p>
            )}
            <div className="flex gap-3">
              <Button
                submit
                kind="main"
                busy={busy}
                notYet={
                  what === 'discard' && !reason
                    ? 'choose the reason'
                    : what === 'price' && price === null
                      ? 'say the price'
                      : null
                }
              >
                {titles[what].split(',')[0]}
              </Button>
              <Button onPress={() => setWhat(null)}>Leave it</Button>
            </div>
          </form>
        </Dialog>
      )}
    </div>
  );
}
