import { Worker } from 'node:worker_threads';
import type { FoundPlan, PlanSpecies } from '@ember-slate/contract';
import type { PlannedFish } from '@ember-slate/core/cutplan';
import type { Form } from '@ember-slate/core/forms';
import type { Species } from '@ember-slate/core/species';
import type { Pool } from 'mysql2/promise';
import { row, run, transaction, type Tx } from '../../../platform/db.ts';
import { announce } from '../../../platform/feed.ts';
import { log } from '../../../platform/log.ts';
import type { Task, WorkerMessage } from './worker.ts';
import { say } from '../say.ts';

/** Threads of one run: the solver blocks, so species are planned side by side. */
const threads = 2;

/** How often a run writes down what it has, and looks whether it is to stop, ms. */
const beatMs = 400;

export interface Run {
  id: number;
  /** Plans of species that are not planned anew. */
  kept: Readonly<Record<string, FoundPlan>>;
  species: { stored: PlanSpecies; species: Species; settled: PlannedFish[] }[];
  forms: readonly Form[];
  seconds: number;
  /** Whether what was found may still come to the front, asked as it ends; a plan a person asked for always may. */
  holds?: (tx: Tx) => Promise<boolean>;
}

/** How much of the time a species needs, by how much there is to decide. */
const weight = ({ stored }: Run['species'][number]) =>
  Math.sqrt(Math.max(1, stored.lines.length) * Math.max(1, stored.fish.length));

/** Shares species out to threads, the heaviest first, and the seconds of each thread among its own. */
export function shareOut(species: Run['species'], seconds: number, parts: number): Task['species'][] {
  const lanes = Array.from({ length: Math.max(1, Math.min(parts, species.length)) }, () => ({
    load: 0,
    of: [] as Run['species'],
  }));
  for (const s of species.toSorted((a, b) => weight(b) - weight(a))) {
    const lane = lanes.reduce((a, b) => (b.load < a.load ? b : a));
    lane.of.push(s);
    lane.load += weight(s);
  }
  return lanes.map(({ load, of }) =>
    of.map((s, i) => ({ ...s, seconds: (seconds * weight(s)) / Math.max(1e-9, load), seed: 7 + i })),
  );
}

/** A thread runs what was built, also for a server that runs from source: it starts in a moment. */
const built = import.meta.url.endsWith('.js');
const worker = built ? './worker.js' : '../../../../dist/stages/plan/commands/worker.js';
const thread = () =>
  new Worker(new URL(worker, import.meta.url), {
    execArgv: built ? process.execArgv : ['--conditions=built'],
  });

/** How long a thread may take to start, which says nothing of the search, and how much longer than it the search. */
const startSeconds = 60;
const onceSlackSeconds = 10;

/**
 * Runs plans in worker threads, which are thrown away after each run: the solver's memory never shrinks. What they
 * find is kept in the database as it comes; the process itself remembers nothing of it.
 */
export class Planner {
  private readonly running = new Set<() => void>();
  /** Threads that have loaded all they need and wait for a run. */
  private spare: Worker[] = [];
  private warm = false;
  private readonly pool: Pool;
  private readonly clock: () => Date;

  constructor(pool: Pool, clock: () => Date) {
    this.pool = pool;
    this.clock = clock;
  }

  /** Keeps threads ready, so that the first plan of a run is there at once. */
  keepWarm(): void {
    this.warm = true;
    while (this.spare.length < threads) {
      const worker = thread();
      worker.on('error', (error) => log.error(error, 'a spare planning thread ended'));
      worker.unref();
      this.spare.push(worker);
    }
  }

