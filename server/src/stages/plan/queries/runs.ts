import { remembered } from '../../../platform/kept.ts';
import type { CutPlan, FoundPlan, PlanSpecies } from '@ember-slate/contract';
import { planChance, type PlannedFish } from '@ember-slate/core/cutplan';
import type { Reader } from '../../../platform/context.ts';
import { type Asks, row, rows } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { spreadOf } from '../../../shop/spread.ts';
import { dayProblems } from './day.ts';
import { say } from '../say.ts';

export interface PlanRow {
  id: number;
  parentId: number | null;
  state: CutPlan['state'];
  horizon: CutPlan['horizon'];
  /** Null for a plan that was made by itself. */
  madeBy: string | null;
  madeAt: Date;
  beatAt: Date;
  problems: string;
  found: string;
  pinned: string;
  note: string;
}
const select = `SELECT c.id, c.parent_id AS parentId, c.state, c.horizon, p.name AS madeBy, c.made_at AS madeAt, c.beat_at AS beatAt,
  c.problems, c.found, c.pinned, c.note FROM cut_plan c LEFT JOIN staff p ON p.id = c.made_by`;

/** Plans people see: one made by itself comes to the front once it is whole. */
const seen = "(c.made_by IS NOT NULL OR c.state IN ('done', 'stopped', 'accepted'))";

/** A run that has not been heard of for so long is dead, ms. */
const silentMs = 15_000;

export type Solutions = Record<string, FoundPlan>;

export const planRow = async (work: Reader, id: number, lock = false): Promise<PlanRow> => {
  const found = await row<PlanRow>(work.tx, `${select} WHERE c.id = ?${lock ? ' FOR UPDATE' : ''}`, [id]);
  if (!found) throw problems.notFound(say('no_such_plan'));
  return found;
};

/** The plan before one: what it was changed from by hand, else the one made before it that is still kept whole. */
export const planBefore = (work: Reader, p: PlanRow) =>
  row<PlanRow>(
    work.tx,
    `${select} WHERE c.id = COALESCE(?, (SELECT MAX(c.id) FROM cut_plan c WHERE c.id < ? AND c.problems <> '[]' AND ${seen}))`,
    [p.parentId, p.id],
  );
export const newest = (work: { tx: Asks }) =>
  row<PlanRow>(work.tx, `${select} WHERE c.problems <> '[]' AND ${seen} ORDER BY c.id DESC LIMIT 1`);

/** Runs under way: a person's, and one that goes on by itself. One not heard of for long is dead. */
export const underWay = (work: { tx: Asks; now: Date }) =>
  rows<{ id: number; byItself: number }>(
    work.tx,
    "SELECT id, made_by IS NULL AS byItself FROM cut_plan WHERE state = 'running' AND beat_at > ?",
    [new Date(work.now.getTime() - silentMs)],
  );

/** What a plan brings in money, minor units: unfilled lines weigh in the search only. */
export const worthOf = (score: FoundPlan['score']): number => score.value + score.penalties;
export const valueOf = (found: Solutions) => Object.values(found).reduce((s, f) => s + worthOf(f.score), 0);

/** What of a problem must be the same for a plan of it to hold still. */
export const planFingerprint = (species: readonly PlanSpecies[]) =>
  JSON.stringify(
    species.map((s) => [
      s.speciesId,
      s.fish.map((f) => [f.lotId, f.grams, f.rawFit, Object.keys(f.refuses)]),
      s.lines.map((l) => [
        [l.id, l.form, l.pieces, l.pieceGrams, l.totalGrams, l.thickMm, l.dueAt],
        [l.options ?? [], l.use, l.partAllowed, l.letGoBy ?? null],
      ]),
    ]),
  );

