import { nth, own, sure } from '../found.ts';
import { sizeRefusal, type Form } from '../forms/index.ts';
import { isPiece } from '../species/index.ts';
import {
  lineForm,
  lineRefusal,
  offCost,
  openingCost,
  windowOf,
  type CounterClass,
  type ModeId,
  type OffCost,
  type PlanFish,
  type PlanLine,
  type PlanProblem,
} from './problem.ts';
import { counterInOne, gridOf, modesOf, usesWholeSection, wholeWeight, type Section } from './sections.ts';

/** Lines that want the same: any piece of one serves any other. A line by total weight stands alone: its bag is its own. */
export interface Group {
  form: Form;
  /** Lines by id, once for each share of them that may be filled alone. */
  units: string[];
  /** Pieces a unit takes; null when it wants a weight in all. */
  pieces: number | null;
  least: number;
  target: number;
  most: number;
  thickMm: readonly [number, number] | null;
  /** What a filled unit brings and what an unfilled one costs, minor units. */
  value: number;
  penalty: number;
  like: PlanLine;
}

/** Lines whose pieces have no weight of their own, and the counter. */
const nothingOff: OffCost = { perGram: 0, perGram2: 0 };

/** What may be cut of a section for one group of lines or one counter class, from each grid point on. */
export interface Option {
  /** Index of the group, or past them of the counter class. */
  who: number;
  /** Ready grams for one gram of the section. */
  factor: number;
  /** Pieces from grid point i end at points `least[i]` to `most[i]`, both of them; at none where these are crossed. */
  least: Int32Array;
  most: Int32Array;
  /** Weight a piece should have, and what it takes off for lying off it. */
  target: number;
  off: OffCost;
}

/** A section ready for the search: its grid, and every piece that may be cut of it. */
export interface Node {
  section: Section;
  copies: number;
  /** Grid points, mm from the start of the section; grams up to each; what flesh beyond each brings as offcuts. */
  mm: Float64Array;
  base: Float64Array;
  offcut: Float64Array;
  options: Option[];
  split: Node[];
  /** Where the search along it writes, by grid point: worth from there on, and the piece that starts there. */
  scratch: { worth: Float64Array; end: Int32Array; by: Int32Array };
}

export interface CutMode {
  id: ModeId;
  /** Trims less what opening the fish costs. */
  worth: number;
  nodes: Node[];
}

/** Fish that are alike in everything that matters to the plan. */
export interface FishClass {
  fish: PlanFish[];
  modes: CutMode[];
}

export interface Compiled {
  problem: PlanProblem;
  groups: Group[];
  classes: readonly CounterClass[];
  fish: FishClass[];
  penalties: number;
}

/**
 * Lines in groups of the same wish; a line that may be filled in part becomes single pieces. Two customers of 800 g are
 * two bags of 800 g, never one of 1600: what is wanted by total weight is in no group with another.
 */
export function groupLines(problem: PlanProblem): Group[] {
  const groups = new Map<string, Group>();
  for (const line of problem.lines) {
    const form = lineForm(problem, line.form);
    const [least, most] = windowOf(problem, line);
    const inParts = line.partAllowed && line.pieces !== null && line.pieces > 1;
    const shares = inParts ? sure(line.pieces) : 1;
    const refused = problem.fish.filter((f) => own(f.refuses, line.id) !== undefined).map((f) => f.id);
    const group: Group = {
      form,
      units: [],
      pieces: line.pieces === null ? null : line.pieces / shares,
      least,
      target: line.totalGrams ?? line.pieceGrams ?? 0,
      most,
      thickMm: line.thickMm,
      value: line.value / shares,
      penalty: (line.penalty + (line.keep ?? 0)) / shares,
      like: line,
    };
    const { units: _none, like: _line, form: _form, ...rest } = group;
    const alone = line.pieces === null ? line.id : null;
    const key = JSON.stringify([rest, line.form, line.options ?? [], line.dueDays, line.raw, refused, alone]);
    const had = groups.get(key) ?? group;
    groups.set(key, had);
    for (let i = 0; i < shares; i++) had.units.push(line.id);
  }
  return [...groups.values()];
}

/**
 * Ends of pieces from each grid point: those that are heavy and long enough, and no heavier and longer than may be.
 * With `smallest` only those that cannot be cut into two that are: longer ones are made of them.
 */
function ends(
  mm: Float64Array,
  base: Float64Array,
  grams: readonly [number, number],
  long: readonly [number, number],
  smallest: boolean,
): Pick<Option, 'least' | 'most'> {
  /* eslint-disable @typescript-eslint/no-non-null-assertion --
     Done for every line and section of every fish: each index counts over the arrays it looks into. */
  const n = mm.length;
  const least = new Int32Array(n).fill(n);
  const most = new Int32Array(n).fill(-1);
  // Both ends only move on along the fish.
  for (let i = 0, j = 1, k = 0; i < n - 1; i++) {
    j = Math.max(j, i + 1);
    while (j < n && (base[j]! - base[i]! < grams[0] - 1e-9 || mm[j]! - mm[i]! < long[0] - 1e-9)) j++;
    while (k + 1 < n && base[k + 1]! - base[i]! <= grams[1] + 1e-9 && mm[k + 1]! - mm[i]! <= long[1] + 1e-9)
      k++;
    least[i] = j;
    most[i] = k;
  }
  if (smallest)
    for (let i = 0; i < n - 1; i++) {
      const half = least[i]!;
      const two = half < n - 1 ? least[half]! : n;
      most[i] = Math.min(most[i]!, two - 1);
    }
  return { least, most };
  /* eslint-enable @typescript-eslint/no-non-null-assertion */
}

