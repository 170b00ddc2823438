import { expectedCut } from '../board/index.ts';
import { piecesPerFish, shippedForms, type Form } from '../forms/index.ts';
import type { Roe } from '../freshness/index.ts';
import type { ArrivalCondition, Species } from '../species/index.ts';
import { groupLines, nodeOf } from './compile.ts';
import { bestPattern, type Prices } from './pattern.ts';
import { defaultSettings, type PlanFish, type PlanLine, type PlanProblem } from './problem.ts';
import { modesOf, type Section } from './sections.ts';

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
/** One object for all, by which what was worked out is known again. */
const noMethods: PlanProblem['methods'] = {};
/** A piece is worth so much however it is cut: the best way is then the one with the most of them. */
const most: Prices = { each: Float64Array.of(1), perGram: new Float64Array(1) };

/** Answers by species and by what was asked: the same fish are asked for the same again and again. */
const kept = new WeakMap<Species, Map<string, Given>>();
/** So many answers are kept of a species before they are let go. */
const keptMost = 2000;
/** And so many fish. */
const fishMost = 200;

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

/** Fish that were asked about, by species: what is known of how one is cut serves every wish. */
const asked = new WeakMap<Species, Map<string, PlanFish>>();

/** The fish as the plan takes it: one for all wishes of a month, apart where the shop changed a form of the book. */
function planFish({ species, ...rest }: OneFish, { form, month }: PieceWish): PlanFish {
  const had = asked.get(species) ?? new Map<string, PlanFish>();
  asked.set(species, had);
  const book = shipped.get(form.id);
  const changed = book && JSON.stringify(book) !== JSON.stringify(form) ? form : null;
  const key = JSON.stringify([rest, month, changed]);
  const fish = had.get(key) ?? {
    ...rest,
    id: '',
    lengthMm: null,
    costPerKg: 0,
    daysLeft: Infinity,
    rawFit: true,
    refuses: {},
  };
  if (had.size >= fishMost) had.clear();
  had.set(key, fish);
  return fish;
}

function byParts(of: OneFish, wish: PieceWish): Given {
  const { form, options, pieceGrams, month } = wish;
  const one = planFish(of, wish);
  const line: PlanLine = {
    id: '',
    form: form.id,
    options,
    pieces: 1,
    pieceGrams,
    totalGrams: null,
    window: null,
    thickMm: null,
    dueDays: 0,
    raw: false,
    value: 0,
    penalty: 0,
    partAllowed: false,
  };
  const book: PlanProblem = {
    species: of.species,
    forms: shipped,
    methods: noMethods,
    flesh: null,
    fish: [one],
    lines: [line],
    counter: [],
    settings: { ...defaultSettings, deviationPerKg: 0, month },
  };
  const problem = { ...book, forms: new Map([[form.id, form]]) };
  const laidOut = { problem, groups: groupLines(problem), classes: [] };
  let heaviest = 0;
  const cutAlong = (section: Section): number => {
    const factor = section.factor(form, options);
    let along = 0;
    if (factor !== null) {
      heaviest = Math.max(heaviest, section.at(section.lengthMm) * factor);
      const node = nodeOf(laidOut, one, { ...section, split: [] }, [true]);
      along = bestPattern(node, most).pieces.length;
    }
    const parted = section.split.reduce((sum, s) => sum + cutAlong(s), 0);
    return section.copies * Math.max(along, parted);
  };
  const pieces = modesOf(book, one).map((mode) =>
    mode.sections.reduce((sum, section) => sum + cutAlong(section), 0),
  );
  return { pieces: Math.max(0, ...pieces), heaviest };
}
