import { sure } from '../../found.ts';
import type { ActRule } from './rule.ts';
import { behindHead, wrapped } from './share.ts';
import { finParts, headParts } from '../parts.ts';
import { goesAlong } from '../../yields/trimWish.ts';

/** What is left made use of; everything weighed, packed and labelled; the board cleaned. */
export const finishActs: readonly ActRule[] = [
  {
    id: 'cheeks',
    of: (b) => b.cuts.filter((c) => c.form.does.includes('cheeks')),
    does: (b, [cut]) => b.sort(b.kind === 'ray' ? 'ray_body' : 'head', ['cheeks'], sure(cut)),
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
    does: (b, [cut]) => b.sort('belly', ['belly', 'flesh'], sure(cut)),
    minutes: [0.5, 1, 1.5],
    tools: ['scissors'],
    knife: true,
    lies: 'nothing',
  },
  {
    id: 'skins',
    of: (b) => b.cuts.filter((c) => c.form.does.includes('skins')),
    does: (b, [cut]) => b.sort('skin', ['skin', 'dark', 'flesh'], sure(cut)),
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
      b.sort('head', ['head', 'cheeks', 'headFlesh', 'finsBreast', 'collars'], sure(cut));
      b.sort('frame', ['frame', 'ribs', 'frontBone', 'scrape', 'flesh', ...finParts], sure(cut));
      if (b.grams('fins') > 0 && b.method('fins') === 'stock') b.sort('fins', finParts, sure(cut));
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
