import type { ActRule } from './rule.ts';
import { filletLies } from './share.ts';
import { toBelly } from './sides.ts';

/** Sides and fish made into pieces, tied, stuffed or paired. */
export const pieceActs: readonly ActRule[] = [
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
    lies: filletLies,
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
];
