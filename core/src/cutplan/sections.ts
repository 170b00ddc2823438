import { nth, sure } from '../found.ts';
import {
  bodyOf,
  quarterShares,
  wingCut,
  wingsOf,
  zone,
  zoneGrams,
  type Body,
  type Zone,
} from '../body/index.ts';
import { formRefusal, type Form, type Operation } from '../forms/index.ts';
import { arrivalFraction, isPiece, type Species } from '../species/index.ts';
import { expectedTicket, goalOf, kindOf, plainCut, type WantedCut } from '../board/index.ts';
import { type TrimId } from '../yields/index.ts';
import type { CounterClassId, ModeId, PlanFish, PlanProblem, SectionId } from './problem.ts';

/** A part of one fish that is cut along one line, head end first. */
export interface Section {
  id: SectionId;
  /** How many the fish has of it. */
  copies: number;
  /** Where it starts, mm from the snout, and how long it is. */
  startMm: number;
  lengthMm: number;
  /** Grams from its start to `mm`, before what a form loses on the way. */
  at: (mm: number) => number;
  counter: CounterClassId | null;
  /** Ready grams of a form for one gram of the section; null where that form is not cut here. */
  factor: (form: Form, options?: readonly string[]) => number | null;
  /** Goes as one piece or not at all. */
  inOne: boolean;
  /** What it may be opened into instead. */
  split: readonly Section[];
}

export interface Mode {
  id: ModeId;
  sections: readonly Section[];
  /** What comes off beside the sections, grams. */
  trims: Partial<Record<TrimId, number>>;
}

/** Share of a section that is left once its edges are trimmed (our choice). */
const trimmedClean = 0.97;
const does = (form: Form, ...ops: Operation[]) => ops.some((o) => form.does.includes(o));

/** A stretch of a curve, scaled so that all of it weighs `total`. */
function stretch(body: Body, z: Zone, total: number): Pick<Section, 'startMm' | 'lengthMm' | 'at'> {
  const start = z.curve.at(z.from);
  const all = z.curve.at(z.to) - start;
  const startMm = body.mm(z.from);
  return {
    startMm,
    lengthMm: body.mm(z.to) - startMm,
    at: (mm) => (all === 0 ? 0 : (total * (z.curve.at(Math.min(z.to, body.u(startMm + mm))) - start)) / all),
  };
}

/** Between two curves: what the belly has is what the loin has not. */
const withoutStretches = (
  all: Pick<Section, 'startMm' | 'lengthMm' | 'at'>,
  part: Pick<Section, 'at'>,
): Pick<Section, 'startMm' | 'lengthMm' | 'at'> => ({ ...all, at: (mm) => all.at(mm) - part.at(mm) });

interface CutContext {
  problem: PlanProblem;
  fish: PlanFish;
  /** Ready grams of a lone form for one gram of fish as it lies there. */
  yieldOf: (form: Form, options?: readonly string[]) => number;
  /** Why the fish cannot be cut into it. */
  barred: (form: Form) => boolean;
}

/** What one fish of the plan is expected to give, by the methods of the shop; a farmed fish does not spawn out. */
const expected = ({ species, settings, methods }: PlanProblem, fish: PlanFish, cuts: WantedCut[]) =>
  expectedTicket({
    species,
    condition: fish.condition,
    scaled: 'no',
    cuts,
    fishGrams: fish.grams,
    fish: 1,
    month: fish.farmed ? null : settings.month,
    roe: fish.roe ?? 'unknown',
    shop: methods,
  });

/** What a fish weighs, or weighed, as it came out of the water, grams. */
export const wholeWeight = (species: Species, fish: PlanFish): number =>
  fish.grams / arrivalFraction(species, fish.condition);

