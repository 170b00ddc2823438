import { contract, type DayClose, type Problem } from '@ember-slate/contract';
import { addDays } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { formatMoney } from '@ember-slate/core/units';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { BalanceStrip } from './BalanceStrip.tsx';
import { LotFlow } from './LotFlow.tsx';
import { Yields } from './Yields.tsx';

function CloseDay({ day, toDo, onClose }: { day: DayClose; toDo: readonly string[]; onClose: () => void }) {
  const { send, busy } = useChange(contract.close.closeDay);
  const [remarks, setRemarks] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);
  const close = async () => {
    const outcome = await send({ remarks }, { day: day.day });
    if (outcome.ok) onClose();
    else setProblem(outcome.problem);
  };
  return (
    <Dialog open title="Close the day" onClose={onClose}>
      {toDo.length > 0 && (
        <p className="pb-3">Still open: {toDo.join('; ')}. Closing anyway asks for a remark.</p>
      )}
      <TextField label="Remark" value={remarks} onChange={setRemarks} error={problem?.detail} />
      <div className="flex gap-3">
        <Button kind="main" busy={busy} onPress={() => void close()}>
          Close the day
        </Button>
        <Button onPress={onClose}>Not yet</Button>
      </div>
    </Dialog>
  );
}

type ToDo = DayClose['toDo'][number];
const many = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What still stands in the way, as a clause. */
function toDoText(t: ToDo, mass: (g: number) => string): string {
  if (t.kind === 'tickets') return `finish ${many(t.count, 'ticket')} at the bench`;
  if (t.kind === 'deliveries')
    return `check ${t.count === 1 ? 'a delivery' : `${t.count} deliveries`} against the note`;
  return `${shortName(t.speciesName)} ${t.code} is ${mass(Math.abs(t.short))} ${t.short > 0 ? 'short' : 'over'}`;
}

function headline(d: DayClose, toDo: readonly string[]): string {
  if (d.closedBy) return `Closed by ${d.closedBy}`;
  const first = toDo[0];
  return first ? first[0]!.toUpperCase() + first.slice(1) : 'Every gram is where it should be';
}

export default function Close() {
  const { me } = useShop();
  const { today, dayName } = useTimes();
  const [day, setDay] = useState(() => today());
  const {
    data: close,
    problem,
    again,
  } = useRead(contract.close.day, { params: { day }, skip: me.role !== 'manager' });
  const [lotId, setLotId] = useState<number | null>(null);
  const mass = useMass();
  const [closing, setClosing] = useState(false);
  if (me.role !== 'manager') {
    return (
      <div>
        <h1 className="text-head">The manager closes the day</h1>
        <p className="text-ink2">Costs and yields are for the manager’s eyes. Press L to change user.</p>
      </div>
    );
  }
  if (!close) return <Waiting problem={problem} again={again} />;
  const busiest = [...close.lots].sort((a, b) => b.became.length - a.became.length)[0];
  const shown =
    close.lots.find((l) => l.lotId === lotId) ?? close.lots.find((l) => !l.discrepancy.within) ?? busiest;
  const toDo = close.toDo.map((t) => toDoText(t, mass));
  const wasteTotal = close.waste.reduce((s, w) => s + w.grams, 0);
  return (
    <div className="pb-8">
      <div className="flex items-start justify-between gap-6 pb-3">
        <div className="min-w-0 flex-1">
          <h1 className="text-head">{headline(close, toDo)}</h1>
          <p className="text-ink2">
            {close.closedBy
              ? 'The books of this day are signed.'
              : toDo.length > 1
                ? `Then ${toDo.slice(1, 4).join(', ')}${toDo.length > 4 ? ` and ${toDo.length - 4} more` : ''}.`
                : toDo.length === 1
                  ? 'Nothing else stands in the way.'
                  : 'The day can be closed.'}
          </p>
          <div className="flex items-center gap-2 pt-2">
            <Button small onPress={() => setDay(addDays(day, -1))}>
              ‹ day before
            </Button>
            <span className="px-2 font-figure text-label font-semibold">
              {dayName(day)} {day}
            </span>
            <Button
              small
              onPress={() => setDay(addDays(day, 1))}
              notYet={day >= today() ? 'that is tomorrow' : null}
            >
              day after ›
            </Button>
          </div>
        </div>
        <BalanceStrip lots={close.lots} chosen={shown?.lotId ?? null} onChoose={setLotId} />
        <Button
          kind="main"
          notYet={
            close.closedBy ? 'it is closed' : close.openTickets > 0 ? 'a fish is still on the board' : null
          }
          onPress={() => setClosing(true)}
        >
          Close the day
        </Button>
      </div>
      {shown ? (
        <LotFlow lot={shown} />
      ) : (
        <p className="border-t border-line py-6 text-ink2">No lot moved on this day.</p>
      )}
      <div className="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-10 border-t border-line pt-4 max-lg:grid-cols-1">
        <Yields rows={close.yields} />
        <section>
          <h2 className="flex items-baseline justify-between text-row">
            Sold <span className="text-big">{formatMoney(close.takings)}</span>
          </h2>
          <table className="plain">
            <tbody>
              {close.sales.slice(0, 8).map((s) => (
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
          {Object.values(close.deposits).some((m) => m > 0) && (
            <p className="pt-2 text-note text-ink2">
              Deposits of orders:{' '}
              {(['taken', 'used', 'returned', 'kept'] as const)
                .filter((k) => close.deposits[k] > 0)
                .map((k) => `${formatMoney(close.deposits[k])} ${k}`)
                .join(', ')}
            </p>
          )}
          {close.sales.length === 0 && (
            <p className="border-t border-line pt-2 text-ink2">Nothing sold yet.</p>
          )}
          {close.sales.length > 8 && (
            <p className="text-note text-ink3">and {close.sales.length - 8} more kinds</p>
          )}
          <h2 className="flex items-baseline justify-between pt-4 text-row">
            Waste, with its reason{' '}
            <span className="text-label">
              <Mass g={wasteTotal} />
            </span>
          </h2>
          <ul>
            {close.waste.map((w) => (
              <li key={w.reason + w.grams} className="flex justify-between border-t border-line py-1.5">
                {w.reason}
                <span className="font-figure text-label font-semibold">
                  <Mass g={w.grams} />
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
      {closing && <CloseDay day={close} toDo={toDo} onClose={() => setClosing(false)} />}
    </div>
  );
}
