import { got, nth, sure } from '../found.ts';
import { counterFactor } from './compile.ts';
import {
  lineForm,
  windowOf,
  type Plan,
  type PlanFish,
  type PlannedFish,
  type PlannedPiece,
  type PlanProblem,
  pieceOff,
} from './problem.ts';
import { counterInOne, modesOf, sectionOf, usesWholeSection, type Section } from './sections.ts';

/** Where a section holds this many base grams, mm from its start; its end for more. To a tenth of a millimetre. */
function mmAt(section: Section, grams: number): number {
  let [low, high] = [0, section.lengthMm];
  if (section.at(high) <= grams) return high;
  while (high - low > 0.1) {
    const middle = (low + high) / 2;
    if (section.at(middle) < grams) low = middle;
    else high = middle;
  }
  return Math.round(high);
}

/** A stretch for the counter in usual pieces, as few as its rules allow; none where it is too small. */
export function counterPieces(
  problem: PlanProblem,
  fish: PlanFish,
  section: Section,
  copy: number,
  fromMm: number,
  toMm: number,
): PlannedPiece[] {
  const kind = problem.counter.find((k) => k.id === section.counter);
  const factor = kind ? counterFactor(problem, fish, section, kind) : null;
  if (!kind || factor === null || toMm <= fromMm) return [];
  const { counterLeastG, counterMm } = problem.settings;
  const piece = (from: number, to: number): PlannedPiece => ({
    section: section.id,
    copy,
    fromMm: from,
    toMm: to,
    grams: (section.at(to) - section.at(from)) * factor,
    line: null,
    counter: kind.id,
  });
  if (counterInOne(section, factor, counterLeastG))
    return fromMm === 0 && toMm === section.lengthMm ? [piece(fromMm, toMm)] : [];
  const [shortest, longest] = counterMm;
  const form = lineForm(problem, kind.form);
  const fewest = Math.max(1, Math.ceil((toMm - fromMm) / longest - 1e-9));
  const base = section.at(toMm) - section.at(fromMm);
  // What is cut by weight goes out in usual pieces of one weight, the rest in as few as may be.
  const usual =
    form.count === 'weight' ? Math.max(fewest, Math.round((base * factor) / form.pieceG)) : fewest;
  const counts = [...Array(usual - fewest + 1).keys()]
    .map((i) => usual - i)
    .concat([1, 2, 3].map((i) => usual + i));
  for (const n of counts)
    for (const byWeight of [true, false]) {
      const mark = (i: number) =>
        i === 0
          ? fromMm
          : i === n
            ? toMm
            : byWeight
              ? mmAt(section, section.at(fromMm) + (base * i) / n)
              : Math.round(fromMm + ((toMm - fromMm) * i) / n);
      const cut = Array.from({ length: n }, (_, i) => piece(mark(i), mark(i + 1)));
      const fits = cut.every((p) => {
        const long = p.toMm - p.fromMm;
        return long >= shortest && long <= longest && p.grams >= counterLeastG;
      });
      if (fits) return cut;
    }
  return [];
}

/** What a section's pieces are worth beside the lines they fill: the counter at its markdown, offcuts, less deviation. */
function restWorth(problem: PlanProblem, section: Section, pieces: readonly PlannedPiece[]): number {
  const { settings } = problem;
  let sum = (section.at(section.lengthMm) / 1000) * settings.offcutsPerKg;
  for (const p of pieces) {
    sum -= ((section.at(p.toMm) - section.at(p.fromMm)) / 1000) * settings.offcutsPerKg;
    const kind = problem.counter.find((k) => k.id === p.counter);
    if (kind) sum += (p.grams * kind.markdownPerKg) / 1000;
    const line = problem.lines.find((l) => l.id === p.line);
    if (line) sum -= pieceOff(problem, line, p.grams);
  }
  return sum;
}

/**
 * The pieces of one section set close together from the head end, the first due first and each of the very weight that
 * was asked for, what is left behind them for the counter: a cutter's way, with marks to the millimetre. Null where a
 * piece then has no place.
 */
function closeTogether(
  problem: PlanProblem,
  fish: PlanFish,
  section: Section,
  pieces: readonly PlannedPiece[],
): PlannedPiece[] | null {
  const lines = new Map(problem.lines.map((l) => [l.id, l]));
  const orders = pieces
    .filter((p) => p.line !== null)
    .sort(
      (a, b) =>
        got(lines, sure(a.line)).dueDays - got(lines, sure(b.line)).dueDays ||
        sure(a.line).localeCompare(sure(b.line)),
    );
  const out: PlannedPiece[] = [];
  let from = 0;
  for (const p of orders) {
    const line = got(lines, sure(p.line));
    const form = lineForm(problem, line.form);
    const factor = section.factor(form, line.options);
    if (factor === null || usesWholeSection(section, form, line.pieceGrams ?? Infinity)) return null;
    const [least, most] = line.pieces === null ? [p.grams - 1, p.grams + 1] : windowOf(problem, line);
    const aim = line.pieces === null ? p.grams : sure(line.pieceGrams);
    // Slices by thickness are of the very thickness: the middle of what is allowed.
    const toMm = line.thickMm
      ? from + (line.thickMm[0] + line.thickMm[1]) / 2
      : mmAt(section, section.at(from) + aim / factor);
    const grams = (section.at(toMm) - section.at(from)) * factor;
    // A millimetre of a thick fish is several grams: a total is kept where it was, if no mark gives it.
    const slack = line.pieces === null ? (section.at(toMm) - section.at(Math.max(0, toMm - 1))) * factor : 0;
    if (toMm > section.lengthMm || grams < least - slack || grams > most + slack) return null;
    out.push({ ...p, fromMm: from, toMm, grams });
    from = toMm;
  }
  return [...out, ...counterPieces(problem, fish, section, nth(pieces, 0).copy, from, section.lengthMm)];
}

/**
 * A plan as a cutter would mark it: pieces of each section close together, marks to the millimetre. A section keeps the
 * search's own marks where the cutter's are worth less by more than `most` minor units.
 */
export function neat(problem: PlanProblem, plan: Plan, most: number): Plan {
  return {
    fish: plan.fish.map((planned): PlannedFish => {
      const fish = sure(problem.fish.find((f) => f.id === planned.fish));
      const mode = modesOf(problem, fish).find((m) => m.id === planned.mode);
      if (!mode || mode.id === 'whole') return planned;
      const cuts = new Map<string, PlannedPiece[]>();
      for (const p of planned.pieces)
        cuts.set(`${p.section} ${p.copy}`, [...(cuts.get(`${p.section} ${p.copy}`) ?? []), p]);
      const pieces = [...cuts.values()].flatMap((cut) => {
        const section = sectionOf(mode, nth(cut, 0).section)?.section;
        if (!section || section.inOne) return cut;
        const close = closeTogether(problem, fish, section, cut);
        const better =
          close !== null && restWorth(problem, section, close) >= restWorth(problem, section, cut) - most;
        return better ? close : cut;
      });
      return { ...planned, pieces };
    }),
  };
}
