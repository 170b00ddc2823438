import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract, FoundPlan, PlanSpecies, TicketMarks } from '@ember-slate/contract';
import { bodyOf } from '@ember-slate/core/body';
import { addDays, closingOf, instantOn } from '@ember-slate/core/calendar';
import {
  modesOf,
  offTrim,
  type OffTrim,
  planFaults,
  type PlannedFish,
  type PlanProblem,
  sectionOf,
} from '@ember-slate/core/cutplan';
import { nextNumber } from '../../../platform/books/numbers.ts';
import { lockLots } from '../../../platform/books/stock.ts';
import { today, type Work } from '../../../platform/context.ts';
import { run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { speciesById } from '../../../shop/species.ts';
import { dayProblems, problemOf } from '../queries/day.ts';
import { plannedTickets } from '../queries/waiting.ts';
import { planRow } from '../queries/runs.ts';
import { say } from '../say.ts';

/** Withdraws a ticket that waits at the bench, of this version; the bench's own act. */
export type Withdraw = (work: Work, ticketId: number, version: number) => Promise<unknown>;

/** Fish cut alike share a ticket, so many at most. */
const mostTogether = 6;

/** A fish of the plan where it lies now, with its cuts. */
interface Placed {
  lotId: number;
  planned: PlannedFish;
}

/** The layout of a fish's cuts: fish of one lot with the same one are cut in one go. */
const layout = ({ lotId, planned }: Placed, live: PlanSpecies) =>
  JSON.stringify([
    lotId,
    planned.mode,
    planned.pieces.map((p) => [
      p.section,
      p.copy,
      p.fromMm,
      p.toMm,
      p.counter,
      // Fish that stay whole are made ready one like the other.
      p.section === 'whole' ? (live.lines.find((l) => l.id === p.line)?.options ?? []) : [],
    ]),
  ]);

/**
 * The plan's fish as fish that lie there now: of each lot the first that are free, of the same weight. Throws a
 * conflict where a fish or a line has gone since.
 */
function onto(live: PlanSpecies | undefined, stored: PlanSpecies, found: FoundPlan): Placed[] {
  const free = new Map<number, PlanSpecies['fish']>();
  for (const f of live?.fish ?? []) free.set(f.lotId, [...(free.get(f.lotId) ?? []), f]);
  const lines = new Map((live?.lines ?? []).map((l) => [l.id, l]));
  return found.plan.fish.map((planned): Placed => {
    const was = stored.fish.find((f) => f.id === planned.fish)!;
    const there = free.get(was.lotId) ?? [];
    const at = there.findIndex((f) => Math.abs(f.grams - was.grams) <= 1);
    if (at === -1)
      throw problems.conflict(
        say('a_fish_of_the_plan_is_gone_sold_or', { speciesName: stored.speciesName, code: was.code }),
      );
    const [fish] = there.splice(at, 1);
    for (const p of planned.pieces) {
      if (p.line === null) continue;
      const had = stored.lines.find((l) => l.id === p.line)!;
      const now = lines.get(p.line);
      if (
        !now ||
        now.form !== had.form ||
        now.pieces !== had.pieces ||
        now.totalGrams !== had.totalGrams ||
        now.pieceGrams !== had.pieceGrams ||
        JSON.stringify([now.thickMm, now.partAllowed, now.raw]) !==
          JSON.stringify([had.thickMm, had.partAllowed, had.raw])
      )
        throw problems.conflict(
          say('order_was_changed_since_the_plan', { orderNumber: had.orderNumber, customer: had.customer }),
        );
    }
    return { lotId: was.lotId, planned: { ...planned, fish: fish!.id } };
  });
}

/**
 * Where the knife goes on a planned fish, for the bench: along the fish in shares of its standard length, so that the
 * marks follow the weight the scale gives it.
 */
function marksOf(problem: PlanProblem, planned: PlannedFish, live: PlanSpecies): TicketMarks {
  const fish = problem.fish.find((f) => f.id === planned.fish)!;
  const body = bodyOf(problem.species, fish.condition, fish.grams, fish.lengthMm);
  const mode = modesOf(problem, fish).find((m) => m.id === planned.mode)!;
  return {
    mode: planned.mode,
    pieces: planned.pieces.map((p) => {
      const { startMm } = sectionOf(mode, p.section)!.section;
      const line = live.lines.find((l) => l.id === p.line);
      const long = body?.standardMm ?? 1000;
      return {
        section: p.section,
        copy: p.copy,
        from: (startMm + p.fromMm) / long,
        to: (startMm + p.toMm) / long,
        grams: Math.round(p.grams),
        form: line?.form ?? live.counter.find((k) => k.id === p.counter)!.form,
        lineId: line?.lineId ?? null,
      };
    }),
  };
}

/** What is for the counter alone is wanted before the shop closes; after that, by noon of the next day. */
function counterDue(work: Work): Date {
  const close = closingOf(today(work), work.settings);
  return close > work.now ? close : instantOn(addDays(today(work), 1), 12 * 60, work.settings);
}

/** Makes one ticket for fish of a lot that are cut alike. */
async function ticketFor(
  work: Work,
  planId: number,
  live: PlanSpecies,
  problem: PlanProblem,
  fish: readonly Placed[],
  off: Record<string, readonly OffTrim[]>,
): Promise<number> {
  const pieces = fish.flatMap((f) => f.planned.pieces);
  const ids = new Set(fish.map((f) => f.planned.fish));
  const offGrams = (line: string) =>
    (off[line] ?? []).reduce((s, o) => s + (ids.has(o.fish) ? o.grams : 0), 0);
  const lines = live.lines.filter((l) => pieces.some((p) => p.line === l.id) || offGrams(l.id) > 0);
  const due = lines.map((l) => l.dueAt).sort()[0] ?? counterDue(work).toISOString();
  const number = await nextNumber(work.tx, 'ticket');
  const made = await run(
    work.tx,
    'INSERT INTO ticket (number, species_id, due_at, plan_id, marks) VALUES (?, ?, ?, ?, ?)',
    [number, live.speciesId, new Date(due), planId, JSON.stringify(marksOf(problem, fish[0]!.planned, live))],
  );
  await run(work.tx, 'INSERT INTO ticket_input (ticket_id, lot_id, pieces) VALUES (?, ?, ?)', [
    made.insertId,
    fish[0]!.lotId,
    fish.length,
  ]);
  const cut = (
    lineId: number | null,
    form: string,
    n: number | null,
    each: number | null,
    total: number | null,
  ) =>
    run(
      work.tx,
      `INSERT INTO ticket_cut (ticket_id, line_id, form, pieces, piece_grams, total_grams, options)
       VALUES (?, ?, ?, ?, ?, ?, COALESCE((SELECT options FROM order_line WHERE id = ?), '[]'))`,
      [made.insertId, lineId, form, n, each, total, lineId],
    );
  for (const l of lines) {
    const mine = pieces.filter((p) => p.line === l.id);
    const grams = Math.max(1, Math.round(mine.reduce((s, p) => s + p.grams, offGrams(l.id))));
    if (l.pieces !== null && mine.length > 0)
      await cut(l.lineId, l.form, mine.length, Math.round(l.pieceGrams!), null);
    else await cut(l.lineId, l.form, null, null, grams);
    await run(work.tx, 'DELETE FROM pick WHERE line_id = ?', [l.lineId]);
    await run(
      work.tx,
      "UPDATE order_line SET state = IF(state = 'open', 'planned', state), species_id = ?, version = version + 1 WHERE id = ?",
      [live.speciesId, l.lineId],
    );
  }
  for (const form of new Set(live.counter.map((k) => k.form))) {
    const classes = live.counter.filter((k) => k.form === form).map((k) => k.id);
    const mine = pieces.filter((p) => p.counter !== null && classes.includes(p.counter));
    if (mine.length === 0) continue;
    const grams = mine.reduce((s, p) => s + p.grams, 0);
    await cut(null, form, mine.length, Math.max(1, Math.round(grams / mine.length)), null);
  }
  return number;
}

/**
 * Makes the tickets of a plan. Checked anew against the shop as it is under lock: what is gone, changed or unfit since
 * is a conflict, never a ticket.
 */
export async function acceptPlan(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.plan.accept>,
  withdraw: Withdraw,
): Promise<{ id: number; tickets: number[] }> {
  const plan = await planRow(work, id, true);
  if (plan.state === 'running') throw problems.conflict(say('it_is_still_planning_stop_it_first'));
  if (plan.state === 'accepted') throw problems.conflict(say('that_plan_is_at_the_bench_already'));
  const stored = JSON.parse(plan.problems) as PlanSpecies[];
  const found = JSON.parse(plan.found) as Record<string, FoundPlan>;
  await lockLots(
    work.tx,
    stored.flatMap((s) => s.fish.map((f) => f.lotId)),
  );
  const chosen = stored.filter((s) => body.speciesIds === null || body.speciesIds.includes(s.speciesId));
  if (chosen.length === 0) throw fieldProblem('speciesIds', say('none_of_these_is_in_the_plan'));
  const before = await dayProblems(work, plan.horizon, plan.madeAt, stored);
  const forms = formsOf(work.settings);
  const book = await speciesById(work.tx);
  const ready = chosen.flatMap((s) => {
    const live = before.find((l) => l.speciesId === s.speciesId);
    const f = found[s.speciesId];
    if (!f || f.plan.fish.length === 0) return [];
    const placed = onto(live, s, f);
    const problem = problemOf(live!, book.get(s.speciesId)!, forms);
    const faults = planFaults(problem, { fish: placed.map((p) => p.planned) });
    if (faults.length > 0)
      throw problems.conflict(say('plan_again', { speciesName: s.speciesName, faults: inWords(faults[0]!) }));
    return [{ live: live!, problem, placed }];
  });
  if (ready.length === 0) throw problems.conflict(say('this_plan_opens_no_fish_there_is'));
  const species = new Set(ready.map((r) => r.live.speciesId));
  for (const t of await plannedTickets(work)) {
    const lot = before.find((s) => s.fish.some((f) => f.lotId === t.lotId));
    if (lot && species.has(lot.speciesId)) await withdraw(work, t.id, t.version);
  }
  const tickets: number[] = [];
  for (const { live, problem, placed } of ready) {
    const off = offTrim(problem, { fish: placed.map((p) => p.planned) });
    const alike = new Map<string, Placed[]>();
    for (const p of placed) {
      const key = layout(p, live);
      alike.set(key, [...(alike.get(key) ?? []), p]);
    }
    for (const fish of alike.values())
      for (let i = 0; i < fish.length; i += mostTogether)
        tickets.push(await ticketFor(work, id, live, problem, fish.slice(i, i + mostTogether), off));
  }
  await run(work.tx, "UPDATE cut_plan SET state = 'accepted' WHERE id = ?", [id]);
  return { id, tickets };
}
