import { isBoned } from '../species/index.ts';
import { goesAlong } from '../yields/trimWish.ts';
import type { QuestionId } from './methods.ts';
import { usualPacking } from './packing.ts';
import { finParts, headParts, type Part } from './parts.ts';
import type { Board, Cut } from './state.ts';

export type ToolId =
  | 'towel'
  | 'scissors'
  | 'gloves'
  | 'thick_gloves'
  | 'salt'
  | 'scaler'
  | 'jet'
  | 'goggles'
  | 'short_knife'
  | 'spoon'
  | 'dry_cloth'
  | 'heavy_knife'
  | 'stiff_knife'
  | 'flexible_knife'
  | 'long_blade'
  | 'tweezers'
  | 'pliers'
  | 'string'
  | 'film'
  | 'ruler'
  | 'trays'
  | 'vacuum_packer'
  | 'lamp'
  | 'scale'
  | 'printer'
  | 'sharps_box'
  | 'water';

/** What lies on the board while the act is done: the picture shows it. */
export type Lies =
  | 'fish'
  | 'cavity'
  | 'disc'
  | 'wing'
  | 'wing_face'
  | 'monk'
  | 'side'
  | 'quarter'
  | 'joint'
  | 'slice'
  | 'portion'
  | 'head'
  | 'frame'
  | 'nothing';

/** The line the blade takes. */
export type Drawing =
  | 'scale'
  | 'fins'
  | 'gut'
  | 'gills'
  | 'head'
  | 'vee_head'
  | 'wings_off'
  | 'back'
  | 'back_tail'
  | 'belly_up'
  | 'joint'
  | 'steaks'
  | 'tail'
  | 'fillet'
  | 'midline'
  | 'cross'
  | 'wing'
  | 'ribs'
  | 'rib_cage'
  | 'pin_line'
  | 'pin_vee'
  | 'belly'
  | 'skirt'
  | 'skin'
  | 'skin_pull'
  | 'portions'
  | 'bias'
  | 'block'
  | 'strips'
  | 'slash'
  | 'score'
  | 'sweep'
  | 'collars'
  | 'cheeks'
  | 'halve';

/** Where the blade rides, seen in a cross-section. */
export type BladeView =
  | 'over_ribs'
  | 'through_ribs'
  | 'under_ribs'
  | 'on_backbone'
  | 'along_bones'
  | 'under_skin'
  | 'to_skin'
  | 'cartilage';

type Minutes = readonly [small: number, medium: number, large: number];
type Of<T> = T | ((b: Board, cuts: readonly Cut[]) => T);

/** One act: what needs it, what it does, how long it takes. What is said of it stands in words.ts. */
export interface ActRule {
  id: string;
  /** The cuts it is for; true where it is for the fish as a whole; false where nothing needs it. */
  of: (b: Board) => readonly Cut[] | boolean;
  does?: (b: Board, cuts: readonly Cut[]) => void;
  minutes: Of<Minutes>;
  /** For each fish, each fillet, each ready piece, or once for the ticket. */
  per?: 'fillet' | 'piece' | 'ticket';
  /** Methods whose minutes are spent here. */
  by?: readonly QuestionId[];
  tools: Of<readonly ToolId[]>;
  /** An edge is drawn along or through the fish: where to begin, which way, where the other hand is are said. */
  knife?: true;
  lies: Of<Lies>;
  draws?: Of<Drawing | null>;
  view?: Of<BladeView | null>;
  timer?: number;
}

const spiny: readonly Part[] = ['finsBack', 'finsVent', 'finsBelly'];
const behindHead: readonly Part[] = [
  'flesh',
  'skin',
  'dark',
  'silver',
  'frame',
  'ribs',
  'scrape',
  'belly',
  'skirts',
];
const offBone: readonly Part[] = ['flesh', 'skin', 'dark', 'silver', 'belly', 'skirts'];
const lying = (b: Board): Lies =>
  b.kind === 'monk'
    ? 'monk'
    : b.kind === 'ray'
      ? b.job.condition === 'wing' || !b.state.head
        ? 'wing'
        : 'disc'
      : 'fish';

const wantsOff = (b: Board) =>
  b.cuts.some((c) => !c.goal.headOn && c.goal.take !== 'nothing' && c.goal.take !== 'trim');
const trimNeedsHead = (b: Board) =>
  b.mains.length === 0 && b.trim('cheeks', 'collars', 'stock') !== undefined;
const flatSides = (b: Board) => b.kind === 'flat' && b.taking('sides').length > 0;
const gutsWithHead = (b: Board) => b.taking('skinned_with_head').length > 0;
const gutsThroughBack = (b: Board) => b.taking('butterfly_back').length > 0;
/** Shares of the fish as it lay when the first cut was made. */
function carve(b: Board, cut: Cut, which: readonly Part[], share: number): void {
  const base = baseOf(b);
  for (const p of which) {
    cut.mass[p] += base[p] * share;
    b.fish[p] -= base[p] * share;
  }
  offAs(b, cut);
}
/** A cut comes off as the fish lies there. */
function offAs(b: Board, cut: Cut): void {
  const { skin, silver, scales } = b.state;
  Object.assign(cut.state, { off: true, skin, silver, scales });
  b.state.open = true;
}
const bases = new WeakMap<Board, Record<Part, number>>();
function baseOf(b: Board): Record<Part, number> {
  const had = bases.get(b) ?? { ...b.fish };
  bases.set(b, had);
  return had;
}
const onBone = (b: Board) => b.cuts.reduce((s, c) => s + c.place.onBone, 0);
/** A cut's share of what goes off the bone. */
const shareOf = (b: Board, c: Cut) => c.place.offBone * (1 - onBone(b));
function leftOver(b: Board, tub: 'rest_piece' | 'tail_piece', share: number): void {
  const base = baseOf(b);
  const k = share * (1 - onBone(b));
  const grams = behindHead.reduce((s, p) => s + base[p] * k, 0);
  const to = b.worth(tub, grams) ? tub : 'offcuts';
  for (const p of behindHead) if (b.fish[p] > 0) b.take([p], to, Math.min(1, (base[p] * k) / b.fish[p]));
  b.state.open = true;
}
const toBelly = (b: Board, grams: number) =>
  b.trim('belly_strips') !== undefined || (b.oily && b.kind === 'round' && b.worth('belly', grams))
    ? 'belly'
    : 'offcuts';

