import type { AnswerOf, StockRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { stockPlaces } from '@ember-slate/core/ledger';
import { usePlaceName, useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { SelectField, TextField, WeightField, wholeNumber, type Weight } from '../../parts/Field.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { keyOf } from './bag.ts';
import { rowKey } from '../../parts/rowKey.ts';
import { BesideCounter } from '../../parts/BesideCounter.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';
import { Table } from '../../parts/Table.tsx';

const why = [
  say('sold_without_the_scale'),
  say('weighed_wrong_before'),
  say('binned_unnoted'),
  say('drip'),
  say('not_known'),
] as const;

/** Rows in the order somebody walks: place by place, along the slab, then what ends first. */
const walk = (rows: readonly StockRow[]) => {
  const order = (r: StockRow) => (r.place === 'place:slab' ? 0 : 1 + stockPlaces.indexOf(r.place));
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
  const placeName = usePlaceName();
  const draft = useDraft(`count ${rowKey(row)}`);
  const { send, busy, problem } = useChange(routes.counter.count, draft);
  const [weight, setWeight] = useKept<Weight | null>(draft, 'weight', null);
  const [pieces, setPieces] = useKept(draft, 'pieces', '');
  const [reason, setReason] = useKept<string>(draft, 'reason', '');
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
  };
  const none = async () => {
    const outcome = await send({ ...keyOf(row), grams: 0, pieces: 0, source: 'typed', reason });
    if (outcome.ok) onDone(outcome.data.differenceGrams);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void go(weight);
      }}
    >
      <p className="text-note text-ink2">
        {say('lot_2', {
          place: placeName(row.place),
          spot: row.spot ? say('place', { spot: row.spot }) : '',
          code: row.code,
        })}
      </p>
      <h2 className="pb-3 text-big">
        {shortName(row.speciesName)}, {row.itemName}
      </h2>
      <div className="grid grid-cols-2 gap-5">
        {row.pieces > 0 && (
          <TextField label={say('pieces_there')} value={pieces} onChange={setPieces} inputMode="numeric" />
        )}
        <WeightField
          label={say('weight_there')}
          value={weight}
          onChange={setWeight}
          take={{
            act: say('take_count'),
            title: say('count', {
              speciesName: shortName(row.speciesName).toLowerCase(),
              itemName: row.itemName,
            }),
          }}
        />
      </div>
      {(asks || reason) && (
        <SelectField
          label={say('why_it_differs')}
          value={reason}
          onChange={setReason}
          empty={say('choose')}
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
              ? say('weigh_it')
              : row.pieces > 0 && wholeNumber(pieces) === null
                ? say('count_the_pieces')
                : null
          }
        >
          {say('counted_next')}
        </Button>
        <Button tall busy={busy} onPress={() => void none()}>
          {say('nothing_there')}
        </Button>
        <Button tall onPress={onSkip}>
          {say('later')}
        </Button>
      </div>
    </form>
  );
}

/** What was counted today, against the books. */
function Counted({ counts }: { counts: AnswerOf<typeof routes.counter.counts> }) {
  const placeName = usePlaceName();
  const { time } = useTimes();
  return counts.length === 0 ? (
    <p className="border-t border-line py-2 text-ink2">{say('nothing_yet')}</p>
  ) : (
    <Table
      rows={counts}
      keyOf={(c) => c.id}
      columns={[
        {
          head: say('what'),
          cell: (c) => (
            <>
              <span className="font-figure text-label font-semibold">{c.name}</span>
              <span className="block text-note text-ink3">
                {time(c.at)}, {c.by}, {placeName(c.place)}
                {c.reason && `: ${c.reason}`}
              </span>
            </>
          ),
        },
        { head: say('book'), cell: (c) => <Mass g={c.bookGrams} />, figure: true },
        { head: say('there'), cell: (c) => <Mass g={c.grams} />, figure: true },
        {
          head: say('off'),
          cell: (c) => (c.grams === c.bookGrams ? '–' : <Mass g={c.grams - c.bookGrams} sign />),
          figure: true,
        },
      ]}
    />
  );
}

/** Stock-take by walking with the scale: row after row, the book is not shown until the weight is taken. */
export default function StockTake() {
  const placeName = usePlaceName();
  const { shop } = useShop();
  const { today } = useTimes();
  const { data: rows, problem, refetch } = useRead(routes.counter.stock);
  const { data: counts } = useRead(routes.counter.counts, { query: { day: today() } });
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
    <div className="screen">
      <BesideCounter
        title={
          next
            ? say('rows_to_count', { open: open.length })
            : all.length === 0
              ? say('nothing_to_count')
              : say('everything_is_counted')
        }
      >
        {counts.length === 0
          ? say('weigh_what_really_lies_there_what')
          : say('counted_today_of', {
              counts: counts.length,
              off: mass(Math.abs(off)),
              side: off <= 0 ? say('short') : say('over'),
              book: mass(book),
              more: book > 0 ? ` (${((Math.abs(off) / book) * 100).toFixed(2)} %)` : '',
            })}
      </BesideCounter>
      <div className="panes grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] border-t border-line pt-3">
        <div>
          <SelectField
            label={say('where')}
            value={place}
            onChange={(p) => {
              setPlace(p);
              setSkipped([]);
            }}
            options={[
              { value: 'all', name: say('the_whole_shop') },
              ...shop.keeps.map((p) => ({
                value: p,
                name: placeName(p),
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
                        ? say('agrees_to_the_gram')
                        : say('than_the_book', {
                            grams: mass(Math.abs(d)),
                            side: d < 0 ? say('less') : say('more'),
                          })
                    }`,
                  );
                }}
              />
            </div>
          )}
        </div>
        <div className="pane">
          <h2 className="text-row">{say('counted_today')}</h2>
          <Counted counts={counts} />
        </div>
      </div>
    </div>
  );
}
