import type { AnswerOf, ListedPrice, MoneySettings } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { perUnit } from '@ember-slate/core/costs';
import type { Unit } from '@ember-slate/core/prices';
import { shortName } from '@ember-slate/core/species';
import { useMemo, useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNotify } from '../../app/notify.ts';
import { useNow, useTimes, useSpecies } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { DayField, MoneyField, TextField } from '../../parts/Field.tsx';
import { LineChart } from '../../parts/LineChart.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney, inMoney, moneySign } from '../../parts/money.ts';
import { Refused } from '../../parts/Refused.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { OnePrice, PastedPrices } from './NewPrices.tsx';
import { say } from './say.ts';
import { Table } from '../../parts/Table.tsx';

const unitWords = { kg: say('a_kg_2'), '100g': 'a 100 g', lb: say('a_lb') } as const;
/** A price as it is said: a piece, or a kilogram. */
const priceWords = (p: { perKg: number; perPiece: number | null }): string =>
  p.perPiece === null ? formatMoney(p.perKg) : say('each', { money: formatMoney(p.perPiece) });
const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share * 100)} %`);

/** Prices that stand from a day to come; each may be dropped until then. */
function Ahead({ of }: { of: ListedPrice }) {
  const { dayWords } = useTimes();
  const said = useNotify();
  const { send, busy } = useChange(routes.prices.dropAhead);
  return (
    <ul>
      {of.ahead.map((a) => (
        <li key={a.id} className="flex items-center justify-between border-t border-line">
          <span>
            {say('ahead', { price: priceWords(a), day: dayWords(a.from) })}, {a.by}
          </span>
          <button
            type="button"
            className="why why-wet"
            disabled={busy}
            onClick={() => void send({}, { id: a.id }).then((o) => said(o, say('dropped')))}
          >
            {say('drop_it')}
          </button>
        </li>
      ))}
    </ul>
  );
}

/** What it was sold for as a line, what its fish was bought for as dots; null where nothing is known. */
function useChart(data: AnswerOf<typeof routes.prices.history> | undefined) {
  const { written } = useTimes();
  const now = useNow(3_600_000).getTime();
  return useMemo(() => {
    if (!data) return null;
    const bought = data.bought.map((b) => [Date.parse(`${b.day}T12:00:00Z`), inMoney(b.perKg)] as const);
    const sold = data.sold.map((s) => [Date.parse(s.at), inMoney(s.perKg)] as const);
    const steps = sold.flatMap((s, i) => [...(i > 0 ? [[s[0], sold[i - 1]![1]] as const] : []), s]);
    const all = [...bought, ...sold];
    if (all.length === 0) return null;
    const from = Math.min(...all.map((p) => p[0]));
    const top = Math.max(...all.map((p) => p[1]));
    const lastSold = steps.at(-1);
    return {
      series: [
        {
          kind: 'line' as const,
          points: lastSold ? [...steps, [now, lastSold[1]] as const] : [],
        },
        { kind: 'dots' as const, points: bought },
      ],
      x: {
        min: from,
        max: now,
        ticks: [from, (from + now) / 2, now],
        name: (x: number) => written(x, 'date'),
      },
      y: {
        min: 0,
        max: top * 1.1,
        name: (y: number) => y.toFixed(0),
        unit: say('money_a_kg', { money: moneySign() }),
      },
    };
  }, [data, written, now]);
}

/** What a form was sold for and what its fish was bought for, over time; and a new price. */
function History({ of, onClose }: { of: ListedPrice; onClose: () => void }) {
  const { when, today } = useTimes();
  const mass = useMass();
  const {
    data,
    problem: missing,
    refetch,
  } = useRead(routes.prices.history, {
    query: { speciesId: of.speciesId, item: of.item },
  });
  const draft = useDraft(`price ${of.speciesId} ${of.item}`);
  const { send, busy, problem } = useChange(routes.prices.set, draft);
  const [unit, setUnit] = useKept<Unit>(draft, 'unit', of.perPiece === null ? 'kg' : 'piece');
  const [price, setPrice] = useKept<number | null>(draft, 'price', of.perPiece ?? of.wanted ?? of.perKg);
  const perKg = price !== null && unit === 'piece' ? Math.round((price * 1000) / of.pieceGrams) : price;
  const [reason, setReason] = useKept(draft, 'reason', '');
  const [from, setFrom] = useKept(draft, 'from', today());
  // The price that stood there when this one was thought of.
  const [was, setWas] = useKept(draft, 'was', of.perKg);
  const chart = useChart(data);
  const set = async () => {
    const outcome = await send({
      speciesId: of.speciesId,
      item: of.item,
      was,
      perKg: perKg ?? 0,
      perPiece: unit === 'piece' ? price : null,
      from: from > today() ? from : null,
      reason,
    });
    if (outcome.ok) return onClose();
    if (outcome.problem.code === 'stale') setWas((outcome.problem.current as { was: number | null }).was);
  };
  return (
    <Dialog open title={`${of.speciesName}, ${of.itemName}`} onClose={onClose}>
      {!data ? (
        <Waiting problem={missing} onRetry={refetch} />
      ) : (
        <>
          {chart && <LineChart label={say('line_sold_for_dots_the_fish_bought')} height={180} {...chart} />}
          <ul className="max-h-28 overflow-y-auto text-note text-ink2">
            {[...data.sold]
              .reverse()
              .slice(0, 6)
              .map((s) => (
                <li key={s.at + s.perKg} className="flex justify-between border-t border-line py-1">
                  <span>
                    {when(s.at)}
                    {s.by && `, ${s.by}`}
                    {s.reason && `: ${s.reason}`}
                  </span>
                  <span>{priceWords(s)}</span>
                </li>
              ))}
          </ul>
          <Ahead of={of} />
          <div className="grid grid-cols-2 gap-x-5 pt-3">
            <Choice
              className="col-span-2"
              label={say('sold_by')}
              value={unit}
              onChange={setUnit}
              options={[
                { value: 'kg', name: say('the_kilogram') },
                { value: 'piece', name: say('the_piece') },
              ]}
            />
            <MoneyField
              label={unit === 'kg' ? say('price_a_kg') : say('price_a_piece')}
              value={price}
              onChange={setPrice}
              note={[
                ...(unit === 'piece' && perKg !== null
                  ? [say('one_weighs', { grams: mass(of.pieceGrams), perKg: formatMoney(perKg) })]
                  : []),
                ...(of.wanted === null
                  ? []
                  : [say('the_wanted_margin_asks_for', { wanted: formatMoney(of.wanted) })]),
              ].join(' · ')}
            />
            <DayField label={say('stands_from')} value={from} from={0} to={90} onChange={setFrom} />
            <TextField className="col-span-2" label={say('why_2')} value={reason} onChange={setReason} />
          </div>
          <Refused problem={problem} />
          <div className="flex gap-3">
            <Button
              kind="main"
              busy={busy}
              notYet={
                price === null
                  ? say('say_the_price')
                  : from <= today() && perKg === was && of.perPiece === (unit === 'piece' ? price : null)
                    ? say('it_is_that_already')
                    : null
              }
              onPress={() => void set()}
            >
              {say('set_the_price')}
            </Button>
            <Button onPress={draft.leave(onClose)}>{say('cancel')}</Button>
          </div>
        </>
      )}
    </Dialog>
  );
}

/** The price list with what each form costs and leaves; those that sell come first, the thinnest margin on top. */
export function PriceList({ list, rules }: { list: readonly ListedPrice[]; rules: MoneySettings }) {
  const book = useSpecies();
  const { dayWords } = useTimes();
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<ListedPrice | null>(null);
  // A shop that sold nothing yet wants to see all it has priced.
  const [all, setAll] = useState(() => list.every((l) => l.soldGrams === 0));
  const [adding, setAdding] = useState<'one' | 'list' | null>(null);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = list.filter(
    (l) =>
      (words.length > 0 || ((all || l.soldGrams > 0) && book.get(l.speciesId)?.sold !== false)) &&
      words.every((w) => `${l.speciesName} ${l.itemName}`.toLowerCase().includes(w)),
  );
  const said = (perKg: number | null) => (perKg === null ? '–' : formatMoney(perUnit(perKg, rules.unit)));
  return (
    <section>
      <div className="flex flex-wrap items-end gap-5">
        <TextField
          className="w-64"
          label={say('find')}
          value={text}
          onChange={setText}
          placeholder={say('hake_fillet')}
        />
        <label className="flex items-center gap-2 pb-8 text-note text-ink2">
          <input
            type="checkbox"
            className="size-6 accent-(--ink)"
            checked={all}
            onChange={() => setAll(!all)}
          />
          {say('also_what_did_not_sell_in_30_days')}
        </label>
        <div className="ml-auto flex gap-3 pb-5">
          <Button onPress={() => setAdding('list')}>{say('paste_a_price_list')}</Button>
          <Button onPress={() => setAdding('one')}>{say('a_new_price')}</Button>
        </div>
      </div>
      {adding === 'one' && <OnePrice list={list} onDone={() => setAdding(null)} />}
      {adding === 'list' && <PastedPrices onDone={() => setAdding(null)} />}
      <Table
        least={760}
        rows={found.slice(0, 120)}
        keyOf={(l) => `${l.speciesId} ${l.item}`}
        columns={[
          {
            head: say('what'),
            cell: (l) => (
              <>
                <span className="font-figure text-label font-semibold">{shortName(l.speciesName)}</span>,{' '}
                {l.itemName}
              </>
            ),
          },
          {
            head: say('sold_30_days'),
            cell: (l) => (l.soldGrams === 0 ? '–' : <Mass g={l.soldGrams} />),
            figure: true,
          },
          {
            head: say('costs', { unitWords: unitWords[rules.unit] }),
            cell: (l) => said(l.cost),
            figure: true,
          },
          {
            head: say('price', { unitWords: unitWords[rules.unit] }),
            cell: (l) => (
              <>
                {l.perPiece === null ? said(l.perKg) : priceWords({ perKg: 0, perPiece: l.perPiece })}
                {l.ahead[0] && (
                  <span className="block text-note font-normal text-ink2">
                    {say('ahead', { price: priceWords(l.ahead[0]), day: dayWords(l.ahead[0].from) })}
                  </span>
                )}
              </>
            ),
            figure: true,
            className: 'font-semibold',
          },
          {
            head: say('margin'),
            cell: (l) => percent(l.margin),
            figure: true,
            className: (l) => (l.margin !== null && l.margin < 0 && l.soldGrams > 0 ? 'text-embertext' : ''),
          },
          { head: say('markup'), cell: (l) => percent(l.markup), figure: true, className: 'text-ink2' },
          { head: say('wanted'), cell: (l) => said(l.wanted), figure: true },
          {
            cell: (l) => (
              <button type="button" className="why" onClick={() => setChosen(l)}>
                {say('price_2')}
              </button>
            ),
            className: 'pl-3',
          },
        ]}
      />
      {found.length === 0 && (
        <p className="border-t border-line py-3 text-ink2">
          {list.length === 0
            ? say('no_price_yet_nothing_can_be_sold')
            : say('nothing_of_that_in_the_list_prices')}
        </p>
      )}
      {found.length > 120 && (
        <p className="text-note text-ink3">{say('and_more_find_by_name', { found: found.length - 120 })}</p>
      )}
      {chosen && <History of={chosen} onClose={() => setChosen(null)} />}
    </section>
  );
}