/** A section laid out; `serves` says by group whether this fish may serve it. */
export function nodeOf(
  c: Omit<Compiled, 'fish' | 'penalties'>,
  fish: PlanFish,
  section: Section,
  serves: readonly boolean[],
): Node {
  const { problem, groups, classes } = c;
  const { settings } = problem;
  const mm = Float64Array.from(gridOf(section, settings.gridMm));
  const base = mm.map((x) => section.at(x));
  const options: Option[] = [];
  const any = [0, Infinity] as const;
  groups.forEach((g, who) => {
    const factor = serves[who] ? section.factor(g.form, g.like.options) : null;
    if (factor === null) return;
    const byWeight = g.pieces === null;
    // A total may be made of pieces of any size the fish gives: a herring's fillet is a piece.
    const small = byWeight && sure(base.at(-1)) * factor <= g.form.pieceG / 2;
    const from = byWeight ? (section.inOne || small ? 0 : Math.min(g.least, g.form.pieceG / 2)) : g.least;
    const all = small || (!byWeight && usesWholeSection(section, g.form, g.target));
    options.push({
      who,
      factor,
      target: g.target,
      off: byWeight || g.thickMm !== null ? nothingOff : offCost(settings, g.target, [g.least, g.most]),
      ...ends(
        mm,
        base,
        [from / factor, g.most / factor],
        all ? [section.lengthMm, Infinity] : (g.thickMm ?? any),
        byWeight && !section.inOne && !small,
      ),
    });
  });
  classes.forEach((k, at) => {
    const factor = counterFactor(problem, fish, section, k);
    if (factor === null) return;
    const inOne = counterInOne(section, factor, settings.counterLeastG);
    const least = settings.counterLeastG / factor;
    options.push({
      who: groups.length + at,
      factor,
      target: 0,
      off: nothingOff,
      ...(inOne
        ? ends(mm, base, [0, Infinity], [section.lengthMm, Infinity], false)
        : ends(mm, base, [least, Infinity], settings.counterMm, true)),
    });
  });
  return {
    section,
    copies: section.copies,
    mm,
    base,
    offcut: base.map((g) => ((sure(base.at(-1)) - g) / 1000) * settings.offcutsPerKg),
    options: options.filter((o) => o.least.some((j, i) => j <= nth(o.most, i))),
    split: section.split.map((s) => nodeOf(c, fish, s, serves)),
    scratch: {
      worth: new Float64Array(mm.length),
      end: new Int32Array(mm.length),
      by: new Int32Array(mm.length),
    },
  };
}

/** What a gram of a section weighs as this counter class; null where the fish has no life left for it. */
export function counterFactor(
  problem: PlanProblem,
  fish: PlanFish,
  section: Section,
  of: CounterClass,
): number | null {
  const form = lineForm(problem, of.form);
  // Off a section of its own a class is cut as its neighbours are: a belly strip is a strip of the side.
  if (section.counter !== of.id || own(fish.refuses, `counter:${of.id}`) !== undefined) return null;
  // A customer at the counter gets no joint of a fish that an order for one is refused from.
  if (!isPiece(fish.condition) && sizeRefusal(form, wholeWeight(problem.species, fish)) !== null) return null;
  return fish.daysLeft * form.lifeFactor > 0 ? (section.factor(form) ?? 1) : null;
}

/** A problem laid out for the solver. */
export function compile(problem: PlanProblem): Compiled {
  const groups = groupLines(problem);
  const c = { problem, groups, classes: problem.counter };
  const alike = new Map<string, FishClass>();
  for (const fish of problem.fish) {
    const { id: _id, ...rest } = fish;
    const key = JSON.stringify(rest);
    const had = alike.get(key);
    if (had) {
      had.fish.push(fish);
      continue;
    }
    const cost = openingCost(fish, problem.settings);
    const serves = groups.map((g) => lineRefusal(problem, fish, g.like) === null);
    const modes = modesOf(problem, fish).map((m): CutMode => {
      const trims = Object.entries(m.trims).reduce(
        (s, [t, g]) => s + (g / 1000) * (problem.settings.trimsPerKg[t] ?? 0),
        0,
      );
      return { id: m.id, worth: trims - cost, nodes: m.sections.map((s) => nodeOf(c, fish, s, serves)) };
    });
    const useful = (n: Node): boolean => n.options.length > 0 || n.split.some(useful);
    alike.set(key, { fish: [fish], modes: modes.filter((m) => m.nodes.some(useful)) });
  }
  return {
    ...c,
    fish: [...alike.values()],
    penalties: groups.reduce((s, g) => s + g.penalty * g.units.length, 0),
  };
}
