import type { BodyOf, CutPlan, FoundPlan, PlanSpecies, contract } from '@ember-slate/contract';
import { offTrim, planFaults, score, whyUnfilled, type PlannedFish } from '@ember-slate/core/cutplan';
import type { Work } from '../platform/context.ts';
import { reading, row, run } from '../platform/db.ts';
import { addJob, type JobKind } from '../platform/jobs.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { formsOf, readSettings } from '../platform/settings.ts';
import { speciesById } from '../species/queries.ts';
import { dayProblems, gramsOff, problemOf, without } from './day.ts';
import type { Planner } from './planner.ts';
import type { Pool } from 'mysql2/promise';

export interface PlanRow {
  id: number;
  parentId: number | null;
  state: CutPlan['state'];
  horizon: CutPlan['horizon'];
  madeBy: string;
  madeAt: Date;
  beatAt: Date;
  problems: string;
  found: string;
  pinned: string;
  note: string;
}
const select = `SELECT c.id, c.parent_id AS parentId, c.state, c.horizon, p.name AS madeBy, c.made_at AS madeAt, c.beat_at AS beatAt,
  c.problems, c.found, c.pinned, c.note FROM cut_plan c JOIN staff p ON p.id = c.made_by`;

/** Days a plan is kept whole, to be looked back at. */
const keptDays = 14;

/** A run that has not been heard of for so long is dead, ms. */
const silentMs = 15_000;

export type Found = Record<string, FoundPlan>;

export const planRow = async (work: Work, id: number, lock = false): Promise<PlanRow> => {
  const found = await row<PlanRow>(work.tx, `${select} WHERE c.id = ?${lock ? ' FOR UPDATE' : ''}`, [id]);
  if (!found) throw problems.notFound('No such plan');
  return found;
};
/** The plan before one: what it was changed from by hand, else the one made before it that is still kept whole. */
export const planBefore = (work: Work, p: PlanRow) =>
  row<PlanRow>(
    work.tx,
    `${select} WHERE c.id = COALESCE(?, (SELECT MAX(id) FROM cut_plan WHERE id < ? AND problems <> '[]'))`,
    [p.parentId, p.id],
  );
const newest = (work: Work) =>
  row<PlanRow>(work.tx, `${select} WHERE c.problems <> '[]' ORDER BY c.id DESC LIMIT 1`);

export const valueOf = (found: Found) => Object.values(found).reduce((s, f) => s + f.score.value, 0);

/** What of a problem must be the same for a plan of it to hold still. */
const face = (species: readonly PlanSpecies[]) =>
  JSON.stringify(
    species.map((s) => [
      s.speciesId,
      s.fish.map((f) => [f.lotId, f.grams]),
      s.lines.map((l) => [l.id, l.form, l.pieces, l.pieceGrams, l.totalGrams, l.dueAt]),
    ]),
  );

async function view(work: Work, p: PlanRow): Promise<CutPlan> {
  const species = JSON.parse(p.problems) as PlanSpecies[];
  const found = JSON.parse(p.found) as Found;
  const dead = p.state === 'running' && work.now.getTime() - p.beatAt.getTime() > silentMs;
  const parent = p.parentId === null ? undefined : await planRow(work, p.parentId);
  // While it runs it is read at every beat: what has changed meanwhile is asked once it is done.
  const settled = p.state === 'accepted' || (p.state === 'running' && !dead);
  const live = settled ? species : await dayProblems(work, p.horizon, p.madeAt, species);
  return {
    id: p.id,
    state: dead ? 'failed' : p.state,
    horizon: p.horizon,
    madeBy: p.madeBy,
    madeAt: p.madeAt.toISOString(),
    note: dead ? 'Planning broke off; what was found before is kept' : p.note,
    parent: parent ? { id: parent.id, value: valueOf(JSON.parse(parent.found) as Found) } : null,
    pinned: JSON.parse(p.pinned) as string[],
    species: species.map((s) => ({ ...s, found: found[s.speciesId] ?? null })),
    changed: face(live) !== face(species),
  };
}

export async function currentPlan(work: Work) {
  const latest = await newest(work);
  const live = latest ? null : await dayProblems(work, 'tomorrow');
  const plan = latest ? await view(work, latest) : null;
  const of = plan?.species ?? live!;
  return {
    plan,
    lines: of.reduce((n, s) => n + s.lines.length, 0),
    fish: of.reduce((n, s) => n + s.fish.length, 0),
  };
}

/** Pinned fish of a plan with their cuts, those that are still there. */
function settledOf(plan: PlanRow | undefined, species: readonly PlanSpecies[]): Map<string, PlannedFish[]> {
  const settled = new Map<string, PlannedFish[]>();
  if (!plan) return settled;
  const pinned = new Set(JSON.parse(plan.pinned) as string[]);
  const found = JSON.parse(plan.found) as Found;
  for (const s of species) {
    const lines = new Set(s.lines.map((l) => l.id));
    const there = new Set(s.fish.map((f) => f.id));
    settled.set(
      s.speciesId,
      (found[s.speciesId]?.plan.fish ?? []).filter(
        (f) =>
          pinned.has(f.fish) &&
          there.has(f.fish) &&
          f.pieces.every((p) => p.line === null || lines.has(p.line)),
      ),
    );
  }
  return settled;
}

