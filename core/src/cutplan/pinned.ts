import { sure } from '../found.ts';
import { counterTakings, filledShare } from './score.ts';
import {
  lackOf,
  openingCost,
  windowOf,
  type Plan,
  type PlannedFish,
  type PlannedPiece,
  type PlanProblem,
  pieceOff,
} from './problem.ts';
import { counterInOne, modesOf, sectionOf, type Mode } from './sections.ts';
import { counterFactor } from './compile.ts';

/** A problem with some fish settled already: what is left to decide, and what the settled part is worth. */
export interface Remaining {
  problem: PlanProblem;
  /** Adds the settled part to a value of the remaining problem, minor units. */
  settledValue: number;
}

const piecesOf = (fish: readonly PlannedFish[], line: string) =>
  fish.flatMap((f) => f.pieces.filter((p) => p.line === line));

/**
 * Takes settled fish out of a problem: what they give is taken off lines and counter demand. A line they fill is gone;
 * one they fill in part wants the rest.
 */
export function withoutSettled(problem: PlanProblem, settled: readonly PlannedFish[]): Remaining {
  const { settings } = problem;
  const ids = new Set(settled.map((f) => f.fish));
  let settledValue = 0;
  for (const planned of settled) {
    const fish = problem.fish.find((f) => f.id === planned.fish);
    const mode = fish && modesOf(problem, fish).find((m) => m.id === planned.mode);
    if (!fish || !mode) continue;
    settledValue -= openingCost(fish, settings);
    settledValue += Object.entries(mode.trims).reduce(
      (s, [t, g]) => s + (g / 1000) * (settings.trimsPerKg[t] ?? 0),
      0,
    );
    if (mode.id !== 'whole')
      settledValue += (offcutGrams(mode, planned.pieces) / 1000) * settings.offcutsPerKg;
  }
  const lines = problem.lines.flatMap((line): typeof problem.lines => {
    const mine = piecesOf(settled, line.id);
    if (mine.length === 0) return [line];
    settledValue -= mine.reduce((s, p) => s + pieceOff(problem, line, p.grams), 0);
    if (filledShare(problem, line, mine) === 1) {
      const had = mine.reduce((s, p) => s + p.grams, 0);
      settledValue += line.value - lackOf(line, had, settings);
      return [];
    }
    if (line.pieces !== null) {
      const share = line.partAllowed ? mine.length / line.pieces : 0;
      settledValue += share * line.value;
      const rest = 1 - share;
      return [
        {
          ...line,
          pieces: line.pieces - mine.length,
          value: line.value * rest,
          penalty: line.penalty * rest,
          keep: (line.keep ?? 0) * rest,
        },
      ];
    }
    const had = mine.reduce((s, p) => s + p.grams, 0);
    const [least, most] = windowOf(problem, line);
    return most - had < 1
      ? [line]
      : [
          {
            ...line,
            totalGrams: Math.max(1, sure(line.totalGrams) - had),
            window: [Math.max(1, least - had), most - had],
          },
        ];
  });
  const counter = problem.counter.map((k) => {
    const had = settled.reduce(
      (s, f) => s + f.pieces.reduce((t, p) => t + (p.counter === k.id ? p.grams : 0), 0),
      0,
    );
    settledValue += counterTakings(k, had);
    return { ...k, demandGrams: Math.max(0, k.demandGrams - had) };
  });
  return {
    problem: { ...problem, lines, counter, fish: problem.fish.filter((f) => !ids.has(f.id)) },
    settledValue,
  };
}

const offcutGrams = (mode: Mode, pieces: readonly PlannedPiece[]): number =>
  mode.sections.reduce((s, x) => s + x.copies * x.at(x.lengthMm), 0) -
  pieces.reduce((s, p) => {
    const section = sectionOf(mode, p.section)?.section;
    return section ? s + section.at(p.toMm) - section.at(p.fromMm) : s;
  }, 0);

/**
 * A plan with the pieces of lines it does not fill given to the counter where they are fit for it, else to the
 * offcuts; fish that then give nothing are left uncut.
 */
export function tidied(problem: PlanProblem, plan: Plan): Plan {
  const lost = new Set(
    problem.lines
      .filter((l) => {
        const mine = piecesOf(plan.fish, l.id);
        return mine.length > 0 && filledShare(problem, l, mine) === 0;
      })
      .map((l) => l.id),
  );
  if (lost.size === 0) return plan;
  const [shortest, longest] = problem.settings.counterMm;
  const fish = plan.fish.map((planned): PlannedFish => {
    const one = sure(problem.fish.find((f) => f.id === planned.fish));
    const mode = modesOf(problem, one).find((m) => m.id === planned.mode);
    return {
      ...planned,
      pieces: planned.pieces.flatMap((p): PlannedPiece[] => {
        if (p.line === null || !lost.has(p.line)) return [p];
        const section = mode && sectionOf(mode, p.section)?.section;
        const kind = problem.counter.find((k) => k.id === section?.counter);
        const factor = section && kind ? counterFactor(problem, one, section, kind) : null;
        if (!section || !kind || factor === null) return [];
        const grams = (section.at(p.toMm) - section.at(p.fromMm)) * factor;
        const long = p.toMm - p.fromMm;
        const fits = counterInOne(section, factor, problem.settings.counterLeastG)
          ? long === section.lengthMm
          : grams >= problem.settings.counterLeastG && long >= shortest && long <= longest;
        return fits ? [{ ...p, grams, line: null, counter: kind.id }] : [];
      }),
    };
  });
  return { fish: fish.filter((f) => f.pieces.length > 0) };
}
