import { nth } from '../found.ts';
import type { Form, Operation } from '../forms/index.ts';
import { optionOf, optionsOf, portionSizes, sliceMm, type OptionId } from './options.ts';
import type { Kind } from './parts.ts';

/** How a form is taken from the fish. */
type Take =
  | 'nothing'
  | 'fish'
  | 'butterfly_back'
  | 'butterfly_belly'
  | 'skinned_with_head'
  | 'joint'
  | 'tail'
  | 'slices'
  | 'sides'
  | 'wing'
  | 'trim';

/** How the flesh is divided or shaped once it is off. */
type Shape =
  'portion' | 'bias' | 'block_cut' | 'split' | 'slices' | 'loin_block' | 'fold' | 'roll' | 'strips';

/**
 * What a form with its options is to be: which parts are on, which are off, in what state. A part that says nothing of
 * itself stays as it lies.
 */
export interface Goal {
  take: Take;
  headOn: boolean;
  gills: boolean;
  guts: boolean;
  scales: 'off' | 'on' | 'any';
  /** Back, vent, belly and breast fins. */
  fins: 'off' | 'on' | 'any';
  tailFin: 'off' | 'on';
  skin: 'off' | 'on';
  silver: 'off' | 'any';
  skirts: 'off' | 'on';
  pins: 'out' | 'declared' | 'in';
  ribs: 'out' | 'in';
  belly: 'off' | 'trimmed' | 'on';
  block: boolean;
  tray: boolean;
  shaved: boolean;
  scored: boolean;
  slashed: boolean;
  halved: boolean;
  endsOff: boolean;
  bound: 'tied' | 'wrapped' | 'no';
  paired: boolean;
  herbs: boolean;
  stuffed: boolean;
  milt: boolean;
  eyesWhole: boolean;
  shape: Shape | null;
  /** Grams of a portion, or mm of a slice, where an option names them. */
  size: readonly [number, number] | null;
  sliceMm: number | null;
  /** The shop's own words, said on the ticket as they are. */
  asked: readonly string[];
}

const shapes: readonly Shape[] = [
  'portion',
  'bias',
  'block_cut',
  'split',
  'slices',
  'loin_block',
  'fold',
  'roll',
  'strips',
];

function takeOf(form: Form, does: (...ops: Operation[]) => boolean): Take {
  if (form.section === 'trim') return 'trim';
  if (does('open_back')) return 'butterfly_back';
  if (does('open_belly')) return 'butterfly_belly';
  if (does('skin_head')) return 'skinned_with_head';
  if (does('joint')) return 'joint';
  if (does('open_tail')) return 'tail';
  if (does('steaks', 'troncon')) return 'slices';
  if (does('skin_wing')) return 'wing';
  if (form.section === 'sides') return 'sides';
  return form.does.length === 0 ? 'nothing' : 'fish';
}

/** The goal of a form with these options. Options that the form does not know change only the words. */
export function goalOf(form: Form, words: readonly string[], kind: Kind): Goal {
  const does = (...ops: Operation[]) => ops.some((o) => form.does.includes(o));
  const o = optionsOf(words);
  const has = (id: OptionId) => o.has(id);
  const take = takeOf(form, does);
  const fish = take === 'fish';
  const butterfly = take === 'butterfly_back' || take === 'butterfly_belly';
  const headOn =
    (fish && !does('head') && !has('head_off') && kind !== 'monk') || (butterfly && has('head_on'));
  const skinOff =
    (does('skin', 'skin_both', 'skin_head', 'skin_tail', 'skin_wing') && !has('skin_on')) ||
    (has('skin_off') && ['sides', 'wing'].includes(take));
  const tray = does('half_shell');
  const opened = butterfly || take === 'joint' || take === 'tail' || take === 'sides';
  const boned = kind === 'round' && opened && take !== 'tail';
  const size = [...o].flatMap((id) => portionSizes[id] ?? []);
  return {
    take,
    headOn,
    gills: headOn && has('gills_in'),
    guts: false,
    scales: tray || take === 'nothing' ? 'on' : (does('scale') && !skinOff) || has('scaled') ? 'off' : 'any',
    fins: take === 'nothing' || has('fins_on') ? 'on' : does('fins') || has('fins_off') ? 'off' : 'any',
    tailFin: (does('tail_fin') || has('tail_off')) && !has('tail_on') ? 'off' : 'on',
    skin: skinOff ? 'off' : 'on',
    silver: kind === 'monk' && skinOff ? 'off' : 'any',
    skirts: kind === 'flat' && (does('skin_both') || take === 'sides') && !has('skirts_on') ? 'off' : 'on',
    pins: !boned ? 'in' : has('pins_in') ? 'declared' : 'out',
    ribs: opened ? 'out' : 'in',
    belly: has('belly_off')
      ? 'off'
      : take === 'joint' || (take === 'sides' && kind === 'round')
        ? 'trimmed'
        : 'on',
    block: does('block_fillet'),
    tray,
    shaved: has('shaved'),
    scored: has('scored') && !skinOff,
    slashed: has('slashed'),
    halved: has('halved'),
    endsOff: has('ends_off'),
    bound: has('wrapped') ? 'wrapped' : has('tied') || take === 'joint' ? 'tied' : 'no',
    paired: has('paired'),
    herbs: has('herbs'),
    stuffed: has('stuffed'),
    milt: has('milt'),
    eyesWhole: has('eyes_whole'),
    shape: shapes.find((s) => does(s)) ?? null,
    size: size.length === 2 ? [nth(size, 0), nth(size, 1)] : null,
    sliceMm: sliceMm(o),
    asked: words.filter((w) => optionOf(w) === null),
  };
}
