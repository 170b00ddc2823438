import { nth, sure } from '../found.ts';
import { formBook, formOf } from '../forms/index.ts';
import { arrivalFraction, catalogue, type ArrivalCondition } from '../species/index.ts';
import { goalsOf, workOf } from './compose.ts';
import { plainCut, type Job } from './job.ts';
import { methodRefusal, questionOf, type QuestionId } from './methods.ts';

/** Jobs a method is shown by where no ticket is at hand: fish it is used on, whole or gutted, as a usual form of theirs. */
const examples: readonly [species: string, condition: ArrivalCondition, form: string][] = [
  ['salmon', 'gutted', 'fillet_skin_on'],
  ['salmon', 'gutted', 'portion_skinless'],
  ['sea_bass', 'whole', 'fillet_skin_on'],
  ['plaice', 'whole', 'cross_cut'],
  ['plaice', 'whole', 'fillet_skinless'],
  ['monkfish', 'tail', 'monk_fillets'],
  ['salmon', 'gutted', 'block_portions'],
];
/** Weights of a small, a medium and a large fish as it lies there, grams (our choice). */
const sizes = [600, 1800, 4500] as const;

/** What a method does to one fish, small, medium and large: points of yield and minutes against the default. */
export interface MethodEffect {
  points: readonly [number, number, number];
  minutes: readonly [number, number, number];
}

const jobs = examples.map(([id, condition, form]) => {
  const species = sure(catalogue.find((s) => s.id === id));
  const job = (grams: number, shop: Job['shop']): Job => ({
    species,
    condition,
    scaled: 'no',
    cuts: [plainCut(formOf(formBook(), form))],
    fishGrams: grams,
    fish: 1,
    month: null,
    shop,
  });
  return { job, usualGrams: species.typicalG * arrivalFraction(species, condition) };
});
/** Questions that the acts of an example look at: another method of the rest changes nothing there. */
const asked = new Map<(typeof jobs)[number], ReadonlySet<QuestionId>>();
const known = new Map<string, MethodEffect | null>();

/** The effect of a method on a usual job, out of the same work that tickets are made of; null where it changes nothing. */
export function methodEffect(question: QuestionId, method: string): MethodEffect | null {
  const key = `${question} ${method}`;
  let found = known.get(key);
  if (found === undefined) known.set(key, (found = effectOf(question, method)));
  return found;
}

function effectOf(question: QuestionId, method: string): MethodEffect | null {
  const first = nth(questionOf(question).methods, 0).id;
  if (method === first) return null;
  for (const example of jobs) {
    const { job, usualGrams } = example;
    let looked = asked.get(example);
    if (!looked) asked.set(example, (looked = workOf(job(usualGrams, {})).board.consulted));
    if (!looked.has(question)) continue;
    const usual = job(usualGrams, { [question]: method });
    if (methodRefusal(question, method, { ...usual, cuts: goalsOf(usual) }) !== null) continue;
    if (methodRefusal(question, first, { ...usual, cuts: goalsOf(usual) }) !== null) continue;
    const found = sizes.map((grams) => {
      const [then, now] = [
        workOf(job(grams, { [question]: method })),
        workOf(job(grams, { [question]: first })),
      ];
      return {
        points: ((nth(then.outputs, 0).grams - nth(now.outputs, 0).grams) / grams) * 100,
        minutes: then.minutes - now.minutes,
      };
    });
    if (found.every((f) => Math.abs(f.points) < 0.005 && Math.abs(f.minutes) < 0.005)) continue;
    const of = (k: 'points' | 'minutes') => [nth(found, 0)[k], nth(found, 1)[k], nth(found, 2)[k]] as const;
    return { points: of('points'), minutes: of('minutes') };
  }
  return null;
}
