import { nth } from '../../found.ts';
import type { ActRule, BladeView, Minutes } from './rule.ts';
import type { Board, Cut } from '../state.ts';
import {
  baseOf,
  behindHead,
  carve,
  flatSides,
  lying,
  offAs,
  offBone,
  onBone,
  shareOf,
  divideSides,
} from './share.ts';
import { finParts, headParts } from '../parts.ts';
import { liver, roe } from './whole.ts';

function leftOver(b: Board, tub: 'rest_piece' | 'tail_piece', share: number): void {
  const base = baseOf(b);
  const k = share * (1 - onBone(b));
  const grams = behindHead.reduce((s, p) => s + base[p] * k, 0);
  const to = b.worth(tub, grams) ? tub : 'offcuts';
  for (const p of behindHead) if (b.fish[p] > 0) b.take([p], to, Math.min(1, (base[p] * k) / b.fish[p]));
  b.state.open = true;
}
const board: ActRule = {
  id: 'board',
  of: (b) => b.mains.some((c) => !['nothing', 'fish', 'wing', 'skinned_with_head'].includes(c.goal.take)),
  minutes: [0.3, 0.3, 0.3],
  tools: ['towel'],
  lies: 'nothing',
};

/** The fish opened: butterflies, joints, steaks, sides and quarters off the bone. */
export const openingActs: readonly ActRule[] = [
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
    does: (b, cuts) => divideSides(b, cuts),
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
      divideSides(b, cuts);
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
    does: (b, cuts) => divideSides(b, cuts),
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

/** A side off: three strokes and, over the ribs, the time they take. */
function filletMinutes(b: Board): Minutes {
  const over = b.kind === 'round' && b.method('ribs') === 'over';
  const all = [2, 3, 6].map((m, i) => (m + (over ? nth([1, 1, 2], i) : 0)) / 2);
  return [nth(all, 0), nth(all, 1), nth(all, 2)];
}
const filletView = (b: Board): BladeView =>
  b.kind === 'monk' ? 'on_backbone' : b.method('ribs') === 'over' ? 'over_ribs' : 'through_ribs';
