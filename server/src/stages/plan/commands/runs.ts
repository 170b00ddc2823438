import { inWords } from '@ember-slate/words/core';
import { dayMs } from '@ember-slate/core/calendar';
import type { BodyOf, contract, FoundPlan, PlanSpecies } from '@ember-slate/contract';
import { offTrim, planFaults, type PlannedFish, score, whyUnfilled } from '@ember-slate/core/cutplan';
import type { Pool } from 'mysql2/promise';
import type { Work } from '../../../platform/context.ts';
import { reading, row, run, type Tx } from '../../../platform/db.ts';
import { addJob, type JobKind } from '../../../platform/jobs.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf, readSettings } from '../../../platform/settings.ts';
import { speciesById } from '../../../shop/species.ts';
import { dayProblems, gramsOff, problemOf, withoutServed } from '../queries/day.ts';
import { linesWaiting } from '../queries/waiting.ts';
import { type Solutions, keptOf, newest, planRow, settledOf, worthOf } from '../queries/runs.ts';
import { lockRowOf } from './picks.ts';
import type { Planner, Run } from './planner.ts';
import { say } from '../say.ts';

/** Days a plan is kept whole, to be looked back at. */
const keptDays = 14;

/** What a job of planning knows beside the row of its plan. */
export interface PlanJob {
  planId: number;
  anew: string[];
  settled: Record<string, PlannedFish[]>;
  seconds: number;
}

/** A plan as its row says it is to be made; null for one that is made or gone. */
export async function readRun(tx: Tx, { planId, anew, settled, seconds }: PlanJob): Promise<Run | null> {
  const plan = await row<{ problems: string; found: string }>(
    tx,
    "SELECT problems, found FROM cut_plan WHERE id = ? AND state = 'running'",
    [planId],
  );
  if (!plan) return null;
  const book = await speciesById(tx);
  const stored = JSON.parse(plan.problems) as PlanSpecies[];
  return {
    id: planId,
    kept: JSON.parse(plan.found) as Solutions,
    species: stored
      .filter((s) => anew.includes(s.speciesId))
      .map((s) => ({ stored: s, species: book.get(s.speciesId)!, settled: settled[s.speciesId] ?? [] })),
    forms: [...formsOf(await readSettings(tx)).values()],
    seconds,
  };
}

/** Begins a plan whose row is committed, in whichever process comes to it. */
export const planBeginning = (pool: Pool, planner: Planner): JobKind<PlanJob> => ({
  repeatable: true,
  unsure: say('planning_broke_off'),
  run: async (job) => {
    const run = await reading(pool, (tx) => readRun(tx, job));
    if (run) planner.begin(run);
    return { went: 'done' };
  },
});

export async function startPlan(
  work: Work,
  body: BodyOf<typeof contract.plan.start>,
): Promise<{ id: number }> {
  const before = await newest(work);
  // A person's wish comes first: what goes on by itself makes room.
  await run(work.tx, "UPDATE cut_plan SET stop_asked = TRUE WHERE state = 'running' AND made_by IS NULL");
  const species = await dayProblems(work, body.horizon);
  if (species.every((s) => s.fish.length === 0 && s.lines.length === 0))
    throw problems.conflict(say('nothing_to_plan_no_graded_fish_in'));
  const kept = body.speciesIds === null ? {} : keptOf(before, species, body.speciesIds);
  const anew = species.filter((s) => kept[s.speciesId] === undefined);
  const settled = settledOf(body.keepPinned ? before : undefined, species);
  const pinned = [...settled.values()].flat().map((f) => f.fish);
  const made = await run(
    work.tx,
    "INSERT INTO cut_plan (state, horizon, made_by, made_at, beat_at, problems, found, pinned) VALUES ('running', ?, ?, ?, ?, ?, ?, ?)",
    [
      body.horizon,
      work.actor.id,
      work.now,
      work.now,
      JSON.stringify(species),
      JSON.stringify(kept),
      JSON.stringify(pinned),
    ],
  );
  // What was planned long ago is kept as a row, without the fish and lines of its day.
  await run(
    work.tx,
    "UPDATE cut_plan SET problems = '[]', found = '{}', pinned = '[]' WHERE made_at < ? AND problems <> '[]'",
    [new Date(work.now.getTime() - keptDays * dayMs)],
  );
  work.afterwards(
    await addJob(work, {
      kind: 'plan',
      subject: made.insertId,
      what: say('planning_the_day'),
      payload: {
        planId: made.insertId,
        anew: anew.map((s) => s.speciesId),
        settled: Object.fromEntries(settled),
        seconds: body.seconds,
      } satisfies PlanJob,
    }),
  );
  return { id: made.insertId };
}

