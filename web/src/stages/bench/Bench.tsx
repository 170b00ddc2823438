import { contract, type TicketSummary } from '@ember-slate/contract';
import { likeWork } from '@ember-slate/core/forms';
import { countWord, shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { Link } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useNow, useShop, useTimes } from '../../app/shop.tsx';
import { useNotify } from '../../app/notify.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { useWant } from '../../parts/forms.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { wishWords } from '../../parts/words.ts';
import { DoneToday } from './Done.tsx';
import { NewTicket } from './NewTicket.tsx';

/** Minutes until it must be begun to be ready in time; negative is late. */
const slack = (t: TicketSummary, now: Date) =>
  Math.round((new Date(t.dueAt).getTime() - now.getTime()) / 60_000 - t.minutes);

function headline(tickets: readonly TicketSummary[], mine: number, now: Date): string {
  const cutting = tickets.find((t) => t.state === 'cutting' && t.cutter?.id === mine);
  if (cutting)
    return cutting.paused === null
      ? `Ticket ${cutting.number} is on your board`
      : `Ticket ${cutting.number} lies still: ${cutting.paused}`;
  const next = tickets.find((t) => t.state === 'waiting');
  if (!next) return 'The bench is clear';
  return slack(next, now) < 0
    ? `Begin ticket ${next.number}: it is ${-slack(next, now)} min behind`
    : `Begin ticket ${next.number} within ${slack(next, now)} min`;
}

type By = 'due' | 'life';
const order: Record<By, (a: TicketSummary, b: TicketSummary) => number> = {
  due: (a, b) => a.dueAt.localeCompare(b.dueAt),
  life: (a, b) => (a.daysLeft ?? 99) - (b.daysLeft ?? 99) || a.dueAt.localeCompare(b.dueAt),
};

/** Like work done in one go: the messy step for all its tickets, then the board is cleaned once. */
function Batches({ tickets }: { tickets: readonly TicketSummary[] }) {
  const { send, busy } = useChange(contract.bench.batch);
  const said = useNotify();
  const batches = likeWork(
    tickets.map((t) => ({
      id: t.id,
      number: t.number,
      species: shortName(t.speciesName).toLowerCase(),
      fish: t.fish,
      stepsAhead: t.stepIds.slice(t.stepIds.indexOf(t.stepId)).filter((s) => !t.doneAhead.includes(s)),
    })),
  );
  if (batches.length === 0) return null;
  const verb: Record<string, string> = { scale: 'Scale', gut: 'Gut', slime: 'Rub the slime off' };
  const waiting = (ids: readonly number[]) =>
    tickets.filter((t) => ids.includes(t.id) && t.state === 'waiting').map((t) => t.number);
  const done = async (step: string, ids: number[]) => {
    const outcome = await send({ step, tickets: ids });
    said(outcome, `Done for ${ids.length} tickets: they skip that step`);
  };
  return (
    <ul className="pb-2">
      {batches.slice(0, 2).map((b) => {
        const notBegun = waiting(b.tickets);
        return (
          <li key={`${b.step} ${b.species}`} className="flex items-center gap-4 border-t border-line py-1.5">
            <span className="min-w-0 flex-1 text-label">
              <strong className="font-figure text-row font-semibold">
                {verb[b.step]} all {b.fish} {b.species} in one go
              </strong>{' '}
              <span className="text-ink2">
                for tickets {b.numbers.join(', ')}, then clean down once.
                {notBegun.length > 0 ? ` Weigh ${notBegun.join(', ')} first.` : ''}
              </span>
            </span>
            <Button
              className="min-h-14"
              busy={busy}
              notYet={notBegun.length > 0 ? `begin ticket ${notBegun.join(', ')} first` : null}
              onPress={() => void done(b.step, b.tickets)}
            >
              Done for all
            </Button>
          </li>
        );
      })}
    </ul>
  );
}

export default function Bench() {
  const { data: tickets, problem, refetch } = useRead(contract.bench.tickets);
  const { me } = useShop();
  const now = useNow();
  const [by, setBy] = useState<By>('due');
  const [making, setMaking] = useState(false);
  if (!tickets) return <Waiting problem={problem} onRetry={refetch} />;
  const rank = (t: TicketSummary) => (t.state !== 'cutting' ? 2 : t.cutter?.id === me.id ? 0 : 1);
  const sorted = [...tickets].sort((a, b) => rank(a) - rank(b) || order[by](a, b));
  return (
    <div>
      <div className="flex flex-wrap items-start justify-between gap-x-6">
        <div>
          <h1 className="text-head">{headline(sorted, me.id, now)}</h1>
          <p className="pb-2 text-label text-ink2">
            {tickets.length === 0
              ? 'Lines sent from the cut plan wait here.'
              : `${Math.round(tickets.reduce((s, t) => s + t.minutes, 0))} minutes of work on ${tickets.length} tickets.`}
          </p>
        </div>
        <div className="flex items-start gap-4">
          <Choice
            label="First"
            value={by}
            onChange={setBy}
            options={[
              { value: 'due', name: 'what is due' },
              { value: 'life', name: 'what goes off' },
            ]}
          />
          {me.role !== 'counter' && (
            <Button className="min-h-14" onPress={() => setMaking(true)}>
              Cut for the counter
            </Button>
          )}
        </div>
      </div>
      {me.role !== 'counter' && <Batches tickets={sorted} />}
      <ul>
        {sorted.map((t) => (
          <Row key={t.id} ticket={t} mine={t.cutter?.id === me.id} now={now} />
        ))}
      </ul>
      <DoneToday />
      {making && <NewTicket onClose={() => setMaking(false)} />}
    </div>
  );
}

function Row({ ticket: t, mine, now }: { ticket: TicketSummary; mine: boolean; now: Date }) {
  const { when } = useTimes();
  const want = useWant();
  const late = slack(t, now) < 0;
  const wishes = [...new Set(t.cuts.flatMap(wishWords))];
  const whom = [...new Set(t.cuts.map((c) => c.customer ?? 'the counter'))].join(', ');
  const state = t.state === 'waiting' ? 'Begin' : t.paused !== null ? 'Go on' : mine ? 'Go on' : 'Look';
  return (
    <li className="border-t border-line">
      <Link
        to={`/bench/${t.id}`}
        className="grid min-h-[76px] grid-cols-[92px_minmax(0,1fr)_210px_auto] items-center gap-5 py-2 hover:bg-lift max-lg:grid-cols-[80px_minmax(0,1fr)_auto]"
      >
        <span className="font-figure text-big font-semibold">{when(t.dueAt)}</span>
        <span className="min-w-0">
          <span className="block truncate font-figure text-[22px] leading-7 font-semibold">
            {shortName(t.speciesName)}, {t.cuts.map(want).join(', ')}
          </span>
          <span className="block truncate text-label text-ink2">
            ticket {t.number} for {whom} · {t.fish} {countWord(t.condition, t.fish)}
            {t.daysLeft !== null ? ` · ${t.daysLeft.toFixed(1)} days left` : ''}
            {t.state === 'cutting' && t.cutter
              ? ` · ${mine ? 'on your board' : `with ${t.cutter.name}`}`
              : ''}
            {t.paused !== null ? `, ${t.paused}` : ''}
            {wishes.length > 0 ? ` · ${wishes.join('; ')}` : ''}
          </span>
        </span>
        <span className={`text-label max-lg:hidden ${late ? 'text-embertext' : 'text-ink2'}`}>
          about {Math.round(t.minutes)} min{late ? `, ${-slack(t, now)} behind` : ''}
        </span>
        <span className="btn min-h-14">{state}</span>
      </Link>
    </li>
  );
}
