import { inWords } from '@ember-slate/words/core';
import type { TicketSummary } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { likeWork } from '@ember-slate/core/forms';
import { countWord, shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { Link } from 'react-router';
import { useView } from '../../app/address.ts';
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
import { say } from './say.ts';

/** Minutes until it must be begun to be ready in time; negative is late. */
const slack = (t: TicketSummary, now: Date) =>
  Math.round((new Date(t.dueAt).getTime() - now.getTime()) / 60_000 - t.minutes);

function headline(tickets: readonly TicketSummary[], mine: number, now: Date): string {
  const cutting = tickets.find((t) => t.state === 'cutting' && t.cutter?.id === mine);
  if (cutting)
    return cutting.paused === null
      ? say('ticket_is_on_your_board', { number: cutting.number })
      : say('ticket_lies_still', { number: cutting.number, paused: cutting.paused });
  const next = tickets.find((t) => t.state === 'waiting');
  if (!next) return say('the_bench_is_clear');
  return slack(next, now) < 0
    ? say('begin_ticket_it_is_min_behind', { number: next.number, next: -slack(next, now) })
    : say('begin_ticket_within_min', { number: next.number, next: slack(next, now) });
}

type By = 'due' | 'life';
const order: Record<By, (a: TicketSummary, b: TicketSummary) => number> = {
  due: (a, b) => a.dueAt.localeCompare(b.dueAt),
  life: (a, b) => (a.daysLeft ?? 99) - (b.daysLeft ?? 99) || a.dueAt.localeCompare(b.dueAt),
};

/** Like work done in one go: the messy step for all its tickets, then the board is cleaned once. */
function Batches({ tickets }: { tickets: readonly TicketSummary[] }) {
  const { send, busy } = useChange(routes.bench.batch);
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
  const verb: Record<string, string> = {
    scale: say('scale'),
    gut: say('gut'),
    slime: say('rub_the_slime_off'),
  };
  const waiting = (ids: readonly number[]) =>
    tickets.filter((t) => ids.includes(t.id) && t.state === 'waiting').map((t) => t.number);
  const done = async (step: string, ids: number[]) => {
    const outcome = await send({ step, tickets: ids });
    said(outcome, say('done_for_tickets_they_skip_that', { ids: ids.length }));
  };
  return (
    <ul className="pb-2">
      {batches.slice(0, 2).map((b) => {
        const notBegun = waiting(b.tickets);
        return (
          <li key={`${b.step} ${b.species}`} className="flex items-center gap-4 border-t border-line py-1.5">
            <span className="min-w-0 flex-1 text-label">
              <strong className="font-figure text-row font-semibold">
                {verb[b.step]} {say('all_in_one_go', { fish: b.fish, species: b.species })}
              </strong>{' '}
              <span className="text-ink2">
                {say('for_tickets_then_clean_down_once', {
                  numbers: b.numbers.join(', '),
                  notBegun:
                    notBegun.length > 0 ? ` ${say('weigh_first', { notBegun: notBegun.join(', ') })}` : '',
                })}
              </span>
            </span>
            <Button
              className="min-h-14"
              busy={busy}
              notYet={
                notBegun.length > 0 ? say('begin_ticket_first', { notBegun: notBegun.join(', ') }) : null
              }
              onPress={() => void done(b.step, b.tickets)}
            >
              {say('done_for_all')}
            </Button>
          </li>
        );
      })}
    </ul>
  );
}

export default function Bench() {
  const { data: tickets, problem, refetch } = useRead(routes.bench.tickets);
  const { me } = useShop();
  const now = useNow();
  const [by, setBy] = useView<By>('first', ['due', 'life'], 'due');
  const [making, setMaking] = useState(false);
  if (!tickets) return <Waiting problem={problem} onRetry={refetch} />;
  // First what one has on the board oneself, then what is to begin, as the heading says.
  const rank = (t: TicketSummary) => (t.state !== 'cutting' ? 1 : t.cutter?.id === me.id ? 0 : 2);
  const sorted = [...tickets].sort((a, b) => rank(a) - rank(b) || order[by](a, b));
  return (
    <div>
      <div className="flex flex-wrap items-start justify-between gap-x-6">
        <div>
          <h1 className="text-head">{headline(sorted, me.id, now)}</h1>
          <p className="pb-2 text-label text-ink2">
            {tickets.length === 0
              ? say('lines_sent_from_the_cut_plan_wait')
              : say('minutes_of_work_on_tickets', {
                  minutes: Math.round(tickets.reduce((s, t) => s + t.minutes, 0)),
                  tickets: tickets.length,
                })}
          </p>
        </div>
        <div className="flex flex-wrap items-start gap-x-4">
          <Choice
            label={say('first')}
            value={by}
            onChange={setBy}
            options={[
              { value: 'due', name: say('what_is_due') },
              { value: 'life', name: say('what_goes_off') },
            ]}
          />
          {me.role !== 'counter' && (
            <Button className="min-h-14" onPress={() => setMaking(true)}>
              {say('cut_for_the_counter')}
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
  const whom = [...new Set(t.cuts.map((c) => c.customer ?? say('the_counter')))].join(', ');
  const state =
    t.state === 'waiting'
      ? say('begin')
      : t.paused !== null
        ? say('go_on')
        : mine
          ? say('go_on')
          : say('look');
  return (
    <li className="border-t border-line">
      <Link
        to={`/bench/${t.id}`}
        className="grid min-h-[76px] grid-cols-[92px_minmax(0,1fr)_210px_104px] items-center gap-5 py-2 hover:bg-lift max-lg:grid-cols-[80px_minmax(0,1fr)_104px] max-sm:grid-cols-[68px_minmax(0,1fr)] max-sm:gap-x-3 max-sm:gap-y-1"
      >
        <span className="font-figure text-big font-semibold">{when(t.dueAt)}</span>
        <span className="min-w-0">
          <span className="block font-figure text-[22px] leading-7 font-semibold">
            {shortName(t.speciesName)}, {t.cuts.map(want).join(', ')}
          </span>
          <span className="block text-label text-ink2">
            {say('ticket_for', {
              number: t.number,
              whom,
              fish: t.fish,
              condition: inWords(countWord(t.condition, t.fish)),
              daysLeft:
                t.daysLeft !== null ? ` ${say('days_left', { daysLeft: t.daysLeft.toFixed(1) })}` : '',
              state:
                t.state === 'cutting' && t.cutter
                  ? ` · ${mine ? say('on_your_board') : say('with', { cutter: t.cutter.name })}`
                  : '',
              paused: t.paused !== null ? `, ${t.paused}` : '',
              wishes: wishes.length > 0 ? ` · ${wishes.join('; ')}` : '',
            })}
          </span>
        </span>
        <span className={`text-label max-lg:hidden ${late ? 'text-embertext' : 'text-ink2'}`}>
          {say('about_min', {
            minutes: Math.round(t.minutes),
            late: late ? say('behind', { minutes: -slack(t, now) }) : '',
          })}
        </span>
        <span className="btn min-h-14 max-sm:col-start-2 max-sm:justify-self-start max-sm:px-6">{state}</span>
      </Link>
    </li>
  );
}
