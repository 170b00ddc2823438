import type { Bench } from './step.ts';

export const blade = 'Sharp knife, glove on the holding hand. Cut away from it; fingertips behind the blade.';
export const armour = (b: Bench) =>
  b.species.scales === 'armour' && 'Armour: enter between scales, turn the blade, cut from inside outward.';
export const venomous = (b: Bench) => b.species.sharp === 'venom spines';
export const cutsFish = (b: Bench) => b.forms.some((f) => f.does.length > 0);
export const sides = (b: Bench) => b.does('fillet', 'block_fillet', 'half_shell');
export const filletOff = (b: Bench) => b.does('fillet', 'block_fillet', 'half_shell', 'quarter', 'cross');
export const crossCut = (b: Bench) =>
  b.does('cross') || (!b.does('quarter') && b.does('fillet') && b.school('flatfish') === 'cross');
export const blockCut = (b: Bench) =>
  b.does('block_fillet') || (sides(b) && b.school('ribs') === 'block' && !b.does('half_shell'));
export const gutsStayIn = (b: Bench) =>
  b.school('guts') === 'guts_in' && b.forms.every((f) => f.section === 'sides');
export const headTakesGuts = (b: Bench) => b.does('skin_head');
export const veeHead = (b: Bench) => b.flat && filletOff(b) && b.gutsIn;
export const boned = (b: Bench) => b.round && (sides(b) || b.does('joint', 'open_back', 'open_belly'));
export const portioned = [
  'portion',
  'bias',
  'block_cut',
  'split',
  'slices',
  'fold',
  'roll',
  'strips',
  'loin_block',
] as const;
export const heads = (b: Bench) => b.headOn && b.round && !headTakesGuts(b) && b.does('head');
export const headLast = (b: Bench) =>
  heads(b) && b.school('head') === 'on_last' && b.forms.every((f) => f.section === 'sides');
export const boneless = (b: Bench) => b.forms.some((f) => f.boneless);
