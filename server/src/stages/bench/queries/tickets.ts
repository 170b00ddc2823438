import { inWords } from '@ember-slate/words/core';
import { remembered } from '../../../platform/kept.ts';
import type { DoneTicket, Ticket, TicketCut, TicketMarks, TicketSummary, Timer } from '@ember-slate/contract';
import {
  compose,
  type Composition,
  expectedTicket,
  type MethodChoices,
  speciesCautions,
  type Step,
  ticketGrams,
} from '@ember-slate/core/board';
import { formName } from '@ember-slate/core/forms';
import { itemName } from '@ember-slate/core/ledger';
import { expectedPinBones, type Species } from '@ember-slate/core/species';
import { massBalance, type TicketWeights, type TrimId } from '@ember-slate/core/yields';
import { today, type Reader } from '../../../platform/context.ts';
import { row } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { type Clocks, clocksOf } from '../../../shop/clocks.ts';
import { lotsById } from '../../../shop/lots.ts';
import { spreadOf } from '../../../shop/spread.ts';
import { oneSpecies, speciesById } from '../../../shop/species.ts';
import { keepsTrim } from '../../../shop/stock.ts';
import { gramsOf, inputAt, jobOf, sum } from '../../../shop/ticketJob.ts';
import {
  type CutRow,
  cutsOf,
  type InputRow,
  inputsOf,
  openTimers,
  passesOf,
  type PassRow,
  type TicketRow,
  ticketsWhere,
  type TimerRow,
  type WeighOutRow,
  weighOutsOf,
} from '../../../shop/tickets.ts';
import { say } from '../say.ts';

const cutView = (work: Reader, { ticketId: _ticket, orderId: _order, ...c }: CutRow): TicketCut => ({
  ...c,
  formName: inWords(formName(formsOf(work.settings), c.form)),
  options: JSON.parse(c.options) as string[],
  dueAt: c.dueAt?.toISOString() ?? null,
});

/** The act a ticket stands at; one that its forms do not have any more gives way to the first. */
export const standsAt = (stepId: string, steps: readonly Pick<Step, 'id'>[]): string =>
  steps.some((s) => s.id === stepId) ? stepId : steps[0]!.id;

function summarize(
  work: Reader,
  ticket: TicketRow,
  species: Species,
  cuts: readonly CutRow[],
  inputs: readonly InputRow[],
  composition: Composition,
  daysLeft: number | null,
): TicketSummary {
  const fish = sum(inputs.map((i) => i.pieces));
  const { id, number, version, state, speciesId, speciesName, stepId } = ticket;
  return {
    id,
    number,
    version,
    state,
    speciesId,
    speciesName,
    cuts: cuts.map((c) => cutView(work, c)),
    dueAt: ticket.dueAt.toISOString(),
    fish,
    condition: inputAt(work, species, inputs[0]!),
    minutes: composition.minutes,
    cutter: ticket.cutterId === null ? null : { id: ticket.cutterId, name: ticket.cutterName! },
    paused: ticket.pausedWhy,
    stepId: standsAt(stepId, composition.steps),
    stepIds: composition.steps.map((s) => s.id),
    doneAhead: JSON.parse(ticket.doneAhead) as string[],
    daysLeft,
  };
}

/** Days left of what a ticket takes: where its uncut fish lies, in the cold room or on the bench; pieces by their own clock. */
function daysOf(clocks: Clocks, { lotId, item, batch }: InputRow): number | null {
  if (item !== 'whole') {
    const own = clocks.ofLot(lotId).filter((s) => s.clock.item === item && s.clock.batch === batch);
    return (own.find((s) => s.held) ?? own[0])?.life?.left ?? null;
  }
  const inRoom = clocks.row(lotId, 'place:cold_room', 'whole', 0);
  return (inRoom?.held ? inRoom : clocks.lot(lotId))?.life?.left ?? null;
}

export const openTickets = remembered(async (work: Reader): Promise<TicketSummary[]> => {
  const book = await speciesById(work.tx);
  const found = await ticketsWhere(work.tx, "t.state IN ('waiting', 'cutting')");
  const ids = found.map((t) => t.id);
  const inputs = await inputsOf(work.tx, ids);
  const cuts = await cutsOf(work.tx, ids);
  const lots = await lotsById(work.tx, [...new Set(inputs.map((i) => i.lotId))]);
  const clocks = await clocksOf(work, lots, book);
  return found.map((t) => {
    const species = book.get(t.speciesId)!;
    const mine = inputs.filter((i) => i.ticketId === t.id);
    const own = cuts.filter((c) => c.ticketId === t.id);
    const left = mine.map((i) => daysOf(clocks, i)).filter((l) => l !== null);
    return summarize(
      work,
      t,
      species,
      own,
      mine,
      compose(jobOf(work, species, t, own, mine)),
      left.length > 0 ? Math.min(...left) : null,
    );
  });
});

/** Tickets that were finished today, the last first: what they gave, to be labelled or opened again. */
export async function doneToday(work: Reader): Promise<DoneTicket[]> {
  const found = await ticketsWhere(work.tx, 't.closed_on = ? AND t.main_grams IS NOT NULL', [today(work)]);
  const cuts = await cutsOf(
    work.tx,
    found.map((t) => t.id),
  );
  return found
    .map((t) => ({
      id: t.id,
      number: t.number,
      speciesName: t.speciesName,
      cuts: cuts.filter((c) => c.ticketId === t.id).map((c) => cutView(work, c)),
      closedAt: t.closedAt!.toISOString(),
      inputGrams: t.inputGrams!,
      mainGrams: t.mainGrams!,
    }))
    .sort((a, b) => b.closedAt.localeCompare(a.closedAt));
}

