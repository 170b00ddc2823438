import type { PlanSpecies } from '@ember-slate/contract';
import type { Pool } from 'mysql2/promise';
import { today, type Reader } from '../../../platform/context.ts';
import { row, run, transaction, type Tx } from '../../../platform/db.ts';
import { announce } from '../../../platform/feed.ts';
import { Kept } from '../../../platform/kept.ts';
import { log } from '../../../platform/log.ts';
import { readSettings } from '../../../platform/settings.ts';
import { tradingDay } from '@ember-slate/core/calendar';
import { planSeconds } from '@ember-slate/core/cutplan';
import { dayProblems } from '../queries/day.ts';
import { linesWaiting } from '../queries/waiting.ts';
import { keptOf, newest, planFingerprint, type PlanRow, settledOf, underWay } from '../queries/runs.ts';
import type { Planner } from './planner.ts';
import { type PlanJob, readRun } from './runs.ts';

/** How often a process looks for changes; how long they must have been quiet, and how long they may go on, ms. */
const everyMs = 2000;
const quietMs = 3000;
const patienceMs = 20_000;
/** Looks without a change so often, ms: a day begins, a fish grows too old for its line. A run that broke off waits as long. */
const anywayMs = 10 * 60_000;
/** How long it may plan at the most, s. */
const mostSeconds = 5;

/** What a plan of the day may rest on. */
const touches = "tags REGEXP '(^|,)(orders|landing|grading|bench|counter)(,|$)'";

/** What people see: a plan made by itself takes its place only while it is still the same. */
const keyOf = (p: PlanRow | undefined) => (p ? JSON.stringify([p.id, p.state, p.pinned, p.found]) : null);

/** Lines nobody has planned yet, as they are asked for. */
async function isNews(work: Reader, shown: PlanRow, live: readonly PlanSpecies[]): Promise<boolean> {
  const wish = (s: PlanSpecies, l: PlanSpecies['lines'][number]) =>
    JSON.stringify([s.speciesId, l.id, l.form, l.pieces, l.pieceGrams, l.totalGrams, l.dueAt]);
  const had = new Set(
    (JSON.parse(shown.problems) as PlanSpecies[]).flatMap((s) => s.lines.map((l) => wish(s, l))),
  );
  const open = new Set((await linesWaiting(work)).filter((l) => l.state === 'open').map((l) => l.id));
  return live.some((s) => s.lines.some((l) => open.has(l.lineId) && !had.has(wish(s, l))));
}

/**
 * Begins a plan by itself where the one there is does not fit the shop any more: lines, fish or grades have changed, or
 * another day has come. Species whose fish and lines are as they were keep their plan, pinned fish their cuts; of a plan
 * that is at the bench only new lines are a reason. Returns what is to be run, null where all is well.
 */