/** What a plan has of species that are not planned anew, where their fish and lines are still the same. */
function keptOf(plan: PlanRow | undefined, species: readonly PlanSpecies[], anew: readonly string[]): Found {
  if (!plan || plan.state === 'accepted') return {};
  const stored = JSON.parse(plan.problems) as PlanSpecies[];
  const found = JSON.parse(plan.found) as Found;
  return Object.fromEntries(
    species.flatMap((s): [string, FoundPlan][] => {
      const had = stored.find((x) => x.speciesId === s.speciesId);
      const plan = found[s.speciesId];
      const same = had && face([had]) === face([s]);
      return !anew.includes(s.speciesId) && same && plan ? [[s.speciesId, plan]] : [];
    }),
  );
}

/** What a job of planning knows beside the row of its plan. */
interface PlanJob {
  planId: number;
  anew: string[];
  settled: Record<string, PlannedFish[]>;
  seconds: number;
}

/** Begins a plan whose row is committed, in whichever process comes to it. */
export const planBeginning = (pool: Pool, planner: Planner): JobKind<PlanJob> => ({
  repeatable: true,
  unsure: 'Planning broke off',
  run: async ({ planId, anew, settled, seconds }) => {
    await reading(pool, async (tx) => {
      const plan = await row<{ problems: string; found: string }>(
        tx,
        "SELECT problems, found FROM cut_plan WHERE id = ? AND state = 'running'",
        [planId],
      );
      if (!plan) return;
      const book = await speciesById(tx);
      const stored = JSON.parse(plan.problems) as PlanSpecies[];
      planner.begin({
        id: planId,
        kept: JSON.parse(plan.found) as Found,
        species: stored
          .filter((s) => anew.includes(s.speciesId))
          .map((s) => ({ stored: s, species: book.get(s.speciesId)!, settled: settled[s.speciesId] ?? [] })),
        forms: [...formsOf(await readSettings(tx)).values()],
        seconds,
      });
    });
    return { went: 'done' };
  },
});

export async function startPlan(
  work: Work,
  body: BodyOf<typeof contract.plan.start>,
): Promise<{ id: number }> {
  const before = await newest(work);
  const species = await dayProblems(work, body.horizon);
  if (species.every((s) => s.fish.length === 0 && s.lines.length === 0))
    throw problems.conflict('Nothing to plan: no graded fish in the cold room and no open lines');
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
    [new Date(work.now.getTime() - keptDays * 86_400_000)],
  );
  work.afterwards(
    await addJob(work, {
      kind: 'plan',
      subject: made.insertId,
      what: 'Planning the day',
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
  if (plan.state === 'accepted') throw problems.conflict('That plan is at the bench already');
  const others = (JSON.parse(plan.pinned) as string[]).filter((had) => !fish.includes(had));
  const now = pinned ? [...others, ...new Set(fish)] : others;
  if (now.length > 2000) throw problems.conflict('2000 fish are enough to keep');
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
  if (plan.state === 'running') throw problems.conflict('It is still planning: stop it first, or wait');
  if (plan.state === 'accepted') throw problems.conflict('That plan is at the bench already');
  const species = JSON.parse(plan.problems) as PlanSpecies[];
  const found = JSON.parse(plan.found) as Found;
  const stored = species.find((s) => s.speciesId === body.speciesId);
  const had = found[body.speciesId];
  if (!stored || !had) throw fieldProblem('speciesId', 'Nothing is planned of that species');
  const line = stored.lines.find((l) => l.id === body.line);
  if (!line) throw fieldProblem('line', 'No such line in the plan');
  if (!stored.fish.some((f) => f.id === body.to)) throw fieldProblem('to', 'No such fish in the plan');
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
      .map((f) => (f.id === body.from ? { ...f, refuses: { ...f.refuses, [line.id]: 'moved by hand' } } : f)),
  };
  const so = await planner.once({ stored: forced, species: of, settled }, [...forms.values()], moveSeconds);
  const now = await planRow(work, id, true);
  if (now.state !== plan.state || now.found !== plan.found || now.pinned !== plan.pinned)
    throw problems.conflict('The plan was changed meanwhile: look at it again');
  const to = so.plan.fish.find((f) => f.fish === body.to);
  if (!to?.pieces.some((p) => p.line === line.id))
    throw problems.conflict(
      'That fish cannot give this line: no cut of it has the weight, or the rest is missing',
    );
  const value = score(problem, so.plan);
  const faults = planFaults(problem, so.plan);
  if (faults.length > 0) throw problems.conflict(faults[0]!);
  const off = gramsOff(offTrim(problem, so.plan));
  const changed: FoundPlan = {
    ...had,
    plan: { fish: [...so.plan.fish] },
    score: value,
    offTrim: off,
    unfilled: without(whyUnfilled(problem, value), off),
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
  return { id: made.insertId, gain: value.value - had.score.value };
}

/** The plan before a change by hand comes to the front again. */
export async function backFrom(work: Work, id: number): Promise<{ id: number }> {
  const plan = await planRow(work, id, true);
  if (plan.parentId === null) throw problems.conflict('Nothing was changed by hand');
  if (plan.state === 'accepted') throw problems.conflict('That plan is at the bench already');
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
