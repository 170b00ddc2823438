import type { Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { bodyAt } from '@ember-slate/core/picture';
import { Link } from 'react-router';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useKeys } from '../../app/keys.ts';
import { useNow, useSpecies } from '../../app/shop.tsx';
import { useNotify } from '../../app/notify.ts';
import { useAppSelector } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { useForms } from '../../parts/forms.ts';
import { useLength } from '../../parts/length.ts';
import { useMass } from '../../parts/Mass.tsx';
import { BoardDrawing, marksFor } from './BoardDrawing.tsx';
import { CloseTicket } from './CloseTicket.tsx';
import { FrameCheck } from './FrameCheck.tsx';
import { Other } from './Other.tsx';
import { countOf, slotAt, slotsOf, weighedOf, type Slot } from './slots.ts';
import type { useStepping } from './stepping.ts';
import { StepTimer } from './StepTimer.tsx';
import { Sweep } from './Sweep.tsx';
import { useWeigh, weightWindow } from './useWeigh.ts';
import { WeighOut } from './WeighOut.tsx';
import { say } from './say.ts';

type Step = Ticket['steps'][number];

/** Acts that cut pieces one after another, each from the face the one before left. */
const alongRow = ['steaks', 'portions', 'bias'];

/** What the hand does now, as large as it fits: the mark in mm where the body model gives one, else the step. */
function useHeadline(ticket: Ticket, step: Step, slot: Slot | null) {
  const species = useSpecies().get(ticket.speciesId);
  const length = useLength();
  const mass = useMass();
  const input = ticket.inputs[0]!;
  const body = species
    ? bodyAt({ species, input: input.condition, grams: input.grams / input.pieces })
    : null;
  if (!slot || !body) return { title: step.title, sub: '' };
  const done = countOf(ticket, slot);
  const of = slot.pieces ? ` ${say('of', { pieces: slot.pieces })}` : '';
  const sub = `${slot.name} ${done + 1}${of}${slot.aim ? say('to_weigh', { aim: mass(slot.aim) }) : ''}`;
  const { pieces, done: off, factor } = marksFor(ticket, body, slot, step.draws ?? '');
  const next = pieces[off];
  if (!next || !alongRow.includes(step.draws ?? '')) return { title: step.title, sub };
  const from = off === 0 ? next.from : pieces[off - 1]!.to;
  const cut = { mm: length.format(Math.round(body.mm(next.to) - body.mm(from))), unit: length.unit };
  const percent = Math.round(Math.abs(factor - 1) * 100);
  const anew =
    percent < 2 ? '' : `; ${say(factor > 1 ? 'this_fish_runs_heavy' : 'this_fish_runs_light', { percent })}`;
  return step.draws === 'steaks'
    ? { title: say('cut', cut), sub: `${sub}${anew}` }
    : { title: step.title, sub: `${sub}; ${say('cut_next', cut)}${anew}` };
}

/** Takes the weight of a piece at the step that cuts it: no screen between knife and pan. */
function WeighHere({ ticket, slot }: { ticket: Ticket; slot: Slot }) {
  const weigh = useWeigh(ticket, slot, null, 1, () => undefined);
  const window = weightWindow(slot, 1);
  const last = weighedOf(ticket, slot).at(-1);
  // What is off cannot be put back: the plan of what is not cut yet may still be mended.
  const off =
    window !== undefined &&
    slot.kind === 'order' &&
    last?.pieces === 1 &&
    (last.grams < window[0] || last.grams > window[2]);
  if (off && !weigh.problem)
    return (
      <p className="text-label text-ink2">
        {say('the_last_is_outside_its_window', { slot: slot.name })}{' '}
        <Link to="/plan" className="why text-label">
          {say('plan_again_what_is_not_cut_yet')}
        </Link>
      </p>
    );
  return weigh.problem ? (
    <p role="alert" className="border-b-[3px] border-emberline pb-1 text-label">
      {weigh.problem.detail}
    </p>
  ) : null;
}

