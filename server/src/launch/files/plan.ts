import { inWords } from '@ember-slate/words/core';
import type { planAnswer, planFile } from '@ember-slate/contract/files';
import {
  defaultSettings,
  offTrim,
  planFaults,
  problemFaults,
  type PlanProblem,
  whyUnfilled,
} from '@ember-slate/core/cutplan';
import { loadSolver, seeded, solve } from '@ember-slate/core/cutplan/solver';
import { shippedForms } from '@ember-slate/core/forms';
import type * as z from 'zod';
import { gramsOff, withoutServed } from '../../stages/plan/queries/day.ts';
import { refuse } from './answer.ts';
import { speciesOf } from './species.ts';

/** The plan of a day out of a file. Refuses what cannot be, by its path. */
export async function planOf(file: z.infer<typeof planFile>): Promise<z.infer<typeof planAnswer>> {
  const forms = shippedForms.map((f) =>
    file.lifeFactors === null ? f : { ...f, lifeFactor: file.lifeFactors },
  );
  const given = Object.fromEntries(Object.entries(file.settings).filter(([, v]) => v !== undefined));
  const problem: PlanProblem = {
    species: speciesOf(file),
    forms: new Map(forms.map((f) => [f.id, f])),
    methods: {},
    flesh: file.flesh,
    fish: file.fish,
    lines: file.lines,
    counter: file.counter,
    settings: { ...defaultSettings, ...given },
  };
  const faults = problemFaults(problem, { fish: file.settled });
  if (faults.length > 0) refuse(...faults);
  const so = solve(await loadSolver(), problem, file.settled, file.seconds, {
    now: () => performance.now(),
    random: seeded(file.seed),
    stopped: () => false,
    tell: () => undefined,
  });
  const off = gramsOff(offTrim(problem, so.plan));
  return {
    worth: so.score.value,
    firstCome: so.firstCome.score.value,
    bound: so.bound,
    score: so.score,
    plan: [...so.plan.fish],
    offTrim: off,
    unfilled: withoutServed(inWords(whyUnfilled(problem, so.score)), off),
    verdict: inWords(planFaults(problem, so.plan)),
  };
}