  /** Begins a run whose row is committed. */
  begin(job: Run): void {
    const stop = new SharedArrayBuffer(4);
    const found = new Map(Object.entries(job.kept));
    let [left, failed, dirty] = [0, '', true];
    const keep = async (state: 'running' | 'done' | 'stopped' | 'failed') => {
      const now = this.clock();
      dirty = false;
      await transaction(this.pool, async (tx) => {
        const overtaken = state !== 'running' && job.holds !== undefined && !(await job.holds(tx));
        await run(
          tx,
          "UPDATE cut_plan SET found = ?, beat_at = ?, state = IF(state = 'running', ?, state), note = ? WHERE id = ?",
          [
            JSON.stringify(Object.fromEntries(found)),
            now,
            overtaken ? 'failed' : state,
            failed.slice(0, 500),
            job.id,
          ],
        );
        await announce(tx, ['plan'], now);
      });
    };
    let writing: Promise<unknown> = Promise.resolve();
    const heartbeat = setInterval(() => {
      writing = writing
        .then(async () => {
          const asked = await row<{ stop: number }>(
            this.pool,
            'SELECT stop_asked AS stop FROM cut_plan WHERE id = ?',
            [job.id],
          );
          if (asked?.stop) Atomics.store(new Int32Array(stop), 0, 1);
          await (dirty
            ? keep('running')
            : run(this.pool, 'UPDATE cut_plan SET beat_at = ? WHERE id = ?', [this.clock(), job.id]));
        })
        .catch((error: unknown) => log.warn(error, 'a plan could not be kept'));
    }, beatMs);
    const workers = shareOut(job.species, job.seconds, threads).map((species) => {
      const worker = this.spare.pop() ?? thread();
      worker.ref();
      worker.postMessage({ species, forms: [...job.forms], stop } satisfies Task);
      left++;
      worker.on('message', (told: WorkerMessage) => {
        found.set(told.speciesId, told.found);
        dirty = true;
      });
      worker.on('error', (error) => {
        log.error(error, 'a planning thread ended');
        failed = say('planning_broke_off_what_was_found');
      });
      worker.on('exit', () => {
        left--;
        if (left === 0) finish();
      });
      return worker;
    });
    const end = () => {
      clearInterval(heartbeat);
      this.running.delete(cancel);
    };
    const cancel = () => {
      end();
      for (const w of workers) void w.terminate();
    };
    const finish = () => {
      if (!this.running.has(cancel)) return;
      end();
      if (this.warm) this.keepWarm();
      const stopped = Atomics.load(new Int32Array(stop), 0) === 1;
      void writing
        .then(() => keep(failed ? 'failed' : stopped ? 'stopped' : 'done'))
        .catch((error: unknown) => log.warn(error, 'a plan could not be kept'));
    };
    this.running.add(cancel);
  }

  /** Plans one species in a thread and waits for it: for a change by hand. Rejects when the thread breaks off. */
  async once(species: Run['species'][number], forms: readonly Form[], seconds: number): Promise<FoundPlan> {
    const worker = this.spare.pop() ?? thread();
    worker.ref();
    const cancel = () => void worker.terminate();
    this.running.add(cancel);
    // Whoever asked waits at the screen: a thread that does not end is ended, with the best it told of.
    let limit = setTimeout(cancel, startSeconds * 1000);
    try {
      return await new Promise<FoundPlan>((done, fail) => {
        let last: FoundPlan | null = null;
        worker.on('message', (told: WorkerMessage) => {
          // The first-come plan is told at once: from here it searches.
          if (!last) {
            clearTimeout(limit);
            limit = setTimeout(cancel, (seconds + onceSlackSeconds) * 1000);
          }
          last = told.found;
        });
        worker.on('error', fail);
        worker.on('exit', () => (last ? done(last) : fail(new Error('A planning thread found nothing'))));
        worker.postMessage({
          species: [{ ...species, seconds, seed: 1 }],
          forms: [...forms],
          stop: new SharedArrayBuffer(4),
        } satisfies Task);
      });
    } finally {
      clearTimeout(limit);
      this.running.delete(cancel);
      if (this.warm) this.keepWarm();
    }
  }

  /** Ends what runs in this process. */
  close(): void {
    this.warm = false;
    for (const cancel of this.running) cancel();
    for (const worker of this.spare.splice(0)) void worker.terminate();
  }
}
