import { inWords } from '@ember-slate/words/core';
import { type planAnswer, planFile } from '@ember-slate/contract/files';
import {
  defaultSettings,
  offTrim,
  planFaults,
  type PlanProblem,
  whyUnfilled,
} from '@ember-slate/core/cutplan';
import { loadSolver, seeded, solve } from '@ember-slate/core/cutplan/solver';
import { shippedForms } from '@ember-slate/core/forms';
import { catalogue } from '@ember-slate/core/species';
import type * as z from 'zod';
import { gramsOff, withoutServed } from '../stages/plan/queries/day.ts';
import { fileCommand } from './files.ts';

await fileCommand(planFile, 'plan', async (file): Promise<z.infer<typeof planAnswer>> => {
  const known = catalogue.find((s) => s.id === file.species);
  if (!known) throw new Error(`species: no ${file.species} in the book`);
  const species = { ...known, body: file.body };
  const forms = shippedForms.map((f) =>
    file.lifeFactors === null ? f : { ...f, lifeFactor: file.lifeFactors },
  );
  const given = Object.fromEntries(Object.entries(file.settings).filter(([, v]) => v !== undefined));
  const problem: PlanProblem = {
    species,
    forms: new Map(forms.map((f) => [f.id, f])),
    methods: {},
    flesh: file.flesh,
    fish: file.fish,
    lines: file.lines,
    counter: file.counter,
    settings: { ...defaultSettings, ...given },
  };
  for (const l of file.lines)
    if (l.totalGrams === null ? l.pieces === null || l.pieceGrams === null : l.pieces !== null)
      throw new Error(`lines, ${l.id}: say pieces and the weight of one, or a total weight`);
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
});
