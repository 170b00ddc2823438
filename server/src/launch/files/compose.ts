import { inWords } from '@ember-slate/words/core';
import type { composeAnswer, composeFile } from '@ember-slate/contract/files';
import { compose, type Job, jobFaults, optionOf } from '@ember-slate/core/board';
import { formBook } from '@ember-slate/core/forms';
import type * as z from 'zod';
import { refuse } from './answer.ts';
import { speciesOf } from './species.ts';

const round = (n: number, to = 10) => Math.round(n * to) / to;
const rounded = (grams: Readonly<Record<string, number | undefined>>) =>
  Object.fromEntries(Object.entries(grams).map(([k, g]) => [k, round(g ?? 0)]));

/** The work of one ticket out of a file. Refuses what cannot be, by its path. */
export function composed(file: z.infer<typeof composeFile>): z.infer<typeof composeAnswer> {
  const species = speciesOf({ species: file.species, body: null });
  const book = formBook();
  const cuts = file.forms.map((f, i) => {
    const form = book.get(f.form);
    if (!form) refuse({ path: ['forms', i, 'form'], message: `no form ${f.form}` });
    f.options.forEach((words, n) => {
      if (!form.options.includes(words) && optionOf(words) === null)
        refuse({
          path: ['forms', i, 'options', n],
          message: `"${words}" is no option: ${form.options.join('; ') || 'this form has none'}`,
        });
    });
    return { ...f, form };
  });
  const job: Job = {
    species,
    condition: file.arrival,
    scaled: file.scaled,
    cuts,
    fishGrams: file.grams,
    fish: file.fish,
    month: file.month,
    roe: file.roe,
    ticket: file.methods,
  };
  const faults = jobFaults(job);
  if (faults.length > 0) refuse(...faults.map((f) => ({ path: f.path.split('.'), message: f.message })));
  const c = compose(job);
  return {
    acts: inWords(
      c.steps.map((s) => ({
        id: s.id,
        title: s.title,
        how: s.how,
        tools: inWords(s.tool)
          .split(', ')
          .filter((t) => t !== ''),
        cautions: s.cautions,
        minutes: round(s.minutes, 100),
        times: s.times,
        takes: rounded(Object.fromEntries(s.taken.map((t) => [t.tub, t.grams]))),
      })),
    ),
    tools: inWords(c.tools),
    minutes: round(c.minutes),
    pieces: c.outputs.map((o, i) => ({
      form: cuts[i]!.form.id,
      grams: round(o.grams),
      asked: round(o.asked),
      quarters: o.quarters,
      state: { ...o.state },
    })),
    tubs: rounded(c.tubs),
    water: round(c.water),
    fish: { ...c.fish },
    methods: inWords(
      Object.fromEntries(
        Object.values(c.methods).map((m) => [m.question, { method: m.method.id, because: m.because }]),
      ),
    ),
  };
}
