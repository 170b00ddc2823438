import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import {
  compose,
  goalsOf,
  isChoice,
  type MethodChoices,
  methodRefusal,
  openQuestions,
  type QuestionId,
} from '@ember-slate/core/board';
import { formOf } from '@ember-slate/core/forms';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { secondOf } from '../../../platform/second.ts';
import { formsOf } from '../../../platform/settings.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { jobOf } from '../../../shop/ticketJob.ts';
import { cutsOf, inputsOf, type TicketRow } from '../../../shop/tickets.ts';
import { lockTicket, ownCutter } from './lock.ts';
import { say } from '../say.ts';

/** One visit to a step counts for half an hour at most: nobody trims that long without a break. */
const longestVisitS = 1800;

/** Writes down the time since the cutter came to this step. */
export async function spend(work: Work, ticket: TicketRow): Promise<void> {
  if (!ticket.stepAt || ticket.pausedWhy !== null) return;
  const seconds = Math.min(longestVisitS, Math.round((work.now.getTime() - ticket.stepAt.getTime()) / 1000));
  if (seconds <= 0) return;
  await run(
    work.tx,
    `INSERT INTO ticket_time (ticket_id, step_id, staff_id, seconds) VALUES (?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE seconds = seconds + VALUES(seconds)`,
    [ticket.id, ticket.stepId, ticket.cutterId ?? work.actor.id, seconds],
  );
}

async function jobAt(work: Work, ticket: TicketRow) {
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const [cuts, inputs] = [await cutsOf(work.tx, [ticket.id]), await inputsOf(work.tx, [ticket.id])];
  return jobOf(work, species, ticket, cuts, inputs);
}
const composed = async (work: Work, ticket: TicketRow) => compose(await jobAt(work, ticket)).steps;

export async function goToStep(work: Work, id: number, step: string): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, ['cutting']);
  ownCutter(work, ticket);
  if (!(await composed(work, ticket)).some((s) => s.id === step))
    throw fieldProblem('step', say('this_ticket_has_no_such_step'));
  await spend(work, ticket);
  await run(work.tx, 'UPDATE ticket SET step_id = ?, step_at = ?, paused_why = NULL WHERE id = ?', [
    step,
    work.now,
    id,
  ]);
  return { id };
}

export async function chooseMethod(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.methods>,
): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, ['waiting', 'cutting']);
  if (ticket.state === 'cutting') ownCutter(work, ticket);
  if (body.method !== null && !isChoice(body.question, body.method))
    throw fieldProblem('method', say('no_such_way_of_doing_it'));
  if (body.method !== null) {
    const job = await jobAt(work, ticket);
    const question = body.question as QuestionId;
    // A choice that cannot be carried out is refused here, never taken and dropped.
    const refused = methodRefusal(question, body.method, { ...job, cuts: goalsOf(job) });
    if (refused) throw fieldProblem('method', inWords(refused));
    if (!openQuestions(job).includes(question))
      throw fieldProblem('method', say('it_changes_nothing_on_this_ticket'));
  }
  const { [body.question as keyof MethodChoices]: _was, ...others } = JSON.parse(
    ticket.methods,
  ) as MethodChoices;
  const chosen = body.method === null ? others : { ...others, [body.question]: body.method };
  await run(work.tx, 'UPDATE ticket SET methods = ?, version = version + 1 WHERE id = ?', [
    JSON.stringify(chosen),
    id,
  ]);
  // The step one stood at may be gone: the ticket goes on at the one that took its place.
  const steps = await composed(work, { ...ticket, methods: JSON.stringify(chosen) });
  if (ticket.state === 'cutting' && !steps.some((s) => s.id === ticket.stepId)) {
    const before = await composed(work, ticket);
    const at = before.findIndex((s) => s.id === ticket.stepId);
    const next = before.slice(at).find((s) => steps.some((x) => x.id === s.id)) ?? steps[0]!;
    await spend(work, ticket);
    await run(work.tx, 'UPDATE ticket SET step_id = ?, step_at = ? WHERE id = ?', [next.id, work.now, id]);
  }
  return { id };
}

/** Leaves a ticket lying with a reason, or goes on; the time it lies is nobody's. */
export async function pauseTicket(work: Work, id: number, why: string | null): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, ['cutting']);
  ownCutter(work, ticket);
  await spend(work, ticket);
  await run(work.tx, 'UPDATE ticket SET paused_why = ?, step_at = ? WHERE id = ?', [
    why === '' ? 'left for a while' : why,
    why === null ? work.now : null,
    id,
  ]);
  return { id };
}

