import { contract, type DayClose } from '@ember-slate/contract';
import { addDays } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { BalanceStrip } from './BalanceStrip.tsx';
import { CloseDay, Reopen } from './CloseDay.tsx';
import { CloseNav } from './CloseNav.tsx';
import { Guide, type Counted } from './Guide.tsx';
import { HandsClose } from './HandsClose.tsx';
import { LotFlow } from './LotFlow.tsx';
import { toDoText } from './todo.ts';
import { Yields } from './Yields.tsx';

function headline(d: DayClose, toDo: readonly string[]): string {
  if (d.closedBy) return `Closed by ${d.closedBy}`;
  const first = toDo[0];
  return first ? first[0]!.toUpperCase() + first.slice(1) : 'Every gram is where it should be';
}

function Sold({ day }: { day: DayClose }) {
  return (
    <section>
      <h2 className="flex items-baseline justify-between text-row">
        Sold <span className="text-big">{formatMoney(day.takings)}</span>
      </h2>
      <table className="plain">
        <tbody>
          {day.sales.slice(0, 10).map((s) => (
            <tr key={`${s.speciesName} ${s.itemName}`}>
              <td>
                {shortName(s.speciesName)}, {s.itemName}
              </td>
              <td className="num">
                <Mass g={s.grams} />
              </td>
              <td className="num">{formatMoney(s.money)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {Object.values(day.deposits).some((m) => m > 0) && (
        <p className="pt-2 text-note text-ink2">
          Deposits of orders:{' '}
          {(['taken', 'used', 'returned', 'kept'] as const)
            .filter((k) => day.deposits[k] > 0)
            .map((k) => `${formatMoney(day.deposits[k])} ${k}`)
            .join(', ')}
        </p>
      )}
      {day.sales.length === 0 && <p className="border-t border-line pt-2 text-ink2">Nothing sold yet.</p>}
      {day.sales.length > 10 && (
        <p className="text-note text-ink3">and {day.sales.length - 10} more kinds, on the day sheet</p>
      )}
    </section>
  );
}

export default function Close() {
  const { me } = useShop();
  const { today, dayName, when } = useTimes();
  const [day, setDay] = useState(() => today());
  const {
    data: close,
    problem,
    refetch,
  } = useRead(contract.close.day, { params: { day }, skip: me.role !== 'manager' });
  const [lotId, setLotId] = useState<number | null>(null);
  const [counted, setCounted] = useState<Counted>({ cash: null, card: null });
  const mass = useMass();
  const [asking, setAsking] = useState<'close' | 'reopen' | null>(null);
  if (me.role !== 'manager') return <HandsClose day={today()} />;
  if (!close) return <Waiting problem={problem} onRetry={refetch} />;
  const busiest = [...close.lots].sort((a, b) => b.became.length - a.became.length)[0];
  const shown =
    close.lots.find((l) => l.lotId === lotId) ?? close.lots.find((l) => !l.discrepancy.within) ?? busiest;
  const toDo = close.toDo.map((t) => toDoText(t, mass));
  const opened = close.closings.filter((c) => c.reopenedAt !== null);
  const go = (to: string) => {
    setDay(to);
    setCounted({ cash: null, card: null });
    setLotId(null);
  };
  return (
    <div className="pb-8">
      <CloseNav />
      <div className="flex items-start justify-between gap-6 pb-3 max-lg:flex-wrap">
        <div className="min-w-[320px] flex-1">
          <h1 className="text-head">{headline(close, toDo)}</h1>
          <p className="text-ink2">
            {close.closedBy
              ? `${when(close.closedAt!)}. The books of this day are signed and locked.${close.closings[0]?.remarks ? ` ${close.closings[0].remarks}.` : ''}`
              : toDo.length > 1
                ? `Then ${toDo.slice(1, 4).join(', ')}${toDo.length > 4 ? ` and ${toDo.length - 4} more` : ''}.`
                : toDo.length === 1
                  ? 'Nothing else stands in the way.'
                  : 'The day can be closed.'}
          </p>
          {opened.map((c) => (
            <p key={c.at} className="text-note text-ink2">
              Closed {when(c.at)} by {c.by}, opened again {when(c.reopenedAt!)} by {c.reopenedBy}:{' '}
              {c.reopenReason}
            </p>
          ))}
          <div className="flex flex-wrap items-center gap-2 pt-2">
            <Button small onPress={() => go(addDays(day, -1))}>
              ‹ day before
            </Button>
            <span className="px-2 font-figure text-label font-semibold">
              {dayName(day)} {day}
            </span>
            <Button
              small
              onPress={() => go(addDays(day, 1))}
              notYet={day >= today() ? 'that is tomorrow' : null}
            >
              day after ›
            </Button>
            <a className="why pl-3" href={`/api/close/${day}/sheet.pdf`} target="_blank" rel="noreferrer">
              day sheet (PDF)
            </a>
          </div>
        </div>
        <BalanceStrip lots={close.lots} chosen={shown?.lotId ?? null} onChoose={setLotId} />
        {close.closedBy ? (
          <Button onPress={() => setAsking('reopen')}>Open it again</Button>
        ) : (
          <Button
            kind="main"
            notYet={close.openTickets > 0 ? 'a fish is still on the board' : null}
            onPress={() => setAsking('close')}
          >
            Close the day
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
        <p className="border-t border-line py-6 text-ink2">No lot moved on this day.</p>
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
