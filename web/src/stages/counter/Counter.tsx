import { contract, type Problem, type StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { formatMoney, multiplyRate } from '@ember-slate/core/units';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useKeys } from '../../app/keys.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { say, useAct } from '../../app/store.ts';
import { useTake } from '../../app/take.tsx';
import { Button } from '../../parts/Button.tsx';
import type { Weight } from '../../parts/Field.tsx';
import { HandOver } from '../../parts/HandOver.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { bagTotal, intoBag, keyOf, rowKey, type BagLine } from './bag.ts';
import { NoScale } from './NoScale.tsx';
import { RowActions } from './RowActions.tsx';
import { StockList } from './StockList.tsx';
import { Tray } from './Tray.tsx';

const nameOf = (r: StockRow) => `${shortName(r.speciesName)}, ${r.itemName}`;

function headline(rows: readonly StockRow[], today: string): string {
  const end = rows.find((r) => r.saleable && !r.blocked && (r.sellBy === null || r.sellBy <= today));
  if (end)
    return end.sellBy === null
      ? `Take the ${shortName(end.speciesName).toLowerCase()} off: it is out of life`
      : `Sell the ${nameOf(end).toLowerCase()} today`;
  return rows.length === 0 ? 'Nothing in stock' : 'Nothing has to go today';
}