export async function stopPlan(work: Work, id: number): Promise<{ id: number }> {
  await planRow(work, id);
  await run(work.tx, "UPDATE cut_plan SET stop_asked = TRUE WHERE id = ? AND state = 'running'", [id]);
  return { id };
}

export async function pinFish(
  work: Work,
  id: number,
  { fish, pinned }: BodyOf<typeof contract.plan.pin>,
): Promise<{ id: number }> {
  const plan = await planRow(work, id, true);
  if (plan.state === 'accepted') throw problems.conflict(say('that_plan_is_at_the_bench_already'));
  const others = (JSON.parse(plan.pinned) as string[]).filter((had) => !fish.includes(had));
  const now = pinned ? [...others, ...new Set(fish)] : others;
  if (now.length > 2000) throw problems.conflict(say('n2000_fish_are_enough_to_keep'));
  await run(work.tx, 'UPDATE cut_plan SET pinned = ? WHERE id = ?', [JSON.stringify(now), id]);
  return { id };
}

/** How long a change by hand may take, s: it must answer at once. */
const moveSeconds = 0.4;

/**
 * Gives a line to another fish: that fish and the one it came from are cut anew, all others stay. The changed plan is
 * a new one, so the way back is open.
 */
export async function moveLine(
  work: Work,
  planner: Planner,
  id: number,
  body: BodyOf<typeof contract.plan.move>,
): Promise<{ id: number; gain: number }> {
  // Cut anew before anything is locked: others plan and pin meanwhile, and that is looked at after.
  const plan = await planRow(work, id);
  if (plan.state === 'running') throw problems.conflict(say('it_is_still_planning_stop_it_first'));
  if (plan.state === 'accepted') throw problems.conflict(say('that_plan_is_at_the_bench_already'));
  const species = JSON.parse(plan.problems) as PlanSpecies[];
  const found = JSON.parse(plan.found) as Solutions;
  const stored = species.find((s) => s.speciesId === body.speciesId);
  const had = found[body.speciesId];
  if (!stored || !had) throw fieldProblem('speciesId', say('nothing_is_planned_of_that_species'));
  const line = stored.lines.find((l) => l.id === body.line);
  if (!line) throw fieldProblem('line', say('no_such_line_in_the_plan'));
  if (!stored.fish.some((f) => f.id === body.to)) throw fieldProblem('to', say('no_such_fish_in_the_plan'));
  const refusal = stored.fish.find((f) => f.id === body.to)!.refuses[line.id];
  if (refusal) throw fieldProblem('to', refusal);
  const of = (await speciesById(work.tx)).get(body.speciesId)!;
  const forms = formsOf(work.settings);
  const problem = problemOf(stored, of, forms);
  const anew = new Set([body.to, ...(body.from ? [body.from] : [])]);
  const settled = had.plan.fish.filter((f) => !anew.has(f.fish));
  // For this cut the line is worth more than anything, and the fish it came from may not have it.
  const forced: PlanSpecies = {
    ...stored,
    lines: stored.lines.map((l) => (l.id === line.id ? { ...l, value: l.value + 1e7, penalty: 1e7 } : l)),
    fish: stored.fish
      .filter((f) => anew.has(f.id) || settled.some((s) => s.fish === f.id))
      .map((f) =>
        f.id === body.from ? { ...f, refuses: { ...f.refuses, [line.id]: say('moved_by_hand') } } : f,
      ),
  };
  const so = await planner.once({ stored: forced, species: of, settled }, [...forms.values()], moveSeconds);
  const now = await planRow(work, id, true);
  if (now.state !== plan.state || now.found !== plan.found || now.pinned !== plan.pinned)
    throw problems.conflict(say('the_plan_was_changed_meanwhile'));
  const to = so.plan.fish.find((f) => f.fish === body.to);
  if (!to?.pieces.some((p) => p.line === line.id))
    throw problems.conflict(say('that_fish_cannot_give_this_line_no'));
  const value = score(problem, so.plan);
  const faults = planFaults(problem, so.plan);
  if (faults.length > 0) throw problems.conflict(inWords(faults[0]!));
  const off = gramsOff(offTrim(problem, so.plan));
  const changed: FoundPlan = {
    ...had,
    plan: { fish: [...so.plan.fish] },
    score: value,
    offTrim: off,
    unfilled: withoutServed(inWords(whyUnfilled(problem, value)), off),
  };
  const pinned = new Set([...(JSON.parse(plan.pinned) as string[]), body.to]);
  const made = await run(
    work.tx,
    `INSERT INTO cut_plan (parent_id, state, horizon, made_by, made_at, beat_at, problems, found, pinned)
     VALUES (?, 'done', ?, ?, ?, ?, ?, ?, ?)`,
    [
      id,
      plan.horizon,
      work.actor.id,
      work.now,
      work.now,
      plan.problems,
      JSON.stringify({ ...found, [body.speciesId]: changed }),
      JSON.stringify([...pinned]),
    ],
  );
  return { id: made.insertId, gain: worthOf(value) - worthOf(had.score) };
}

