import { nth } from '../found.ts';
import { expectedCut } from '../board/index.ts';
import { piecesPerFish, shippedForms, type Form } from '../forms/index.ts';
import type { Roe } from '../freshness/index.ts';
import type { ArrivalCondition, Species } from '../species/index.ts';
import { groupLines, nodeOf, type Node } from './compile.ts';
import { bestPattern, type Prices } from './pattern.ts';
import { defaultSettings, type PlanFish, type PlanLine, type PlanProblem } from './problem.ts';
import { modesOf } from './sections.ts';

/** One fish as it lies there, or a piece bought in. */
export interface OneFish {
  species: Species;
  condition: ArrivalCondition;
  /** Weight, g. */
  grams: number;
  /** Farmed fish do not spawn out. */
  farmed: boolean;
  roe: Roe;
}

/** Pieces that each weigh what was asked for, within the form's tolerance. */
export interface PieceWish {
  form: Form;
  options: readonly string[];
  pieceGrams: number;
  /** Month 1 to 12, for the spent season. */
  month: number;
}

/** What one fish gives of a wish. */
export interface Given {
  pieces: number;
  /** The heaviest piece that could be cut of it, g. */
  heaviest: number;
}

const shipped = new Map(shippedForms.map((f) => [f.id, f]));
/** A piece is worth so much however it is cut: the best way is then the one with the most of them. */
const most: Prices = { each: Float64Array.of(1), perGram: new Float64Array(1) };

/** Answers by species and by what was asked: the same fish are asked for the same again and again. */
const kept = new WeakMap<Species, Map<string, Given>>();
/** So many answers are kept of a species before they are let go. */
const keptMost = 2000;

/**
 * The most pieces of a wish the cut plan can cut of one fish, whichever way it is opened: what is promised is counted as
 * it is cut, part by part on the plan's own grid. What comes off beside the parts, and what is cut small and goes by the
 * bag, is counted by weight.
 */
export function piecesOf(fish: OneFish, wish: PieceWish): Given {
  const { species, ...rest } = fish;
  const answers = kept.get(species) ?? new Map<string, Given>();
  kept.set(species, answers);
  const key = JSON.stringify([rest, wish]);
  const had = answers.get(key);
  if (had) return had;
  const byTheBag = wish.form.does.includes('strips') || (wish.form.raw && wish.form.does.includes('slices'));
  const given = wish.form.section === 'trim' || byTheBag ? byWeight(fish, wish) : byParts(fish, wish);
  if (answers.size >= keptMost) answers.clear();
  answers.set(key, given);
  return given;
}

function byWeight({ species, condition, grams, farmed, roe }: OneFish, wish: PieceWish): Given {
  const { form, options } = wish;
  const month = farmed ? null : wish.month;
  const cut = expectedCut({ species, condition, form, options, fishGrams: grams, month, roe });
  const heaviest = grams * cut.yield;
  return { pieces: piecesPerFish(species, form, heaviest, wish.pieceGrams, condition), heaviest };
}

function byParts({ species, ...rest }: OneFish, wish: PieceWish): Given {
  const one: PlanFish = {
    ...rest,
    id: '',
    lengthMm: null,
    costPerKg: 0,
    daysLeft: Infinity,
    rawFit: true,
    refuses: {},
  };
  const line: PlanLine = {
    id: '',
    form: wish.form.id,
    options: wish.options,
    pieces: 1,
    pieceGrams: wish.pieceGrams,
    totalGrams: null,
    window: null,
    thickMm: null,
    dueDays: 0,
    raw: false,
    value: 0,
    penalty: 0,
    partAllowed: false,
  };
  const problem: PlanProblem = {
    species,
    forms: new Map([...shipped, [wish.form.id, wish.form]]),
    methods: {},
    flesh: null,
    fish: [one],
    lines: [line],
    counter: [],
    settings: { ...defaultSettings, deviationPerKg: 0, month: wish.month },
  };
  const laidOut = { problem, groups: groupLines(problem), classes: [] };
  let [pieces, heaviest] = [0, 0];
  const cutAlong = (node: Node): number => {
    const grams = nth(node.base, node.base.length - 1) * (node.section.factor(wish.form, wish.options) ?? 0);
    heaviest = Math.max(heaviest, grams);
    const parted = node.split.reduce((sum, s) => sum + cutAlong(s), 0);
    return node.copies * Math.max(bestPattern(node, most).pieces.length, parted);
  };
  for (const mode of modesOf(problem, one)) {
    const nodes = mode.sections.map((s) => nodeOf(laidOut, one, s, [true]));
    pieces = Math.max(
      pieces,
      nodes.reduce((sum, node) => sum + cutAlong(node), 0),
    );
  }
  return { pieces, heaviest };
}