/** Time on this step against its norm: a help, said in minutes. */
function StepClock({ ticket, step }: { ticket: Ticket; step: Step }) {
  const now = useNow(1000);
  const seconds =
    ticket.stepSeconds +
    (ticket.stepSince
      ? Math.max(0, Math.round((now.getTime() - new Date(ticket.stepSince).getTime()) / 1000))
      : 0);
  const norm = step.minutes * step.times * 60;
  const two = (n: number) => String(Math.floor(n)).padStart(2, '0');
  const text = (s: number) =>
    s < 3600 ? `${Math.floor(s / 60)}:${two(s % 60)}` : `${Math.floor(s / 3600)} h ${two((s % 3600) / 60)}`;
  return (
    <div
      className="w-[136px] shrink-0"
      role="timer"
      aria-label={say('on_this_step', { seconds: text(seconds) })}
    >
      <div className="font-figure text-[36px] leading-[40px] font-semibold">{text(seconds)}</div>
      <svg width="136" height="12" aria-hidden="true">
        <path d="M 0 6 H 134 M 134.5 1 V 11" stroke="var(--rule)" strokeWidth="1.5" fill="none" />
        <path
          d={`M 0 6 H ${norm > 0 ? Math.min(134, (seconds / norm) * 134) : 0}`}
          stroke="var(--ink)"
          strokeWidth="5"
        />
      </svg>
      <div className="font-figure text-[16px] text-ink2">{say('this_step_norm', { norm: text(norm) })}</div>
    </div>
  );
}

interface WorkProps {
  ticket: Ticket;
  slots: Slot[];
  step: Step;
  slot: Slot | null;
  last: boolean;
}

/** What there is to do at this step: weigh, sweep, judge the frame, close, or cut. */
function Work({ ticket, slots, step, slot, last }: WorkProps) {
  const species = useSpecies().get(ticket.speciesId);
  if (step.id === 'weigh') return <WeighOut ticket={ticket} slots={slots} />;
  if (step.id === 'sweep') return <Sweep ticket={ticket} />;
  if (step.id === 'frame') return <FrameCheck ticket={ticket} />;
  if (last) return <CloseTicket ticket={ticket} />;
  return species ? <BoardDrawing ticket={ticket} species={species} step={step} slot={slot} /> : null;
}

/** A ticket nobody is at just now. */
function PausedTicket({ ticket, step }: { ticket: Ticket; step: Step }) {
  const pause = useChange(routes.bench.pause);
  const said = useNotify();
  const goOn = async () => {
    const outcome = await pause.send({ why: null }, { id: ticket.id });
    said(outcome);
  };
  return (
    <div className="pt-8">
      <h1 className="text-[52px] leading-[58px] font-bold">{say('left_lying_2')}</h1>
      <p className="pb-6 text-row text-ink2">
        {ticket.paused}
        {say('it_stands_at_nothing_counts', { title: step.title.toLowerCase() })}
      </p>
      <Button tall kind="main" busy={pause.busy} onPress={() => void goOn()}>
        {say('go_on')}
      </Button>
    </div>
  );
}

/** What is done now, in the size of the room there is for it. */
function Title({
  headline,
  tool,
  panel,
}: {
  headline: ReturnType<typeof useHeadline>;
  tool: string;
  panel: boolean;
}) {
  return (
    <>
      <h1
        className={`font-bold ${panel || headline.title.length > 9 ? 'text-[38px] leading-[40px]' : 'text-[58px] leading-[58px] whitespace-nowrap max-lg:text-[46px] max-lg:leading-[48px]'}`}
      >
        {headline.title}
      </h1>
      <p className="pt-0.5 font-figure text-[23px] leading-7 font-medium">{headline.sub || tool}</p>
    </>
  );
}