function cutContext(problem: PlanProblem, fish: PlanFish): CutContext {
  const { species } = problem;
  const known = new Map<string, number>();
  const yieldOf = (form: Form, options: readonly string[] = []) => {
    const key = [form.id, ...options].join('\n');
    const had = known.get(key);
    if (had !== undefined) return had;
    const [main] = expected(problem, fish, [{ ...plainCut(form), options }]).mains;
    known.set(key, sure(main));
    return sure(main);
  };
  return {
    problem,
    fish,
    yieldOf,
    barred: (form) => formRefusal(species, fish.condition, form, wholeWeight(species, fish)) !== null,
  };
}

const piece = { counter: null, inOne: false, split: [] } as const;

function wholeSection({ fish, yieldOf, barred }: CutContext, lengthMm: number): Section {
  return {
    ...piece,
    id: 'whole',
    copies: 1,
    startMm: 0,
    lengthMm,
    at: (mm) => (mm >= lengthMm ? fish.grams : 0),
    inOne: true,
    factor: (f, o) => (f.section === 'fish' && !does(f, 'skin_wing') && !barred(f) ? yieldOf(f, o) : null),
  };
}

/** The sides of a roundfish or a monk tail, or one bought in, each of which may be split into loin and belly. */
function sideSection(k: CutContext, body: Body, base: Form): Section {
  const { species, forms } = k.problem;
  const copies = isPiece(k.fish.condition) ? 1 : 2;
  const lone = k.fish.condition === 'loin';
  const all = stretch(body, zone(body, lone ? 'loin' : 'side'), (k.fish.grams * k.yieldOf(base)) / copies);
  const loinShare = zoneGrams(zone(body, 'loin')) / zoneGrams(zone(body, 'side'));
  const loin = stretch(body, zone(body, 'loin'), all.at(all.lengthMm) * loinShare);
  const ratio = (f: Form, o?: readonly string[]) => k.yieldOf(f, o) / k.yieldOf(base);
  const skinless = forms.get('fillet_skinless');
  /** Rows of a block lose their skin and a little at the edge, not the other row. */
  const rowFactor = (f: Form, o: readonly string[] = []) =>
    trimmedClean *
    (goalOf(f, o, kindOf(species)).skin === 'off' && skinless && !k.barred(skinless) ? ratio(skinless) : 1);
  const sides = (f: Form) => f.section === 'sides' && !k.barred(f);
  const splits =
    lone || kindOf(species) !== 'round'
      ? []
      : [
          {
            ...piece,
            ...loin,
            id: 'loin' as const,
            copies: 1,
            counter: 'fillet' as const,
            factor: (f: Form, o?: readonly string[]) =>
              sides(f) && does(f, 'block_cut', 'loin_block', 'portion', 'slices', 'strips')
                ? rowFactor(f, o)
                : null,
          },
          {
            ...piece,
            ...withoutStretches(all, loin),
            id: 'belly' as const,
            copies: 1,
            counter: 'belly' as const,
            factor: (f: Form, o?: readonly string[]) =>
              sides(f) && does(f, 'block_cut', 'strips') ? rowFactor(f, o) : null,
          },
        ];
  return {
    ...piece,
    ...all,
    id: 'side',
    copies,
    counter: 'fillet',
    factor: (f, o) => (sides(f) && (lone || !does(f, 'block_cut', 'loin_block')) ? ratio(f, o) : null),
    split: splits,
  };
}