/** How the belly of a side ends: as its form wants it, and for portions as the method says. */
export const bellyOf = (b: Board, c: Cut): 'on' | 'trimmed' | 'off' =>
  c.goal.belly === 'trimmed' && c.goal.take === 'sides' && ['portion', 'bias'].includes(c.goal.shape ?? '')
    ? b.method('belly') === 'off'
      ? 'off'
      : 'on'
    : c.goal.belly;
/** Whether the pin bones of a cut come out, stay in and are declared, or are none of this cut's business. */
export const pinsOf = (b: Board, c: Cut): 'out' | 'declared' | 'in' =>
  c.goal.pins === 'out' && b.method('pin_bones') === 'leave' ? 'declared' : c.goal.pins;

const boned = (b: Board) =>
  b.cuts.filter((c) => pinsOf(b, c) === 'out' && c.state.pins === 'in' && !isBoned(b.job.condition));
const skinned = (b: Board) => b.taking('sides').filter((c) => c.goal.skin === 'off' && c.state.skin);
const skinFirst = (b: Board) => b.method('skin_order') === 'skin_first';

/** Wrapped in film, as where nothing is said. */
export const wrapped = (c: Cut): boolean => (c.packing ?? usualPacking) === 'wrapped';

const spines: ActRule = {
  id: 'spines',
  of: (b) =>
    b.worked && b.pricks && (b.venom || b.mains.length === 0 || b.mains.some((c) => c.goal.fins !== 'on')),
  does: (b) => {
    b.take(spiny, 'fins');
    b.state.spines = false;
    if (!b.state.head) b.state.fins = false;
  },
  minutes: [0.5, 1, 1.5],
  tools: (b) => (b.venom ? ['scissors', 'gloves', 'sharps_box'] : ['scissors']),
  knife: true,
  lies: lying,
  draws: 'fins',
};
const gills: ActRule = {
  id: 'gills',
  of: (b) => b.state.gills && b.cuts.filter((c) => c.goal.headOn && !c.goal.gills),
  does: (b) => {
    b.take(['gills'], 'viscera');
    b.state.gills = false;
  },
  minutes: [0.3, 0.5, 0.7],
  tools: ['scissors'],
  knife: true,
  lies: 'head',
  draws: 'gills',
};
const roe: ActRule = {
  id: 'roe',
  of: (b) => b.fish.roe > 0 && !b.state.guts && (b.kind !== 'flat' || b.state.open || b.whole),
  does: (b) => {
    const wanted = b.cuts.find((c) => (c.form.like ?? c.form.id) === 'roe');
    if (wanted) b.give(wanted, ['roe']);
    else b.take(['roe'], 'roe');
  },
  minutes: [0.5, 1, 1],
  tools: ['spoon'],
  lies: 'cavity',
};
const liver: ActRule = {
  ...roe,
  id: 'liver',
  of: (b) => b.fish.liver > 0 && !b.state.guts,
  does: (b) => {
    const wanted = b.cuts.find((c) => (c.form.like ?? c.form.id) === 'livers');
    if (wanted) b.give(wanted, ['liver']);
    else b.take(['liver'], 'liver');
  },
};
const head: ActRule = {
  id: 'head',
  of: (b) =>
    b.state.head &&
    b.kind !== 'ray' &&
    !(b.headLast && !b.whole) &&
    !flatSides(b) &&
    !gutsWithHead(b) &&
    (wantsOff(b) || trimNeedsHead(b)),
  does: (b) => {
    b.take([...headParts, 'collars'], 'head');
    b.state.head = b.state.gills = false;
  },
  minutes: [0.3, 0.5, 1],
  tools: ['heavy_knife'],
  knife: true,
  lies: lying,
  draws: 'head',
};
const board: ActRule = {
  id: 'board',
  of: (b) => b.mains.some((c) => !['nothing', 'fish', 'wing', 'skinned_with_head'].includes(c.goal.take)),
  minutes: [0.3, 0.3, 0.3],
  tools: ['towel'],
  lies: 'nothing',
};
const skin: ActRule = {
  id: 'skin',
  of: skinned,
  does: (b, cuts) => {
    for (const c of cuts) {
      b.lose(c, 'skin', 'skin', c.mass.skin);
      b.lose(c, 'dark', 'skin', c.mass.dark);
      c.state.skin = c.state.scales = false;
    }
    b.shift('skinning', cuts);
  },
  minutes: [1, 1, 2],
  by: ['skinning', 'skin_order'],
  tools: ['long_blade', 'dry_cloth'],
  knife: true,
  lies: (b) => (b.kind === 'flat' && !b.crossCut ? 'quarter' : b.kind === 'ray' ? 'wing_face' : 'side'),
  draws: 'skin',
  view: 'under_skin',
};

