import { Worker } from 'node:worker_threads';
import type { PlanSpecies } from '@ember-slate/contract';
import { bodyOf, marksOn, zone } from '@ember-slate/core/body';
import { planFaults } from '@ember-slate/core/cutplan';
import { loadSolver, seeded, solve } from '@ember-slate/core/cutplan/solver';
import { exhaustive, randomDay } from '@ember-slate/core/cutplan/testing';
import { shippedForms } from '@ember-slate/core/forms';
import { catalogue } from '@ember-slate/core/species';
import { shareOut } from '@ember-slate/server/stages/plan/commands/planner';
import type { Task, WorkerMessage } from '@ember-slate/server/stages/plan/commands/worker';

/** The planner measured: gap to its own proven bound in % of the takings, the gain on first come, and the times. */

const highs = await loadSolver();
const percent = (x: number) => `${(x * 100).toFixed(2)} %`;

type Planned = Parameters<typeof shareOut>[0][number];
const stored = (speciesId: string, day: ReturnType<typeof randomDay>): Planned => ({
  stored: { ...day, speciesId, methods: {} } as unknown as PlanSpecies,
  species: day.species,
  settled: [],
});

/** Plans as the app does it: species over two threads that are warm already. */
async function onThreads(species: readonly Planned[], seconds: number) {
  const lanes = shareOut([...species], seconds, 2).map((mine) => ({
    mine,
    worker: new Worker(new URL('../server/dist/stages/plan/commands/worker.js', import.meta.url), {
      execArgv: ['--conditions=built'],
    }),
  }));
  // The server keeps its threads ready; so does this.
  await new Promise((done) => setTimeout(done, 3000));
  const begun = performance.now();
  let [slowest, last, firstAt] = [0, performance.now(), 0];
  const beat = setInterval(() => {
    slowest = Math.max(slowest, performance.now() - last - 10);
    last = performance.now();
  }, 10);
  const found = new Map<string, WorkerMessage['found']>();
  await Promise.all(
    lanes.map(
      ({ mine, worker }) =>
        new Promise<void>((done, fail) => {
          worker.on('error', fail);
          worker.on('exit', () => done());
          worker.on('message', (told: WorkerMessage) => {
            found.set(told.speciesId, told.found);
            if (found.size === species.length) firstAt ||= performance.now() - begun;
          });
          worker.postMessage({
            species: mine,
            forms: [...shippedForms],
            stop: new SharedArrayBuffer(4),
          } satisfies Task);
        }),
    ),
  );
  clearInterval(beat);
  const ms = performance.now() - begun;
  const total = (of: (f: WorkerMessage['found']) => number) =>
    [...found.values()].reduce((s, f) => s + of(f), 0);
  return {
    ms,
    firstAt,
    slowest,
    found,
    value: total((f) => f.score.value),
    firstCome: total((f) => f.firstCome.score.value),
    gap: total((f) => f.bound! - f.score.value) / total((f) => f.score.gross),
  };
}

async function plan(seed: number, fish: number, lines: number, species: string, seconds: number) {
  const day = randomDay(seed, fish, lines, species);
  const so = await onThreads([stored(species, day)], seconds);
  const { plan: best } = so.found.get(species)!;
  if (planFaults(day, best).length > 0) throw new Error(`A plan with a fault, seed ${seed}`);
  if (so.value < so.firstCome - 1e-6) throw new Error(`Worse than first come, seed ${seed}`);
  return { ...so, gain: so.value / so.firstCome - 1 };
}

for (const [fishCount, lineCount, seconds, wanted] of [
  [15, 20, 3, 0.01],
  [40, 60, 8, 0.015],
] as const) {
  console.log(
    `\n${fishCount} fish x ${lineCount} lines of hake in ${seconds} s, wanted within ${percent(wanted)}`,
  );
  const gaps: number[] = [];
  const gains: number[] = [];
  for (let seed = 1; seed <= 6; seed++) {
    const { gap, gain, ms, firstAt } = await plan(seed, fishCount, lineCount, 'hake', seconds);
    gaps.push(gap);
    gains.push(gain);
    console.log(
      `  seed ${seed}: gap ${percent(gap)}, worth ${percent(gain)} more than first come, first plan at ${firstAt.toFixed(0)} ms, ${ms.toFixed(0)} ms`,
    );
  }
  const mean = (xs: number[]) => xs.reduce((a, b) => a + b, 0) / xs.length;
  console.log(
    `  mean gap ${percent(mean(gaps))}, worst ${percent(Math.max(...gaps))} (${(Math.max(...gaps) / wanted).toFixed(2)} of what was wanted); mean gain ${percent(mean(gains))}`,
  );
}

console.log('\nThe bound on small days, against every plan there is');
for (let seed = 1; seed <= 5; seed++) {
  const small = randomDay(seed, 2, 3, 'sea_bass');
  const problem = { ...small, settings: { ...small.settings, gridMm: 60, neat: 0 } };
  const so = solve(highs, problem, [], 0.4, {
    now: () => performance.now(),
    random: seeded(seed),
    stopped: () => false,
    tell: () => undefined,
  });
  const best = exhaustive(problem);
  console.log(
    `  seed ${seed}: bound ${((so.bound! - best) / 100).toFixed(2)} over the optimum of ${(best / 100).toFixed(2)}, plan ${((best - so.score.value) / 100).toFixed(2)} under it`,
  );
}

// A whole day as the app does it: species over its own threads, while this one answers a beat of 10 ms.
const dayOf = [
  'hake',
  'salmon',
  'cod',
  'haddock',
  'sea_bass',
  'plaice',
  'mackerel',
  'monkfish',
  'turbot',
  'rainbow_trout',
  'whiting',
  'gilthead_bream',
];
const species = dayOf.map((id, i) =>
  stored(id, randomDay(100 + i, i % 2 === 0 ? 13 : 12, i % 3 === 0 ? 18 : 16, id)),
);
const day = await onThreads(species, 17);
const fish = species.reduce((n, s) => n + s.stored.fish.length, 0);
const lines = species.reduce((n, s) => n + s.stored.lines.length, 0);
console.log(
  `\nA day of ${dayOf.length} species, ${fish} fish, ${lines} lines: first plan at ${day.firstAt.toFixed(0)} ms, all in ${(day.ms / 1000).toFixed(1)} s, ` +
    `worth ${(day.value / 100).toFixed(2)} against ${(day.firstCome / 100).toFixed(2)} first come, gap ${percent(day.gap)}; ` +
    `slowest answer meanwhile ${day.slowest.toFixed(0)} ms (${(day.slowest / 100).toFixed(2)} of 100 ms)`,
);

const times = [...catalogue, ...catalogue]
  .filter((s) => s.bodyPlan !== 'wing')
  .map((s) => {
    const from = performance.now();
    for (let i = 0; i < 20; i++) {
      const body = bodyOf(s, 'gutted', s.typicalG * s.gutted * (1 + i / 100))!;
      marksOn(body, zone(body, 'side'), { by: 'grams', amount: 120, rest: 'share', kerfMm: 1 });
    }
    return (performance.now() - from) / 20;
  });
// The first time round is the engine's own warming up.
const slowestMarks = Math.max(...times.slice(times.length / 2));
console.log(
  `Marks of a side with a kerf: slowest species ${slowestMarks.toFixed(2)} ms (${slowestMarks.toFixed(2)} of 1 ms)`,
);
