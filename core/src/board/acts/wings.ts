import { sure } from '../../found.ts';
import type { ActRule } from './rule.ts';
import { finParts, headParts } from '../parts.ts';
import { flatSides } from './share.ts';
import { spiny } from './whole.ts';

/** Rays and skinned tails: wings off, skin pulled, small fins and the silver skin. */
export const wingActs: readonly ActRule[] = [
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
    does: (b, [cut]) => b.give(sure(cut), ['tailMuscle']),
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
];
