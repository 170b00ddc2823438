import { sure } from '../found.ts';
import type { Said, Word } from '@ember-slate/words/said';
import { compile, type Compiled } from './compile.ts';
import type { Form } from '../forms/index.ts';
import { lineForm, lineRefusal, windowOf, type PlanProblem } from './problem.ts';
import type { PlanScore } from './score.ts';
import { said } from './say.ts';

const reachable = (c: Compiled, line: string): boolean => {
  const who = c.groups.findIndex((g) => g.units.includes(line));
  const serves = (n: Compiled['fish'][number]['modes'][number]['nodes'][number]): boolean =>
    n.options.some((o) => o.who === who) || n.split.some(serves);
  return c.fish.some((of) => of.modes.some((m) => m.nodes.some(serves)));
};

/** What comes off the opened fish for a form of the trim. */
function fromTrim(form: Form, trimGrams: PlanScore['trimGrams']): Said {
  const of = typeof form.yield.of === 'string' ? [] : form.yield.of;
  const grams = form.yield.share * of.reduce((s, part) => s + (trimGrams[part] ?? 0), 0);
  return grams >= 10
    ? said('comes_off_as_trim_only_about_g_of', { grams: Math.round(grams / 10) * 10, form: form.name })
    : said('comes_off_as_trim_none_of_with', { form: form.name });
}

/** Why each unfilled line of a plan is: no fish, none that may, none that can, or not worth it. */
export function whyUnfilled(
  problem: PlanProblem,
  { filled, trimGrams }: Pick<PlanScore, 'filled' | 'trimGrams'>,
): Record<string, Word> {
  const unfilled = problem.lines.filter((l) => (filled[l.id] ?? 0) < 1);
  if (unfilled.length === 0) return {};
  const c = compile(problem);
  return Object.fromEntries(
    unfilled.map((line) => {
      if (problem.fish.length === 0) return [line.id, said('no_to_cut', { species: problem.species.name })];
      const refusals = problem.fish.map((f) => lineRefusal(problem, f, line));
      if (refusals.every((r) => r !== null)) return [line.id, mostCommon(refusals)];
      const form = lineForm(problem, line.form);
      if (form.section === 'trim') return [line.id, fromTrim(form, trimGrams)];
      if (!reachable(c, line.id)) {
        const [least, most] = windowOf(problem, line);
        return [
          line.id,
          line.pieces === null
            ? said('none_of_the_fish_can_be_cut_into')
            : said('none_of_the_fish_gives_a_piece_of', { least: Math.round(least), most: Math.round(most) }),
        ];
      }
      return [line.id, said('what_fish_there_is_goes_further_on')];
    }),
  );
}

function mostCommon(words: readonly (Word | null)[]): Word {
  const counts = new Map<string, { word: Word; n: number }>();
  for (const word of words)
    if (word !== null) {
      const key = JSON.stringify(word);
      counts.set(key, { word, n: (counts.get(key)?.n ?? 0) + 1 });
    }
  const [top] = [...counts.values()].toSorted((a, b) => b.n - a.n);
  return sure(top).word;
}