/** Across the fish: the cavity as a joint or as steaks, steaks behind it, and the tail opened or as two fillets. */
function crossModes(k: CutContext, body: Body, base: Form): Omit<Mode, 'trims'>[] {
  const { profile } = body;
  const flesh = zone(body, 'side');
  const both = k.fish.grams * k.yieldOf(base);
  const fleshAll = zoneGrams(flesh);
  const part = (from: number, to: number, share: number) =>
    stretch(body, { ...flesh, from, to }, (both * share * zoneGrams({ ...flesh, from, to })) / fleshAll);
  const steaks = (id: 'front' | 'middle', from: number): Section => {
    const z = { ...zone(body, 'steaks'), from };
    return {
      ...piece,
      ...stretch(body, z, zoneGrams(z)),
      id,
      copies: 1,
      counter: 'steak',
      factor: (f) => (f.section === 'middle' && !k.barred(f) ? 1 : null),
    };
  };
  const ratio = (f: Form, o?: readonly string[]) => k.yieldOf(f, o) / k.yieldOf(base);
  const tail: Section = {
    ...piece,
    ...part(profile.steakEnd, profile.filletEnd, trimmedClean),
    id: 'tail',
    copies: 1,
    counter: 'tail',
    factor: (f) => (f.section === 'tail' && !k.barred(f) ? 1 : null),
    split: [
      {
        ...piece,
        ...part(profile.steakEnd, profile.filletEnd, 0.5),
        id: 'tail_side',
        copies: 2,
        counter: 'fillet',
        factor: (f, o) =>
          f.section === 'sides' &&
          does(f, 'fillet', 'portion', 'strips') &&
          !does(f, 'block_cut', 'loin_block') &&
          !k.barred(f)
            ? ratio(f, o)
            : null,
      },
    ],
  };
  const cavity: Section = {
    ...piece,
    ...part(profile.collar, profile.vent, trimmedClean),
    id: 'cavity',
    copies: 1,
    counter: 'joint',
    inOne: true,
    factor: (f) => (f.section === 'cavity' && !k.barred(f) ? 1 : null),
  };
  return [
    { id: 'joint', sections: [cavity, steaks('middle', profile.vent), tail] },
    { id: 'steaks', sections: [steaks('front', profile.collar), tail] },
  ];
}

/** Flatfish off the bone: four fillets, or two doubles. */
function flatModes(k: CutContext, body: Body, base: Form): Omit<Mode, 'trims'>[] {
  const all = k.fish.grams * k.yieldOf(base);
  const shares = quarterShares(body);
  const side = zone(body, 'side');
  const loinAll = zoneGrams(zone(body, 'loin')) / zoneGrams(side);
  const ratio = (f: Form, o?: readonly string[]) => k.yieldOf(f, o) / k.yieldOf(base);
  const quarter = (id: SectionId, back: boolean, total: number): Section => {
    const whole = stretch(body, side, back ? total / loinAll : total / (1 - loinAll));
    const loin = stretch(
      body,
      zone(body, 'loin'),
      (back ? total / loinAll : total / (1 - loinAll)) * loinAll,
    );
    return {
      ...piece,
      ...(back ? loin : withoutStretches(whole, loin)),
      id,
      copies: 1,
      counter: 'fillet',
      factor: (f, o) => (f.section === 'sides' && !does(f, 'cross') && !k.barred(f) ? ratio(f, o) : null),
    };
  };
  const double = (id: SectionId, share: number): Section => ({
    ...piece,
    ...stretch(body, side, all * share),
    id,
    copies: 1,
    counter: 'fillet',
    factor: (f, o) => (f.section === 'sides' && does(f, 'cross') && !k.barred(f) ? ratio(f, o) : null),
  });
  const eyed = shares.eyedBack + shares.eyedBelly;
  return [
    {
      id: 'quarters',
      sections: [
        quarter('eyed_back', true, all * shares.eyedBack),
        quarter('eyed_belly', false, all * shares.eyedBelly),
        quarter('blind_back', true, all * shares.blindBack),
        quarter('blind_belly', false, all * shares.blindBelly),
      ],
    },
    { id: 'cross', sections: [double('eyed', eyed), double('blind', 1 - eyed)] },
  ];
}

