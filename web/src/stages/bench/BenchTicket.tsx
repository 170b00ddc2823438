import { contract, type Problem, type Ticket } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useKeys } from '../../app/keys.ts';
import { useShop } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { wantText } from '../../parts/words.ts';
import { BringFish } from './BringFish.tsx';
import { CloseTicket } from './CloseTicket.tsx';
import { OnBoard } from './OnBoard.tsx';
import { Sweep } from './Sweep.tsx';
import { WeighOut } from './WeighOut.tsx';

/** The ticket's steps as beads on a line: done, here, to come. */
function Beads({ ticket }: { ticket: Ticket }) {
  const n = ticket.steps.length;
  return (
    <ol className="relative flex flex-1 pt-1" aria-label="Steps">
      <span
        aria-hidden="true"
        className="absolute top-[14px] h-px bg-rule"
        style={{ left: `${50 / n}%`, right: `${50 / n}%` }}
      />
      {ticket.steps.map((s, i) => {
        const at = i === ticket.step;
        return (
          <li key={s.id} aria-current={at ? 'step' : undefined} className="min-w-0 flex-1 text-center">
            <svg width="20" height="20" className="relative mx-auto" aria-hidden="true">
              <circle
                cx="10"
                cy="10"
                r={at ? 8 : 5.5}
                fill={i < ticket.step ? 'var(--ink)' : 'var(--slab)'}
                stroke={i <= ticket.step ? 'var(--ink)' : 'var(--rule)'}
                strokeWidth={at ? 3.5 : 1.75}
              />
            </svg>
            <span
              className={`block truncate px-0.5 font-figure text-[16px] max-lg:text-body ${at ? 'font-bold' : n > 9 ? 'text-transparent' : 'font-medium text-ink2'}`}
            >
              {s.title.split(',')[0]}
            </span>
          </li>
        );
      })}
    </ol>
  );
}

function Cutting({ ticket }: { ticket: Ticket }) {
  const { send } = useChange(contract.bench.step);
  const [problem, setProblem] = useState<Problem | null>(null);
  const step = ticket.steps[Math.min(ticket.step, ticket.steps.length - 1)]!;
  const last = ticket.step === ticket.steps.length - 1;
  const unswept = step.id === 'sweep' && ticket.sweep === null;
  const go = async (to: number) => {
    if (to < 0 || to >= ticket.steps.length) return;
    const outcome = await send({ step: to }, { id: ticket.id });
    setProblem(outcome.ok ? null : outcome.problem);
  };
  useKeys({
    ArrowRight: () => void go(ticket.step + 1),
    ArrowLeft: () => void go(ticket.step - 1),
    n: () => void go(ticket.step + 1),
    p: () => void go(ticket.step - 1),
  });
  const cautions = [...step.cautions, ...(ticket.step === 0 ? ticket.cautions : [])];
  return (
    <>
      <div className="flex items-start gap-6 pt-2">
        <div className="w-[350px] shrink-0 max-lg:w-[280px]">
          <h1
            className={`font-bold ${step.title.length > 12 ? 'text-[46px] leading-[50px]' : 'text-[64px] leading-[66px]'}`}
          >
            {step.title}
          </h1>
          <p className="pt-1 font-figure text-[22px] leading-7 font-medium">
            {step.tool} · about {step.once ? step.minutes : Math.round(step.minutes * ticket.fish * 10) / 10}{' '}
            min
          </p>
        </div>
        <div className="flex-1 text-[21px] leading-[29px]">
          {step.how.map((h) => (
            <p key={h}>{h}</p>
          ))}
          <p className="pt-1 font-figure text-label text-rime">
            Done looks like: {step.check.toLowerCase()}.
          </p>
        </div>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto pt-2">
        {step.id === 'weigh' ? (
          <WeighOut ticket={ticket} />
        ) : step.id === 'sweep' ? (
          <Sweep ticket={ticket} />
        ) : last ? (
          <CloseTicket ticket={ticket} />
        ) : (
          <OnBoard ticket={ticket} />
        )}
      </div>
      {problem && (
        <p role="alert" className="border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex items-center gap-6 py-3">
        <Button
          tall
          onPress={() => void go(ticket.step - 1)}
          notYet={ticket.step === 0 ? 'this is the first step' : null}
          className="min-w-24"
        >
          Back
        </Button>
        <p className="flex-1 text-[18px] leading-6">
          {cautions.length > 0 && <strong className="font-figure">Careful: </strong>}
          {cautions.join(' ')}
        </p>
        {!last && (
          <Button
            tall
            kind={step.id === 'weigh' || unswept ? 'plain' : 'main'}
            onPress={() => void go(ticket.step + 1)}
            className="min-w-32"
          >
            Next
          </Button>
        )}
      </div>
    </>
  );
}

export default function BenchTicket() {
  const id = Number(useParams().id);
  const { data: ticket, problem, again } = useRead(contract.bench.ticket, { params: { id } });
  const { me } = useShop();
  const mass = useMass();
  if (!ticket) return <Waiting problem={problem} again={again} />;
  return (
    <div className="flex h-full flex-col">
      <div className="flex items-start gap-5">
        <div className="w-[170px] shrink-0">
          <Link to="/bench" className="block font-figure text-big font-semibold hover:underline">
            Ticket {ticket.number}
          </Link>
          <div className="truncate text-[16px] leading-5 text-ink2">
            {shortName(ticket.speciesName).toLowerCase()}, for {ticket.customer}
          </div>
          <div className="truncate text-[16px] leading-5 text-ink2">{wantText(ticket, mass)}</div>
        </div>
        <Beads ticket={ticket} />
      </div>
      {ticket.state === 'closed' ? (
        <div className="pt-8">
          <h1 className="text-head">Ticket {ticket.number} is done</h1>
          <p className="pb-4 text-label text-ink2">
            Order {ticket.orderNumber} lies on the order shelf; trims are in the cold room.
          </p>
          <Link to="/bench" className="btn btn-main min-h-16">
            Next ticket
          </Link>
        </div>
      ) : me.role === 'counter' ? (
        <p className="pt-8 text-label text-ink2">The bench cuts; you are signed in for the counter.</p>
      ) : ticket.state === 'waiting' ? (
        <BringFish key={ticket.version} ticket={ticket} />
      ) : (
        <Cutting ticket={ticket} />
      )}
    </div>
  );
}