export default function Counter() {
  const { data: rows, problem: away, again } = useRead(contract.counter.stock);
  const { data: orders } = useRead(contract.orders.list, { query: {} });
  const { shop, me } = useShop();
  const { today, when } = useTimes();
  const book = useSpecies();
  const mass = useMass();
  const act = useAct();
  const sell = useChange(contract.counter.sell);
  const [chosenKey, setChosen] = useState<string | null>(null);
  const [count, setCount] = useState(1);
  const [unweighed, setUnweighed] = useState(false);
  const [handing, setHanding] = useState<number | null>(null);
  const [bag, setBag] = useState<readonly BagLine[]>([]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const chosen = rows?.find((r) => rowKey(r) === chosenKey);
  const maySell = me.role !== 'bench';
  const pieces = chosen && chosen.freePieces > 0 ? Math.min(count, chosen.freePieces) : 0;
  const sellable =
    chosen && maySell && !chosen.blocked && chosen.saleable && chosen.pricePerKg !== null ? chosen : null;
  const bagIt = (weight: Weight) => {
    if (!sellable) return;
    const line = { ...keyOf(sellable), ...weight, pieces, perKg: sellable.pricePerKg! };
    setBag((had) => intoBag(had, { ...line, name: nameOf(sellable) }));
    setCount(1);
    setUnweighed(false);
  };
  useTake(
    sellable && {
      act: 'Into the bag',
      title: `${nameOf(sellable)}, ${formatMoney(sellable.pricePerKg!)} a kg`,
      detail: `lot ${sellable.code}${pieces > 0 ? ` · ${pieces} ${pieces === 1 ? 'piece' : 'pieces'}` : ''} · ${sellable.cautions.at(-1)}`,
      onTake: (r) => bagIt({ grams: r.grams, source: 'measured' }),
    },
    `${chosenKey} ${pieces} ${sellable?.pricePerKg}`,
  );
  const pay = async () => {
    if (bag.length === 0 || sell.busy) return;
    const outcome = await sell.send({ lines: bag.map(({ name: _name, ...l }) => l) });
    if (outcome.ok || 'kept' in outcome) {
      act(
        say(
          outcome.ok
            ? {
                text: `Bag ${outcome.data.number} paid: ${formatMoney(outcome.data.total)} ${shop.currency}`,
                problem: false,
              }
            : null,
        ),
      );
      setBag([]);
      setProblem(null);
    } else setProblem(outcome.problem);
  };
  useKeys({ Escape: () => setChosen(null) });
  if (!rows) return <Waiting problem={away} again={again} />;
  const choose = (r: StockRow) => {
    setChosen(rowKey(r) === chosenKey ? null : rowKey(r));
    setCount(1);
    setProblem(null);
  };
  const ready = (orders ?? []).filter((o) => o.state === 'ready');
  const handed = ready.find((o) => o.id === handing);
  const slab = rows.filter((r) => r.place === 'place:slab');
  const back = rows.filter((r) => r.place !== 'place:slab');
  // Rows of the same length: six trays at most lie side by side.
  const perRow = Math.ceil(slab.length / Math.max(1, Math.ceil(slab.length / 6)));
  const unpriced = chosen && !chosen.blocked && chosen.saleable && chosen.pricePerKg === null;
  return (
    <div className="flex h-full flex-col">
      <div className="flex items-center justify-between gap-5 pb-2">
        <h1 className="text-head max-sm:text-big">{headline(rows, today())}</h1>
        <p className="text-right text-note text-ink3 max-sm:hidden">
          bar: from now to sell-by, one tick an evening
          <br />
          prices a kilo in {shop.currency} · drawn to scale
        </p>
      </div>
      {maySell && ready.length > 0 && (
        <ul aria-label="Ready to collect" className="flex shrink-0 gap-6 overflow-x-auto pb-2">
          {ready.map((o) => (
            <li key={o.id} className="flex shrink-0 items-center gap-3">
              <span className="text-note text-ink2">
                <span className="font-figure text-label font-semibold text-ink">{when(o.dueAt)}</span>{' '}
                {o.customer}, order {o.number}
              </span>
              <Button small onPress={() => setHanding(o.id)}>
                Hand over
              </Button>
            </li>
          ))}
        </ul>
      )}
      <div className="min-h-0 flex-1 overflow-y-auto border-t-[2.5px] border-ink">
        <div
          className="grid"
          style={{
            gridTemplateColumns: `repeat(auto-fit, minmax(max(158px, calc(100% / ${perRow} - 1px)), 1fr))`,
          }}
        >
          {slab.map((r) => (
            <Tray
              key={rowKey(r)}
              row={r}
              species={book.get(r.speciesId)}
              chosen={rowKey(r) === chosenKey}
              onChoose={() => choose(r)}
            />
          ))}
        </div>
        {slab.length === 0 && (
          <p className="py-5 text-ink2">The slab is bare. Choose something below and bring it out.</p>
        )}
        <div className="border-t-2 border-rime pt-1 pb-1 text-right text-note text-ink3">
          glass, the customer’s side
        </div>
        <h2 className="pb-1 text-row">In the cold room and the freezer</h2>
        <StockList rows={back} chosenKey={chosenKey} onChoose={choose} />
      </div>
      {chosen && (
        <RowActions
          key={chosenKey}
          row={chosen}
          onDone={() => setChosen(null)}
          manager={me.role === 'manager'}
        />
      )}
      <div className="flex min-h-[76px] items-center gap-4 border-t border-line py-2">
        <div className="w-[72px] shrink-0">
          <div className="font-figure text-row font-semibold">Bag</div>
          <div className="text-note text-ink2">
            {bag.length === 0 ? 'empty' : `${bag.length} ${bag.length === 1 ? 'item' : 'items'}`}
          </div>
        </div>
        <ul className="flex min-w-0 flex-1 gap-3 overflow-x-auto">
          {bag.map((l) => (
            <li key={rowKey(l)} className="w-[150px] shrink-0 border-l border-line pl-3">
              <div className="truncate font-figure text-[16px] leading-5 font-semibold">{l.name}</div>
              <div className="text-note text-ink2">
                {mass(l.grams)} at {formatMoney(l.perKg)}
              </div>
              <div className="flex justify-between font-figure text-row leading-6 font-semibold">
                {formatMoney(multiplyRate(l.grams, l.perKg))}
                <button
                  type="button"
                  className="why pr-1"
                  onClick={() => setBag((had) => had.filter((x) => x !== l))}
                >
                  out
                </button>
              </div>
            </li>
          ))}
          {bag.length === 0 && (
            <li className="self-center text-ink3">
              {!maySell
                ? 'The counter sells; you are signed in for the bench.'
                : chosen
                  ? unpriced
                    ? 'No price for it yet.'
                    : (chosen.blocked ?? 'Weigh it: the corner puts it in the bag.')
                  : 'Choose a tray, weigh it, and it goes in the bag.'}
            </li>
          )}
        </ul>
        {sellable && chosen!.freePieces > 0 && (
          <div className="flex shrink-0 items-center gap-1.5" role="group" aria-label="Pieces on the pan">
            <button
              type="button"
              className="btn h-12 w-11 px-0"
              aria-label="one piece less"
              onClick={() => setCount(Math.max(1, pieces - 1))}
            >
              −
            </button>
            <output className="w-12 text-center font-figure text-row font-semibold">
              {pieces}
              <span className="block text-note leading-3 font-normal text-ink3">
                {pieces === 1 ? 'piece' : 'pieces'}
              </span>
            </output>
            <button
              type="button"
              className="btn h-12 w-11 px-0"
              aria-label="one piece more"
              onClick={() => setCount(Math.min(chosen!.freePieces, pieces + 1))}
            >
              +
            </button>
          </div>
        )}
        {sellable && (
          <button type="button" className="why shrink-0" onClick={() => setUnweighed(true)}>
            no scale?
          </button>
        )}
        {problem && (
          <p role="alert" className="max-w-[220px] border-b-[3px] border-emberline pb-1 text-note">
            {problem.detail}
          </p>
        )}
        <div className="shrink-0 text-right font-figure text-[38px] leading-10 font-semibold">
          {formatMoney(bagTotal(bag))}
        </div>
        <Button
          kind="main"
          hotkey="Enter"
          busy={sell.busy}
          notYet={bag.length === 0 ? 'the bag is empty' : null}
          onPress={() => void pay()}
        >
          Paid
        </Button>
      </div>
      {unweighed && sellable && (
        <NoScale
          row={sellable}
          name={nameOf(sellable)}
          pieces={pieces}
          onBag={bagIt}
          onClose={() => setUnweighed(false)}
        />
      )}
      {handed && <HandOver order={handed} onClose={() => setHanding(null)} />}
    </div>
  );
}
