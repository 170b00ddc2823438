import type { Word } from '@ember-slate/words/said';
import { formRefusal } from '../forms/index.ts';
import { conditionName, conditionsFor } from '../species/index.ts';
import { trims } from '../yields/index.ts';
import type { Plan, PlanLine, PlanProblem } from './problem.ts';
import { said } from './say.ts';
import { cutFaults } from './score.ts';

/** What is wrong with what the planner is told, and where: a path such as `lines.0.window`. */
export interface ProblemFault {
  path: readonly (string | number)[];
  message: Word;
}

/** What a line asks for that no plan can mean. */
function lineFaults(problem: PlanProblem, line: PlanLine): [field: string, message: Word][] {
  const form = problem.forms.get(line.form);
  if (!form) return [['form', said('no_form', { form: line.form })]];
  const refused = formRefusal(problem.species, null, form);
  const found: [string, Word | false | null][] = [
    ['form', refused],
    [
      'pieces',
      (line.totalGrams === null
        ? line.pieces === null || line.pieceGrams === null
        : line.pieces !== null || line.pieceGrams !== null) && said('say_pieces_or_a_total'),
    ],
  ];
  for (const field of ['window', 'thickMm'] as const) {
    const [least, most] = line[field] ?? [0, 1];
    found.push([
      field,
      !(least >= 0 && most > 0 && least <= most) && said('from_less_to_more', { least, most }),
    ]);
  }
  const asked = line.totalGrams ?? line.pieceGrams;
  if (line.window && asked !== null && line.thickMm === null) {
    const [least, most] = line.window;
    found.push([
      'window',
      least <= most &&
        (asked < least || asked > most) &&
        said('asked_outside_its_window', { asked, least, most }),
    ]);
  }
  return found.flatMap(([field, message]) => (message ? [[field, message]] : []));
}

/**
 * Everything that cannot be in a day to be planned, by where it stands: fish, lines and classes there twice, forms and
 * conditions the species does not have, windows the wrong way round, names of what is not there. `settled` are fish that
 * keep their cuts; they must be such as a plan may hold. None for a day that can be planned.
 */
export function problemFaults(problem: PlanProblem, settled: Plan): ProblemFault[] {
  const faults: ProblemFault[] = [];
  const wrong = (path: readonly (string | number)[], message: Word | false | null) => {
    if (message) faults.push({ path, message });
  };
  for (const list of ['fish', 'lines', 'counter'] as const) {
    const seen = new Set<string>();
    problem[list].forEach(({ id }, i) => {
      wrong([list, i, 'id'], seen.has(id) && said('is_there_twice', { id }));
      seen.add(id);
    });
  }
  const conditions = conditionsFor(problem.species);
  const lines = new Set(problem.lines.map((l) => l.id));
  const classes = new Set(problem.counter.map((k) => `counter:${k.id}`));
  problem.fish.forEach((f, i) => {
    wrong(
      ['fish', i, 'condition'],
      !conditions.includes(f.condition) &&
        said('does_not_come_as', { species: problem.species.name, condition: conditionName[f.condition] }),
    );
    for (const id of Object.keys(f.refuses))
      wrong(['fish', i, 'refuses', id], !lines.has(id) && !classes.has(id) && said('no_line', { line: id }));
  });
  problem.lines.forEach((line, i) => {
    for (const [field, message] of lineFaults(problem, line)) wrong(['lines', i, field], message);
  });
  problem.counter.forEach((k, i) => {
    const form = problem.forms.get(k.form);
    wrong(
      ['counter', i, 'form'],
      form ? formRefusal(problem.species, null, form) : said('no_form', { form: k.form }),
    );
    wrong(['counter', i, 'markdownPerKg'], k.markdownPerKg > k.perKg && said('marked_down_above_its_price'));
  });
  const { settings, flesh } = problem;
  const [least, most] = settings.counterMm;
  wrong(
    ['settings', 'counterMm'],
    !(least >= 0 && least <= most) && said('from_less_to_more', { least, most }),
  );
  for (const trim of Object.keys(settings.trimsPerKg))
    wrong(['settings', 'trimsPerKg', trim], !Object.hasOwn(trims, trim) && said('no_such_trim', { trim }));
  if (flesh) {
    wrong(
      ['flesh', 'toMm'],
      flesh.fromMm >= flesh.toMm && said('from_less_to_more', { least: flesh.fromMm, most: flesh.toMm }),
    );
    wrong(['flesh', 'side'], 2 * flesh.side > flesh.gutted && said('two_sides_outweigh_the_fish'));
  }
  // What was cut is looked at only where the day itself holds: it is weighed by it.
  if (faults.length === 0)
    for (const message of cutFaults(problem, settled).faults) wrong(['settled'], message);
  return faults;
}
