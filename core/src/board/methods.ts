import type { Form } from '../forms/index.ts';
import { isBoned, isPiece, isSkinned, type ArrivalCondition, type Species } from '../species/index.ts';
import type { Goal } from './goal.ts';
import { kindOf, type Kind } from './parts.ts';

/** One accepted way to do a piece of work, with what it does to grams and minutes (our choice unless the note says otherwise). */
export interface Method {
  id: string;
  name: string;
  /** Points of the form's own part lost (negative) or gained against the default method, lowest and highest. */
  points: readonly [low: number, high: number];
  /** Where the lost flesh goes: a tub, the frame, or water. */
  to: 'frame' | 'pinStrip' | 'drip' | 'skin' | 'scrape' | 'bloodline';
  /** Minutes a fish more (or fewer) than the default in the act it belongs to: small, medium, large. */
  minutes: readonly [number, number, number];
  note: string;
}

export interface Question {
  id: string;
  name: string;
  /** The default comes first. */
  methods: readonly Method[];
}

const method = (
  id: string,
  name: string,
  note = '',
  more: Partial<Pick<Method, 'points' | 'to' | 'minutes'>> = {},
): Method => ({ id, name, note, points: [0, 0], to: 'frame', minutes: [0, 0, 0], ...more });

/** Where good cutters disagree (common practice): the default first. */
export const questions = [
  {
    id: 'ribs',
    name: 'Ribs',
    methods: [
      method('over', 'over the ribs', 'Quick; leaves 1 to 2 points of yield on the frame.'),
      method(
        'through',
        'straight through by knife, shave after',
        'Fast, for salmonids; refused where bones are dense.',
        { points: [-0.5, 0.5], minutes: [-1.3, -1.5, -2.8] },
      ),
      method('scissors', 'through with scissors, then shave', 'Slower, least waste.', {
        points: [1, 2],
        minutes: [0, 0.5, 0.5],
      }),
      method('block', 'block fillet, cut out after', 'Ribs and pin bones come off with the fillet.', {
        points: [-1, 0],
        minutes: [-0.5, -0.5, -1],
      }),
    ],
  },
  {
    id: 'pin_bones',
    name: 'Pin bones',
    methods: [
      method('pull', 'pull along their lean', 'No loss; it mirrors on the other side.'),
      method('raise', 'raise upright first, then pull', 'Surer grip, a little slower.', {
        minutes: [0.5, 1, 2],
      }),
      method('v_cut', 'V down to the skin', 'The fillet stays whole; fast, for big or firmly set bones.', {
        points: [-4, -1.5],
        to: 'pinStrip',
        minutes: [-2, -4, -6],
      }),
      method('strip', 'strip cut through', 'The side falls into loin and belly: bars whole-fillet forms.', {
        points: [-3, -1],
        to: 'pinStrip',
        minutes: [-2, -4, -6],
      }),
      method('leave', 'leave in, declared', 'The label names the bones left in.', { minutes: [-3, -5, -8] }),
    ],
  },
  {
    id: 'firming',
    name: 'Before pulling pin bones',
    methods: [
      method('none', 'nothing'),
      method(
        'salt',
        'dry salt 30 minutes in the cold, rinse, dry',
        'Firmer, fewer tears; 1 to 2 % of the weight is lost.',
        { points: [-1.2, -0.6], to: 'drip' },
      ),
    ],
  },
  {
    id: 'head',
    name: 'Head',
    methods: [
      method('off_first', 'off before filleting'),
      method('on_last', 'on until the end', 'Something to hold.'),
    ],
  },
  {
    id: 'skinning',
    name: 'Skinning',
    methods: [
      method('still', 'blade still and flat, pull the skin'),
      method('wiggle', 'small saw or wiggle', 'Gentler on thin skins; a steeper blade leaves flesh on.', {
        points: [-1, 0],
        to: 'skin',
        minutes: [0.3, 0.3, 0.5],
      }),
    ],
  },
  {
    id: 'skin_order',
    name: 'Skin or bones first',
    methods: [
      method(
        'bones_first',
        'bones first, then the skin',
        'The skin holds the flesh together while bones are drawn.',
      ),
      method(
        'skin_first',
        'skin first, then the bones',
        'Wiped once, no scale or slime is carried to the bones.',
        {
          minutes: [0.1, 0.1, 0.2],
        },
      ),
    ],
  },
  {
    id: 'silver',
    name: 'Silver skin of a monk tail',
    methods: [
      method('pull', 'pulled off the tail', 'In one with the tail whole.'),
      method('knife', 'off the fillets by knife', 'Closer, a little flesh goes with it.', {
        points: [-1, 0],
        to: 'bloodline',
        minutes: [0.5, 1, 1],
      }),
    ],
  },
  {
    id: 'board',
    name: 'Board',
    methods: [method('wetted', 'wood wetted first, cloth under it'), method('dry', 'bone dry')],
  },
  {
    id: 'frame',
    name: 'Frame',
    methods: [
      method('close', 'cut close'),
      method('fleshy', 'leave flesh on where scrape sells', 'Compare the price of fillet and of scrape.', {
        points: [-4, -2],
        to: 'scrape',
        minutes: [-0.5, -0.8, -1.5],
      }),
    ],
  },
  {
    id: 'fins',
    name: 'Fins',
    methods: [method('stock', 'to stock'), method('bin', 'to the bin')],
  },
  {
    id: 'guts',
    name: 'Guts',
    methods: [
      method('gut_first', 'gut first'),
      method(
        'guts_in',
        'fillet with guts in',
        'Fast on small fish; head and guts leave with the frame. Keep the blade out.',
        { points: [-1, 0] },
      ),
    ],
  },
  {
    id: 'first_cut',
    name: 'First cut',
    methods: [
      method('head_tail', 'head to tail along the back'),
      method('tail_head', 'tail to head'),
      method('belly', 'from the belly'),
    ],
  },
  {
    id: 'flatfish',
    name: 'Flatfish',
    methods: [
      method('quarter', 'quarter-cut: four fillets'),
      method('cross', 'cross-cut: two', 'The ridge of the spine is crossed.', { points: [-1, 0] }),
    ],
  },
  {
    id: 'cross_from',
    name: 'Cross-cut from',
    methods: [
      method('edge', 'edge to edge', 'From the fins of one side, over the ridge, to the other.'),
      method(
        'midline',
        'the middle, both ways',
        'Down the middle first; the two quarters stay joined at the tail.',
        {
          minutes: [0.3, 0.5, 0.5],
        },
      ),
    ],
  },
  {
    id: 'belly',
    name: 'Belly on a side',
    methods: [
      method('off', 'off before portioning'),
      method('on', 'left on until sold', 'Protects the flesh; sold apart as strips.'),
    ],
  },
  {
    id: 'membrane',
    name: 'Membrane and bloodline',
    methods: [
      method('left', 'left'),
      method('shaved', 'shaved', 'Paler, milder; a little flesh goes with it.', {
        points: [-2, -1],
        to: 'bloodline',
      }),
    ],
  },
  {
    id: 'washing',
    name: 'Washing',
    methods: [
      method('rinse', 'rinse cavity and board, dry the flesh'),
      method('dry_only', 'dry only: paper towel, no water on flesh', '', { minutes: [0.2, 0.2, 0.3] }),
    ],
  },
  {
    id: 'oily_frames',
    name: 'Oily frames',
    methods: [
      method('no_stock', 'not for stock'),
      method('own_dish', 'only for that fish\u2019s own dish or a red-wine stock'),
      method('salmon_ok', 'salmon accepted'),
    ],
  },
  {
    id: 'salmon_heads',
    name: 'Salmon heads in stock',
    methods: [
      method('no', 'no: blood, bitter; scrape for flesh'),
      method('soaked', 'yes, gills out and soaked'),
    ],
  },
  {
    id: 'portion_by',
    name: 'Portion by',
    methods: [method('weight', 'weight'), method('length', 'marked length')],
  },
] as const satisfies readonly Question[];