async function view(work: Reader, p: PlanRow): Promise<CutPlan> {
  const species = JSON.parse(p.problems) as PlanSpecies[];
  const found = JSON.parse(p.found) as Solutions;
  const dead = p.state === 'running' && work.now.getTime() - p.beatAt.getTime() > silentMs;
  const parent = p.parentId === null ? undefined : await planRow(work, p.parentId);
  // While it runs it is read at every beat: what has changed meanwhile is asked once it is done.
  const settled = p.state === 'accepted' || (p.state === 'running' && !dead);
  const live = settled ? species : await dayProblems(work, p.horizon, p.madeAt, species);
  const spread = await spreadOf(work);
  const forms = formsOf(work.settings);
  const left = new Map(live.flatMap((s) => s.fish.map((f) => [f.lotId, f.daysLeft])));
  return {
    id: p.id,
    state: dead ? 'failed' : p.state,
    horizon: p.horizon,
    madeBy: p.madeBy,
    madeAt: p.madeAt.toISOString(),
    note: dead ? say('planning_broke_off_what_was_found') : p.note,
    parent: parent ? { id: parent.id, value: valueOf(JSON.parse(parent.found) as Solutions) } : null,
    pinned: JSON.parse(p.pinned) as string[],
    species: species.map((s) => ({
      ...s,
      // Planned with what they had left then; read with what they have left now, as on every other page.
      fish: s.fish.map((f) => ({ ...f, daysLeft: left.get(f.lotId) ?? f.daysLeft })),
      found: found[s.speciesId] ?? null,
      chance: found[s.speciesId]
        ? planChance({ forms, lines: s.lines }, found[s.speciesId]!.plan, spread)
        : null,
    })),
    spread,
    changed: planFingerprint(live) !== planFingerprint(species),
  };
}

export const currentPlan = remembered(async (work: Reader) => {
  const latest = await newest(work);
  const live = latest ? null : await dayProblems(work, 'tomorrow');
  const plan = latest ? await view(work, latest) : null;
  const of = plan?.species ?? live!;
  return {
    plan,
    making: (await underWay(work)).some((r) => r.byItself === 1),
    lines: of.reduce((n, s) => n + s.lines.length, 0),
    fish: of.reduce((n, s) => n + s.fish.length, 0),
  };
});

/** Pinned fish of a plan with their cuts, those that are still there and may still be cut so. */
export function settledOf(
  plan: PlanRow | undefined,
  species: readonly PlanSpecies[],
): Map<string, PlannedFish[]> {
  const settled = new Map<string, PlannedFish[]>();
  if (!plan) return settled;
  const pinned = new Set(JSON.parse(plan.pinned) as string[]);
  const found = JSON.parse(plan.found) as Solutions;
  for (const s of species) {
    const lines = new Set(s.lines.map((l) => l.id));
    const there = new Map(s.fish.map((f) => [f.id, f.refuses]));
    settled.set(
      s.speciesId,
      (found[s.speciesId]?.plan.fish ?? []).filter(
        (f) =>
          pinned.has(f.fish) &&
          there.has(f.fish) &&
          f.pieces.every(
            (p) => p.line === null || (lines.has(p.line) && there.get(f.fish)![p.line] === undefined),
          ),
      ),
    );
  }
  return settled;
}

/** What a plan has of species that are not planned anew, where their fish and lines are still the same. */
export function keptOf(
  plan: PlanRow | undefined,
  species: readonly PlanSpecies[],
  anew: readonly string[],
): Solutions {
  if (!plan || plan.state === 'accepted') return {};
  const stored = JSON.parse(plan.problems) as PlanSpecies[];
  const found = JSON.parse(plan.found) as Solutions;
  return Object.fromEntries(
    species.flatMap((s): [string, FoundPlan][] => {
      const had = stored.find((x) => x.speciesId === s.speciesId);
      const plan = found[s.speciesId];
      const same = had && planFingerprint([had]) === planFingerprint([s]);
      return !anew.includes(s.speciesId) && same && plan ? [[s.speciesId, plan]] : [];
    }),
  );
}