/** Skate: two wings cut along the body edge, or four thin fillets, the upper ones larger (our choice: 55 %). */
function wingModes(k: CutContext): Omit<Mode, 'trims'>[] {
  const { forms } = k.problem;
  const wing = forms.get('wing');
  const fillet = forms.get('wing_fillet');
  const modes: Omit<Mode, 'trims'>[] = [];
  const { condition, grams } = k.fish;
  const wings = wingsOf(k.problem.species, condition, grams);
  const cut = wingCut(wings / 2);
  if (wing && !k.barred(wing)) {
    const each = (k.fish.grams * k.yieldOf(wing)) / 2;
    modes.push({
      id: 'wings',
      sections: [
        {
          ...piece,
          id: 'wing',
          copies: 2,
          startMm: 0,
          lengthMm: cut.spanMm,
          at: (mm) => each * cut.inside(Math.min(1, mm / cut.spanMm)),
          counter: 'fillet',
          factor: (f, o) => (does(f, 'skin_wing') ? k.yieldOf(f, o) / k.yieldOf(wing) : null),
        },
      ],
    });
  }
  if (fillet && !k.barred(fillet)) {
    const all = k.fish.grams * k.yieldOf(fillet);
    const leaf = (id: 'upper' | 'lower', share: number): Section => ({
      ...piece,
      id,
      copies: 2,
      startMm: 0,
      lengthMm: cut.spanMm,
      at: (mm) => (all / 2) * share * cut.inside(Math.min(1, mm / cut.spanMm)),
      counter: 'fillet',
      factor: (f, o) => (f.section === 'sides' && !k.barred(f) ? k.yieldOf(f, o) / k.yieldOf(fillet) : null),
    });
    modes.push({ id: 'fillets', sections: [leaf('upper', 0.55), leaf('lower', 0.45)] });
  }
  return modes;
}

/** The mode's own trims: of its usual forms, but for the flesh that the plan itself places. */
function trimsOf(k: CutContext, mode: ModeId): Mode['trims'] {
  const usual: Record<ModeId, readonly string[]> = {
    whole: ['scaled_gutted', 'gutted', 'monk_tail', 'whole'],
    fillets: ['fillet_skin_on', 'fillet_skinless', 'monk_fillets', 'wing_fillet'],
    joint: ['boneless_joint', 'steaks', 'butterflied_tail'],
    steaks: ['steaks', 'troncon', 'butterflied_tail'],
    quarters: ['quarter_cut'],
    cross: ['cross_cut'],
    wings: ['wing'],
  };
  const several = mode === 'joint' || mode === 'steaks';
  const able = usual[mode]
    .map((id) => k.problem.forms.get(id))
    .filter((f) => f !== undefined)
    .filter((f) => !k.barred(f));
  const forms = several ? able : able.slice(0, 1);
  if (forms.length === 0) return {};
  const { trims } = expected(k.problem, k.fish, forms.map(plainCut));
  return Object.fromEntries(
    Object.entries(trims)
      .filter(([t]) => !['offcuts', 'tail_piece', 'rest_piece'].includes(t))
      .map(([t, share]) => [t, share * k.fish.grams]),
  );
}

/** Fish whose flesh lies evenly: sold gutted, or as two sides. */
function uniformModes({ fish, problem }: CutContext): Mode[] {
  const { fromMm, toMm, gutted, side } = sure(problem.flesh);
  const lengthMm = toMm - fromMm;
  return [
    {
      id: 'whole',
      trims: {},
      sections: [
        {
          ...piece,
          id: 'whole',
          copies: 1,
          startMm: 0,
          lengthMm: toMm,
          at: (mm) => (mm >= toMm ? fish.grams : 0),
          inOne: true,
          factor: (f) => (f.section === 'fish' ? gutted : null),
        },
      ],
    },
    {
      id: 'fillets',
      trims: {},
      sections: [
        {
          ...piece,
          id: 'side',
          copies: 2,
          startMm: fromMm,
          lengthMm,
          at: (mm) => (fish.grams * side * Math.min(mm, lengthMm)) / lengthMm,
          counter: 'fillet',
          factor: (f) => (f.section === 'sides' ? 1 : null),
        },
      ],
    },
  ];
}

/** Modes of fish already looked at, with what they were worked out from. */
const known = new WeakMap<PlanFish, { of: PlanProblem; modes: Mode[] }>();
const alike = (a: PlanProblem, b: PlanProblem) =>
  a.species === b.species &&
  a.forms === b.forms &&
  a.methods === b.methods &&
  a.flesh === b.flesh &&
  a.settings.month === b.settings.month;