export type QuestionId = (typeof questions)[number]['id'];
/** Method chosen for some questions; the others stay at the default. */
export type MethodChoices = Partial<Record<QuestionId, string>>;
/** Who chose: the shop, the cutter, this ticket; or a rule that leaves no choice. */
export type ChosenBy = 'default' | 'shop' | 'cutter' | 'ticket' | 'rule';
export interface Chosen {
  question: QuestionId;
  method: Method;
  by: ChosenBy;
  /** Why a rule overruled the choice; empty otherwise. */
  because: string;
}
export type Methods = Readonly<Record<QuestionId, Chosen>>;

export const questionOf = (id: QuestionId): Question => questions.find((q) => q.id === id)!;
export const isChoice = (question: string, method: string): boolean =>
  questions.some((q) => q.id === question && q.methods.some((m) => m.id === method));

type MethodSpecies = Pick<Species, 'id' | 'bodyPlan' | 'bodyRow' | 'typicalG' | 'scales' | 'sharp'>;
/** What a method is judged by: the fish, how it came, and what is to become of it. */
export interface MethodJob {
  species: MethodSpecies;
  condition: ArrivalCondition;
  cuts: readonly { form: Form; goal: Goal }[];
}

/** What is still to be decided of a piece that is cut again. */
const ofPieces: readonly QuestionId[] = [
  'pin_bones',
  'firming',
  'skinning',
  'skin_order',
  'silver',
  'board',
  'belly',
  'membrane',
  'portion_by',
];

