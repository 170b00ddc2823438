import { own } from '../found.ts';
import type { Word } from '@ember-slate/words/said';
import type { MethodChoices } from '../board/index.ts';
import { rawRefusal } from '../coldchain/index.ts';
import type { Roe } from '../freshness/index.ts';
import type { Form, FormId } from '../forms/index.ts';
import type { ArrivalCondition, Species } from '../species/index.ts';
import { said } from './say.ts';

/** Parts of a fish that keep a counter class of their own. */
export const counterClassIds = ['fillet', 'belly', 'joint', 'steak', 'tail'] as const;
export type CounterClassId = (typeof counterClassIds)[number];

/** One fish of the day. Weights in grams as it lies there, money in minor units. */
export interface PlanFish {
  id: string;
  grams: number;
  /** Measured total length; worked out from the weight when null. */
  lengthMm: number | null;
  condition: ArrivalCondition;
  /** Farmed fish do not spawn out. */
  farmed?: boolean | undefined;
  /** What grading saw of its roe. */
  roe?: Roe | undefined;
  costPerKg: number;
  /** Days left uncut. */
  daysLeft: number;
  /** Fit to be eaten raw, with its freezing on record. */
  rawFit: boolean;
  /** Lines it may not serve, and why (damage, condition, grade). */
  refuses: Readonly<Record<string, Word>>;
}

/** One line of an order. Either pieces of a weight, or a total weight. */
export interface PlanLine {
  id: string;
  form: FormId;
  /** In the words of the order. */
  options?: readonly string[] | undefined;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  /** Lightest and heaviest: of a piece, or of the total. Null: the form's tolerance. */
  window: readonly [least: number, most: number] | null;
  /** Steaks asked for by thickness, mm. */
  thickMm: readonly [least: number, most: number] | null;
  dueDays: number;
  raw: boolean;
  /** What the filled line brings, and what leaving it costs beside that; minor units. */
  value: number;
  penalty: number;
  /**
   * What the search puts on top of that, minor units: as much as filling the line may ever cost makes an order come
   * before the counter. It is no money and in no sum. None unless given.
   */
  keep?: number | undefined;
  /** The customer takes fewer pieces too. */
  partAllowed: boolean;
}

/** What the counter takes of one class: at full price up to the demand, at the markdown beyond. */
export interface CounterClass {
  id: CounterClassId;
  form: FormId;
  perKg: number;
  demandGrams: number;
  markdownPerKg: number;
}

export interface PlanSettings {
  /** Cuts lie on this grid from the start of a section, mm. */
  gridMm: number;
  /** A counter piece: grams at least, and mm from and to. */
  counterLeastG: number;
  counterMm: readonly [least: number, most: number];
  /** Taken off for each kg a piece lies off its target; and for each fish opened; minor units. */
  deviationPerKg: number;
  perFish: number;
  /**
   * Taken off for each kg of a piece at the edge of its window, where the knife carries every other one out of it; by
   * the square of how far it lies from its target. Minor units.
   */
  edgePerKg: number;
  /** Share of the takings that may go for setting pieces close together, as a cutter does; at 0 all lie on the grid. */
  neat: number;
  /** What flesh in no piece, and what else comes off, brings per kg; minor units. */
  offcutsPerKg: number;
  trimsPerKg: Readonly<Record<string, number>>;
  /** Share of its cost a fish counts with: `least` at 1 day left and under, all of it from `fullFromDays` on. */
  age: { least: number; fullFromDays: number };
  /** Month 1 to 12, for the spent season. */
  month: number;
}

/** Defaults (our choice). */
export const defaultSettings: PlanSettings = {
  gridMm: 5,
  counterLeastG: 100,
  counterMm: [20, 160],
  deviationPerKg: 100,
  perFish: 20,
  edgePerKg: 0,
  neat: 0.001,
  offcutsPerKg: 0,
  trimsPerKg: {},
  age: { least: 0.5, fullFromDays: 3 },
  month: 1,
};

/**
 * A piece at the edge of its window takes off so much of what its grams would fetch at the counter: every other one falls
 * out of it under the knife. In simulated days more than half had no fewer pieces miss, and cost more (our choice).
 */
export const edgeShare = 0.5;

/** Flesh lying evenly along every fish, for cases worked by hand: shares of the weight as it lies there. */
interface UniformFlesh {
  fromMm: number;
  toMm: number;
  gutted: number;
  side: number;
}

/** Everything the planner is told: one species, one day. */
export interface PlanProblem {
  species: Species;
  forms: ReadonlyMap<FormId, Form>;
  methods: MethodChoices;
  flesh: UniformFlesh | null;
  fish: readonly PlanFish[];
  lines: readonly PlanLine[];
  counter: readonly CounterClass[];
  settings: PlanSettings;
}

/** What is made of a fish: each mode opens its own sections. */
export type ModeId = 'whole' | 'fillets' | 'joint' | 'steaks' | 'quarters' | 'cross' | 'wings';

