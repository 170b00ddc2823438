import { contract, type Problem, type StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { SelectField, TextField, WeightField, wholeNumber, type Weight } from '../../parts/Field.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { placeNames } from './Amount.tsx';
import { keyOf, rowKey } from './bag.ts';
import { BesideCounter } from './BesideCounter.tsx';
import { Refused } from '../../parts/Refused.tsx';

const why = [
  'sold without the scale',
  'weighed wrong before',
  'binned unnoted',
  'drip',
  'not known',
] as const;

/** Rows in the order somebody walks: place by place, along the slab, then what ends first. */
const walk = (rows: readonly StockRow[]) => {
  const places = Object.keys(placeNames);
  const order = (r: StockRow) => (r.place === 'place:slab' ? 0 : 1 + places.indexOf(r.place));
  return [...rows].sort(
    (a, b) =>
      order(a) - order(b) ||
      (a.spot ?? 'Z').localeCompare(b.spot ?? 'Z', 'en', { numeric: true }) ||
      a.code.localeCompare(b.code),
  );
};

/** One row under the scale: its weight is taken blind, the difference is said after. */
function CountRow({
  row,
  onDone,
  onSkip,
}: {
  row: StockRow;
  onDone: (off: number) => void;
  onSkip: () => void;
}) {
  const draft = useDraft(`count ${rowKey(row)}`);
  const { send, busy } = useChange(contract.counter.count, draft);
  const [weight, setWeight] = useKept<Weight | null>(draft, 'weight', null);
  const [pieces, setPieces] = useKept(draft, 'pieces', '');
  const [reason, setReason] = useKept<(typeof why)[number] | ''>(draft, 'reason', '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const asks = problem?.errors?.[0]?.path === 'reason';
  const go = async (w: Weight | null) => {
    if (!w) return;
    const outcome = await send({
      ...keyOf(row),
      grams: w.grams,
      pieces: row.pieces > 0 ? (wholeNumber(pieces) ?? 0) : 0,
      source: w.source,
      reason,
    });
    if (outcome.ok) onDone(outcome.data.differenceGrams);
    else setProblem(outcome.problem);
  };
  const none = async () => {
    const outcome = await send({ ...keyOf(row), grams: 0, pieces: 0, source: 'typed', reason });
    if (outcome.ok) onDone(outcome.data.differenceGrams);
    else setProblem(outcome.problem);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void go(weight);
      }}
    >
      <p className="text-note text-ink2">
        {placeNames[row.place]}
        {row.spot ? `, place ${row.spot}` : ''} · lot {row.code}
      </p>
      <h2 className="pb-3 text-big">
        {shortName(row.speciesName)}, {row.itemName}
      </h2>
      <div className="grid grid-cols-2 gap-5">
        {row.pieces > 0 && (
          <TextField label="Pieces there" value={pieces} onChange={setPieces} inputMode="numeric" />
        )}
        <WeightField
          label="Weight there"
          value={weight}
          onChange={setWeight}
          take={{
            act: 'Take count',
            title: `Count ${shortName(row.speciesName).toLowerCase()}, ${row.itemName}`,
          }}
        />
      </div>
      {(asks || reason) && (
        <SelectField
          label="Why it differs"
          value={reason}
          onChange={setReason}
          empty="choose"
          options={why.map((w) => ({ value: w, name: w }))}
        />
      )}
      <Refused problem={problem} />
      <div className="flex flex-wrap gap-3">
        <Button
          submit
          kind="main"
          tall
          busy={busy}
          notYet={
            weight === null
              ? 'weigh it'
              : row.pieces > 0 && wholeNumber(pieces) === null
                ? 'count the pieces'
                : null
          }
        >
          Counted, next
        </Button>
        <Button tall busy={busy} onPress={() => void none()}>
          Nothing there
        </Button>
        <Button tall onPress={onSkip}>
          Later
        </Button>
      </div>
    </form>
  );
}