/** Gives a ticket to another cutter, or takes it over; each keeps the time they spent. */
export async function handTicket(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.hand>,
): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, ['cutting'], body.version);
  const to = await row<{ name: string; role: string }>(
    work.tx,
    'SELECT name, role FROM staff WHERE id = ? AND active',
    [body.to],
  );
  if (!to) throw fieldProblem('to', say('nobody_of_that_name_works_here'));
  if (to.role === 'counter') throw fieldProblem('to', say('does_not_cut', { to: to.name }));
  await spend(work, ticket);
  await run(
    work.tx,
    'UPDATE ticket SET cutter_id = ?, step_at = IF(paused_why IS NULL, ?, NULL), version = version + 1 WHERE id = ?',
    [body.to, work.now, id],
  );
  return { id };
}

/** Marks a step as done on several tickets that are on the board: they skip it. */
export async function doneTogether(
  work: Work,
  body: BodyOf<typeof contract.bench.batch>,
): Promise<{ done: number }> {
  const ids = [...new Set(body.tickets)].sort((a, b) => a - b);
  for (const id of ids) {
    const ticket = await lockTicket(work, id, ['waiting', 'cutting']);
    if (ticket.state === 'waiting')
      throw problems.conflict(say('weigh_the_fish_of_ticket_first_it', { number: ticket.number }));
    if (!(await composed(work, ticket)).some((s) => s.id === body.step))
      throw fieldProblem('step', say('ticket_has_no_such_step', { number: ticket.number }));
    const done = new Set([...(JSON.parse(ticket.doneAhead) as string[]), body.step]);
    await run(work.tx, 'UPDATE ticket SET done_ahead = ?, version = version + 1 WHERE id = ?', [
      JSON.stringify([...done]),
      id,
    ]);
  }
  return { done: ids.length };
}

export async function startTimer(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.startTimer>,
): Promise<{ id: number }> {
  await lockTicket(work, id, ['cutting', 'closed']);
  const made = await run(
    work.tx,
    'INSERT INTO ticket_timer (ticket_id, name, started_at, ends_at) VALUES (?, ?, ?, ?)',
    [id, body.name, work.now, new Date(work.now.getTime() + body.minutes * 60_000)],
  );
  return { id: made.insertId };
}

export async function answerTimer(work: Work, id: number): Promise<{ id: number }> {
  const timer = await row<{ answeredAt: Date | null }>(
    work.tx,
    'SELECT answered_at AS answeredAt FROM ticket_timer WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!timer) throw problems.notFound(say('no_such_timer'));
  if (timer.answeredAt !== null) throw problems.conflict(say('that_timer_was_answered_already'));
  await run(work.tx, 'UPDATE ticket_timer SET answered_at = ? WHERE id = ?', [work.now, id]);
  return { id };
}

/** Signs one pass of the sweep; the second is the one that clears the fish, and needs the first. */
export async function signSweep(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.sweep>,
): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, ['cutting']);
  const forms = (await cutsOf(work.tx, [id])).map((c) => formOf(formsOf(work.settings), c.form));
  if (!forms.some((f) => f.boneless))
    throw problems.conflict(say('are_sold_with_their_bones_nothing', { forms: forms[0]!.name }));
  const first = await row<{ staffId: number }>(
    work.tx,
    'SELECT staff_id AS staffId FROM bone_pass WHERE ticket_id = ? AND pass = 1 ORDER BY id DESC LIMIT 1',
    [id],
  );
  if (body.pass === 2 && !first) throw problems.conflict(say('pass_one_first_all_of_it_then_all'));
  const wanted = work.settings.twoSweepers && body.pass === 2 && first?.staffId === work.actor.id;
  const other = wanted ? await secondOf(work, body.second) : work.actor.id;
  await run(
    work.tx,
    'INSERT INTO bone_pass (ticket_id, pass, staff_id, at, found, broken, alone) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [
      id,
      body.pass,
      other ?? work.actor.id,
      work.now,
      body.found,
      JSON.stringify(body.broken),
      other === null,
    ],
  );
  await run(work.tx, 'UPDATE ticket SET version = version + 1 WHERE id = ?', [ticket.id]);
  return { id };
}

export async function gradeFrame(work: Work, id: number, grade: number): Promise<{ id: number }> {
  await lockTicket(work, id, ['cutting']);
  await run(work.tx, 'UPDATE ticket SET frame_grade = ? WHERE id = ?', [grade, id]);
  return { id };
}
