import type { DayClose } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { addDays, formatDay } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChosenRow, useDay } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { TaxTable } from '../../parts/TaxTable.tsx';
import { formatMoney } from '../../parts/money.ts';
import { LastBackup } from '../../parts/LastBackup.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { BalanceStrip } from './BalanceStrip.tsx';
import { CloseDay, Reopen } from './CloseDay.tsx';
import { CloseNav } from '../../parts/CloseNav.tsx';
import { Guide, type Counted } from './Guide.tsx';
import { HandsClose } from './HandsClose.tsx';
import { LotFlow } from './LotFlow.tsx';
import { toDoText } from './todo.ts';
import { Yields } from './Yields.tsx';
import { say } from './say.ts';
import { Table } from '../../parts/Table.tsx';

function headline(d: DayClose, toDo: readonly string[]): string {
  if (d.closedBy) return say('closed_by', { closedBy: d.closedBy });
  const first = toDo[0];
  return first ? first[0]!.toUpperCase() + first.slice(1) : say('every_gram_is_where_it_should_be');
}

const depositWords = {
  taken: say('deposit_taken'),
  used: say('deposit_used'),
  returned: say('deposit_returned'),
  kept: say('deposit_kept'),
} as const;

function Sold({ day }: { day: DayClose }) {
  return (
    <section>
      <h2 className="flex items-baseline justify-between text-row">
        {say('sold')} <span className="text-big">{formatMoney(day.takings)}</span>
      </h2>
      <Table
        bare
        label={say('sold')}
        rows={[
          ...day.sales.slice(0, 10).map((s) => ({
            name: `${shortName(s.speciesName)}, ${s.itemName}`,
            amount: <Mass g={s.grams} />,
            money: s.money,
          })),
          ...day.articles.map((a) => ({
            name: a.name,
            amount: a.unit === 'kg' ? <Mass g={a.grams} /> : a.pieces,
            money: a.money,
          })),
        ]}
        keyOf={(s) => s.name}
        columns={[
          { cell: (s) => s.name },
          { cell: (s) => s.amount, figure: true },
          { cell: (s) => formatMoney(s.money), figure: true },
        ]}
      />
      <TaxTable tax={day.tax} />
      {Object.values(day.deposits).some((m) => m > 0) && (
        <p className="pt-2 text-note text-ink2">
          {say('deposits_of_orders', {
            deposits: (Object.keys(depositWords) as (keyof typeof depositWords)[])
              .filter((k) => day.deposits[k] > 0)
              .map((k) => `${formatMoney(day.deposits[k])} ${depositWords[k]}`)
              .join(', '),
          })}
        </p>
      )}
      {day.sales.length + day.articles.length === 0 && (
        <p className="border-t border-line pt-2 text-ink2">{say('nothing_sold_yet')}</p>
      )}
      {day.sales.length > 10 && (
        <p className="text-note text-ink3">
          {say('and_more_kinds_on_the_day_sheet', { sales: day.sales.length - 10 })}
        </p>
      )}
    </section>
  );
}

/** The beginning of a closed day's seal, in groups of eight as it is read aloud and compared with a day sheet. */
function Seal({ close }: { close: DayClose }) {
  const seal = close.closedBy === null ? null : (close.closings[0]?.seal ?? null);
  if (seal === null) return null;
  return (
    <p className="text-note text-ink2" title={seal}>
      {say('sealed', { seal: `${seal.slice(0, 8)} ${seal.slice(8, 16)}` })}
    </p>
  );
}