/** Stock-take by walking with the scale: row after row, the book is not shown until the weight is taken. */
export default function StockTake() {
  const { today, time } = useTimes();
  const { data: rows, problem, refetch } = useRead(contract.counter.stock);
  const { data: counts } = useRead(contract.counter.counts, { query: { day: today() } });
  const [place, setPlace] = useState<StockRow['place'] | 'all'>('all');
  const [done, setDone] = useState<readonly string[]>([]);
  const [skipped, setSkipped] = useState<readonly string[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const mass = useMass();
  if (!rows || !counts) return <Waiting problem={problem} onRetry={refetch} />;
  const all = walk(rows.filter((r) => r.grams > 0 && (place === 'all' || r.place === place)));
  const open = all.filter((r) => !done.includes(rowKey(r)));
  const next = open.find((r) => !skipped.includes(rowKey(r))) ?? open[0];
  const off = counts.reduce((s, c) => s + c.grams - c.bookGrams, 0);
  const book = counts.reduce((s, c) => s + c.bookGrams, 0);
  return (
    <div className="flex h-full flex-col">
      <BesideCounter
        title={
          next
            ? `${open.length} rows to count`
            : all.length === 0
              ? 'Nothing to count'
              : 'Everything is counted'
        }
      >
        {counts.length === 0
          ? 'Weigh what really lies there; what the book says is told after.'
          : `${counts.length} counted today, ${mass(Math.abs(off))} ${off <= 0 ? 'short' : 'over'} of ${mass(book)}${
              book > 0 ? ` (${((Math.abs(off) / book) * 100).toFixed(2)} %)` : ''
            }.`}
      </BesideCounter>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-8 border-t border-line pt-3 max-sm:grid-cols-1">
        <div>
          <SelectField
            label="Where"
            value={place}
            onChange={(p) => {
              setPlace(p);
              setSkipped([]);
            }}
            options={[
              { value: 'all', name: 'the whole shop' },
              ...(Object.keys(placeNames) as StockRow['place'][]).map((p) => ({
                value: p,
                name: placeNames[p],
              })),
            ]}
          />
          {said && (
            <p role="status" className="border-b border-line pb-2">
              {said}
            </p>
          )}
          {next && (
            <div className="pt-3">
              <CountRow
                key={rowKey(next)}
                row={next}
                onSkip={() => setSkipped((had) => [...had.filter((k) => k !== rowKey(next)), rowKey(next)])}
                onDone={(d) => {
                  setDone((had) => [...had, rowKey(next)]);
                  setSaid(
                    `${shortName(next.speciesName)}, ${next.itemName}: ${
                      d === 0
                        ? 'agrees to the gram'
                        : `${mass(Math.abs(d))} ${d < 0 ? 'less' : 'more'} than the book`
                    }`,
                  );
                }}
              />
            </div>
          )}
        </div>
        <div className="min-h-0 overflow-y-auto">
          <h2 className="text-row">Counted today</h2>
          {counts.length === 0 ? (
            <p className="border-t border-line py-2 text-ink2">Nothing yet.</p>
          ) : (
            <table className="plain">
              <thead>
                <tr>
                  <th>What</th>
                  <th className="text-right">Book</th>
                  <th className="text-right">There</th>
                  <th className="text-right">Off</th>
                </tr>
              </thead>
              <tbody>
                {counts.map((c) => (
                  <tr key={c.id}>
                    <td>
                      <span className="font-figure text-label font-semibold">{c.name}</span>
                      <span className="block text-note text-ink3">
                        {time(c.at)}, {c.by}, {placeNames[c.place]}
                        {c.reason && `: ${c.reason}`}
                      </span>
                    </td>
                    <td className="num">
                      <Mass g={c.bookGrams} />
                    </td>
                    <td className="num">
                      <Mass g={c.grams} />
                    </td>
                    <td className="num">
                      {c.grams === c.bookGrams ? '–' : <Mass g={c.grams - c.bookGrams} sign />}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </div>
      </div>
    </div>
  );
}