/** Every way a fish may be cut. Empty for a fish of no weight. */
export function modesOf(problem: PlanProblem, fish: PlanFish): Mode[] {
  const had = known.get(fish);
  if (had && alike(had.of, problem)) return had.modes;
  const modes = workOut(problem, fish);
  known.set(fish, { of: problem, modes });
  return modes;
}

function workOut(problem: PlanProblem, fish: PlanFish): Mode[] {
  if (!(fish.grams > 0)) return [];
  const k = cutContext(problem, fish);
  if (problem.flesh) return uniformModes(k);
  const { species, forms } = problem;
  const body = bodyOf(species, fish.condition, fish.grams, fish.lengthMm);
  const able = (...ids: string[]) =>
    ids.map((id) => forms.get(id)).find((f) => f !== undefined && !k.barred(f));
  const modes: Omit<Mode, 'trims'>[] = [
    { id: 'whole', sections: [wholeSection(k, Math.max(1, Math.round(body?.totalMm ?? 1)))] },
  ];
  if (isPiece(fish.condition)) {
    const base = able('fillet_skin_on', 'fillet_skinless', 'monk_fillets', 'portion_skinless', 'wing_fillet');
    return base && body
      ? [{ id: 'fillets', sections: [sideSection(k, body, base)], trims: trimsOf(k, 'fillets') }]
      : [];
  }
  if (!body) modes.push(...wingModes(k));
  else if (species.bodyPlan === 'flat' || species.bodyPlan === 'large_flat') {
    const base = able('quarter_cut', 'fillet_skinless');
    if (base) modes.push(...flatModes(k, body, base));
    if (base && able('troncon')) modes.push(nth(crossModes(k, body, base), 1));
  } else {
    const base = able('fillet_skin_on', 'fillet_skinless', 'monk_fillets');
    if (base) {
      modes.push({ id: 'fillets', sections: [sideSection(k, body, base)] });
      if (able('steaks', 'boneless_joint')) modes.push(...crossModes(k, body, base));
    }
  }
  return modes.map((m) => {
    let trims: Mode['trims'] | null = null;
    // Worked out when somebody asks: a promise asks only what the sections give.
    return {
      ...m,
      get trims() {
        return (trims ??= trimsOf(k, m.id));
      },
    };
  });
}

/**
 * Whether a piece of this form is all of the section: forms counted by the fillet are cut smaller only where the
 * section holds two or more of them (a piece up to 15 % light counts).
 */
export const usesWholeSection = (section: Section, form: Form, target: number): boolean =>
  // A fish has one tail to open.
  (section.id === 'tail' && does(form, 'open_tail')) ||
  (form.count === 'fillet' && section.at(section.lengthMm) * (section.factor(form) ?? 0) < 2 * 0.85 * target);

/**
 * Whether a section is sold over the counter whole: a joint, and what is too small for two counter pieces (our choice;
 * from 30 g on).
 */
export const counterInOne = (section: Section, factor: number, leastG: number): boolean => {
  const grams = section.at(section.lengthMm) * factor;
  return grams >= 30 && (section.inOne || grams < 2 * leastG);
};

/** The section of this id in a mode, or inside one of its sections; null when the mode has none. */
export function sectionOf(mode: Mode, id: SectionId): { section: Section; parent: Section | null } | null {
  for (const section of mode.sections) {
    if (section.id === id) return { section, parent: null };
    const inside = section.split.find((s) => s.id === id);
    if (inside) return { section: inside, parent: section };
  }
  return null;
}

/** Cuts of a section lie here: on the grid from its start, and at its end, mm; no two closer than a millimetre. */
export function gridOf(section: Section, gridMm: number): number[] {
  const end = section.lengthMm;
  const steps = section.inOne ? 1 : Math.max(1, Math.floor((end - 1) / gridMm) + 1);
  return [...Array.from({ length: steps }, (_, i) => i * gridMm), end];
}
