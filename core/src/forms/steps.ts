import { filletsPerFish, type ArrivalCondition, type Species } from '../species/index.ts';
import { forms, type FormId } from './forms.ts';

export interface Step {
  id: string;
  title: string;
  how: readonly string[];
  tool: string;
  /** What done looks like. */
  check: string;
  cautions: readonly string[];
  /** Minutes for one fish, or once for the ticket when `once`. */
  minutes: number;
  once: boolean;
}

type StepSpecies = Pick<Species, 'bodyPlan' | 'scales' | 'sharp' | 'reefToxin' | 'id' | 'histamine'>;
type Minutes = readonly [number, number, number] | number;
interface StepRule extends Omit<Step, 'minutes' | 'cautions' | 'once'> {
  minutes: Minutes;
  once?: boolean;
  cautions?: (species: StepSpecies) => (string | false)[];
  when: (c: {
    species: StepSpecies;
    condition: ArrivalCondition;
    form: FormId;
    flat: boolean;
    fillet: boolean;
    headOn: boolean;
  }) => boolean;
}

const cutAway = 'Glove on the holding hand. Cut away from it; fingertips behind the blade.';

/** Steps in the order that works for most fish (common practice); minutes small / medium / large are our choice. */
const rules: readonly StepRule[] = [
  {
    id: 'check',
    title: 'Check and wipe',
    how: [
      'Right fish, right lot: read the box label.',
      'Wipe the slime off, dry the board.',
      'Stroke tail to head: any scales left?',
    ],
    tool: 'towel',
    check: 'Dry fish, steady board',
    minutes: 0.5,
    when: () => true,
  },
  {
    id: 'spines',
    title: 'Spines off first',
    how: ['Scissors, from the tail forward.', 'They lie against the blade that way.'],
    tool: 'scissors',
    check: 'Nothing left that pricks',
    minutes: [0.5, 1, 1.5],
    cautions: (s) => [
      s.sharp === 'venom spines' &&
        'Venomous even after death: never bare hands. Stung? Water as hot as can be borne without scalding, then medical help, as your local advice says.',
      s.sharp !== 'venom spines' && 'A puncture can infect: wash it at once and have it looked at.',
    ],
    when: ({ species, headOn }) => headOn && /spine|scute/.test(species.sharp ?? ''),
  },
  {
    id: 'scale',
    title: 'Scale',
    how: ['In the sink, under water, tail to head.', 'Nape, belly and along the fins.'],
    tool: 'scaler',
    check: 'Finger runs smooth both ways',
    minutes: [1, 2, 4],
    cautions: (s) => [
      (s.scales === 'heavy' || s.scales === 'armour') && 'Scales fly: cover your eyes.',
      s.scales === 'armour' && 'Armour: enter between scales, turn the blade, cut from inside outward.',
    ],
    when: ({ species, form }) =>
      !['none', 'fine'].includes(species.scales) &&
      ['scaled_gutted', 'fillet_skin_on', 'steaks', 'boneless_joint'].includes(form),
  },
  {
    id: 'gut',
    title: 'Gut',
    how: ['Vent to throat, shallow.', 'A cut gall bladder turns flesh bitter.', 'Gills out in one pull.'],
    tool: 'short knife',
    check: 'Cavity empty, gall whole',
    cautions: () => [cutAway, 'Change gloves and wipe the board after guts.'],
    minutes: [1, 2, 3],
    when: ({ condition, form }) => condition === 'whole' && form !== 'whole',
  },
  {
    id: 'kidney',
    title: 'Kidney line',
    how: ['Slit the membrane, scrape the blood out.', 'Rinse, then dry the cavity.'],
    tool: 'spoon',
    check: 'No red along the spine',
    minutes: [0.5, 1, 1],
    when: ({ form, headOn, flat }) => headOn && !flat && form !== 'whole',
  },
  {
    id: 'head',
    title: 'Head off',
    how: ['Behind gill cover and pectoral fin.', 'Angle both sides: the shoulder stays on the fish.'],
    tool: 'heavy knife',
    check: 'Shoulder meat on the body',
    minutes: [0.3, 0.5, 1],
    cautions: (s) => [
      'Heavy knife, one push; keep the holding hand behind it.',
      s.sharp === 'teeth' && 'Teeth cut badly: never a hand in the mouth.',
      /head/.test(s.sharp ?? '') && 'Spines on the head: hold it with a towel.',
    ],
    when: ({ headOn, form, flat, fillet }) =>
      headOn && !flat && (fillet || form === 'steaks' || form === 'boneless_joint'),
  },
  {
    id: 'skin_tail',
    title: 'Skin and membrane off',
    how: ['Pull the skin from the wide end.', 'Trim the fins, peel the tough membrane off.'],
    tool: 'filleting knife',
    check: 'No grey membrane: it shrinks in the pan',
    minutes: [1, 2, 3],
    cautions: () => [cutAway],
    when: ({ species, fillet }) => species.bodyPlan === 'tail' && fillet,
  },
  {
    id: 'steaks',
    title: 'Steaks',
    how: [
      'One push through a joint of the backbone, no sawing.',
      'Start behind the vent; stop where it gets thin.',
      'Tap the blood out on the cloth.',
    ],
    tool: 'heavy knife',
    check: 'Even faces, no splinters',
    cautions: () => [cutAway, 'Splinters: wipe the board after each cut.'],
    minutes: [3, 4, 6],
    when: ({ form }) => form === 'steaks',
  },
  {
    id: 'joint',
    title: 'Joint out',
    how: [
      'Open the cavity section flat.',
      'Lift the backbone out with the fingers.',
      'Wipe the membrane off, tidy the edge, close.',
    ],
    tool: 'stiff boning knife',
    check: 'Lies flat, no rib left',
    cautions: () => [cutAway],
    minutes: [6, 8, 12],
    when: ({ form }) => form === 'boneless_joint',
  },
  {
    id: 'fillet_flat',
    title: 'Quarter-cut',
    how: [
      'Round the head, down the midline to the spine.',
      'Sweep the tip outward along the bones.',
      'Turn it over; the blind side is thinner.',
    ],
    tool: 'flexible filleting knife',
    check: 'Frame clear against the light',
    cautions: () => [cutAway],
    minutes: [4, 6, 10],
    when: ({ flat, fillet }) => flat && fillet,
  },
  {
    id: 'fillet_wing',
    title: 'Off the cartilage',
    how: [
      'Slime off with coarse salt.',
      'Along the cartilage, both faces of the wing.',
      'Feel for splinters and trim them.',
    ],
    tool: 'flexible filleting knife',
    check: 'No splinter under the finger',
    cautions: (s) => [cutAway, s.sharp === 'thorns' && 'Thorns on the back and tail: thick gloves.'],
    minutes: [8, 10, 15],
    when: ({ species, fillet }) => species.bodyPlan === 'wing' && fillet,
  },
  {
    id: 'fillet',
    title: 'Fillet',
    how: [
      'First stroke only through the skin.',
      'Second down to the bone; it should sound rough.',
      'Long pulls, no sawing.',
    ],
    tool: 'filleting knife',
    check: 'Frame clear against the light',
    cautions: () => [cutAway],
    minutes: [2, 3, 6],
    when: ({ flat, fillet, species }) => fillet && !flat && species.bodyPlan !== 'wing',
  },
  {
    id: 'ribs',
    title: 'Ribs',
    how: ['Tip under the rib from the pin-bone joint.', 'Blade slightly up, slide over.'],
    tool: 'filleting knife',
    check: 'Belly wall whole',
    cautions: () => [cutAway],
    minutes: [1, 1, 2],
    when: ({ flat, fillet, species }) => fillet && !flat && !['wing', 'tail'].includes(species.bodyPlan),
  },
  {
    id: 'pin_bones',
    title: 'Pin bones',
    how: ['Feel which way they lean; pull along it.', 'Hold the flesh down with two fingers.'],
    tool: 'tweezers',
    check: 'Line smooth head to tail',
    minutes: [3, 5, 8],
    when: ({ flat, fillet, form, species }) =>
      (fillet || form === 'boneless_joint') && !flat && !['wing', 'tail'].includes(species.bodyPlan),
  },
  {
    id: 'skin',
    title: 'Skin',
    how: ['Blade flat and still, pull the skin.', 'Skin to the board\u2019s edge for knuckle room.'],
    tool: 'long blade',
    check: 'Silver left on, no holes',
    cautions: (s) => [
      cutAway,
      /gurnard/.test(s.id) && 'This cut runs toward the body: slow, and stand aside of it.',
    ],
    minutes: [1, 1, 2],
    when: ({ form, species }) => form === 'fillet_skinless' && species.bodyPlan !== 'tail',
  },
  {
    id: 'trim',
    title: 'Trim',
    how: ['Ragged edges, belly fat, fin-base bones.', 'Each trim to its own tub.'],
    tool: 'filleting knife',
    check: 'Clean edge all round',
    minutes: [0.5, 1, 2],
    when: ({ fillet, form }) => fillet || form === 'boneless_joint',
  },
  {
    id: 'sweep',
    title: 'Bone sweep',
    how: [
      'Fingertip along the pin-bone line, head to tail.',
      'Shoulder edge, back fin-base, belly edge.',
      'Then all of it a second time.',
    ],
    tool: 'fingertip',
    check: 'Pass two finds none',
    cautions: () => ['Bones left in can choke. The notice on the wall does not replace this.'],
    minutes: 1,
    when: ({ form }) => forms[form].boneless,
  },
  {
    id: 'weigh',
    title: 'Weigh out',
    how: ['Every piece, then every tub of trim.', 'Tare the tub first.'],
    tool: 'scale',
    check: 'The balance closes',
    minutes: 0.5,
    when: () => true,
  },
  {
    id: 'clean',
    title: 'Wrap, label, clean down',
    how: ['Skin side down, no air.', 'Blade and board wiped, tubs to the cold room.'],
    tool: 'cloth',
    check: 'Board ready for the next fish',
    minutes: 4,
    once: true,
    when: () => true,
  },
];

