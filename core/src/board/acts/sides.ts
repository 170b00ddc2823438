import type { ActRule } from './rule.ts';
import type { Board } from '../state.ts';
import { bellyOf, filletLies, offBone, pinsOf } from './share.ts';
import { isBoned } from '../../species/index.ts';

export const toBelly = (b: Board, grams: number) =>
  b.trim('belly_strips') !== undefined || (b.oily && b.kind === 'round' && b.worth('belly', grams))
    ? 'belly'
    : 'offcuts';

const boned = (b: Board) =>
  b.cuts.filter((c) => pinsOf(b, c) === 'out' && c.state.pins === 'in' && !isBoned(b.job.condition));
const skinned = (b: Board) => b.taking('sides').filter((c) => c.goal.skin === 'off' && c.state.skin);
const skinFirst = (b: Board) => b.method('skin_order') === 'skin_first';
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
  lies: filletLies,
  draws: 'skin',
  view: 'under_skin',
};

/** Sides tidied: ribs, belly, pin bones, skin. */
export const sideActs: readonly ActRule[] = [
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
    // Of a fillet cut across too, the quarter it sits in is what is looked at.
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
    lies: filletLies,
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
    lies: filletLies,
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
];
