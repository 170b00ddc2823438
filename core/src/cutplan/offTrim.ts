import { byAnyName } from '../found.ts';
import { togetherRefusal, type Form } from '../forms/index.ts';
import { lineForm, lineRefusal, windowOf, type Plan, type PlanLine, type PlanProblem } from './problem.ts';
import { modesOf } from './sections.ts';

/** What one opened fish gives to a line of its trim, grams. */
export interface OffTrim {
  fish: string;
  grams: number;
}

const partsOf = (form: Form): readonly string[] => (typeof form.yield.of === 'string' ? [] : form.yield.of);

/**
 * Lines served from what comes off the opened fish beside their pieces: collars, cheeks, stock packs. By due time, each
 * all or nothing; what one line takes of a part is not there for the next. No knife mark is made for them.
 */
export function offTrim(problem: PlanProblem, plan: Plan): Record<string, OffTrim[]> {
  const lines = problem.lines
    .filter((l) => lineForm(problem, l.form).section === 'trim')
    .toSorted((a, b) => a.dueDays - b.dueDays || a.id.localeCompare(b.id));
  if (lines.length === 0) return {};
  const opened = plan.fish.flatMap((planned) => {
    const fish = problem.fish.find((f) => f.id === planned.fish);
    const mode = fish && modesOf(problem, fish).find((m) => m.id === planned.mode);
    if (!fish || !mode) return [];
    const forms = new Set(
      planned.pieces.map((p) =>
        p.line === null
          ? problem.counter.find((k) => k.id === p.counter)?.form
          : problem.lines.find((l) => l.id === p.line)?.form,
      ),
    );
    const beside = [...forms].flatMap((f) => problem.forms.get(f ?? '') ?? []);
    return [{ fish, trims: mode.trims, beside, used: new Map<string, number>() }];
  });
  const served = byAnyName<OffTrim[]>();
  for (const line of lines) {
    const form = lineForm(problem, line.form);
    const parts = partsOf(form);
    let missing = wanted(problem, line);
    const from: (OffTrim & { take: () => void })[] = [];
    for (const o of opened) {
      if (missing <= 0) break;
      if (lineRefusal(problem, o.fish, line) || o.beside.some((b) => togetherRefusal(b, form))) continue;
      const share = (part: string) => Math.max(0, Math.min(form.yield.share, 1 - (o.used.get(part) ?? 0)));
      const there = parts.reduce(
        (s, part) => s + (o.trims[part as keyof typeof o.trims] ?? 0) * share(part),
        0,
      );
      const grams = Math.min(there, missing);
      if (grams < 1) continue;
      missing -= grams;
      from.push({
        fish: o.fish.id,
        grams,
        take: () => {
          for (const part of parts) o.used.set(part, (o.used.get(part) ?? 0) + (share(part) * grams) / there);
        },
      });
    }
    if (missing > 1e-6) continue;
    for (const f of from) f.take();
    served[line.id] = from.map(({ fish, grams }) => ({ fish, grams }));
  }
  return served;
}

/** Grams a line of the trim wants: the middle of its window, for all its pieces. */
function wanted(problem: PlanProblem, line: PlanLine): number {
  const [least, most] = windowOf(problem, line);
  return ((least + most) / 2) * (line.pieces ?? 1);
}
