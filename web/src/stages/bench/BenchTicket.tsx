import type { Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { Link, useParams } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { useNotify } from '../../app/notify.ts';
import { Button } from '../../parts/Button.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { wishWords } from '../../parts/words.ts';
import { BringFish } from './BringFish.tsx';
import { Cutting } from './Cutting.tsx';
import { DoneTicketView } from './Done.tsx';
import { useStepping } from './stepping.ts';
import { say } from './say.ts';

/** Which steps stand by their name: all of them, or the one at hand and every second beside it. */
const named = (i: number, at: number, n: number) =>
  n <= 9 || i === at || (Math.abs(i - at) > 1 && (i - at) % 2 === 0);

/** The ticket's steps as beads on a line: done, here, to come. */
function Beads({ ticket }: { ticket: Ticket }) {
  const n = ticket.steps.length;
  const at = Math.max(
    0,
    ticket.steps.findIndex((s) => s.id === ticket.stepId),
  );
  return (
    <ol className="relative flex flex-1 pt-1 small:hidden" aria-label={say('steps')}>
      <span
        aria-hidden="true"
        className="absolute top-[14px] h-px bg-rule"
        style={{ left: `${50 / n}%`, right: `${50 / n}%` }}
      />
      <span
        aria-hidden="true"
        className="absolute top-[13px] h-[3px] bg-ink"
        style={{ left: `${50 / n}%`, width: `${(at / n) * 100}%` }}
      />
      {ticket.steps.map((s, i) => {
        const done = i < at || ticket.doneAhead.includes(s.id);
        return (
          <li key={s.id} aria-current={i === at ? 'step' : undefined} className="min-w-0 flex-1 text-center">
            <svg width="20" height="20" className="relative mx-auto" aria-hidden="true">
              <circle
                cx="10"
                cy="10"
                r={i === at ? 8 : 5.5}
                fill={done && i !== at ? 'var(--ink)' : 'var(--slab)'}
                stroke={done || i === at ? 'var(--ink)' : 'var(--rule)'}
                strokeWidth={i === at ? 3.5 : 1.75}
              />
            </svg>
            <span
              className={`block overflow-visible px-0.5 font-figure text-[16px] whitespace-nowrap max-lg:text-body ${i === at ? 'font-bold' : 'font-medium text-ink2'} ${named(i, at, n) ? '' : 'sr-only'}`}
            >
              <span className="relative left-1/2 inline-block -translate-x-1/2">{s.short}</span>
            </span>
          </li>
        );
      })}
    </ol>
  );
}

/** Someone else has it: what they are at, and how to take it over. */
function Elsewhere({ ticket }: { ticket: Ticket }) {
  const { send, busy } = useChange(routes.bench.hand);
  const { me } = useShop();
  const said = useNotify();
  const take = async () => {
    const outcome = await send({ version: ticket.version, to: me.id }, { id: ticket.id });
    said(outcome);
  };
  const step = ticket.steps.find((s) => s.id === ticket.stepId);
  return (
    <div className="pt-8">
      <h1 className="text-[52px] leading-[58px] font-bold">
        {say('has_it', { cutter: ticket.cutter!.name })}
      </h1>
      <p className="pb-6 text-row text-ink2">
        {say('what_is_weighed_stays_as_it_is', {
          paused:
            ticket.paused === null
              ? say('at', { title: step?.title.toLowerCase() ?? say('the_start') })
              : say('left_lying', { paused: ticket.paused }),
        })}
      </p>
      <Button tall kind="main" busy={busy} onPress={() => void take()}>
        {say('take_it_over')}
      </Button>
    </div>
  );
}

/** The ticket as it stands, or as it will in a moment: beads, step and everything on it move together. */
function Board({ ticket: kept }: { ticket: Ticket }) {
  const stepping = useStepping(kept);
  const { ticket } = stepping;
  const { me } = useShop();
  const whom = [...new Set(ticket.cuts.map((c) => c.customer ?? say('the_counter')))].join(', ');
  const wishes = [...new Set(ticket.cuts.flatMap(wishWords))];

  return (
    <div className="flex h-full flex-col">
      <div className="flex items-start gap-5">
        <div className="w-[230px] shrink-0 max-lg:w-[170px]">
          <Link to="/bench" className="block font-figure text-big font-semibold hover:underline">
            {say('ticket', { number: ticket.number })}
          </Link>
          <div className="truncate text-[16px] leading-5 text-ink2">
            {say('for', { speciesName: shortName(ticket.speciesName).toLowerCase(), whom })}
          </div>
          {wishes.length > 0 && (
            <div className="line-clamp-2 text-note leading-[18px] font-semibold" title={wishes.join('; ')}>
              {wishes.join('; ')}
            </div>
          )}
        </div>
        {ticket.state === 'cutting' && <Beads ticket={ticket} />}
      </div>
      {ticket.state === 'closed' ? (
        <DoneTicketView ticket={ticket} />
      ) : me.role === 'counter' ? (
        <p className="pt-8 text-label text-ink2">{say('the_bench_cuts_you_are_signed_in')}</p>
      ) : ticket.state === 'waiting' ? (
        <BringFish ticket={ticket} />
      ) : ticket.cutter && ticket.cutter.id !== me.id ? (
        <Elsewhere ticket={ticket} />
      ) : (
        <Cutting {...stepping} />
      )}
    </div>
  );
}

export default function BenchTicket() {
  const id = Number(useParams().id);
  const { data: ticket, problem, refetch } = useRead(routes.bench.ticket, { params: { id } });
  return ticket ? <Board key={ticket.id} ticket={ticket} /> : <Waiting problem={problem} onRetry={refetch} />;
}
