import type { AnswerOf, Order, StockRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useView } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { usePlaceName, useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { HandOver } from '../../parts/HandOver.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { BagBar } from './BagBar.tsx';
import { meant, mustGo } from './bag.ts';
import { rowKey } from '../../parts/rowKey.ts';
import { CounterBar } from './CounterBar.tsx';
import { CounterHead } from './CounterHead.tsx';
import { FillSlab } from './FillSlab.tsx';
import { MoveDialog } from './MoveDialog.tsx';
import { NoScale } from './NoScale.tsx';
import { PieceCount } from './PieceCount.tsx';
import { RowActions } from './RowActions.tsx';
import { Slab } from './Slab.tsx';
import { SlabLayout } from './SlabLayout.tsx';
import { StockList } from './StockList.tsx';
import { nameOf, useChosen } from './useChosen.ts';
import { say } from './say.ts';

type Dialog =
  | { kind: 'hand'; order: number }
  | { kind: 'bring'; key: string; spot: string }
  | { kind: 'fill' | 'clear' | 'lay' };

/** What waits behind and could lie on the slab. Heads and frames wait for the stock pot. */
const couldLie = (r: StockRow) =>
  r.place === 'place:cold_room' &&
  r.saleable &&
  !r.blocked &&
  !r.frozen &&
  r.pricePerKg !== null &&
  r.freeGrams > 0 &&
  r.item !== 'trim:head' &&
  r.item !== 'trim:frame';

interface DialogsProps {
  dialog: Dialog | null;
  layout: readonly { name: string; places: number }[];
  slab: AnswerOf<typeof routes.counter.slab> | undefined;
  waiting: StockRow[];
  onSlab: StockRow[];
  order: Order | undefined;
  row: StockRow | undefined;
  onClose: () => void;
}

/** What lies over the counter for a moment. */
function Dialogs({ dialog, layout, slab, waiting, onSlab, order, row, onClose }: DialogsProps) {
  if (order) return <HandOver order={order} onClose={onClose} />;
  if (dialog?.kind === 'lay') return slab ? <SlabLayout slab={slab} onClose={onClose} /> : null;
  if (dialog?.kind === 'bring')
    return row ? (
      <MoveDialog row={row} layout={[...layout]} spot={dialog.spot} onDone={onClose} onClose={onClose} />
    ) : null;
  if (dialog?.kind !== 'fill' && dialog?.kind !== 'clear') return null;
  return (
    <FillSlab
      way={dialog.kind}
      rows={dialog.kind === 'fill' ? waiting : onSlab}
      free={Math.max(0, layout.reduce((n, r) => n + r.places, 0) - onSlab.length)}
      onClose={onClose}
    />
  );
}

/** The bag, and what of the row in hand goes into it. */
function Bag({ hand }: { hand: ReturnType<typeof useChosen> }) {
  const { sellable, pieces } = hand;
  return (
    <>
      <BagBar bag={hand.bag} hint={hand.hint}>
        {sellable && sellable.freePieces > 0 && (
          <PieceCount pieces={pieces} most={sellable.freePieces} onChange={hand.setCount} />
        )}
        {sellable && (
          <button type="button" className="why shrink-0" onClick={() => hand.setUnweighed(true)}>
            {say('no_scale')}
          </button>
        )}
      </BagBar>
      {hand.unweighed && sellable && (
        <NoScale
          row={sellable}
          name={nameOf(sellable)}
          pieces={pieces}
          onBag={hand.bagIt}
          onClose={() => hand.setUnweighed(false)}
        />
      )}
    </>
  );
}

export default function Counter() {
  const placeName = usePlaceName();
  const { data: rows, problem: away, refetch } = useRead(routes.counter.stock);
  const { data: slab } = useRead(routes.counter.slab);
  const { data: orders } = useRead(routes.orders.list, { query: {} });
  const { me } = useShop();
  const { today } = useTimes();
  const book = useSpecies();
  const [dialog, setDialog] = useState<Dialog | null>(null);
  const [view, setView] = useView('view', ['slab', 'list'], 'slab');
  const layout = slab?.rows ?? [];
  const hand = useChosen(rows, layout);
  if (!rows) return <Waiting problem={away} onRetry={refetch} />;
  const { chosen, chosenKey, asked } = hand;
  const found = meant(rows, asked);
  const ready = (orders ?? []).filter((o) => o.state === 'ready');
  const onSlab = rows.filter((r) => r.place === 'place:slab');
  const back = rows.filter((r) => r.place !== 'place:slab');
  const waiting = back.filter(couldLie);
  const listed = asked.trim() ? found : view === 'list' ? rows : back;
  return (
    <div className="flex h-full flex-col small:block small:h-auto">
      <CounterHead ends={rows.find((r) => mustGo(r, today()))} empty={rows.length === 0} />
      <CounterBar
        chosen={hand}
        {...{ rows, view, ready }}
        onView={setView}
        onHand={(order) => setDialog({ kind: 'hand', order })}
        onFill={(kind) => setDialog({ kind })}
        bare={onSlab.length === 0}
      />
      <div className="min-h-0 flex-1 overflow-y-auto border-t-[2.5px] border-ink small:overflow-visible">
        {view === 'slab' && !asked.trim() && slab && (
          <Slab
            layout={layout}
            rows={onSlab}
            waiting={waiting}
            book={book}
            chosenKey={chosenKey}
            onChoose={hand.choose}
            onLay={me.role === 'manager' ? () => setDialog({ kind: 'lay' }) : null}
            onBring={(r, spot) => setDialog({ kind: 'bring', key: rowKey(r), spot })}
          />
        )}
        <h2 className="pt-1 pb-1 text-row">
          {asked.trim()
            ? say('of_rows', { found: found.length, rows: rows.length })
            : view === 'list'
              ? say('everything_there_is')
              : [...new Set(['place:cold_room', ...back.map((r) => r.place)])].map(placeName).join(', ')}
        </h2>
        <StockList rows={listed} chosenKey={chosenKey} onChoose={hand.choose} />
      </div>
      <div className="bg-slab max-sm:sticky max-sm:bottom-0 low:static">
        {chosen && (
          <RowActions
            key={chosenKey}
            row={chosen}
            layout={layout}
            onDone={hand.putDown}
            manager={me.role === 'manager'}
          />
        )}
        <Bag hand={hand} />
      </div>
      <Dialogs
        {...{ dialog, layout, slab, waiting, onSlab }}
        order={dialog?.kind === 'hand' ? ready.find((o) => o.id === dialog.order) : undefined}
        row={dialog?.kind === 'bring' ? rows.find((r) => rowKey(r) === dialog.key) : undefined}
        onClose={() => setDialog(null)}
      />
    </div>
  );
}
