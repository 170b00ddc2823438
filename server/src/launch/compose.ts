import { inWords } from '@ember-slate/words/core';
import { type composeAnswer, composeFile } from '@ember-slate/contract/files';
import { compose, type Job, jobFaults, optionOf } from '@ember-slate/core/board';
import { formBook } from '@ember-slate/core/forms';
import { brokenHolds, everyCase } from '@ember-slate/core/proof';
import { catalogue } from '@ember-slate/core/species';
import * as z from 'zod';
import { fileCommand } from './files.ts';

const round = (n: number, to = 10) => Math.round(n * to) / to;
const rounded = (grams: Readonly<Record<string, number | undefined>>) =>
  Object.fromEntries(Object.entries(grams).map(([k, g]) => [k, round(g ?? 0)]));

/** Every species, arrival, form, option and method: what holds of all of them, counted. */
function all(): void {
  let jobs = 0;
  let refused = 0;
  const broken = new Map<string, { count: number; first: string }>();
  for (const c of everyCase()) {
    if ('refused' in c) {
      refused++;
      continue;
    }
    jobs++;
    for (const fault of brokenHolds(c.job)) {
      const had = broken.get(fault);
      broken.set(fault, { count: (had?.count ?? 0) + 1, first: had?.first ?? c.name });
    }
  }
  console.log(`${jobs} jobs composed, ${refused} refused with a reason`);
  console.log(`${broken.size} kinds of fault${broken.size === 0 ? ': everything holds' : ''}`);
  for (const [fault, { count, first }] of broken) console.log(`${count} x ${fault}, first: ${first}`);
  if (broken.size > 0) process.exitCode = 1;
}

/** What is wrong, by its path in the file. */
function refuse(faults: readonly { path: string; message: string }[]): never {
  throw new z.ZodError(
    faults.map((f) => ({ code: 'custom', path: f.path.split('.'), message: f.message, input: undefined })),
  );
}

if (process.argv[2] === '--all') all();
else
  await fileCommand(composeFile, 'compose', (file): z.infer<typeof composeAnswer> => {
    const species = catalogue.find((s) => s.id === file.species);
    if (!species) refuse([{ path: 'species', message: `no ${file.species} in the book` }]);
    const book = formBook();
    const cuts = file.forms.map((f, i) => {
      const form = book.get(f.form);
      if (!form) refuse([{ path: `forms.${i}.form`, message: `no form ${f.form}` }]);
      f.options.forEach((words, n) => {
        if (!form.options.includes(words) && optionOf(words) === null)
          refuse([
            {
              path: `forms.${i}.options.${n}`,
              message: `"${words}" is no option: ${form.options.join('; ') || 'this form has none'}`,
            },
          ]);
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
    if (faults.length > 0) refuse(inWords(faults));
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
  });