/** Every act there is, in the order they are done (common practice; minutes and shares our choice). */
export const rules: readonly ActRule[] = [
  {
    id: 'check',
    of: (b) => !b.piece,
    minutes: [0.5, 0.5, 0.5],
    tools: ['towel'],
    lies: lying,
  },
  {
    id: 'again',
    of: (b) => b.piece && b.mains,
    does: (b, cuts) => takeSides(b, cuts),
    minutes: [0.5, 0.5, 0.5],
    tools: ['towel'],
    lies: 'side',
  },
  spines,
  { ...gills, of: (b) => (b.venom ? gills.of(b) : false) },
  {
    id: 'slime',
    of: (b) => b.kind === 'ray' && b.worked,
    minutes: [1, 1, 1],
    tools: ['salt', 'thick_gloves'],
    lies: lying,
  },
  {
    id: 'scale',
    of: (b) => b.state.scales && b.cuts.filter((c) => c.goal.scales === 'off'),
    does: (b, cuts) => {
      b.state.scales = false;
      for (const c of b.cuts) c.state.scales = false;
      const wet = cuts.find((c) => c.goal.take === 'fish' && c.form.yield.rest === 'drip');
      if (wet) b.tidyFish(wet);
    },
    minutes: (b) => (b.job.scaled === 'part' ? [0.5, 1, 2] : [1, 2, 4]),
    tools: (b) => [
      b.venom ? 'jet' : 'scaler',
      ...(['heavy', 'armour'].includes(b.job.species.scales) ? (['goggles'] as const) : []),
    ],
    lies: (b) => (b.piece ? 'side' : lying(b)),
    draws: 'scale',
  },
  {
    id: 'fins',
    of: (b) => {
      if (!b.state.fins || b.kind === 'monk') return false;
      const cuts = b.cuts.filter(
        (c) => c.goal.fins === 'off' || (c.goal.take === 'sides' && b.job.species.bodyPlan === 'flat'),
      );
      const still = [...spiny, ...(cuts.some((c) => c.goal.headOn) ? (['finsBreast'] as const) : [])];
      return still.some((p) => b.fish[p] > 0) && cuts;
    },
    does: (b, cuts) => {
      b.take(spiny, 'fins');
      if (cuts.some((c) => c.goal.headOn)) b.take(['finsBreast'], 'fins');
      b.state.fins = false;
    },
    minutes: [0.5, 1, 1.5],
    tools: ['scissors'],
    knife: true,
    lies: lying,
    draws: 'fins',
  },
  {
    id: 'gut',
    of: (b) =>
      b.state.guts &&
      b.worked &&
      b.kind !== 'ray' &&
      !(b.gutsIn && !b.whole) &&
      !(flatSides(b) && !b.headLast) &&
      !gutsWithHead(b) &&
      !gutsThroughBack(b),
    does: (b) => {
      b.take(['guts'], 'viscera');
      b.state.guts = false;
    },
    minutes: [1, 2, 3],
    tools: ['short_knife'],
    knife: true,
    lies: lying,
    draws: 'gut',
  },
  liver,
  { ...roe, of: (b) => b.kind !== 'flat' && roe.of(b) },
  { ...gills, of: (b) => (b.venom ? false : gills.of(b)) },
  {
    id: 'kidney',
    of: (b) =>
      b.kind === 'round' &&
      b.worked &&
      !b.piece &&
      !b.state.guts &&
      (b.mains.length > 0 || b.trim('stock') !== undefined),
    minutes: [0.5, 1, 1],
    by: ['washing'],
    tools: ['spoon', 'towel'],
    lies: 'cavity',
  },
  {
    id: 'skin_both',
    of: (b) => b.cuts.filter((c) => c.form.does.includes('skin_both')),
    does: (b) => {
      b.take(['skin'], 'skin');
      b.state.skin = false;
    },
    minutes: [1.5, 2.5, 3.5],
    tools: ['dry_cloth', 'short_knife'],
    knife: true,
    lies: 'fish',
    draws: 'skin_pull',
  },
  {
    id: 'frills',
    of: (b) => b.cuts.filter((c) => c.goal.take === 'fish' && c.goal.skirts === 'off' && b.kind === 'flat'),
    does: (b) => {
      b.take(['skirts', ...spiny], 'skirts');
      b.state.skirts = b.state.fins = false;
    },
    minutes: [0.3, 0.3, 0.3],
    tools: ['scissors'],
    knife: true,
    lies: 'fish',
    draws: 'skirt',
  },
  head,
  {
    id: 'tail_fin',
    of: (b) => b.state.tailFin && b.cuts.filter((c) => c.goal.tailFin === 'off'),
    does: (b) => {
      b.take(['tailFin'], 'fins');
      b.state.tailFin = false;
    },
    minutes: [0.2, 0.2, 0.2],
    tools: ['scissors'],
    knife: true,
    lies: 'fish',
    draws: 'tail',
  },
  {
    id: 'wings_off',
    of: (b) => {
      if (b.kind !== 'ray' || !b.state.head) return false;
      const mains = b.mains.filter((c) => c.goal.take !== 'nothing');
      return mains.length > 0 ? mains : b.trim('cheeks', 'tail_muscle') !== undefined;
    },
    does: (b) => {
      const muscle = b.trim('tail_muscle');
      if (!muscle) b.take(['tailMuscle'], 'ray_body');
      b.take(['body', 'cheeks', 'guts', 'roe', 'liver', ...spiny, 'tailFin'], 'ray_body');
      b.state.head = b.state.guts = false;
    },
    minutes: [1.5, 2, 3],
    tools: ['stiff_knife', 'thick_gloves'],
    knife: true,
    lies: 'disc',
    draws: 'wings_off',
  },
  {
    id: 'tail_muscle',
    of: (b) => b.cuts.filter((c) => c.form.does.includes('tail_muscle')),
    does: (b, [cut]) => b.give(cut!, ['tailMuscle']),
    minutes: [2, 3, 4],
    tools: ['flexible_knife', 'thick_gloves'],
    knife: true,
    lies: 'nothing',
  },
  {
    id: 'skin_wing',
    of: (b) => b.taking('wing').filter((c) => c.goal.skin === 'off'),
    does: (b) => {
      b.take(['skin'], 'skin');
      b.state.skin = false;
    },
    minutes: [2, 3, 4],
    tools: ['pliers', 'thick_gloves'],
    lies: 'wing',
    draws: 'skin_pull',
  },
  {
    id: 'vee_head',
    of: (b) => flatSides(b) && b.state.head && !b.headLast,
    does: (b) => {
      b.take([...headParts, 'collars'], 'head');
      b.take(['guts'], 'viscera');
      b.state.head = b.state.gills = b.state.guts = false;
    },
    minutes: [0.5, 1, 2],
    tools: ['heavy_knife'],
    knife: true,
    lies: 'fish',
    draws: 'vee_head',
  },
  {
    id: 'skin_cut',
    of: (b) => b.taking('skinned_with_head'),
    minutes: [0.8, 1.2, 1.6],
    tools: ['stiff_knife'],
    knife: true,
    lies: 'fish',
    draws: 'back_tail',
    view: 'on_backbone',
  },
  {
    id: 'skin_free',
    of: (b) => b.taking('skinned_with_head'),
    minutes: [0.6, 0.9, 1.2],
    tools: ['stiff_knife'],
    knife: true,
    lies: 'fish',
    draws: 'belly_up',
  },
  {
    id: 'skin_pulled',
    of: (b) => b.taking('skinned_with_head'),
    does: (b) => {
      b.take([...headParts, 'collars'], 'head');
      b.take(['guts', 'roe', 'liver'], 'viscera');
      b.take(['skin'], 'skin');
      b.state.head = b.state.gills = b.state.guts = b.state.skin = b.state.scales = false;
    },
    minutes: [0.4, 0.6, 0.8],
    tools: ['stiff_knife', 'dry_cloth'],
    lies: 'fish',
    draws: 'skin_pull',
  },
  {
    id: 'cavity',
    of: (b) => b.taking('skinned_with_head'),
    minutes: [0.2, 0.3, 0.4],
    tools: ['lamp'],
    lies: 'cavity',
  },
  {
    id: 'front_bone',
    of: (b) => b.kind === 'monk' && b.fish.frontBone > 0 && b.mains.filter((c) => c.goal.take !== 'nothing'),
    does: (b) => b.take(['frontBone'], 'frame'),
    minutes: [0.3, 0.4, 0.6],
    tools: ['stiff_knife'],
    knife: true,
    lies: 'monk',
    draws: 'head',
  },
  {
    id: 'skin_tail',
    of: (b) => b.kind === 'monk' && b.state.skin && b.mains.filter((c) => c.goal.skin === 'off'),
    does: (b) => {
      b.take(['skin'], 'skin');
      b.state.skin = false;
    },
    minutes: [0.3, 0.6, 1],
    tools: ['dry_cloth'],
    lies: 'monk',
    draws: 'skin_pull',
  },
  {
    id: 'fins_tail',
    of: (b) => b.kind === 'monk' && b.state.fins && b.mains.filter((c) => c.goal.take !== 'nothing'),
    does: (b) => {
      b.take(finParts, 'fins');
      b.state.fins = b.state.tailFin = false;
    },
    minutes: [0.2, 0.4, 0.6],
    tools: ['scissors'],
    knife: true,
    lies: 'monk',
    draws: 'fins',
  },
  {
    id: 'silver',
    of: (b) =>
      b.kind === 'monk' &&
      b.state.silver &&
      b.method('silver') === 'pull' &&
      b.mains.filter((c) => c.goal.silver === 'off'),
    does: (b) => {
      b.take(['silver'], 'bloodline');
      b.state.silver = false;
    },
    minutes: [0.4, 0.8, 1.2],
    tools: ['flexible_knife'],
    knife: true,
    lies: 'monk',
    draws: 'skin',
    view: 'under_skin',
  },
  board,
  {
    id: 'open_back',
    of: (b) => b.taking('butterfly_back'),
    does: (b, cuts) => {
      b.take(['guts'], 'viscera');
      b.state.guts = false;
      openFish(b, cuts);
    },
    minutes: [4, 6, 8],
    tools: ['stiff_knife', 'scissors'],
    knife: true,
    lies: 'fish',
    draws: 'back',
    view: 'on_backbone',
  },
  {
    id: 'open_belly',
    of: (b) => b.taking('butterfly_belly'),
    does: (b, cuts) => openFish(b, cuts),
    minutes: [4, 6, 8],
    tools: ['stiff_knife', 'scissors'],
    knife: true,
    lies: 'cavity',
    draws: 'belly_up',
    view: 'over_ribs',
  },
  {
    id: 'joint',
    of: (b) => b.taking('joint'),
    does: (b, cuts) => {
      for (const c of cuts) {
        carve(b, c, offBone, shareOf(b, c));
        c.state.ribs = false;
      }
    },
    minutes: [6, 8, 12],
    tools: ['heavy_knife', 'stiff_knife'],
    knife: true,
    lies: 'cavity',
    draws: 'joint',
    view: 'under_ribs',
  },
  {
    id: 'slices',
    of: (b) => b.taking('slices'),
    does: (b, cuts) => {
      for (const c of cuts) carve(b, c, behindHead, c.place.onBone);
    },
    minutes: (b) => (b.kind === 'flat' ? [3, 5, 8] : [3, 4, 6]),
    tools: ['heavy_knife', 'ruler'],
    knife: true,
    lies: 'fish',
    draws: 'steaks',
  },
  {
    id: 'open_tail',
    of: (b) => b.taking('tail'),
    does: (b, cuts) => {
      for (const c of cuts) {
        carve(b, c, offBone, shareOf(b, c));
        c.state.ribs = false;
      }
    },
    minutes: [2, 3, 4],
    tools: ['stiff_knife', 'scissors'],
    knife: true,
    lies: 'fish',
    draws: 'tail',
    view: 'on_backbone',
  },
  {
    id: 'tail_piece',
    of: (b) => b.left.tail > 0 && b.mains.length > 0,
    does: (b) => {
      leftOver(b, 'tail_piece', b.left.tail);
      b.take(['tailFin'], 'fins');
      b.state.tailFin = false;
    },
    minutes: [0.2, 0.3, 0.4],
    tools: ['heavy_knife'],
    knife: true,
    lies: 'fish',
    draws: 'tail',
  },
  {
    id: 'rest_piece',
    of: (b) => b.left.rest > 0 && b.mains.length > 0,
    does: (b) => leftOver(b, 'rest_piece', b.left.rest),
    minutes: [0.2, 0.3, 0.4],
    tools: ['towel'],
    lies: 'fish',
  },
  {
    id: 'fillet_first',
    of: (b) => (b.kind === 'round' || b.kind === 'monk') && !b.piece && b.taking('sides'),
    does: (b) => {
      b.state.open = true;
    },
    minutes: (b) => filletMinutes(b),
    tools: (b) => [b.kind === 'monk' ? 'stiff_knife' : 'flexible_knife'],
    knife: true,
    lies: lying,
    draws: 'fillet',
    view: (b) => filletView(b),
  },
  {
    id: 'fillet_second',
    of: (b) => (b.kind === 'round' || b.kind === 'monk') && !b.piece && b.taking('sides'),
    does: (b, cuts) => takeSides(b, cuts),
    minutes: (b) => filletMinutes(b),
    by: ['frame'],
    tools: (b) => [b.kind === 'monk' ? 'stiff_knife' : 'flexible_knife'],
    knife: true,
    lies: lying,
    draws: 'fillet',
    view: (b) => filletView(b),
  },
  {
    id: 'flat_eyed',
    of: (b) => b.kind === 'flat' && !b.piece && b.taking('sides'),
    does: (b) => {
      b.state.open = true;
    },
    minutes: (b) => (b.crossCut ? [1.5, 2.5, 4] : [2, 3, 5]),
    tools: ['flexible_knife'],
    knife: true,
    lies: 'fish',
    draws: (b) => (b.crossCut && b.method('cross_from') === 'edge' ? 'cross' : 'midline'),
    view: 'along_bones',
  },
  {
    id: 'flat_blind',
    of: (b) => b.kind === 'flat' && !b.piece && b.taking('sides'),
    does: (b, cuts) => {
      takeSides(b, cuts);
      if (b.crossCut) b.shift('flatfish', cuts);
    },
    minutes: (b) => (b.crossCut ? [1.5, 2.5, 4] : [2, 3, 5]),
    by: ['frame', 'cross_from'],
    tools: ['flexible_knife'],
    knife: true,
    lies: 'fish',
    draws: (b) => (b.crossCut && b.method('cross_from') === 'edge' ? 'cross' : 'midline'),
    view: 'along_bones',
  },
  {
    id: 'wing_upper',
    of: (b) => b.kind === 'ray' && !b.piece && b.taking('sides'),
    does: (b) => {
      b.state.open = true;
    },
    minutes: [4, 5, 8],
    tools: ['flexible_knife', 'thick_gloves'],
    knife: true,
    lies: 'wing_face',
    draws: 'wing',
    view: 'cartilage',
  },
  {
    id: 'wing_lower',
    of: (b) => b.kind === 'ray' && !b.piece && b.taking('sides'),
    does: (b, cuts) => takeSides(b, cuts),
    minutes: [4, 5, 7],
    by: ['frame'],
    tools: ['flexible_knife', 'thick_gloves'],
    knife: true,
    lies: 'wing_face',
    draws: 'wing',
    view: 'cartilage',
  },
  {
    id: 'head_last',
    of: (b) => b.state.head && b.state.open && b.kind !== 'ray' && b.taking('sides'),
    does: (b) => {
      b.take([...headParts, 'collars'], 'head');
      b.state.head = b.state.gills = false;
    },
    minutes: [0.4, 0.6, 1.2],
    tools: ['heavy_knife'],
    knife: true,
    lies: 'frame',
    draws: 'head',
  },
  {
    id: 'guts_last',
    of: (b) => b.state.guts && b.state.open && b.taking('sides'),
    does: (b, cuts) => {
      b.take(['guts'], 'viscera');
      b.state.guts = false;
      if (b.gutsIn) b.shift('guts', cuts);
    },
    minutes: [0.3, 0.5, 0.7],
    tools: ['gloves'],
    lies: 'frame',
  },
  liver,
  roe,
  {
    ...board,
    id: 'board_again',
    of: (b) => flatSides(b) || (b.taking('sides').length > 0 && !b.piece && b.headLast && b.kind === 'round'),
  },
  {
    id: 'rib_cage',
    of: (b) => b.kind === 'flat' && !b.piece && b.taking('sides'),
    does: (b, cuts) => {
      b.take(['ribs'], 'frame');
      for (const c of cuts) c.state.ribs = false;
    },
    minutes: [0.3, 0.4, 0.6],
    tools: ['flexible_knife'],
    knife: true,
    lies: 'quarter',
    draws: 'rib_cage',
  },
  {
    id: 'ribs',
    of: (b) => b.kind === 'round' && !b.piece && b.method('ribs') !== 'over' && b.taking('sides'),
    does: (b, cuts) => {
      b.take(['ribs'], 'frame');
      for (const c of cuts) {
        c.state.ribs = false;
        if (c.goal.block) b.tidy(c);
      }
      b.shift(
        'ribs',
        cuts.filter((c) => !c.goal.block),
      );
    },
    minutes: (b) => (b.method('ribs') === 'block' ? [1.5, 1.5, 3] : [2, 2, 4]),
    by: ['ribs'],
    tools: (b) => (b.method('ribs') === 'scissors' ? ['scissors', 'flexible_knife'] : ['flexible_knife']),
    knife: true,
    lies: 'side',
    draws: 'ribs',
    view: 'under_ribs',
  },
  {
    id: 'skirts',
    of: (b) =>
      b.kind === 'flat' && b.taking('sides').filter((c) => c.goal.skirts === 'off' && c.state.skirts),
    does: (b, cuts) => {
      for (const c of cuts) {
        b.lose(c, 'skirts', 'skirts', c.mass.skirts);
        c.state.skirts = false;
      }
    },
    minutes: [0.3, 0.4, 0.6],
    tools: ['flexible_knife'],
    knife: true,
    lies: (b) => (b.crossCut ? 'side' : 'quarter'),
    draws: 'skirt',
  },
  { ...skin, of: (b) => (skinFirst(b) && !b.cuts.some((c) => c.goal.tray) ? skinned(b) : []) },
  {
    id: 'belly',
    of: (b) =>
      b.kind === 'round' && b.cuts.filter((c) => bellyOf(b, c) === 'off' && c.state.off && c.mass.belly > 0),
    does: (b, cuts) => {
      const to = toBelly(
        b,
        cuts.reduce((s, c) => s + c.mass.belly, 0),
      );
      for (const c of cuts) {
        b.lose(c, 'belly', to, c.mass.belly);
        c.state.belly = 'off';
      }
    },
    minutes: [0.3, 0.4, 0.5],
    tools: ['long_blade'],
    knife: true,
    lies: 'side',
    draws: 'belly',
  },
  {
    id: 'trim',
    of: (b) =>
      b.kind === 'round' &&
      b.cuts.filter((c) => bellyOf(b, c) === 'trimmed' && c.state.off && c.mass.belly > 0),
    does: (b, cuts) => {
      const to = toBelly(
        b,
        cuts.reduce((s, c) => s + c.mass.belly, 0),
      );
      for (const c of cuts) {
        b.lose(c, 'belly', to, c.mass.belly);
        c.state.belly = 'trimmed';
        if (c.goal.take === 'joint') b.tidy(c);
      }
    },
    minutes: [0.5, 1, 2],
    tools: ['flexible_knife'],
    knife: true,
    lies: (b) => (b.taking('joint').length > 0 ? 'joint' : 'side'),
    draws: 'belly',
  },
  {
    id: 'trim_tail',
    of: (b) => b.taking('tail').filter((c) => c.form.yield.share < 1),
    does: (b, cuts) => {
      for (const c of cuts) b.tidy(c);
    },
    minutes: [0.2, 0.3, 0.3],
    tools: ['flexible_knife'],
    knife: true,
    lies: 'side',
  },
  {
    id: 'salt',
    of: (b) =>
      b.method('firming') === 'salt' &&
      ['pull', 'raise'].includes(b.method('pin_bones')) &&
      boned(b).filter((c) => !c.goal.tray && !c.goal.block),
    does: (b, cuts) => b.shift('firming', cuts),
    minutes: [1, 1, 1.5],
    tools: ['salt', 'towel'],
    lies: 'side',
    timer: 30,
  },
  {
    id: 'pin_bones',
    of: boned,
    does: (b, cuts) => {
      b.shift(
        'pin_bones',
        cuts.filter((c) => !c.goal.tray && !c.goal.block),
      );
      for (const c of cuts) {
        c.state.pins = 'out';
        if (c.goal.tray) b.tidy(c);
      }
    },
    minutes: (b, cuts) => (cuts.every((c) => c.goal.tray || c.goal.block) ? [1, 1, 2] : [3, 5, 8]),
    by: ['pin_bones'],
    tools: (b, cuts) =>
      cuts.every((c) => c.goal.tray || c.goal.block) || ['v_cut', 'strip'].includes(b.method('pin_bones'))
        ? ['flexible_knife']
        : ['tweezers'],
    lies: (b) => (b.taking('joint').length > 0 ? 'joint' : 'side'),
    draws: (b, cuts) =>
      cuts.every((c) => c.goal.tray || c.goal.block) || ['v_cut', 'strip'].includes(b.method('pin_bones'))
        ? 'pin_vee'
        : 'pin_line',
    view: (b, cuts) =>
      cuts.every((c) => c.goal.tray || c.goal.block) || b.method('pin_bones') === 'v_cut' ? 'to_skin' : null,
  },
  {
    id: 'pins_left',
    of: (b) => b.cuts.filter((c) => pinsOf(b, c) === 'declared' && c.state.pins === 'in'),
    does: (_b, cuts) => {
      for (const c of cuts) c.state.pins = 'declared';
    },
    minutes: [0, 0, 0],
    tools: [],
    lies: 'side',
    draws: 'pin_line',
  },
  { ...skin, of: (b) => skinned(b) },
  {
    id: 'silver_knife',
    of: (b) =>
      b.kind === 'monk' && b.state.silver && b.taking('sides').filter((c) => c.goal.silver === 'off'),
    does: (b, cuts) => {
      for (const c of cuts) {
        b.lose(c, 'silver', 'bloodline', c.mass.silver);
        c.state.silver = false;
      }
      b.state.silver = false;
      b.shift('silver', cuts);
    },
    minutes: [0.4, 0.8, 1.2],
    by: ['silver'],
    tools: ['flexible_knife'],
    knife: true,
    lies: 'side',
    draws: 'skin',
    view: 'under_skin',
  },
  {
    id: 'shave',
    of: (b) =>
      b.kind === 'round' &&
      b.taking('sides').filter((c) => c.goal.shaved || (b.method('membrane') === 'shaved' && !c.goal.tray)),
    does: (b, cuts) => {
      b.shift('membrane', cuts, 'shaved');
      for (const c of cuts) c.state.shaved = true;
    },
    minutes: [0.5, 0.8, 1.2],
    tools: ['long_blade'],
    knife: true,
    lies: 'side',
    draws: 'pin_line',
  },
  {
    id: 'score',
    of: (b) => b.cuts.filter((c) => c.goal.scored),
    does: (_b, cuts) => {
      for (const c of cuts) c.state.scored = true;
    },
    minutes: [0.3, 0.4, 0.6],
    tools: ['long_blade'],
    knife: true,
    lies: 'side',
    draws: 'score',
  },
  {
    id: 'sweep',
    of: (b) => b.mains.filter((c) => c.form.boneless && pinsOf(b, c) !== 'declared'),
    minutes: [1, 1, 1],
    per: 'fillet',
    tools: (b) => (b.kind === 'round' ? ['tweezers'] : []),
    lies: (b) => (b.kind === 'flat' && !b.crossCut ? 'quarter' : b.kind === 'ray' ? 'wing_face' : 'side'),
    draws: 'sweep',
  },
  {
    id: 'tail_end',
    of: (b) =>
      b.cuts.filter((c) => ['portion', 'bias'].includes(c.goal.shape ?? '') && c.form.yield.share < 1),
    does: (b, cuts) => {
      const grams = cuts.reduce((s, c) => s + c.mass.flesh * (1 - c.form.yield.share), 0);
      const to = b.worth('tail_piece', grams) ? 'tail_piece' : 'offcuts';
      for (const c of cuts) for (const p of offBone) b.lose(c, p, to, c.mass[p] * (1 - c.form.yield.share));
    },
    minutes: [0.1, 0.2, 0.3],
    tools: ['long_blade'],
    knife: true,
    lies: 'side',
    draws: 'tail',
  },
  ...(
    ['portion', 'bias', 'block_cut', 'split', 'slices', 'loin_block', 'fold', 'roll', 'strips'] as const
  ).map((shape): ActRule => ({
    id: shape === 'slices' ? 'thin_slices' : shape,
    of: (b) => b.cuts.filter((c) => c.goal.shape === shape && c.goal.take === 'sides'),
    does: (b, cuts) => {
      for (const c of cuts) {
        if (shape !== 'portion' && shape !== 'bias') b.tidy(c);
        c.state.shaped = true;
        if (shape === 'roll') c.state.stuffed = c.goal.stuffed;
      }
    },
    minutes:
      shape === 'fold'
        ? [1, 1.5, 2]
        : shape === 'roll'
          ? [1.5, 2, 3]
          : shape === 'strips'
            ? [3, 4, 5]
            : [1, 2, 3],
    tools:
      shape === 'fold'
        ? ['flexible_knife']
        : shape === 'roll'
          ? []
          : shape === 'strips'
            ? ['long_blade', 'ruler']
            : ['long_blade', 'ruler'],
    ...(shape === 'roll' ? {} : { knife: true as const }),
    lies: (b) => (b.kind === 'flat' && !b.crossCut ? 'quarter' : 'side'),
    draws: (
      {
        portion: 'portions',
        bias: 'bias',
        block_cut: 'block',
        split: 'block',
        slices: 'bias',
        loin_block: 'block',
        fold: null,
        roll: null,
        strips: 'strips',
      } as const
    )[shape],
  })),
  {
    id: 'halve',
    of: (b) => b.cuts.filter((c) => c.goal.halved),
    does: (_b, cuts) => {
      for (const c of cuts) c.state.halved = true;
    },
    minutes: [0.5, 0.7, 1],
    tools: ['heavy_knife'],
    knife: true,
    lies: 'slice',
    draws: 'halve',
  },
  {
    id: 'ends',
    of: (b) => b.cuts.filter((c) => c.goal.endsOff),
    does: (b, cuts) => {
      const to = toBelly(
        b,
        cuts.reduce((s, c) => s + c.mass.belly, 0),
      );
      for (const c of cuts) {
        b.lose(c, 'belly', to, c.mass.belly);
        c.state.endsOff = true;
      }
    },
    minutes: [0.3, 0.4, 0.6],
    tools: ['flexible_knife'],
    knife: true,
    lies: 'slice',
  },
  {
    id: 'slash',
    of: (b) => b.cuts.filter((c) => c.goal.slashed),
    does: (_b, cuts) => {
      for (const c of cuts) c.state.slashed = true;
    },
    minutes: [0.3, 0.3, 0.5],
    tools: ['flexible_knife'],
    knife: true,
    lies: 'fish',
    draws: 'slash',
  },
  {
    id: 'faces',
    of: (b) => b.cuts.filter((c) => c.form.boneless && c.goal.shape !== null),
    minutes: [0.5, 0.5, 0.5],
    tools: ['lamp', 'tweezers'],
    lies: 'portion',
  },
  {
    id: 'pair',
    of: (b) => b.cuts.filter((c) => c.goal.paired),
    does: (_b, cuts) => {
      for (const c of cuts) c.state.paired = true;
    },
    minutes: [0.3, 0.4, 0.5],
    tools: ['stiff_knife'],
    knife: true,
    lies: 'joint',
    draws: 'halve',
  },
  {
    id: 'stuff',
    of: (b) => b.cuts.filter((c) => c.goal.herbs || (c.goal.stuffed && c.goal.shape !== 'roll')),
    does: (_b, cuts) => {
      for (const c of cuts) {
        c.state.herbs = c.goal.herbs;
        c.state.stuffed = c.goal.stuffed;
      }
    },
    minutes: [0.5, 0.7, 1],
    tools: [],
    lies: 'joint',
  },
  {
    id: 'tie',
    of: (b) => b.cuts.filter((c) => c.goal.bound === 'tied'),
    does: (_b, cuts) => {
      for (const c of cuts) c.state.bound = 'tied';
    },
    minutes: [1, 1.5, 2],
    tools: ['string', 'ruler'],
    lies: (b) => (b.taking('joint').length > 0 ? 'joint' : 'slice'),
  },
  {
    id: 'bind',
    of: (b) => b.cuts.filter((c) => c.goal.bound === 'wrapped'),
    does: (_b, cuts) => {
      for (const c of cuts) c.state.bound = 'wrapped';
    },
    minutes: [0.7, 1, 1.3],
    tools: ['film'],
    lies: 'joint',
  },
  {
    id: 'cheeks',
    of: (b) => b.cuts.filter((c) => c.form.does.includes('cheeks')),
    does: (b, [cut]) => b.sort(b.kind === 'ray' ? 'ray_body' : 'head', ['cheeks'], cut!),
    minutes: [0.5, 1, 1.5],
    tools: ['short_knife'],
    knife: true,
    lies: 'head',
    draws: 'cheeks',
  },
  {
    id: 'collars',
    of: (b) => {
      const there = b.tubs.get('head')?.collars ?? 0;
      const wanted = b.trim('collars');
      if (there === 0) return false;
      if (wanted) return [wanted];
      const { bodyPlan } = b.job.species;
      return ['fusiform', 'deep'].includes(bodyPlan) && !b.state.scales && b.worth('collars', there);
    },
    does: (b, cuts) => b.sort('head', ['collars'], cuts[0] ?? 'collars'),
    minutes: [0.5, 1, 1.5],
    tools: ['heavy_knife'],
    knife: true,
    lies: 'head',
    draws: 'collars',
  },
  {
    id: 'head_flesh',
    of: (b) => (b.tubs.get('head')?.headFlesh ?? 0) >= 50 && b.oily && b.method('salmon_heads') === 'no',
    does: (b) => b.sort('head', ['headFlesh'], 'head_flesh'),
    minutes: [1, 2, 3],
    tools: ['spoon'],
    lies: 'head',
  },
  {
    id: 'strips_off',
    of: (b) => b.cuts.filter((c) => c.form.does.includes('belly_strips')),
    does: (b, [cut]) => b.sort('belly', ['belly', 'flesh'], cut!),
    minutes: [0.5, 1, 1.5],
    tools: ['scissors'],
    knife: true,
    lies: 'nothing',
  },
  {
    id: 'skins',
    of: (b) => b.cuts.filter((c) => c.form.does.includes('skins')),
    does: (b, [cut]) => b.sort('skin', ['skin', 'dark', 'flesh'], cut!),
    minutes: [0.5, 1, 1.5],
    tools: ['short_knife'],
    lies: 'nothing',
  },
  {
    id: 'frame',
    of: (b) => b.state.open && !b.piece && b.fish.frame > 1e-6,
    does: (b) => {
      const wanted = b.trim('scrape');
      if (b.kind === 'ray') b.take(['scrape'], 'frame');
      else if (wanted) b.give(wanted, ['scrape']);
      else b.take(['scrape'], 'scrape');
      b.take(['frame', 'ribs', ...finParts, 'skirts'], 'frame');
      b.state.fins = b.state.tailFin = false;
    },
    minutes: [1, 2, 3],
    tools: (b) => (b.kind === 'ray' ? ['lamp'] : ['lamp', 'spoon']),
    lies: 'frame',
  },
  {
    id: 'soak',
    of: (b) => b.cuts.filter((c) => c.form.does.includes('stock')),
    does: (b, [cut]) => {
      b.sort('head', ['gills', 'eyes'], 'viscera');
      b.sort('head', ['head', 'cheeks', 'headFlesh', 'finsBreast', 'collars'], cut!);
      b.sort('frame', ['frame', 'ribs', 'frontBone', 'scrape', 'flesh', ...finParts], cut!);
      if (b.grams('fins') > 0 && b.method('fins') === 'stock') b.sort('fins', finParts, cut!);
    },
    minutes: [1, 2, 3],
    tools: ['scissors', 'heavy_knife', 'water'],
    lies: 'frame',
    timer: 120,
  },
  {
    id: 'along',
    of: (b) =>
      b.cuts.filter((c) =>
        [...b.tubs.keys()].some((tub) => b.grams(tub) >= 0.5 && goesAlong(c.trimWish ?? 'shop', tub)),
      ),
    // What a customer boils has no gills in it, whoever takes the head home.
    does: (b) => {
      if (b.tubs.has('head')) b.sort('head', ['gills'], 'viscera');
    },
    minutes: [0.5, 0.5, 0.7],
    tools: ['scissors', 'film'],
    lies: 'nothing',
  },
  {
    id: 'asked',
    of: (b) => b.cuts.filter((c) => c.goal.asked.length > 0),
    minutes: [0.5, 0.5, 0.5],
    tools: [],
    lies: 'nothing',
  },
  {
    id: 'back',
    of: (b) => b.mains.length === 0 && (b.fish.flesh > 0 || b.fish.body > 0),
    does: (b) =>
      b.take(
        [...headParts, 'collars', 'body', ...finParts, ...behindHead, 'tailMuscle', 'frontBone', 'water'],
        'rest_piece',
      ),
    minutes: [0.2, 0.2, 0.3],
    tools: [],
    lies: 'fish',
  },
  {
    id: 'weigh',
    of: () => true,
    minutes: [0.5, 0.5, 0.5],
    tools: ['scale'],
    lies: 'nothing',
  },
  ...(['tray', 'vacuum', 'frozen'] as const).map((packing): ActRule => ({
    id: `pack_${packing}`,
    of: (b) => b.cuts.filter((c) => c.packing === packing),
    minutes: packing === 'tray' ? [0.2, 0.2, 0.3] : [0.5, 0.5, 0.6],
    per: 'piece',
    tools: packing === 'tray' ? ['trays', 'film'] : packing === 'vacuum' ? ['vacuum_packer'] : ['film'],
    lies: 'nothing',
  })),
  {
    id: 'label',
    of: () => true,
    minutes: [0.5, 0.5, 0.5],
    per: 'piece',
    tools: (b) => (b.cuts.some(wrapped) ? ['film', 'printer'] : ['printer']),
    lies: 'nothing',
  },
  {
    id: 'clean',
    of: () => true,
    minutes: [4, 4, 4],
    per: 'ticket',
    tools: ['towel'],
    lies: 'nothing',
  },
];

