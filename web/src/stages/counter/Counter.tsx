import { contract, type StockRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useKeys } from '../../app/keys.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { useTake, weighedSource } from '../../app/take.tsx';
import { Button } from '../../parts/Button.tsx';
import type { Weight } from '../../parts/Field.tsx';
import { HandOver } from '../../parts/HandOver.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { BagBar } from './BagBar.tsx';
import { keyOf, meant, mustGo, onlyPlace, rowKey } from './bag.ts';
import { CounterHead } from './CounterHead.tsx';
import { FillSlab } from './FillSlab.tsx';
import { MoveDialog } from './MoveDialog.tsx';
import { NoScale } from './NoScale.tsx';
import { PieceCount } from './PieceCount.tsx';
import { RowActions } from './RowActions.tsx';
import { Slab } from './Slab.tsx';
import { SlabLayout } from './SlabLayout.tsx';
import { StockList } from './StockList.tsx';
import { useBag } from './useBag.ts';

const nameOf = (r: StockRow) => `${shortName(r.speciesName)}, ${r.itemName}`;

export default function Counter() {
  const { data: rows, problem: away, again } = useRead(contract.counter.stock);
  const { data: slab } = useRead(contract.counter.slab);
  const { data: orders } = useRead(contract.orders.list, { query: {} });
  const { me } = useShop();
  const { today } = useTimes();
  const book = useSpecies();
  const [chosenKey, setChosen] = useState<string | null>(null);
  const [count, setCount] = useState(1);
  const [unweighed, setUnweighed] = useState(false);
  const [handing, setHanding] = useState<number | null>(null);
  const [bring, setBring] = useState<{ key: string; spot: string } | null>(null);
  const [filling, setFilling] = useState<'fill' | 'clear' | null>(null);
  const [view, setView] = useState<'slab' | 'list'>('slab');
  const [laying, setLaying] = useState(false);
  const [asked, setAsked] = useState('');
  const find = useRef<HTMLInputElement>(null);
  const bag = useBag(rows, setChosen);
  const chosen = rows?.find((r) => rowKey(r) === chosenKey);
  const pieces = chosen && chosen.freePieces > 0 ? Math.min(count, chosen.freePieces) : 0;
  const sellable =
    chosen && bag.maySell && !chosen.blocked && chosen.saleable && chosen.pricePerKg !== null ? chosen : null;
  const bagIt = (weight: Weight) => {
    if (!sellable) return;
    bag.add({
      ...keyOf(sellable),
      ...weight,
      pieces,
      perKg: sellable.pricePerKg!,
      name: nameOf(sellable),
    });
    setCount(1);
    setUnweighed(false);
  };
  useTake(
    sellable && {
      act: 'Into the bag',
      title: `${nameOf(sellable)}, ${formatMoney(sellable.pricePerKg!)} a kg`,
      detail: `lot ${sellable.code}${pieces > 0 ? ` · ${pieces} ${pieces === 1 ? 'piece' : 'pieces'}` : ''} · ${sellable.cautions.at(-1)}`,
      onTake: (r) => bagIt({ grams: r.grams, source: weighedSource(r) }),
    },
    `${chosenKey} ${pieces} ${sellable?.pricePerKg}`,
  );
  const layout = slab?.rows ?? [];
  const ask = (text: string) => {
    setAsked(text);
    find.current?.focus();
  };
  useKeys({
    Escape: () => setChosen(null),
    '/': () => ask(''),
    '+': () => setCount((n) => n + 1),
    '-': () => setCount((n) => Math.max(1, n - 1)),
    // A letter of a row begins the name of a place: B, then 3. T and L are the scale's and the lock's.
    ...Object.fromEntries(
      layout
        .filter((r) => !['T', 'L', 'C'].includes(r.name))
        .map((r) => [r.name.toLowerCase(), () => ask(r.name)]),
    ),
    ...(layout.some((r) => r.name === 'C') && bag.lines.length === 0 ? { c: () => ask('C') } : {}),
  });
  if (!rows) return <Waiting problem={away} again={again} />;
  const choose = (r: StockRow | null) => {
    setChosen(r && rowKey(r) !== chosenKey ? rowKey(r) : null);
    setCount(1);
    bag.forget();
  };
  const found = meant(rows, asked);
  const settle = (r: StockRow | undefined) => {
    if (!r) return;
    setChosen(rowKey(r));
    setCount(1);
    setAsked('');
    find.current?.blur();
  };
  const type = (text: string) => {
    setAsked(text);
    if (onlyPlace(layout, text)) settle(meant(rows, text)[0]);
  };
  const ready = (orders ?? []).filter((o) => o.state === 'ready');
  const handed = ready.find((o) => o.id === handing);
  const onSlab = rows.filter((r) => r.place === 'place:slab');
  const back = rows.filter((r) => r.place !== 'place:slab');
  const waiting = back.filter(
    (r) =>
      r.place === 'place:cold_room' &&
      r.saleable &&
      !r.blocked &&
      !r.frozen &&
      r.pricePerKg !== null &&
      r.freeGrams > 0 &&
      // Heads and frames wait for the stock pot.
      r.item !== 'trim:head' &&
      r.item !== 'trim:frame',
  );
  const bringing = rows.find((r) => rowKey(r) === bring?.key);
  const listed = asked.trim() ? found : view === 'list' ? rows : back;
  const hint = !bag.maySell
    ? 'The counter sells; you are signed in for the bench.'
    : chosen
      ? (chosen.blocked ??
        (chosen.pricePerKg === null ? 'No price for it yet.' : 'Weigh it: the corner puts it in the bag.'))
      : 'Choose a tray by tap, by its place (B 3) or by a scan; weigh it, and it goes in the bag.';
  return (
    <div className="flex h-full flex-col max-sm:block max-sm:h-auto">
      <CounterHead ends={rows.find((r) => mustGo(r, today()))} empty={rows.length === 0} />
      <div className="flex flex-wrap items-end gap-x-5 gap-y-1 pb-1.5">
        <label className="flex items-baseline gap-2 border-b-2 border-rule">
          <span className="text-note text-ink2">which?</span>
          <input
            ref={find}
            className="h-9 w-[124px] bg-transparent font-figure text-label"
            placeholder="B3, hake fillet"
            value={asked}
            onChange={(e) => type(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') settle(found[0]);
              if (e.key === 'Escape') {
                setAsked('');
                find.current?.blur();
              }
            }}
          />
        </label>
        <div role="group" aria-label="Show it" className="flex gap-3">
          {(['slab', 'list'] as const).map((v) => (
            <button
              key={v}
              type="button"
              aria-pressed={view === v}
              onClick={() => setView(v)}
              className={`min-h-9 border-b-2 font-figure text-label ${view === v ? 'border-ink font-semibold' : 'border-transparent text-ink2'}`}
            >
              {v === 'slab' ? 'as it lies' : 'as a list'}
            </button>
          ))}
        </div>
        <nav aria-label="Beside the counter" className="flex gap-4 pl-2">
          {bag.maySell && (
            <Link className="why" to="/counter/sales">
              sales
            </Link>
          )}
          <Link className="why" to="/counter/count">
            stock-take
          </Link>
          <Link className="why" to="/counter/trim">
            trim
          </Link>
        </nav>
        <div className="ml-auto flex flex-wrap items-center gap-2">
          {bag.maySell && ready.length > 0 && (
            <ul aria-label="Ready to collect" className="flex gap-2">
              {ready.slice(0, 1).map((o) => (
                <li key={o.id}>
                  <Button small onPress={() => setHanding(o.id)}>
                    Hand over {o.customer}
                  </Button>
                </li>
              ))}
            </ul>
          )}
          {ready.length > 1 && (
            <Link className="why" to="/orders/board">
              {ready.length} ready
            </Link>
          )}
          <Button small onPress={() => setFilling('fill')}>
            Fill the slab
          </Button>
          <Button
            small
            onPress={() => setFilling('clear')}
            notYet={onSlab.length === 0 ? 'it is bare' : null}
          >
            Clear
          </Button>
        </div>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto border-t-[2.5px] border-ink max-sm:overflow-visible">
        {view === 'slab' && !asked.trim() && slab && (
          <Slab
            layout={layout}
            rows={onSlab}
            waiting={waiting}
            book={book}
            chosenKey={chosenKey}
            onChoose={choose}
            onLay={me.role === 'manager' ? () => setLaying(true) : null}
            onBring={(r, spot) => setBring({ key: rowKey(r), spot })}
          />
        )}
        <h2 className="pt-1 pb-1 text-row">
          {asked.trim()
            ? `${found.length} of ${rows.length} rows`
            : view === 'list'
              ? 'Everything there is'
              : 'In the cold room and the freezer'}
        </h2>
        <StockList rows={listed} chosenKey={chosenKey} onChoose={choose} />
      </div>
      {chosen && (
        <RowActions
          key={chosenKey}
          row={chosen}
          layout={layout}
          onDone={() => setChosen(null)}
          manager={me.role === 'manager'}
        />
      )}
      <BagBar bag={bag} hint={hint}>
        {sellable && sellable.freePieces > 0 && (
          <PieceCount pieces={pieces} most={sellable.freePieces} onChange={setCount} />
        )}
        {sellable && (
          <button type="button" className="why shrink-0" onClick={() => setUnweighed(true)}>
            no scale?
          </button>
        )}
      </BagBar>
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
      {filling && (
        <FillSlab
          way={filling}
          rows={filling === 'fill' ? waiting : onSlab}
          free={Math.max(0, layout.reduce((n, r) => n + r.places, 0) - onSlab.length)}
          onClose={() => setFilling(null)}
        />
      )}
      {laying && slab && <SlabLayout slab={slab} onClose={() => setLaying(false)} />}
      {bring && bringing && (
        <MoveDialog
          row={bringing}
          layout={layout}
          spot={bring.spot}
          onDone={() => setBring(null)}
          onClose={() => setBring(null)}
        />
      )}
    </div>
  );
}