/** A part of a fish that is cut along one line. */
export type SectionId =
  | 'whole'
  | 'side'
  | 'loin'
  | 'belly'
  | 'cavity'
  | 'middle'
  | 'front'
  | 'tail'
  | 'tail_side'
  | 'eyed_back'
  | 'eyed_belly'
  | 'blind_back'
  | 'blind_belly'
  | 'eyed'
  | 'blind'
  | 'wing'
  | 'upper'
  | 'lower';

/** A piece: a stretch of one copy of a section, for a line or for the counter. */
export interface PlannedPiece {
  section: SectionId;
  /** Which of the like sections of this fish, from 0: near side, far side. */
  copy: number;
  /** From the start of the section, mm. */
  fromMm: number;
  toMm: number;
  /** Ready weight. */
  grams: number;
  line: string | null;
  counter: CounterClassId | null;
}

export interface PlannedFish {
  fish: string;
  mode: ModeId;
  pieces: readonly PlannedPiece[];
}

/** Which opened fish becomes what; a fish that is not named stays uncut. */
export interface Plan {
  fish: readonly PlannedFish[];
}

/** Share of its cost a fish counts with: what must go soon is cheap to open. */
export function ageShare(daysLeft: number, age: PlanSettings['age']): number {
  if (daysLeft >= age.fullFromDays) return 1;
  const t = Math.max(0, daysLeft - 1) / Math.max(1e-9, age.fullFromDays - 1);
  return age.least + (1 - age.least) * t;
}

/** What opening a fish costs the plan, minor units. */
export const openingCost = (fish: PlanFish, settings: PlanSettings): number =>
  (fish.grams / 1000) * fish.costPerKg * ageShare(fish.daysLeft, settings.age) + settings.perFish;

/** The form of a line. Throws RangeError for one the problem does not know. */
export function lineForm(problem: Pick<PlanProblem, 'forms'>, id: FormId): Form {
  const form = problem.forms.get(id);
  if (!form) throw new RangeError(`No form ${id}`);
  return form;
}

/** The weight each piece of a line should have, grams; null where its thickness or a total weight says it. */
const pieceTarget = (line: PlanLine): number | null =>
  line.thickMm === null && line.pieces !== null ? line.pieceGrams : null;

/** What a piece takes off for each gram it lies off its target, and for each of these grams by their square; minor units. */
export interface OffCost {
  perGram: number;
  perGram2: number;
}

/** What pieces that should weigh `target` g and may weigh what the window says take off for lying off it. */
export function offCost(
  settings: PlanSettings,
  target: number,
  [least, most]: readonly [number, number],
): OffCost {
  const half = (most - least) / 2;
  return {
    perGram: settings.deviationPerKg / 1000,
    perGram2: half > 0 ? ((settings.edgePerKg / 1000) * target) / half ** 2 : 0,
  };
}

/** What a piece takes off that lies so many grams off its target, minor units. */
export const takesOff = ({ perGram, perGram2 }: OffCost, grams: number): number =>
  (perGram + perGram2 * Math.abs(grams)) * Math.abs(grams);

/** What a piece of a line takes off, minor units: nothing where no weight is asked of each. */
export function pieceOff(problem: PlanProblem, line: PlanLine, grams: number): number {
  const target = pieceTarget(line);
  if (target === null) return 0;
  return takesOff(offCost(problem.settings, target, windowOf(problem, line)), grams - target);
}

/** A gram a line lacks counts somewhat more than one a piece is off its weight: no other use of it pays for that (our choice). */
const lackWeight = 1.25;

/** What each gram that a filled line by total weight lacks takes off, minor units. */
export const lackPerGram = (settings: PlanSettings): number => (settings.deviationPerKg / 1000) * lackWeight;

/** What a filled line by total weight takes off for the grams it lacks, minor units. */
export const lackOf = (line: PlanLine, grams: number, settings: PlanSettings): number =>
  Math.max(0, (line.totalGrams ?? 0) - grams) * lackPerGram(settings);

/** Lightest and heaviest piece of a line, grams; for a total weight, of the total. */
export function windowOf(
  problem: Pick<PlanProblem, 'forms'>,
  line: Pick<PlanLine, 'window' | 'form' | 'totalGrams' | 'pieceGrams'>,
): readonly [number, number] {
  if (line.window) return line.window;
  const { tolerance } = lineForm(problem, line.form);
  const target = line.totalGrams ?? line.pieceGrams ?? 0;
  return [target * (1 - tolerance), target * (1 + tolerance)];
}

/** Why a fish may not serve a line, or null: life, raw use, and what the fish itself refuses. */
export function lineRefusal(problem: PlanProblem, fish: PlanFish, line: PlanLine): Word | null {
  const named = own(fish.refuses, line.id);
  if (named) return named;
  const form = lineForm(problem, line.form);
  if ((line.raw || form.raw) && !fish.rawFit) return rawRefusal;
  if (fish.daysLeft * form.lifeFactor < line.dueDays) return said('out_of_life_before_it_is_due');
  return null;
}
