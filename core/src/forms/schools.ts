import type { ArrivalCondition, Species } from '../species/index.ts';
import type { Form } from './form.ts';

/** One accepted way to do a step, with what it does to yield and time (our choice unless the note says otherwise). */
export interface School {
  id: string;
  name: string;
  /** Points of the form's own part lost (negative) or gained against the default school, lowest and highest. */
  points: readonly [low: number, high: number];
  /** Where the lost flesh goes: a trim, or drip. */
  to: string;
  /** Minutes a fish more (or fewer) than the default: small, medium, large. */
  minutes: readonly [number, number, number];
  note: string;
}

export interface Question {
  id: string;
  name: string;
  /** The default comes first. */
  schools: readonly School[];
}

const school = (
  id: string,
  name: string,
  note = '',
  more: Partial<Pick<School, 'points' | 'to' | 'minutes'>> = {},
): School => ({ id, name, note, points: [0, 0], to: 'frame', minutes: [0, 0, 0], ...more });

/** Where good cutters disagree (common practice): the default first. */
export const questions = [
  {
    id: 'ribs',
    name: 'Ribs',
    schools: [
      school('over', 'over the ribs', 'Quick; leaves 1 to 2 points of yield on the frame.'),
      school(
        'through',
        'straight through by knife, shave after',
        'Fast, for salmonids; refused where bones are dense.',
        {
          points: [-0.5, 0.5],
          minutes: [-0.3, -0.5, -0.8],
        },
      ),
      school('scissors', 'through with scissors, then shave', 'Slower, least waste.', {
        points: [1, 2],
        minutes: [1, 1.5, 2.5],
      }),
      school('block', 'block fillet, cut out after', 'Ribs and pin bones come off with the fillet.', {
        points: [-1, 0],
        minutes: [0.5, 0.5, 1],
      }),
    ],
  },
  {
    id: 'pin_bones',
    name: 'Pin bones',
    schools: [
      school('pull', 'pull along their lean', 'No loss; it mirrors on the other side.'),
      school('raise', 'raise upright first, then pull', 'Surer grip, a little slower.', {
        minutes: [0.5, 1, 2],
      }),
      school('v_cut', 'V down to the skin', 'The fillet stays whole; fast, for big or firmly set bones.', {
        points: [-4, -1.5],
        to: 'pinStrip',
        minutes: [-2, -4, -6],
      }),
      school('strip', 'strip cut through', 'The side falls into loin and belly: bars whole-fillet forms.', {
        points: [-3, -1],
        to: 'pinStrip',
        minutes: [-2, -4, -6],
      }),
      school('leave', 'leave in, declared', 'The label names the bones left in.', { minutes: [-3, -5, -8] }),
    ],
  },
  {
    id: 'firming',
    name: 'Before pulling pin bones',
    schools: [
      school('none', 'nothing'),
      school(
        'salt',
        'dry salt 30 minutes, rinse, dry',
        'Firmer, fewer tears; 1 to 2 % of the weight is lost.',
        {
          points: [-1.2, -0.6],
          to: 'drip',
          minutes: [1, 1, 1.5],
        },
      ),
    ],
  },
  {
    id: 'head',
    name: 'Head',
    schools: [
      school('off_first', 'off before filleting'),
      school('on_last', 'on until the end', 'Something to hold.', { minutes: [0.1, 0.1, 0.2] }),
    ],
  },
  {
    id: 'skinning',
    name: 'Skinning',
    schools: [
      school('still', 'blade still and flat, pull the skin'),
      school('wiggle', 'small saw or wiggle', 'Gentler on thin skins; a steeper blade leaves flesh on.', {
        points: [-1, 0],
        to: 'skin',
        minutes: [0.3, 0.3, 0.5],
      }),
    ],
  },
  {
    id: 'board',
    name: 'Board',
    schools: [school('wetted', 'wood wetted first, cloth under it'), school('dry', 'bone dry')],
  },
  {
    id: 'frame',
    name: 'Frame',
    schools: [
      school('close', 'cut close'),
      school('fleshy', 'leave flesh on where scrape sells', 'Compare the price of fillet and of scrape.', {
        points: [-4, -2],
        to: 'scrape',
        minutes: [-0.5, -0.8, -1.5],
      }),
    ],
  },
  {
    id: 'fins',
    name: 'Fins',
    schools: [school('stock', 'to stock'), school('bin', 'to the bin')],
  },
  {
    id: 'guts',
    name: 'Guts',
    schools: [
      school('gut_first', 'gut first'),
      school(
        'guts_in',
        'fillet over the ribs with guts in',
        'Fast on small bass and bream; keep the blade out.',
        {
          points: [-1, 0],
          minutes: [-1, -1.5, -2],
        },
      ),
    ],
  },
  {
    id: 'first_cut',
    name: 'First cut',
    schools: [
      school('head_tail', 'head to tail along the back'),
      school('tail_head', 'tail to head'),
      school('belly', 'from the belly'),
    ],
  },
  {
    id: 'flatfish',
    name: 'Flatfish',
    schools: [
      school('quarter', 'quarter-cut: four fillets'),
      school('cross', 'cross-cut: two', 'The ridge of the spine is crossed.', {
        points: [-1, 0],
        minutes: [-1, -1, -2],
      }),
    ],
  },
  {
    id: 'belly',
    name: 'Belly on a side',
    schools: [
      school('off', 'off before portioning'),
      school('on', 'left on until sold', 'Protects the flesh; sold apart as strips.', {
        points: [1, 3],
        to: 'belly',
        minutes: [-0.3, -0.4, -0.5],
      }),
    ],
  },
  {
    id: 'membrane',
    name: 'Membrane and bloodline',
    schools: [
      school('left', 'left'),
      school('shaved', 'shaved', 'Paler, milder; a little flesh goes with it.', {
        points: [-2, -1],
        to: 'bloodline',
        minutes: [0.5, 0.8, 1.2],
      }),
    ],
  },
  {
    id: 'washing',
    name: 'Washing',
    schools: [
      school('rinse', 'rinse cavity and board, dry the flesh'),
      school('dry_only', 'dry only: paper towel, no water on flesh', '', { minutes: [0.2, 0.2, 0.3] }),
    ],
  },
  {
    id: 'oily_frames',
    name: 'Oily frames',
    schools: [
      school('no_stock', 'not for stock'),
      school('own_dish', 'only for that fish\u2019s own dish or a red-wine stock'),
      school('salmon_ok', 'salmon accepted'),
    ],
  },
  {
    id: 'salmon_heads',
    name: 'Salmon heads in stock',
    schools: [
      school('no', 'no: blood, bitter; scrape for flesh'),
      school('soaked', 'yes, gills out and soaked'),
    ],
  },
  {
    id: 'portion_by',
    name: 'Portion by',
    schools: [school('weight', 'weight'), school('length', 'marked length')],
  },
] as const satisfies readonly Question[];

