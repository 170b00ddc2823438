import type { ActRule } from './rule.ts';
import type { Board } from '../state.ts';
import { flatSides, lying, divideSides } from './share.ts';
import { headParts, type Part } from '../parts.ts';

export const spiny: readonly Part[] = ['finsBack', 'finsVent', 'finsBelly'];

const wantsOff = (b: Board) =>
  b.cuts.some((c) => !c.goal.headOn && c.goal.take !== 'nothing' && c.goal.take !== 'trim');
const trimNeedsHead = (b: Board) =>
  b.mains.length === 0 && b.trim('cheeks', 'collars', 'stock') !== undefined;
const gutsWithHead = (b: Board) => b.taking('skinned_with_head').length > 0;
const gutsThroughBack = (b: Board) => b.taking('butterfly_back').length > 0;

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
export const roe: ActRule = {
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
export const liver: ActRule = {
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

/** What is done to the fish as a whole, before a cut comes off. */
export const wholeActs: readonly ActRule[] = [
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
    does: (b, cuts) => divideSides(b, cuts),
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
];