/** How it is done, what done looks like, and why. */
function Words({ step, panel }: { step: Step; panel: boolean }) {
  return (
    <div
      className={`min-w-0 flex-1 max-sm:order-last max-sm:basis-full ${panel ? 'text-[18px] leading-6' : 'text-[20px] leading-[26px]'}`}
    >
      {step.how.map((h) => (
        <p key={h}>{h}</p>
      ))}
      <p className="pt-0.5 font-figure text-[18px] leading-6 text-rime">
        {say('done_looks_like', { check: step.check.toLowerCase() })}{' '}
        <span className="text-ink2">{panel || step.how.length > 3 ? '' : step.why}</span>
      </p>
    </div>
  );
}

export function Cutting({ ticket, at, go, problem }: ReturnType<typeof useStepping>) {
  const book = useForms();
  const pedal = useAppSelector((s) => s.prefs.pedal);
  const [other, setOther] = useState(false);
  const step = ticket.steps[at]!;
  const last = at === ticket.steps.length - 1;
  const slots = slotsOf(ticket, book);
  const slot = slotAt(ticket, slots, step.id);
  const headline = useHeadline(ticket, step, step.id === 'weigh' ? null : slot);
  /** Steps with something to fill in give it the room. */
  const panel = ['weigh', 'sweep', 'frame', 'clean'].includes(step.id);
  const unswept = step.id === 'sweep' && ticket.sweep.two === null;
  const next = () => void go(1);
  const back = () => void go(-1);
  useKeys({
    ArrowRight: next,
    ArrowLeft: back,
    PageDown: next,
    PageUp: back,
    n: next,
    p: back,
    o: () => setOther(true),
    ...(pedal ? { [pedal]: next } : {}),
  });
  if (ticket.paused !== null) return <PausedTicket ticket={ticket} step={step} />;
  const cautions = [...step.cautions.filter((c) => c !== step.why), ...(at === 0 ? ticket.cautions : [])];
  return (
    <>
      <div className="flex items-start gap-x-6 pt-1 max-sm:flex-wrap">
        <div className="w-[300px] shrink-0 max-lg:w-[230px] max-sm:w-auto max-sm:flex-1">
          <Title headline={headline} tool={step.tool} panel={panel} />
        </div>
        <Words step={step} panel={panel} />
        <StepClock ticket={ticket} step={step} />
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto pt-1">
        <Work ticket={ticket} slots={slots} step={step} slot={slot} last={last} />
      </div>
      {at === 0 && (
        <p className="pt-1 text-label">
          <span className="text-ink2">{say('lay_out')} </span>
          {ticket.tools.join(', ')}.
        </p>
      )}
      {slot && step.id !== 'weigh' && <WeighHere key={slot.key} ticket={ticket} slot={slot} />}
      {step.timer !== null && (
        <StepTimer
          ticket={ticket}
          name={step.id === 'salt' ? say('salt_off') : say('soak_done')}
          minutes={step.timer}
        />
      )}
      {problem && (
        <p role="alert" className="border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2.5 sm:flex-nowrap">
        <Button
          tall
          onPress={back}
          notYet={at === 0 ? say('this_is_the_first_step') : null}
          className="min-w-24"
        >
          {say('back')}
        </Button>
        <p className="min-w-0 flex-1 text-[18px] max-sm:order-first max-sm:basis-full leading-6">
          {cautions.length > 0 && <strong className="font-figure">{say('careful')} </strong>}
          {cautions.join(' ')}
        </p>
        <Button tall onPress={() => setOther(true)} className="min-w-24">
          {say('other')}
        </Button>
        {!last && (
          <Button
            tall
            kind={step.id === 'weigh' || unswept ? 'plain' : 'main'}
            onPress={next}
            className="min-w-28"
          >
            {say('next')}
          </Button>
        )}
      </div>
      {other && <Other ticket={ticket} onClose={() => setOther(false)} />}
    </>
  );
}