export type QuestionId = (typeof questions)[number]['id'];
/** School chosen for some questions; the others stay at the default. */
export type SchoolChoices = Partial<Record<QuestionId, string>>;
/** Who chose: the shop, the cutter, this ticket; or a rule that leaves no choice. */
export type ChosenBy = 'default' | 'shop' | 'cutter' | 'ticket' | 'rule';
export interface Chosen {
  question: QuestionId;
  school: School;
  by: ChosenBy;
  /** Why a rule overruled the choice; empty otherwise. */
  because: string;
}

export const questionOf = (id: QuestionId): Question => questions.find((q) => q.id === id)!;
export const isChoice = (question: string, school: string): boolean =>
  questions.some((q) => q.id === question && q.schools.some((s) => s.id === school));

type Kind = Pick<Species, 'id' | 'bodyPlan' | 'bodyRow' | 'typicalG' | 'scales'>;
const salmonids = ['salmon', 'trout'];
const firmBones = (s: Kind) => /gurnard|lionfish|sheepshead/.test(s.id);

/** Why this school cannot be used for this fish and these forms, or null when it can. */
export function schoolRefusal(
  question: QuestionId,
  school: string,
  species: Kind,
  condition: ArrivalCondition,
  forms: readonly Form[],
): string | null {
  const does = (op: Form['does'][number]) => forms.some((f) => f.does.includes(op));
  switch (`${question} ${school}`) {
    case 'ribs through':
      return salmonids.includes(species.bodyRow)
        ? null
        : 'Only where ribs are soft, as on salmonids: dense bones turn the blade';
    case 'pin_bones strip':
      return forms.every(
        (f) =>
          f.section !== 'sides' ||
          f.does.some(
            (d) =>
              d === 'split' || d === 'block_cut' || d === 'slices' || d === 'loin_block' || d === 'strips',
          ),
      )
        ? null
        : 'The side falls in two: not for whole fillets';
    case 'pin_bones leave':
      return forms.some((f) => f.boneless && f.options.every((o) => !o.includes('declared')))
        ? 'This form is sold boneless'
        : null;
    case 'pin_bones pull':
    case 'pin_bones raise':
      return firmBones(species) ? 'Big, firmly set bones: cut them out as a V' : null;
    case 'guts guts_in':
      return condition !== 'whole'
        ? 'It came gutted'
        : (species.bodyRow === 'bass' || species.bodyPlan === 'deep') &&
            species.typicalG <= 700 &&
            !does('joint')
          ? null
          : 'Only for small bass and bream';
    case 'flatfish cross':
      return does('quarter') ? 'Quarter-cut was ordered' : null;
    case 'flatfish quarter':
      return does('cross') ? 'Cross-cut was ordered' : null;
    case 'ribs block':
      return does('half_shell') ? 'A half-shell keeps its skin whole' : null;
    default:
      return null;
  }
}

/**
 * The school that counts for each question: the ticket's, else the cutter's, else the shop's, else the default; one
 * that this fish or form refuses gives way to the first that fits, and says why.
 */
export function resolveSchools(
  species: Kind,
  condition: ArrivalCondition,
  forms: readonly Form[],
  choices: { shop?: SchoolChoices; cutter?: SchoolChoices; ticket?: SchoolChoices },
): Record<QuestionId, Chosen> {
  const resolved = questions.map((q): [QuestionId, Chosen] => {
    const [id, by] = (['ticket', 'cutter', 'shop'] as const)
      .map((who): [string | undefined, ChosenBy] => [choices[who]?.[q.id], who])
      .find(([s]) => s !== undefined && isChoice(q.id, s)) ?? [q.schools[0].id, 'default' as const];
    const wanted = q.schools.find((s) => s.id === id)!;
    const refused = schoolRefusal(q.id, wanted.id, species, condition, forms);
    if (!refused) return [q.id, { question: q.id, school: wanted, by, because: '' }];
    const fits =
      q.schools.find((s) => schoolRefusal(q.id, s.id, species, condition, forms) === null) ?? wanted;
    return [q.id, { question: q.id, school: fits, by: 'rule', because: refused }];
  });
  return Object.fromEntries(resolved) as Record<QuestionId, Chosen>;
}

/** The schools chosen by question, as they are: what a plan that was kept says of them. */
export const schoolsChosen = (choices: Readonly<Record<string, string>>): School[] =>
  questions.flatMap((q): School[] => q.schools.filter((s) => s.id === choices[q.id]));