const salmonids = ['salmon', 'trout'];
const firmBones = (s: MethodSpecies) => /gurnard|lionfish/.test(s.id);

/** Why a question does not arise on this job, or null when it does. */
function notAsked(question: QuestionId, { condition, cuts }: MethodJob, kind: Kind): string | null {
  const sides = cuts.filter((c) => c.goal.take === 'sides');
  switch (question) {
    case 'ribs':
      return kind === 'round' && sides.length > 0 ? null : 'No sides come off over ribs here';
    case 'pin_bones':
    case 'firming':
      return isBoned(condition) || !cuts.some((c) => c.goal.pins !== 'in')
        ? 'No pin bones come out here'
        : null;
    case 'belly':
      return kind === 'round' &&
        !isPiece(condition) &&
        sides.some((c) => c.goal.shape === 'portion' || c.goal.shape === 'bias')
        ? null
        : 'No side is portioned here';
    case 'membrane':
      return kind === 'round' && sides.some((c) => !c.goal.shaved && !c.goal.tray)
        ? null
        : 'Nothing here is shaved, or it is shaved anyway';
    case 'skinning':
      return sides.some((c) => c.goal.skin === 'off') &&
        !isSkinned(condition) &&
        kind !== 'monk' &&
        kind !== 'ray'
        ? null
        : 'No skin comes off by knife here';
    case 'flatfish':
      return kind === 'flat' && sides.length > 0 ? null : 'No flatfish is filleted here';
    case 'frame':
    case 'first_cut':
      return sides.length > 0 ? null : 'No sides come off here';
    default:
      return null;
  }
}

