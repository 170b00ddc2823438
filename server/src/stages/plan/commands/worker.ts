import { inWords } from '@ember-slate/words/core';
import { parentPort } from 'node:worker_threads';
import type { FoundPlan, PlanSpecies } from '@ember-slate/contract';
import { offTrim, type PlannedFish, whyUnfilled } from '@ember-slate/core/cutplan';
import { loadSolver, seeded, type Solution, solve } from '@ember-slate/core/cutplan/solver';
import type { Form } from '@ember-slate/core/forms';
import type { Species } from '@ember-slate/core/species';
import { gramsOff, problemOf, withoutServed } from '../queries/day.ts';

/** What one worker is given: species to plan, and how long it may take over each. */
export interface Task {
  species: { stored: PlanSpecies; species: Species; settled: PlannedFish[]; seconds: number; seed: number }[];
  forms: Form[];
  /** Turns to 1 when the run is to stop. */
  stop: SharedArrayBuffer;
}
export interface WorkerMessage {
  speciesId: string;
  found: FoundPlan;
}

/** Loaded while nothing is asked yet, so that a run begins at once. */
const solver = loadSolver();
const now = () => performance.now();

async function work({ species, forms, stop }: Task) {
  const flag = new Int32Array(stop);
  const book = new Map(forms.map((f) => [f.id, f]));
  const stopped = () => Atomics.load(flag, 0) === 1;
  for (const pass of ['first', 'whole'] as const) {
    const highs = pass === 'whole' ? await solver : null;
    for (const { stored, species: of, settled, seconds, seed } of species) {
      const problem = problemOf(stored, of, book);
      const tell = (so: Solution) => {
        const off = gramsOff(offTrim(problem, so.plan));
        const found: FoundPlan = {
          plan: { fish: [...so.plan.fish] },
          offTrim: off,
          score: so.score,
          firstCome: { score: so.firstCome.score },
          bound: so.bound,
          phase: so.phase,
          unfilled: pass === 'first' ? {} : withoutServed(inWords(whyUnfilled(problem, so.score)), off),
        };
        parentPort!.postMessage({ speciesId: stored.speciesId, found } satisfies WorkerMessage);
      };
      // First something usable for every species, then the best of each.
      const so = solve(highs, problem, settled, pass === 'first' ? 0 : seconds, {
        now,
        random: seeded(seed),
        stopped: pass === 'first' ? () => true : stopped,
        tell: pass === 'first' ? () => undefined : tell,
      });
      tell(pass === 'first' ? { ...so, phase: 'first_come' } : so);
    }
  }
}

parentPort!.once('message', (task: Task) => {
  void work(task).then(() => parentPort!.close());
});
