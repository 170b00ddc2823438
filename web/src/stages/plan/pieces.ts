import { shortOf } from '@ember-slate/core/orders';
import type { CutPlan, FoundPlan } from '@ember-slate/contract';
import {
  modesOf,
  openingCost,
  sectionOf,
  type Mode,
  type PlannedFish,
  type PlannedPiece,
  type PlanProblem,
} from '@ember-slate/core/cutplan';
import { type Form, type FormBook } from '@ember-slate/core/forms';
import type { Species } from '@ember-slate/core/species';
import { say } from './say.ts';

export type PlanOfSpecies = CutPlan['species'][number];
type FishRow = PlanOfSpecies['fish'][number];
export type LineRow = PlanOfSpecies['lines'][number];

/** Neighbouring pieces of one fish for the same use: "a to g". */
export interface Run {
  letters: string;
  pieces: PlannedPiece[];
  line: LineRow | null;
  form: Form;
  /** Drawn on the side that is seen. */
  seen: boolean;
  where: string;
  /** The same again on the far side. */
  both: Run | null;
}

/** A planned fish with what the drawing needs; fish of one lot that are cut alike are one. */
export interface Card {
  key: string;
  fish: FishRow;
  ids: string[];
  planned: PlannedFish;
  mode: Mode;
  runs: Run[];
  /** What its pieces sell for, and what the fish costs, minor units. */
  sells: number;
  costs: number;
}

const letter = (i: number): string =>
  i < 26 ? String.fromCharCode(97 + i) : `${letter(Math.floor(i / 26) - 1)}${letter(i % 26)}`;

/** Parts of a fish that the drawing shows; the others are told beside it. */
const far: Readonly<Record<string, string>> = {
  side: say('far_side'),
  loin: say('far_side_loin'),
  belly: say('far_side_belly'),
  tail_side: say('far_side_of_the_tail'),
  wing: say('other_wing'),
  upper: say('other_wing_upper'),
  lower: say('lower_side'),
};
const blind: Readonly<Record<string, string>> = {
  blind_back: say('blind_side_back'),
  blind_belly: say('blind_side_belly'),
  blind: say('blind_side'),
};

export const seenAt = (p: PlannedPiece): boolean =>
  blind[p.section] === undefined && (far[p.section] === undefined || p.copy === 0);

const whereOf = (p: PlannedPiece): string => blind[p.section] ?? (p.copy > 0 ? (far[p.section] ?? '') : '');

/** Takings of a counter class for one gram, as the plan has it: full price and markdown together. */
function perGram(species: PlanOfSpecies, found: FoundPlan, id: string | null): number {
  const k = species.counter.find((c) => c.id === id);
  const grams = k ? (found.score.counterGrams[k.id] ?? 0) : 0;
  if (!k || grams === 0) return 0;
  const full = Math.min(grams, k.demandGrams);
  return (full * k.perKg + (grams - full) * k.markdownPerKg) / 1000 / grams;
}

const problemFor = (s: PlanOfSpecies, species: Species, forms: FormBook): PlanProblem => ({
  species,
  forms,
  methods: s.methods,
  flesh: null,
  fish: s.fish,
  lines: s.lines,
  counter: s.counter,
  settings: s.settings,
});

/** Every opened fish of a species, those cut alike together, the first due first. */
export function cardsOf(s: PlanOfSpecies, species: Species, forms: FormBook): Card[] {
  const { found } = s;
  if (!found) return [];
  const problem = problemFor(s, species, forms);
  const modes = new Map<string, Mode[]>();
  const cards = new Map<string, Card>();
  for (const planned of found.plan.fish) {
    const fish = s.fish.find((f) => f.id === planned.fish);
    if (!fish) continue;
    const like = JSON.stringify([fish.lotId, fish.grams, fish.lengthMm]);
    const mine = modes.get(like) ?? modesOf(problem, fish);
    modes.set(like, mine);
    const mode = mine.find((m) => m.id === planned.mode);
    if (!mode) continue;
    const key = `${like} ${JSON.stringify(planned.pieces.map(({ grams: _g, ...p }) => p))}`;
    const had = cards.get(key);
    if (had) {
      had.ids.push(fish.id);
      continue;
    }
    const sells = planned.pieces.reduce((sum, p) => {
      if (p.line === null) return sum + p.grams * perGram(s, found, p.counter);
      const line = s.lines.find((l) => l.id === p.line);
      if (!line) return sum;
      return (
        sum + (line.pieces !== null ? line.value / line.pieces : (line.value * p.grams) / line.totalGrams!)
      );
    }, 0);
    cards.set(key, {
      key: `${s.speciesId} ${fish.id}`,
      fish,
      ids: [fish.id],
      planned,
      mode,
      runs: runsOf(s, forms, planned),
      sells,
      costs: openingCost(fish, s.settings),
    });
  }
  const due = (c: Card) => Math.min(...c.runs.map((r) => r.line?.dueDays ?? Infinity));
  return [...cards.values()].sort((a, b) => due(a) - due(b) || b.fish.grams - a.fish.grams);
}

