import type { Ticket, TicketSummary } from '@ember-slate/contract';
import { composeSteps, speciesCautions, ticketMinutes } from '@ember-slate/core/forms';
import type { Species } from '@ember-slate/core/species';
import {
  expectedCut,
  expectedGrams,
  massBalance,
  type TicketWeights,
  type TrimId,
} from '@ember-slate/core/yields';
import { clocksOf } from '../cold/clocks.ts';
import { lotsById } from '../grading/queries.ts';
import { today, type Work } from '../platform/context.ts';
import { problems } from '../platform/problem.ts';
import { oneSpecies, speciesById } from '../species/queries.ts';
import {
  inputsOf,
  ticketsWhere,
  weighOutsOf,
  type InputRow,
  type TicketRow,
  type WeighOutRow,
} from './queries.ts';

const gramsOf = (i: InputRow) => i.grams ?? Math.round(i.fishGrams * i.pieces);
const fishGrams = (inputs: readonly InputRow[]) =>
  inputs.reduce((s, i) => s + gramsOf(i), 0) / inputs.reduce((s, i) => s + i.pieces, 0);

export function stepsOf(species: Species, ticket: TicketRow, inputs: readonly InputRow[]) {
  return composeSteps(species, inputs[0]!.condition, ticket.form, fishGrams(inputs));
}

function summarize(ticket: TicketRow, species: Species, inputs: readonly InputRow[]): TicketSummary {
  const fish = inputs.reduce((s, i) => s + i.pieces, 0);
  const {
    id,
    number,
    version,
    state,
    speciesId,
    speciesName,
    form,
    customer,
    orderNumber,
    pieces,
    pieceGrams,
    totalGrams,
  } = ticket;
  return {
    id,
    number,
    version,
    state,
    speciesId,
    speciesName,
    form,
    customer,
    orderNumber,
    pieces,
    pieceGrams,
    totalGrams,
    fish,
    dueAt: ticket.dueAt.toISOString(),
    minutes: ticketMinutes(stepsOf(species, ticket, inputs), fish, species),
  };
}

export async function openTickets(work: Work): Promise<TicketSummary[]> {
  const book = await speciesById(work.tx);
  const found = await ticketsWhere(work.tx, "t.state <> 'closed'");
  const inputs = await inputsOf(
    work.tx,
    found.map((t) => t.id),
  );
  return found.map((t) =>
    summarize(
      t,
      book.get(t.speciesId)!,
      inputs.filter((i) => i.ticketId === t.id),
    ),
  );
}

/** What cutting these fish is expected to give, over all lots of the ticket. */
export function expectation(
  work: Work,
  species: Species,
  ticket: TicketRow,
  inputs: readonly InputRow[],
): Ticket['expected'] {
  const month = Number(today(work).slice(5, 7));
  const parts = new Map<TrimId, number>();
  let main = 0;
  let drip = 0;
  for (const input of inputs) {
    const cut = expectedCut(species, input.condition, ticket.form, gramsOf(input) / input.pieces, month);
    const grams = expectedGrams(cut, gramsOf(input));
    main += grams.main;
    drip += grams.drip;
    for (const [part, g] of grams.trims) parts.set(part, (parts.get(part) ?? 0) + g);
  }
  const total = inputs.reduce((s, i) => s + gramsOf(i), 0);
  return { yield: main / total, main, drip, trims: [...parts].map(([part, grams]) => ({ part, grams })) };
}

export function weightsOf(
  inputs: readonly InputRow[],
  out: readonly Pick<WeighOutRow, 'kind' | 'grams'>[],
): TicketWeights {
  const sum = (...kinds: WeighOutRow['kind'][]) =>
    out.filter((w) => kinds.includes(w.kind)).reduce((s, w) => s + w.grams, 0);
  return {
    input: inputs.reduce((s, i) => s + gramsOf(i), 0),
    outputs: sum('order', 'counter'),
    trims: sum('trim'),
    waste: sum('waste'),
    drip: sum('drip'),
    waterGained: sum('water'),
  };
}

export async function oneTicket(work: Work, id: number): Promise<Ticket> {
  const [ticket] = await ticketsWhere(work.tx, 't.id = ?', [id]);
  if (!ticket) throw problems.notFound('No such ticket');
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const inputs = await inputsOf(work.tx, [id]);
  const weighOuts = await weighOutsOf(work.tx, id);
  const lots = await lotsById(
    work.tx,
    inputs.map((i) => i.lotId),
  );
  const clocks = await clocksOf(work, lots, new Map([[species.id, species]]));
  const weights = weightsOf(inputs, weighOuts);
  const { unaccounted, allowed, closes } = massBalance(weights);
  return {
    ...summarize(ticket, species, inputs),
    step: ticket.step,
    steps: stepsOf(species, ticket, inputs),
    cautions: speciesCautions(species),
    inputs: inputs.map((i) => {
      const lot = lots.find((l) => l.id === i.lotId)!;
      return {
        lotId: i.lotId,
        code: i.code,
        condition: i.condition,
        pieces: i.pieces,
        grams: gramsOf(i),
        source: i.source ?? 'estimated',
        daysLeft: clocks.lot(lot.id)?.life?.left ?? 0,
        verdict: lot.verdict,
      };
    }),
    expected: expectation(work, species, ticket, inputs),
    weighOuts: weighOuts.map((w) => ({ ...w, weighedAt: w.weighedAt.toISOString() })),
    sweep: ticket.sweepBy
      ? { by: ticket.sweepBy, at: ticket.sweepAt!.toISOString(), passTwoBones: ticket.sweepBones! }
      : null,
    balance: { input: weights.input, unaccounted, allowed, closes },
  };
}