/** What cutting these fish is expected to give, over all lots of the ticket, by the methods chosen. */
export function expectation(
  work: Reader,
  species: Species,
  ticket: TicketRow,
  cuts: readonly CutRow[],
  inputs: readonly InputRow[],
  choices: MethodChoices = {},
): Ticket['expected'] {
  const parts = new Map<TrimId, number>();
  const mains = cuts.map(() => 0);
  const asked = cuts.map(() => 0);
  let drip = 0;
  for (const input of inputs) {
    const job = jobOf(work, species, ticket, cuts, inputs, [input]);
    const cut = expectedTicket({ ...job, ticket: { ...job.ticket, ...choices } });
    const grams = ticketGrams(cut, gramsOf(input));
    grams.mains.forEach((g, i) => {
      mains[i]! += g;
      asked[i]! += Math.min(g, Math.round(cut.asked[i]! * gramsOf(input)));
    });
    drip += grams.drip;
    for (const [part, g] of grams.trims) parts.set(part, (parts.get(part) ?? 0) + g);
  }
  return {
    yield: sum(mains) / sum(inputs.map(gramsOf)),
    mains,
    asked,
    drip,
    trims: [...parts].map(([part, grams]) => ({ part, grams, keep: keepsTrim(work, part, species) })),
  };
}

export function weightsOf(
  inputs: readonly InputRow[],
  out: readonly Pick<WeighOutRow, 'kind' | 'grams'>[],
): TicketWeights {
  const of = (...kinds: WeighOutRow['kind'][]) =>
    sum(out.filter((w) => kinds.includes(w.kind)).map((w) => w.grams));
  return {
    input: sum(inputs.map(gramsOf)),
    outputs: of('order', 'counter'),
    trims: of('trim'),
    waste: of('waste'),
    drip: of('drip'),
    waterGained: of('water'),
  };
}

const passView = (p: PassRow | undefined) =>
  p
    ? {
        staffId: p.staffId,
        by: p.by,
        alone: p.alone === 1,
        at: p.at.toISOString(),
        found: p.found,
        broken: JSON.parse(p.broken) as string[],
      }
    : null;
export const timerView = (t: TimerRow): Timer => ({
  ...t,
  startedAt: t.startedAt.toISOString(),
  endsAt: t.endsAt.toISOString(),
});

export async function oneTicket(work: Reader, id: number): Promise<Ticket> {
  const [ticket] = await ticketsWhere(work.tx, 't.id = ?', [id]);
  if (!ticket) throw problems.notFound(say('no_such_ticket'));
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const inputs = await inputsOf(work.tx, [id]);
  if (inputs.length === 0) throw problems.notFound(say('that_ticket_was_given_up_its_fish'));
  const cuts = await cutsOf(work.tx, [id]);
  const weighOuts = await weighOutsOf(work.tx, id);
  const lots = await lotsById(
    work.tx,
    inputs.map((i) => i.lotId),
  );
  const clocks = await clocksOf(work, lots, new Map([[species.id, species]]));
  const job = jobOf(work, species, ticket, cuts, inputs);
  const composition = compose(job);
  const passes = await passesOf(work.tx, id);
  const spent = await row<{ seconds: number | null }>(
    work.tx,
    'SELECT SUM(seconds) AS seconds FROM ticket_time WHERE ticket_id = ? AND step_id = ?',
    [id, standsAt(ticket.stepId, composition.steps)],
  );
  const { input, ...weights } = weightsOf(inputs, weighOuts);
  const { unaccounted, allowed, closes } = massBalance({ input, ...weights });
  const left = (i: InputRow) => daysOf(clocks, i) ?? 0;
  return {
    ...summarize(work, ticket, species, cuts, inputs, composition, Math.min(...inputs.map(left))),
    stepSeconds: Number(spent?.seconds ?? 0),
    stepSince: ticket.pausedWhy === null ? (ticket.stepAt?.toISOString() ?? null) : null,
    steps: inWords(composition.steps),
    firstCut: composition.methods.first_cut.method.id,
    tools: inWords(composition.tools),
    marks: ticket.marks === null ? null : (JSON.parse(ticket.marks) as TicketMarks),
    cautions: inWords(speciesCautions(species)),
    inputs: inWords(
      inputs.map((i) => ({
        lotId: i.lotId,
        code: i.code,
        item: i.item,
        itemName: itemName(i.item, i.arrival, formsOf(work.settings)),
        condition: inputAt(work, species, i),
        scaled: i.scaled,
        pieces: i.pieces,
        grams: gramsOf(i),
        source: i.source ?? 'estimated',
        daysLeft: left(i),
        verdict: lots.find((l) => l.id === i.lotId)!.verdict,
      })),
    ),
    expected: expectation(work, species, ticket, cuts, inputs),
    spread: await spreadOf(work),
    weighOuts: weighOuts.map(({ labelId, prints, ...w }) => ({
      ...w,
      weighedAt: w.weighedAt.toISOString(),
      label: labelId === null ? null : { id: labelId, prints: prints ?? 0 },
    })),
    sweep: {
      twoHands: work.settings.twoSweepers,
      one: passView(passes.findLast((p) => p.pass === 1)),
      two: passView(passes.findLast((p) => p.pass === 2)),
      expectedBones: inWords(expectedPinBones(species)),
    },
    frameGrade: ticket.frameGrade,
    reopens: ticket.state === 'closed' && ticket.closedOn === today(work),
    timers: (await openTimers(work.tx, id)).map(timerView),
    balance: { input, unaccounted, allowed, closes },
  };
}