function runsOf(s: PlanOfSpecies, forms: FormBook, planned: PlannedFish): Run[] {
  const sorted = planned.pieces.toSorted(
    (a, b) =>
      Number(!seenAt(a)) - Number(!seenAt(b)) ||
      a.copy - b.copy ||
      a.section.localeCompare(b.section) ||
      a.fromMm - b.fromMm,
  );
  const runs: Run[] = [];
  let n = 0;
  for (const p of sorted) {
    const last = runs.at(-1);
    const same =
      last &&
      last.pieces[0]!.line === p.line &&
      last.pieces[0]!.counter === p.counter &&
      last.pieces[0]!.section === p.section &&
      last.pieces[0]!.copy === p.copy;
    if (same) last.pieces.push(p);
    else {
      const line = s.lines.find((l) => l.id === p.line) ?? null;
      const id = line?.form ?? s.counter.find((k) => k.id === p.counter)?.form ?? '';
      const form = forms.get(id);
      if (!form) continue;
      runs.push({ letters: '', pieces: [p], line, form, seen: seenAt(p), where: whereOf(p), both: null });
    }
  }
  for (const r of runs) {
    const near = runs.find((q) => q !== r && q.seen && !r.seen && likewise(q, r));
    if (near && r.pieces[0]!.section === near.pieces[0]!.section) near.both = r;
  }
  for (const r of runs.filter((q) => !runs.some((o) => o.both === q))) {
    const first = n;
    n += r.pieces.length;
    r.letters =
      r.pieces.length === 1 ? letter(first) : say('to', { first: letter(first), last: letter(n - 1) });
  }
  return runs.filter((q) => !runs.some((o) => o.both === q));
}

/** Whether the far side is cut as the near one, for the same use. */
const likewise = (a: Run, b: Run) =>
  a.line?.id === b.line?.id &&
  a.form === b.form &&
  a.pieces.length === b.pieces.length &&
  a.pieces.every((p, i) => p.fromMm === b.pieces[i]!.fromMm && p.toMm === b.pieces[i]!.toMm);

/** Letter of each piece that is drawn. */
export function lettersOf(runs: readonly Run[]): Map<PlannedPiece, string> {
  const names = new Map<PlannedPiece, string>();
  for (const p of runs.flatMap((r) => r.pieces)) names.set(p, letter(names.size));
  return names;
}

/** Where a piece lies on the fish, mm from the snout, and which part of its height. */
export function placeOf(
  mode: Mode,
  p: PlannedPiece,
): { from: number; to: number; part: 'all' | 'back' | 'belly' } {
  const section = sectionOf(mode, p.section)!.section;
  const part =
    p.section === 'loin' || p.section === 'eyed_back'
      ? 'back'
      : p.section === 'belly' || p.section === 'eyed_belly'
        ? 'belly'
        : 'all';
  return { from: section.startMm + p.fromMm, to: section.startMm + p.toMm, part };
}

/** Where the mode's first section begins: the marks are measured from there. */
export const zeroOf = (mode: Mode): number => Math.min(...mode.sections.map((s) => s.startMm));

/** What a plan brings in money, minor units: unfilled lines weigh in the search, they are no cost of the fish. */
export const worthOf = (score: FoundPlan['score']): number => score.value + score.penalties;

/**
 * Whether a plan that keeps more orders is not ruled out: what the search could not rule out is as much as keeping one of
 * the lines left over counts. Its bound is then no sum of money.
 */
export const mayKeepMore = (plan: CutPlan): boolean =>
  plan.species.some(({ found, lines }) => {
    if (!found || found.bound === null) return false;
    const over = lines.filter((l) => Object.hasOwn(found.unfilled, l.id)).map((l) => l.keep ?? Infinity);
    return found.bound - found.score.value >= Math.min(Infinity, ...over);
  });

/** One figure of every species of a plan, added up. */
export const sum = (plan: CutPlan, of: (f: NonNullable<PlanOfSpecies['found']>) => number) =>
  plan.species.reduce((s, x) => s + (x.found ? of(x.found) : 0), 0);

/** What a plan gives a line: grams and pieces of the fish it opens, and of what comes off beside them. */
function givenOf({ found }: PlanOfSpecies, line: string): { grams: number; pieces: number } {
  const mine = found?.plan.fish.flatMap((f) => f.pieces.filter((p) => p.line === line)) ?? [];
  return {
    grams: Math.round(mine.reduce((sum, p) => sum + p.grams, found?.offTrim[line] ?? 0)),
    pieces: mine.length,
  };
}

/** Grams that lines by total weight, counted as filled, get less than was asked for; only what is worth naming. */
export const gramsShort = (lines: ReturnType<typeof linesOf>): number =>
  lines.reduce((sum, l) => {
    const short = l.filled && l.line.totalGrams !== null ? shortOf(l.line, l.gives) : null;
    return sum + (short && 'grams' in short ? short.grams : 0);
  }, 0);

/** Of the lines a plan cuts for, how many come out at its marks, and how likely all do; null where it cuts for none. */
export function chanceOf(plan: CutPlan): { lines: number; all: number } | null {
  const each = plan.species.flatMap((s) => Object.values(s.chance?.lines ?? {}));
  if (each.length === 0) return null;
  return {
    lines: Math.round(each.reduce((n, c) => n + c, 0)),
    all: plan.species.reduce((c, s) => c * (s.chance?.all ?? 1), 1),
  };
}

/** A chance as people say it: whole percents, and never quite sure. */
export const asPercent = (chance: number): number => Math.min(99, Math.max(1, Math.round(chance * 100)));

/** Lines of a plan with whether each is filled, with what, and why not. */
export const linesOf = (plan: CutPlan) =>
  plan.species.flatMap((s) =>
    s.lines.map((line) => ({
      species: s,
      line,
      filled: (s.found?.score.filled[line.id] ?? 0) >= 1 || s.found?.offTrim[line.id] !== undefined,
      gives: givenOf(s, line.id),
      offTrim: s.found?.offTrim[line.id] ?? null,
      because: s.found?.unfilled[line.id] ?? null,
      chance: s.chance?.lines[line.id] ?? null,
    })),
  );