/** Hazards of the fish itself, said on the ticket before the first step. They defer to local codes and advice. */
export function speciesCautions(
  species: Pick<Species, 'sharp' | 'histamine' | 'reefToxin' | 'id' | 'bodyPlan'>,
): string[] {
  return [
    species.sharp && `Sharp: ${species.sharp}.`,
    species.histamine &&
      'Histamine species: out of the ice only while the knife is in it. Neither cooking nor freezing removes histamine.',
    species.reefToxin &&
      'May carry ciguatera depending on where it was caught; cooking does not destroy it. Follow your local advice.',
    'Allergen: fish. Keep shellfish apart. Raw-fish board only.',
  ].filter((c) => typeof c === 'string');
}

/**
 * The ordered steps of one ticket, composed from form, species, condition on arrival and size (`fishGrams` as it
 * arrived: under 700 g small, over 3 kg large).
 */
export function composeSteps(
  species: StepSpecies,
  condition: ArrivalCondition,
  form: FormId,
  fishGrams: number,
): Step[] {
  const size = fishGrams < 700 ? 0 : fishGrams > 3000 ? 2 : 1;
  const flat = species.bodyPlan === 'flat' || species.bodyPlan === 'large_flat';
  const fillet = form === 'fillet_skin_on' || form === 'fillet_skinless';
  const headOn = condition === 'whole' || condition === 'gutted';
  return rules
    .filter((r) => r.when({ species, condition, form, flat, fillet, headOn }))
    .map(({ when: _when, minutes, cautions, once = false, ...step }) => ({
      ...step,
      once,
      minutes: typeof minutes === 'number' ? minutes : minutes[size],
      cautions: (cautions?.(species) ?? []).filter((c) => c !== false),
    }));
}

/** Minutes the whole ticket is expected to take for `fish` fish of this kind. A sweep is a minute a side. */
export const ticketMinutes = (
  steps: readonly Step[],
  fish: number,
  species: Pick<Species, 'bodyPlan'>,
): number =>
  steps.reduce(
    (sum, s) => sum + s.minutes * (s.once ? 1 : fish) * (s.id === 'sweep' ? filletsPerFish(species) : 1),
    0,
  );