async function beginByItself(tx: Tx, now: Date, seconds: number): Promise<PlanJob | null> {
  const work = { tx, now, settings: await readSettings(tx), kept: new Kept(), revision: null };
  if ((await underWay(work)).length > 0) return null;
  const broken = await row(
    tx,
    "SELECT id FROM cut_plan WHERE made_by IS NULL AND state = 'failed' AND note <> '' AND made_at > ? LIMIT 1",
    [new Date(now.getTime() - anywayMs)],
  );
  if (broken) return null;
  const shown = await newest(work);
  const horizon = shown?.horizon ?? 'tomorrow';
  const stored = shown ? (JSON.parse(shown.problems) as PlanSpecies[]) : [];
  const sameDay = shown && tradingDay(shown.madeAt, work.settings) === today(work);
  if (shown && sameDay) {
    const live = await dayProblems(work, horizon, shown.madeAt, stored);
    const fits =
      shown.state === 'accepted'
        ? !(await isNews(work, shown, live))
        : planFingerprint(live) === planFingerprint(stored);
    if (fits) return null;
  }
  const species = await dayProblems(work, horizon, now, stored);
  if (species.every((s) => s.lines.length === 0 || s.fish.length === 0)) return null;
  const changed = species
    .filter((s) => {
      const had = stored.find((x) => x.speciesId === s.speciesId);
      return !sameDay || !had || planFingerprint([had]) !== planFingerprint([s]);
    })
    .map((s) => s.speciesId);
  const kept = keptOf(shown, species, changed);
  const settled = settledOf(shown, species);
  const made = await run(
    tx,
    "INSERT INTO cut_plan (state, horizon, made_by, made_at, beat_at, problems, found, pinned) VALUES ('running', ?, NULL, ?, ?, ?, ?, ?)",
    [
      horizon,
      now,
      now,
      JSON.stringify(species),
      JSON.stringify(kept),
      JSON.stringify([...settled.values()].flat().map((f) => f.fish)),
    ],
  );
  // Of those made by themselves only the one that is shown, and the one it was changed from, are kept whole.
  await run(
    tx,
    "UPDATE cut_plan SET problems = '[]', found = '{}', pinned = '[]' WHERE made_by IS NULL AND state <> 'accepted' AND problems <> '[]' AND id NOT IN (?, ?, ?)",
    [made.insertId, shown?.id ?? 0, shown?.parentId ?? 0],
  );
  await announce(tx, ['plan'], now);
  const anew = species.filter((s) => kept[s.speciesId] === undefined);
  const count = (of: 'lines' | 'fish') => anew.reduce((n, s) => n + s[of].length, 0);
  return {
    planId: made.insertId,
    anew: anew.map((s) => s.speciesId),
    settled: Object.fromEntries(settled),
    seconds: Math.min(seconds, planSeconds(count('lines'), count('fish'))),
  };
}

/** Looks once, and plans in this process's threads where there is a reason. Returns whether it began. */
export async function planByItself(
  pool: Pool,
  planner: Planner,
  now: Date,
  seconds = mostSeconds,
): Promise<boolean> {
  const begun = await transaction(pool, async (tx) => {
    // One process of several begins: the others wait here, and find a plan under way.
    await row(tx, "SELECT name FROM setting WHERE name = 'timeZone' FOR UPDATE");
    const job = await beginByItself(tx, now, seconds);
    if (!job) return null;
    const run = await readRun(tx, job);
    return run && { run, shown: keyOf(await newest({ tx })) };
  });
  if (!begun) return false;
  planner.begin({
    ...begun.run,
    holds: async (tx) => keyOf(await newest({ tx })) === begun.shown,
  });
  return true;
}

/**
 * Keeps a plan of the day there: looks at what changed once it has been quiet for a moment, and at least every
 * `patienceMs` while it is not. Returns what stops it.
 */
export function keepPlanned(
  pool: Pool,
  planner: Planner,
  clock: () => Date,
  seconds = mostSeconds,
): () => void {
  let looked = -1;
  let lookedAt = -Infinity;
  let looking = false;
  const look = async () => {
    const latest = await row<{ id: number | null; first: Date | null; last: Date | null }>(
      pool,
      `SELECT MAX(id) AS id, MIN(at) AS first, MAX(at) AS last FROM change_feed WHERE id > ? AND ${touches}`,
      [looked],
    );
    const now = clock();
    const age = (at: Date) => now.getTime() - at.getTime();
    if (now.getTime() - lookedAt < anywayMs) {
      if (!latest?.last) return;
      if (age(latest.last) < quietMs && age(latest.first!) < patienceMs) return;
    }
    if (await planByItself(pool, planner, now, seconds)) return;
    // What could not begin beside another run is looked at again after it.
    if ((await underWay({ tx: pool, now })).length > 0) return;
    looked = latest?.id ?? Math.max(0, looked);
    lookedAt = now.getTime();
  };
  const timer = setInterval(() => {
    if (looking) return;
    looking = true;
    void look()
      .catch((error: unknown) => log.warn({ error }, 'The day was not planned'))
      .finally(() => (looking = false));
  }, everyMs);
  timer.unref();
  return () => clearInterval(timer);
}