/**
 * What a plan would be worth more without a line, minor units: the fish it comes from are cut anew with those nobody
 * has opened, all others stay. Unfilled lines cost nothing here: it is money.
 */
export async function priceOf(
  work: Work,
  planner: Planner,
  id: number,
  asked: { speciesId: string; line: string },
): Promise<{ gain: number }> {
  const plan = await planRow(work, id);
  const species = JSON.parse(plan.problems) as PlanSpecies[];
  const stored = species.find((s) => s.speciesId === asked.speciesId);
  const had = (JSON.parse(plan.found) as Solutions)[asked.speciesId];
  if (!stored || !had) throw fieldProblem('speciesId', say('nothing_is_planned_of_that_species'));
  const line = stored.lines.find((l) => l.id === asked.line);
  if (!line) throw fieldProblem('line', say('no_such_line_in_the_plan'));
  if ((had.score.filled[line.id] ?? 0) === 0) return { gain: 0 };
  const without: PlanSpecies = { ...stored, lines: stored.lines.filter((l) => l.id !== line.id) };
  const settled = had.plan.fish.filter((f) => f.pieces.every((p) => p.line !== line.id));
  const of = (await speciesById(work.tx)).get(asked.speciesId)!;
  const forms = [...formsOf(work.settings).values()];
  const so = await planner.once({ stored: without, species: of, settled }, forms, moveSeconds);
  return { gain: worthOf(so.score) - worthOf(had.score) };
}

/** Lets a line go, for money, or wants it again. Refused once its fish are at the bench. */
export async function letGo(
  work: Work,
  lineId: number,
  body: BodyOf<typeof contract.plan.letGo>,
): Promise<{ id: number }> {
  await lockRowOf(work, lineId);
  const [line] = (await linesWaiting(work)).filter((l) => l.id === lineId);
  if (!line || line.state !== 'open') throw problems.conflict(say('this_line_is_at_the_bench_or_gone'));
  if (line.version !== body.version)
    throw problems.stale(say('someone_planned_this_line'), {
      version: line.version,
      letGo: line.letGoBy !== null,
    });
  await run(work.tx, 'UPDATE order_line SET let_go_by = ?, version = version + 1 WHERE id = ?', [
    body.letGo ? work.actor.id : null,
    lineId,
  ]);
  return { id: lineId };
}

/** The plan before a change by hand comes to the front again. */
export async function backFrom(work: Work, id: number): Promise<{ id: number }> {
  const plan = await planRow(work, id, true);
  if (plan.parentId === null) throw problems.conflict(say('nothing_was_changed_by_hand'));
  if (plan.state === 'accepted') throw problems.conflict(say('that_plan_is_at_the_bench_already'));
  const parent = await planRow(work, plan.parentId);
  const made = await run(
    work.tx,
    `INSERT INTO cut_plan (parent_id, state, horizon, made_by, made_at, beat_at, problems, found, pinned)
     VALUES (?, 'done', ?, ?, ?, ?, ?, ?, ?)`,
    [
      parent.parentId,
      parent.horizon,
      work.actor.id,
      parent.madeAt,
      work.now,
      parent.problems,
      parent.found,
      parent.pinned,
    ],
  );
  return { id: made.insertId };
}