export default function Close() {
  const { me } = useShop();
  const { today, when } = useTimes();
  const [day, setDay] = useDay('day', today());
  const {
    data: close,
    problem,
    refetch,
  } = useRead(routes.close.day, { params: { day }, skip: me.role !== 'manager' });
  const [lotId, setLotId] = useChosenRow('lot');
  const [counted, setCounted] = useState<Counted>({ cash: null, card: null });
  const mass = useMass();
  const [asking, setAsking] = useState<'close' | 'reopen' | null>(null);
  if (me.role !== 'manager') return <HandsClose day={today()} />;
  if (!close) return <Waiting problem={problem} onRetry={refetch} />;
  const busiest = [...close.lots].sort((a, b) => b.became.length - a.became.length)[0];
  const shown =
    close.lots.find((l) => String(l.lotId) === lotId) ??
    close.lots.find((l) => !l.discrepancy.within) ??
    busiest;
  const toDo = close.toDo.map((t) => toDoText(t, mass));
  const opened = close.closings.filter((c) => c.reopenedAt !== null);
  const go = (to: string) => {
    setDay(to);
    setCounted({ cash: null, card: null });
  };
  return (
    <div className="pb-8">
      <CloseNav />
      <div className="flex items-start justify-between gap-6 pb-3 max-lg:flex-wrap">
        <div className="min-w-[min(320px,100%)] flex-1">
          <h1 className="text-head">{headline(close, toDo)}</h1>
          <p className="text-ink2">
            {close.closedBy
              ? say('the_books_of_this_day_are_signed', {
                  closedAt: when(close.closedAt!),
                  remarks: close.closings[0]?.remarks ? ` ${close.closings[0].remarks}.` : '',
                })
              : toDo.length > 1
                ? say('then', {
                    toDo: toDo.slice(1, 4).join(', '),
                    more: toDo.length > 4 ? ` ${say('and_more', { toDo: toDo.length - 4 })}` : '',
                  })
                : toDo.length === 1
                  ? say('nothing_else_stands_in_the_way')
                  : say('the_day_can_be_closed')}
          </p>
          <Seal close={close} />
          <LastBackup />
          {opened.map((c) => (
            <p key={c.at} className="text-note text-ink2">
              {say('closed_by_opened_again_by', {
                at: when(c.at),
                by: c.by,
                reopenedAt: when(c.reopenedAt!),
              })}{' '}
              {c.reopenedBy}
              {c.reopenedWith !== null && ` ${say('with_whom', { name: c.reopenedWith })}`}
              {c.reopenedAlone && ` (${say('alone_in_the_shop')})`}: {c.reopenReason}
            </p>
          ))}
          <div className="flex flex-wrap items-center gap-2 pt-2">
            <Button small onPress={() => go(addDays(day, -1))}>
              {say('day_before')}
            </Button>
            <span className="px-2 font-figure text-label font-semibold">{formatDay(day, 'dayDate')}</span>
            <Button
              small
              onPress={() => go(addDays(day, 1))}
              notYet={day >= today() ? say('that_is_tomorrow') : null}
            >
              {say('day_after')}
            </Button>
            <a className="why pl-3" href={`/api/close/${day}/sheet.pdf`} target="_blank" rel="noreferrer">
              {say('day_sheet_pdf')}
            </a>
          </div>
        </div>
        <BalanceStrip lots={close.lots} chosen={shown?.lotId ?? null} onChoose={setLotId} />
        {close.closedBy ? (
          <Button onPress={() => setAsking('reopen')}>{say('open_it_again')}</Button>
        ) : (
          <Button
            kind="main"
            notYet={close.openTickets > 0 ? say('a_fish_is_still_on_the_board') : null}
            onPress={() => setAsking('close')}
          >
            {say('close_the_day')}
          </Button>
        )}
      </div>
      <Guide
        key={close.day}
        day={close}
        counted={counted}
        onCount={setCounted}
        onLot={setLotId}
        onClose={() => setAsking('close')}
      />
      {shown ? (
        <LotFlow lot={shown} />
      ) : (
        <p className="border-t border-line py-6 text-ink2">{say('no_lot_moved_on_this_day')}</p>
      )}
      <div className="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-10 border-t border-line pt-4 max-lg:grid-cols-1">
        <Yields rows={close.yields} />
        <Sold day={close} />
      </div>
      {asking === 'close' && (
        <CloseDay day={close} toDo={toDo} counted={counted} onClose={() => setAsking(null)} />
      )}
      {asking === 'reopen' && <Reopen day={close.day} onClose={() => setAsking(null)} />}
    </div>
  );
}
