import { compile, type Compiled } from './compile.ts';
import type { Form } from '../forms/index.ts';
import { lineForm, lineRefusal, windowOf, type PlanProblem } from './problem.ts';
import type { PlanScore } from './score.ts';

const reachable = (c: Compiled, line: string): boolean => {
  const who = c.groups.findIndex((g) => g.units.includes(line));
  const serves = (n: Compiled['fish'][number]['modes'][number]['nodes'][number]): boolean =>
    n.options.some((o) => o.who === who) || n.split.some(serves);
  return c.fish.some((of) => of.modes.some((m) => m.nodes.some(serves)));
};

/** What comes off the opened fish for a form of the trim. */
function fromTrim(form: Form, trimGrams: PlanScore['trimGrams']): string {
  const of = typeof form.yield.of === 'string' ? [] : form.yield.of;
  const grams = form.yield.share * of.reduce((s, part) => s + (trimGrams[part] ?? 0), 0);
  return grams >= 10
    ? `Comes off as trim: only about ${Math.round(grams / 10) * 10} g of ${form.name} with this plan`
    : `Comes off as trim: none of ${form.name} with this plan`;
}

/** Why each unfilled line of a plan is, in words: no fish, none that may, none that can, or not worth it. */
export function whyUnfilled(
  problem: PlanProblem,
  { filled, trimGrams }: Pick<PlanScore, 'filled' | 'trimGrams'>,
): Record<string, string> {
  const unfilled = problem.lines.filter((l) => (filled[l.id] ?? 0) < 1);
  if (unfilled.length === 0) return {};
  const c = compile(problem);
  return Object.fromEntries(
    unfilled.map((line) => {
      if (problem.fish.length === 0) return [line.id, `No ${problem.species.name} to cut`];
      const refusals = problem.fish.map((f) => lineRefusal(problem, f, line));
      if (refusals.every((r) => r !== null)) return [line.id, mostCommon(refusals)];
      const form = lineForm(problem, line.form);
      if (form.section === 'trim') return [line.id, fromTrim(form, trimGrams)];
      if (!reachable(c, line.id)) {
        const [least, most] = windowOf(problem, line);
        return [
          line.id,
          line.pieces === null
            ? 'None of the fish can be cut into it'
            : `None of the fish gives a piece of ${Math.round(least)} to ${Math.round(most)} g`,
        ];
      }
      return [line.id, 'What fish there is goes further on other lines and the counter'];
    }),
  );
}

function mostCommon(words: readonly (string | null)[]): string {
  const counts = new Map<string, number>();
  for (const w of words) if (w !== null) counts.set(w, (counts.get(w) ?? 0) + 1);
  const [top] = [...counts].toSorted((a, b) => b[1] - a[1]);
  return top![0][0]!.toUpperCase() + top![0].slice(1);
}