/** Why this method cannot be used for this job, or null when it can. */
export function methodRefusal(question: QuestionId, method: string, job: MethodJob): string | null {
  const { species, condition } = job;
  const kind = kindOf(species);
  const cuts = job.cuts.filter((c) => c.goal.take !== 'trim');
  const does = (op: Form['does'][number]) => cuts.some((c) => c.form.does.includes(op));
  const takes = (take: Goal['take']) => cuts.some((c) => c.goal.take === take);
  const allSides = cuts.length > 0 && cuts.every((c) => c.goal.take === 'sides');
  if (isPiece(condition) && !ofPieces.includes(question) && method !== questionOf(question).methods[0]!.id)
    return 'It is off the bone already';
  if (method !== questionOf(question).methods[0]!.id) {
    const idle = notAsked(question, job, kind);
    if (idle) return idle;
  }
  switch (`${question} ${method}`) {
    case 'ribs over':
    case 'ribs scissors':
      return cuts.some((c) => c.goal.block) ? 'A block fillet takes the ribs along' : null;
    case 'ribs through':
      return cuts.some((c) => c.goal.block)
        ? 'A block fillet takes the ribs along'
        : salmonids.includes(species.bodyRow)
          ? null
          : 'Only where ribs are soft, as on salmonids: dense bones turn the blade';
    case 'ribs block':
      return cuts.some((c) => c.goal.tray) ? 'A half-shell keeps its skin whole' : null;
    case 'firming salt':
      return firmBones(species)
        ? 'Its bones are cut out, not drawn'
        : cuts.some((c) => c.goal.pins === 'out' && !c.goal.tray && !c.goal.block)
          ? null
          : 'No bones are drawn here';
    case 'skin_order skin_first':
      if (isSkinned(condition)) return 'The skin is off already';
      if (kind === 'ray' || kind === 'monk') return 'There are no bones to draw';
      if (!cuts.some((c) => c.goal.take === 'sides' && c.goal.skin === 'off')) return 'No skin comes off';
      return cuts.every((c) => c.goal.skin === 'off') ? null : 'One of the forms keeps its skin';
    case 'pin_bones strip':
      return cuts.every(
        (c) =>
          c.goal.take === 'sides' &&
          ['split', 'block_cut', 'slices', 'loin_block', 'strips'].includes(c.goal.shape ?? ''),
      )
        ? null
        : 'The side falls in two: only where it is split anyway';
    case 'pin_bones leave':
      return cuts.some((c) => c.goal.pins === 'out') ? 'This form is sold boneless' : null;
    case 'pin_bones pull':
    case 'pin_bones raise':
      return firmBones(species) ? 'Big, firmly set bones: cut them out as a V' : null;
    case 'head on_last':
      return !allSides
        ? 'The head comes off before a fish is cut across'
        : kind === 'round' || kind === 'flat'
          ? null
          : 'Nothing to hold it by';
    case 'head off_first':
      return kind === 'flat' && allSides && condition === 'gutted'
        ? 'A gutted flatfish is cut round the head; it stays on the frame'
        : null;
    case 'silver knife':
      return takes('sides') ? null : 'A tail on the bone has no fillets to take it off';
    case 'guts guts_in':
      if (condition !== 'whole') return 'It came gutted';
      if (!allSides) return 'Only where all of it is filleted';
      if (kind === 'flat') return null;
      return kind === 'round' &&
        (species.bodyRow === 'bass' || species.bodyPlan === 'deep') &&
        species.typicalG <= 700
        ? cuts.some((c) => c.goal.block)
          ? 'A block fillet goes through the ribs, into the guts'
          : null
        : species.scales === 'armour'
          ? null
          : 'Only for flatfish, small bass and bream, and armoured fish';
    case 'flatfish cross':
      return does('quarter')
        ? 'Quarter-cut was ordered'
        : cuts.some((c) => ['fold', 'roll'].includes(c.goal.shape ?? ''))
          ? 'These are made of quarters'
          : null;
    case 'flatfish quarter':
      return does('cross') ? 'Cross-cut was ordered' : null;
    case 'cross_from midline':
      return does('quarter') ? 'Quarter-cut was ordered' : null;
    case 'first_cut belly':
      return cuts.some((c) => c.goal.block) ? 'A block fillet is cut from the back' : null;
    default:
      return null;
  }
}

/** Questions that go with another: a method that needs a second one says so here. */
function tied(chosen: Record<QuestionId, Chosen>): void {
  // Guts in, the head stays on and leaves with the frame; over the ribs, never through them.
  if (chosen.guts.method.id !== 'guts_in') return;
  const to = (question: QuestionId, method: string) => {
    if (chosen[question].method.id === method) return;
    chosen[question] = {
      question,
      method: questionOf(question).methods.find((m) => m.id === method)!,
      by: 'rule',
      because: 'Guts stay in until the fillets are off',
    };
  };
  to('head', 'on_last');
  to('ribs', 'over');
}

/**
 * The method that counts for each question: the ticket's, else the cutter's, else the shop's, else the default; one
 * that this fish or form refuses gives way to the first that fits, and says why.
 */
export function resolveMethods(
  job: MethodJob,
  choices: { shop?: MethodChoices; cutter?: MethodChoices; ticket?: MethodChoices },
): Methods {
  const resolved = questions.map((q): [QuestionId, Chosen] => {
    const [id, by] = (['ticket', 'cutter', 'shop'] as const)
      .map((who): [string | undefined, ChosenBy] => [choices[who]?.[q.id], who])
      .find(([m]) => m !== undefined && isChoice(q.id, m)) ?? [q.methods[0].id, 'default' as const];
    const wanted: Method = q.methods.find((m) => m.id === id)!;
    const refused = methodRefusal(q.id, wanted.id, job);
    if (!refused) return [q.id, { question: q.id, method: wanted, by, because: '' }];
    const fits: Method = q.methods.find((m) => methodRefusal(q.id, m.id, job) === null) ?? wanted;
    return [q.id, { question: q.id, method: fits, by: 'rule', because: refused }];
  });
  const chosen = Object.fromEntries(resolved) as Record<QuestionId, Chosen>;
  tied(chosen);
  return chosen;
}

/** The methods chosen by question, as they are: what a plan that was kept says of them. */
export const methodsChosen = (choices: Readonly<Record<string, string>>): Method[] =>
  questions.flatMap((q): Method[] => q.methods.filter((m) => m.id === choices[q.id]));