/** Fish opened flat in one piece: everything but the bones. */
function openFish(b: Board, cuts: readonly Cut[]): void {
  const { head: on } = b.state;
  b.divide(
    cuts,
    [...offBone, ...finParts, ...(on ? ([...headParts, 'collars'] as const) : [])],
    (c) => c.place.offBone,
  );
  for (const c of cuts) {
    offAs(b, c);
    c.state.ribs = false;
  }
}

/** Both sides of a fish, or a piece that is cut again, divided among the cuts that want them. */
function takeSides(b: Board, cuts: readonly Cut[]): void {
  for (const c of cuts) {
    carve(b, c, offBone, shareOf(b, c));
    // Over the ribs they stay on the frame; a flatfish leaves its little cage in the fillets, a ray and a monk tail have none.
    c.state.ribs = !b.piece && (b.kind === 'flat' || (b.kind === 'round' && b.method('ribs') !== 'over'));
  }
  if (!b.piece) b.shift('frame', cuts);
}

/** A side off: three strokes and, over the ribs, the time they take. */
function filletMinutes(b: Board): Minutes {
  const over = b.kind === 'round' && b.method('ribs') === 'over';
  const all = [2, 3, 6].map((m, i) => (m + (over ? [1, 1, 2][i]! : 0)) / 2);
  return [all[0]!, all[1]!, all[2]!];
}
const filletView = (b: Board): BladeView =>
  b.kind === 'monk' ? 'on_backbone' : b.method('ribs') === 'over' ? 'over_ribs' : 'through_ribs';
