import type { ArrivalCondition, Species } from '../species/index.ts';
import type { Form, Operation } from './form.ts';
import type { QuestionId } from './schools.ts';

/** The line a step draws on the fish. */
export type Drawing =
  | 'scale'
  | 'fins'
  | 'gut'
  | 'head'
  | 'vee_head'
  | 'back'
  | 'joint'
  | 'steaks'
  | 'tail'
  | 'fillet'
  | 'midline'
  | 'cross'
  | 'wing'
  | 'ribs'
  | 'pin_line'
  | 'pin_vee'
  | 'belly'
  | 'skin'
  | 'portions'
  | 'bias'
  | 'block'
  | 'strips'
  | 'sweep';

export interface Step {
  id: string;
  title: string;
  /** A word or two for the beads. */
  short: string;
  why: string;
  how: readonly string[];
  tool: string;
  /** What done looks like. */
  check: string;
  cautions: readonly string[];
  /** Minutes for one fish, or once for the ticket when `once`. */
  minutes: number;
  once: boolean;
  /** Runs on its own while other work goes on, minutes. */
  timer: number | null;
  /** Trims it makes. */
  trims: readonly string[];
  draws: Drawing | null;
}

export type StepSpecies = Pick<
  Species,
  | 'id'
  | 'name'
  | 'bodyPlan'
  | 'bodyRow'
  | 'scales'
  | 'sharp'
  | 'reefToxin'
  | 'histamine'
  | 'fat'
  | 'typicalG'
  | 'frameStock'
>;

/** What a step's rule may look at. */
export interface Bench {
  species: StepSpecies;
  condition: ArrivalCondition;
  /** Whether it came scaled: fish sold as scaled is often only part scaled. */
  scaled: 'no' | 'part' | 'yes';
  forms: readonly Form[];
  round: boolean;
  flat: boolean;
  wing: boolean;
  tail: boolean;
  headOn: boolean;
  /** Guts still in when the ticket begins. */
  gutsIn: boolean;
  does: (...ops: Operation[]) => boolean;
  school: (q: QuestionId) => string;
  option: (word: string) => boolean;
}

type Minutes = readonly [small: number, medium: number, large: number] | number;
type Of<T> = T | ((b: Bench) => T);
export interface StepRule {
  id: string;
  title: Of<string>;
  short: string;
  why: Of<string>;
  how: Of<readonly string[]>;
  tool: Of<string>;
  check: Of<string>;
  minutes: Of<Minutes>;
  once?: boolean;
  timer?: number;
  trims?: readonly string[];
  draws?: Of<Drawing | null>;
  cautions?: (b: Bench) => (string | false)[];
  when: (b: Bench) => boolean;
}

const blade = 'Sharp knife, glove on the holding hand. Cut away from it; fingertips behind the blade.';
const armour = (b: Bench) =>
  b.species.scales === 'armour' && 'Armour: enter between scales, turn the blade, cut from inside outward.';
const venomous = (b: Bench) => b.species.sharp === 'venom spines';
const cutsFish = (b: Bench) => b.forms.some((f) => f.does.length > 0);
const sides = (b: Bench) => b.does('fillet', 'block_fillet', 'half_shell');
const filletOff = (b: Bench) => b.does('fillet', 'block_fillet', 'half_shell', 'quarter', 'cross');
const crossCut = (b: Bench) =>
  b.does('cross') || (!b.does('quarter') && b.does('fillet') && b.school('flatfish') === 'cross');
const blockCut = (b: Bench) =>
  b.does('block_fillet') || (sides(b) && b.school('ribs') === 'block' && !b.does('half_shell'));
const gutsStayIn = (b: Bench) =>
  b.school('guts') === 'guts_in' && b.forms.every((f) => f.section === 'sides');
const headTakesGuts = (b: Bench) => b.does('skin_head');
const veeHead = (b: Bench) => b.flat && filletOff(b) && b.gutsIn;
const boned = (b: Bench) => b.round && (sides(b) || b.does('joint', 'open_back', 'open_belly'));
const portioned = [
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
const heads = (b: Bench) => b.headOn && b.round && !headTakesGuts(b) && b.does('head');
const headLast = (b: Bench) =>
  heads(b) && b.school('head') === 'on_last' && b.forms.every((f) => f.section === 'sides');
const boneless = (b: Bench) => b.forms.some((f) => f.boneless);

/** Every step, in the order that works for most fish (common practice); minutes our choice, learned from tickets. */
export const library: readonly StepRule[] = [
  {
    id: 'check',
    title: 'Check and wipe',
    short: 'Check',
    why: 'The wrong fish cut is gone; slime carries bacteria onto flesh.',
    how: (b) => [
      'Right fish, right lot: read the label.',
      b.school('board') === 'dry'
        ? 'Slime off; the board bone dry.'
        : 'Slime off; wet board, cloth under it.',
      b.scaled === 'yes' ? 'Said to be scaled: stroke and see.' : 'Stroke tail to head: scales? Frost?',
    ],
    tool: 'towel',
    check: 'Dry fish, steady board',
    minutes: 0.5,
    cautions: (b) => [
      venomous(b) &&
        'Venomous even after death: never bare hands. Stung? Water as hot as can be borne without scalding, then medical help, as your local advice says.',
      b.species.sharp === 'thorns' && 'Thorns on the back and tail: thick gloves.',
    ],
    when: () => true,
  },
  {
    id: 'spines',
    title: (b) => (venomous(b) ? 'Venom spines off' : 'Spines off'),
    short: 'Spines',
    why: 'Nothing that pricks may be left when the holding hand comes down on it.',
    how: (b) => [
      'Scissors, from the tail forward.',
      ...(venomous(b) ? ['Back, belly and vent: all of them.', 'Straight into the sharps box.'] : []),
    ],
    tool: (b) => (venomous(b) ? 'scissors, puncture-proof gloves' : 'scissors'),
    check: 'Nothing left that pricks',
    minutes: [0.5, 1, 1.5],
    trims: ['fins'],
    draws: 'fins',
    cautions: (b) => [
      venomous(b) &&
        'Venomous even after death: never bare hands. Stung? Water as hot as can be borne without scalding, then medical help, as your local advice says.',
      !venomous(b) && 'A puncture can infect: wash it at once and have it looked at.',
    ],
    when: (b) => b.headOn && /spine|scute/.test(b.species.sharp ?? '') && cutsFish(b),
  },
  {
    id: 'slime',
    title: 'Slime off',
    short: 'Slime',
    why: 'The wing slides under the knife until its slime is gone.',
    how: [
      'Rub it with coarse salt, rinse, dry.',
      'Salt never clears ammonia: a fish that smells of it is sent back.',
    ],
    tool: 'coarse salt',
    check: 'The hand does not slide',
    minutes: 1,
    cautions: () => ['Thorns on the back and tail: thick gloves.'],
    when: (b) => b.wing && cutsFish(b),
  },
  {
    id: 'scale',
    title: (b) => (b.scaled === 'part' ? 'Scale the rest' : 'Scale'),
    short: 'Scale',
    why: 'Scales carried into flesh are found by the customer\u2019s teeth.',
    how: ['In the sink, under water, tail to head.', 'Nape, belly and along the fins.'],
    tool: 'scaler',
    check: 'Finger runs smooth both ways',
    minutes: (b): Minutes => (b.scaled === 'part' ? [0.5, 1, 2] : [1, 2, 4]),
    draws: 'scale',
    cautions: (b) => [
      (b.species.scales === 'heavy' || b.species.scales === 'armour') && 'Scales fly: cover your eyes.',
      armour(b),
    ],
    when: (b) =>
      b.scaled !== 'yes' &&
      (b.round || b.flat) &&
      !['none', 'fine'].includes(b.species.scales) &&
      !b.does('half_shell', 'skin_both', 'skin_head') &&
      (b.does('scale') || (b.species.scales === 'heavy' && cutsFish(b))),
  },
  {
    id: 'fins',
    title: 'Fins off',
    short: 'Fins',
    why: 'Fin bones choke, and they tear the bag.',
    how: (b) => [
      'Scissors from the tail forward.',
      b.school('fins') === 'bin' ? 'Fins to the bin.' : 'Fins to the stock tub.',
    ],
    tool: 'scissors',
    check: 'Smooth along back and belly',
    minutes: [0.5, 1, 1.5],
    trims: ['fins'],
    draws: 'fins',
    cautions: () => ['Fin rays prick: hold the fish with a towel.'],
    when: (b) => b.does('fins') && !(b.headOn && /spine|scute/.test(b.species.sharp ?? '')),
  },
  {
    id: 'gut',
    title: 'Gut',
    short: 'Gut',
    why: 'Guts sour the flesh; a fish with its guts in spoils first.',
    how: ['Vent to throat, shallow.', 'A cut gall bladder turns flesh bitter.', 'Gills out in one pull.'],
    tool: 'short knife',
    check: 'Cavity empty, gall whole',
    minutes: [1, 2, 3],
    trims: ['viscera'],
    draws: 'gut',
    cautions: () => [blade, 'Change gloves and wipe the board after guts.'],
    when: (b) =>
      b.gutsIn && cutsFish(b) && !veeHead(b) && !gutsStayIn(b) && !headTakesGuts(b) && !b.does('open_back'),
  },
  {
    id: 'kidney',
    title: 'Kidney line',
    short: 'Kidney',
    why: 'Blood along the spine is what smells first.',
    how: (b) => [
      'Slit the membrane, scrape the blood out.',
      b.school('washing') === 'dry_only'
        ? 'Wipe it dry with paper: no water on flesh.'
        : 'Rinse the cavity, then dry it.',
    ],
    tool: 'spoon',
    check: 'No red along the spine',
    minutes: [0.5, 1, 1],
    when: (b) =>
      b.headOn && b.round && cutsFish(b) && !gutsStayIn(b) && !headTakesGuts(b) && !b.does('open_back'),
  },
  {
    id: 'skin_both',
    title: 'Skin both sides',
    short: 'Skin',
    why: 'The dark skin is tough; the white one curls in the pan.',
    how: [
      'Nick the skin at the tail, loosen it with the thumb.',
      'Grip it with a dry cloth and pull toward the head.',
      'Turn it over, do the same. Frills off with scissors.',
    ],
    tool: 'cloth, scissors',
    check: 'Both sides bare, no flesh torn',
    minutes: [2, 3, 4],
    trims: ['skin', 'skirts'],
    draws: 'skin',
    cautions: () => ['The cloth slips: pull away from the knife.'],
    when: (b) => b.does('skin_both'),
  },
  {
    id: 'head',
    title: 'Head off',
    short: 'Head off',
    why: 'The shoulder is the best meat: it stays on the fish.',
    how: ['Behind gill cover and pectoral fin.', 'Angle both sides: keep the shoulder.'],
    tool: 'heavy knife',
    check: 'Shoulder meat on the body',
    minutes: [0.3, 0.5, 1],
    trims: ['head', 'collars'],
    draws: 'head',
    cautions: (b) => [
      'Heavy or serrated knife, one push; keep the holding hand behind it.',
      b.species.sharp === 'teeth' && 'Teeth cut badly: never a hand in the mouth.',
      /head/.test(b.species.sharp ?? '') && 'Spines on the head: hold it with a towel.',
      armour(b),
    ],
    when: (b) => heads(b) && !headLast(b),
  },
  {
    id: 'board',
    title: 'Clean board and knife',
    short: 'Wipe',
    why: 'Scales and slime on the blade end in the flesh.',
    how: ['Wipe blade and board.', 'One cloth for scales, one for flesh.'],
    tool: 'cloth',
    check: 'Board without a scale on it',
    minutes: 0.3,
    when: (b) => filletOff(b) || b.does('joint', 'steaks', 'troncon', 'open_back', 'open_belly', 'open_tail'),
  },
  {
    id: 'skin_head',
    title: 'Skin it with the head',
    short: 'Skin',
    why: 'Small gurnards make one plate each whole; filleted it takes more than one.',
    how: [
      'Cut down behind the head to the spine, no further.',
      'Run the blade under the skin along the back.',
      'Pull head, skin and guts off toward the tail in one.',
    ],
    tool: 'stiff boning knife',
    check: 'White body, guts gone with the head',
    minutes: [2, 3, 4],
    trims: ['head', 'viscera', 'skin'],
    draws: 'head',
    cautions: () => [
      'The first cut runs toward the body: slow, and stand aside of it.',
      'Spines on the head: hold it with a towel.',
    ],
    when: headTakesGuts,
  },
  {
    id: 'open_back',
    title: 'Open from the back',
    short: 'Open',
    why: 'Belly joined, the fish lies flat and holds its stuffing.',
    how: [
      'Along the back, both sides of the spine, down to the belly skin.',
      'Snip the spine at head and tail; lift it out with the guts.',
      'Wipe the cavity; ribs shaved off.',
    ],
    tool: 'boning knife, scissors',
    check: 'Flat, belly skin whole',
    minutes: [4, 6, 8],
    trims: ['frame', 'viscera'],
    draws: 'back',
    cautions: (b) => [blade, b.gutsIn && 'Guts lie under the blade: shallow, gall whole.', armour(b)],
    when: (b) => b.does('open_back'),
  },
  {
    id: 'open_belly',
    title: 'Open from the belly',
    short: 'Open',
    why: 'It is slit there already; the back holds it together.',
    how: [
      'From the slit over the ribs, both sides of the spine.',
      'Stop before the back skin. Snip the spine out.',
      'Shave the ribs off.',
    ],
    tool: 'boning knife, scissors',
    check: 'Flat, back skin whole',
    minutes: [4, 6, 8],
    trims: ['frame'],
    draws: 'belly',
    cautions: (b) => [blade, armour(b)],
    when: (b) => b.does('open_belly'),
  },
  {
    id: 'joint',
    title: 'Joint off',
    short: 'Joint',
    why: 'The gut cavity opens flat by itself: the bone lifts out whole.',
    how: [
      'Cut the cavity section off at the vent, open it flat.',
      'Lift the backbone out with the fingers and the tip.',
      'Wipe the membrane off, tidy the gutting edge.',
    ],
    tool: 'stiff boning knife',
    check: 'Lies flat, no rib left',
    minutes: [6, 8, 12],
    trims: ['frame', 'belly'],
    draws: 'joint',
    cautions: () => [blade],
    when: (b) => b.does('joint'),
  },
  {
    id: 'steaks',
    title: 'Steaks',
    short: 'Steaks',
    why: 'Best behind the vent, where they are round and even.',
    how: [
      'Heavy knife, one push, no sawing.',
      'Go through a joint of the backbone.',
      'Tap the blood out on the cloth.',
    ],
    tool: 'heavy knife',
    check: 'Even faces, no splinters',
    minutes: [3, 4, 6],
    trims: ['tail_piece'],
    draws: 'steaks',
    cautions: () => [blade, 'Splinters: wipe the board after each cut.'],
    when: (b) => b.does('steaks'),
  },
  {
    id: 'troncon',
    title: 'Tron\u00e7ons',
    short: 'Tron\u00e7ons',
    why: 'On the bone the thick flatfish stays moist.',
    how: [
      'Heavy knife across, through the spine.',
      'Split wide ones along the spine.',
      'Tap the blood out on the cloth.',
    ],
    tool: 'heavy knife',
    check: 'Even faces, no splinters',
    minutes: [3, 5, 8],
    trims: ['tail_piece', 'head'],
    draws: 'steaks',
    cautions: (b) => [
      blade,
      b.species.sharp === 'tubercles' && 'Bony knobs on the skin: hold it with a towel.',
      'Splinters: wipe the board after each cut.',
    ],
    when: (b) => b.does('troncon'),
  },
  {
    id: 'open_tail',
    title: 'Open the tail',
    short: 'Open tail',
    why: 'Too thin for steaks, the tail opened flat is a portion of its own.',
    how: [
      'Lay it belly up, cut to the bone along the middle.',
      'Free the bone on both sides, snip it out with scissors.',
      'Leave the back skin whole; open it flat.',
    ],
    tool: 'scissors, boning knife',
    check: 'Flat, one piece, no bone',
    minutes: [2, 3, 4],
    trims: ['frame'],
    draws: 'tail',
    cautions: () => [blade],
    when: (b) => b.does('open_tail'),
  },
  {
    id: 'skin_tail',
    title: 'Skin and membrane off',
    short: 'Skin',
    why: 'The tough membrane shrinks in the pan and curls the fish.',
    how: [
      'Pull the skin from the wide end.',
      'Trim the fins, the front bone and the red edge.',
      'Slide under the grey membrane and peel it off.',
    ],
    tool: 'filleting knife',
    check: 'No grey membrane left',
    minutes: [1, 2, 3],
    trims: ['skin', 'fins', 'offcuts'],
    draws: 'skin',
    cautions: () => [blade],
    when: (b) => b.tail && cutsFish(b) && !b.does('cheeks', 'roe'),
  },
  {
    id: 'vee_head',
    title: 'Head out in a V',
    short: 'Head',
    why: 'One V takes head, guts and roe, and leaves the shoulders.',
    how: [
      'A V round the head, behind the gill covers.',
      'Pull head, guts and roe out together.',
      'Wipe the pocket behind the gut on both sides.',
    ],
    tool: 'heavy knife',
    check: 'Pocket empty, gall whole',
    minutes: [0.5, 1, 2],
    trims: ['head', 'viscera'],
    draws: 'vee_head',
    cautions: () => [blade, 'Change gloves and wipe the board after guts.'],
    when: veeHead,
  },
  {
    id: 'fillet_flat',
    title: (b) => (crossCut(b) ? 'Cross-cut' : 'Quarter-cut'),
    short: 'Fillet',
    why: (b) =>
      crossCut(b)
        ? 'Two quarters left joined make one large fillet.'
        : 'The spine divides the fish: each quarter comes off clean.',
    how: (b) =>
      crossCut(b)
        ? [
            'From the edge, along the bones.',
            'Over the ridge to the other edge.',
            'Turn; the blind side is thinner.',
          ]
        : [
            'Round the head, down the midline.',
            'Sweep the tip outward on the bones.',
            'Over the ridge; turn: blind is thinner.',
          ],
    tool: 'flexible filleting knife',
    check: 'Frame clear against the light',
    minutes: (b): Minutes => (crossCut(b) ? [3, 5, 8] : [4, 6, 10]),
    trims: ['frame', 'head', 'skirts'],
    draws: (b) => (crossCut(b) ? 'cross' : 'midline'),
    cautions: (b) => [
      blade,
      b.species.sharp === 'tubercles' && 'Bony knobs on the skin: hold it with a towel.',
    ],
    when: (b) => b.flat && filletOff(b),
  },
  {
    id: 'fillet_wing',
    title: 'Off the cartilage',
    short: 'Fillet',
    why: 'There are no bones in it: cartilage guides the blade.',
    how: [
      'From the thick edge along the cartilage, outward.',
      'Both faces of the wing: two thick, two thin.',
      'Feel for splinters and trim them.',
    ],
    tool: 'flexible filleting knife',
    check: 'No splinter under the finger',
    minutes: [8, 10, 15],
    trims: ['frame'],
    draws: 'wing',
    cautions: () => [blade, 'Thorns on the back and tail: thick gloves.'],
    when: (b) => b.wing && b.does('fillet'),
  },
  {
    id: 'skin_wing',
    title: 'Skin the wing',
    short: 'Skin',
    why: 'The skin is rough as sandpaper and curls.',
    how: ['Loosen it along the thick edge.', 'Grip it with pliers and pull outward.', 'Trim the thin rim.'],
    tool: 'pliers',
    check: 'Both faces bare',
    minutes: [2, 3, 4],
    trims: ['skin'],
    draws: 'wing',
    cautions: () => ['Thorns: thick gloves; pull away from the knife.'],
    when: (b) => b.does('skin_wing'),
  },
  {
    id: 'tail_muscle',
    title: 'Tail steaks',
    short: 'Tail',
    why: 'A large skate\u2019s tail carries a muscle worth a steak.',
    how: ['Cut the tail off behind the wings.', 'Take the muscle off the cartilage; skin it.'],
    tool: 'filleting knife',
    check: 'Clean muscle, no thorn',
    minutes: [2, 3, 4],
    trims: ['frame'],
    cautions: () => [blade, 'Thorns on the back and tail: thick gloves.'],
    when: (b) => b.does('tail_muscle'),
  },
  {
    id: 'fillet',
    title: (b) => (blockCut(b) ? 'Block fillet' : b.does('half_shell') ? 'Fillet in its scales' : 'Fillet'),
    short: 'Fillet',
    why: (b) =>
      b.does('half_shell')
        ? 'Skin and scales stay whole: they are the tray.'
        : 'Flesh left on the frame is the dearest trim there is.',
    how: (b) => [
      {
        head_tail: 'Along the back, head to tail.',
        tail_head: 'From the tail, along the back.',
        belly: 'From the belly up along the bones.',
      }[b.school('first_cut') as 'head_tail'],
      'First stroke through the skin only.',
      gutsStayIn(b)
        ? 'Over the ribs: keep out of the guts.'
        : blockCut(b)
          ? 'Then straight through the ribs.'
          : b.school('frame') === 'fleshy'
            ? 'Then above the bone: leave a veil.'
            : 'Then to the bone: it sounds rough.',
      'Long pulls, no sawing.',
    ],
    tool: 'filleting knife',
    check: (b) =>
      b.school('frame') === 'fleshy' ? 'An even veil on the frame' : 'Frame clear against the light',
    minutes: (b): Minutes => (blockCut(b) ? [2.5, 3.5, 7] : [2, 3, 6]),
    trims: ['frame'],
    draws: 'fillet',
    cautions: (b) => [
      blade,
      gutsStayIn(b) && 'Guts lie under the ribs: do not go in.',
      headLast(b) && b.species.sharp === 'teeth' && 'Teeth cut badly: never a hand in the mouth.',
      armour(b),
      b.does('half_shell') && 'Do not pierce the skin.',
    ],
    when: (b) => (b.round && sides(b)) || (b.tail && b.does('fillet')),
  },
  {
    id: 'head_last',
    title: 'Head off the frame',
    short: 'Head off',
    why: 'It was something to hold; now it goes to its tub.',
    how: ['Through the joint behind the skull.', 'Gills out if the head is kept.'],
    tool: 'heavy knife',
    check: 'Head and frame apart',
    minutes: [0.4, 0.6, 1.2],
    trims: ['head', 'collars'],
    draws: 'head',
    cautions: (b) => [
      'Heavy or serrated knife, one push; keep the holding hand behind it.',
      b.species.sharp === 'teeth' && 'Teeth cut badly: never a hand in the mouth.',
      /head/.test(b.species.sharp ?? '') && 'Spines on the head: hold it with a towel.',
    ],
    when: headLast,
  },
  {
    id: 'ribs',
    title: 'Ribs',
    short: 'Ribs',
    why: 'Ribs left in are the bones customers find first.',
    how: (b) =>
      blockCut(b)
        ? ['Slide under the ribs from the pin-bone side.', 'Follow them to the belly edge, lift them off.']
        : {
            over: [
              'Part the rib from the pin-bone joint with the tip.',
              'Blade slightly up, slide over the ribs.',
            ],
            through: [
              'Straight through the soft ribs along the spine.',
              'Shave them off the belly wall after.',
            ],
            scissors: [
              'Snip the ribs along the spine with scissors.',
              'Shave them off the belly wall, close to the bone.',
            ],
            block: [
              'Slide under the ribs from the pin-bone side.',
              'Follow them to the belly edge, lift them off.',
            ],
          }[b.school('ribs') as 'over'],
    tool: (b) => (b.school('ribs') === 'scissors' ? 'scissors, filleting knife' : 'filleting knife'),
    check: 'Belly wall whole',
    minutes: [1, 1, 2],
    trims: ['frame'],
    draws: 'ribs',
    cautions: () => [blade],
    when: (b) => b.round && sides(b),
  },
  {
    id: 'belly',
    title: 'Belly off',
    short: 'Belly',
    why: 'The belly cooks in half the time; sold apart it brings more.',
    how: ['One straight cut where the flesh thins.', 'Fin bones trimmed off the strip.'],
    tool: 'long blade',
    check: 'Even thickness on the side',
    minutes: [0.3, 0.4, 0.5],
    trims: ['belly'],
    draws: 'belly',
    cautions: () => [blade],
    when: (b) => b.round && b.does('portion', 'bias') && b.school('belly') === 'off',
  },
  {
    id: 'salt',
    title: 'Firm with dry salt',
    short: 'Salt',
    why: 'Firmer flesh lets the bones go without tearing.',
    how: [
      'An even pinch of dry salt over the flesh.',
      'Thirty minutes; the timer runs on by itself.',
      'Rinse, dry well.',
    ],
    tool: 'dry salt',
    check: 'Firm to the finger',
    minutes: [1, 1, 1.5],
    timer: 30,
    when: (b) =>
      boned(b) && b.school('firming') === 'salt' && ['pull', 'raise'].includes(b.school('pin_bones')),
  },
  {
    id: 'pin_bones',
    title: (b) =>
      b.does('half_shell')
        ? 'Pin strip out, skin whole'
        : ({ v_cut: 'Pin bones out in a V', strip: 'Pin strip cut through', leave: 'Pin bones stay in' }[
            b.school('pin_bones')
          ] ?? 'Pin bones'),
    short: 'Pin bones',
    why: (b) =>
      b.school('pin_bones') === 'leave'
        ? 'Sold with declared bones: the label names them.'
        : 'A bone in a boneless piece can choke.',
    how: (b) =>
      b.does('half_shell')
        ? [
            'Cut along both sides of the bone line, not to the skin.',
            'Lift the strip out; the skin under it stays whole.',
          ]
        : {
            pull: [
              'Feel which way they lean; pull along it.',
              'It mirrors on the other side.',
              'Hold the flesh down with two fingers.',
            ],
            raise: [
              'Press the back of the knife along the row: they stand.',
              'Raise each upright, then pull.',
              'Hold the flesh down with two fingers.',
            ],
            v_cut: [
              'Cut along both sides of the row, slanting to the skin.',
              'Lift the V out; do not cut the skin.',
            ],
            strip: ['Cut along both sides of the row, right through.', 'The side falls into loin and belly.'],
            leave: ['Leave them; count them with the fingertip.', 'The label says "pin bones left in".'],
          }[b.school('pin_bones') as 'pull'],
    tool: (b) =>
      ['pull', 'raise'].includes(b.school('pin_bones')) && !b.does('half_shell')
        ? 'tweezers'
        : 'filleting knife',
    check: (b) =>
      b.school('pin_bones') === 'leave'
        ? 'The label will say so'
        : b.does('half_shell')
          ? 'Skin without a hole'
          : 'Line smooth head to tail',
    minutes: (b): Minutes =>
      b.does('half_shell')
        ? [1, 1, 2]
        : ((
            { raise: [3.5, 6, 10], v_cut: [1, 1, 2], strip: [1, 1, 2], leave: [0, 0, 0] } as Record<
              string,
              Minutes
            >
          )[b.school('pin_bones')] ?? [3, 5, 8]),
    trims: ['pinStrip'],
    draws: (b) =>
      ['v_cut', 'strip'].includes(b.school('pin_bones')) || b.does('half_shell') ? 'pin_vee' : 'pin_line',
    cautions: (b) => [
      'A broken bone is worse than one left: say where, and go back for it.',
      b.does('half_shell') && 'Do not pierce the skin.',
    ],
    when: boned,
  },
  {
    id: 'skin',
    title: 'Skin',
    short: 'Skin',
    why: 'Flesh left on the skin is lost to the bin.',
    how: (b) => [
      b.school('skinning') === 'wiggle'
        ? 'Blade flat, a small saw as you go.'
        : 'Blade flat and still, pull the skin.',
      'Skin to the board\u2019s edge for knuckle room.',
      'A flatter blade leaves the red on the skin; thin skins need it flattest.',
    ],
    tool: 'long blade',
    check: 'Silver left on, no holes',
    minutes: [1, 1, 2],
    trims: ['skin'],
    draws: 'skin',
    cautions: (b) => [
      blade,
      /gurnard/.test(b.species.id) && 'This cut runs toward the body: slow, and stand aside of it.',
      armour(b),
    ],
    when: (b) => b.does('skin') && !b.tail,
  },
  {
    id: 'trim',
    title: 'Trim',
    short: 'Trim',
    why: 'Ragged edges dry out and look old by noon.',
    how: ['Ragged edges, belly fat, fin-base bones.', 'Each trim to its own tub.'],
    tool: 'filleting knife',
    check: 'Clean edge all round',
    minutes: [0.5, 1, 2],
    trims: ['belly', 'offcuts', 'skirts'],
    cautions: () => [blade],
    when: (b) => filletOff(b) || b.does('joint', 'open_back', 'open_belly', 'loin_block'),
  },
  {
    id: 'shave',
    title: 'Shave membrane and bloodline',
    short: 'Shave',
    why: 'The dark muscle goes rancid first and tastes strong.',
    how: ['Blade flat along the dark line, thin shavings.', 'The belly membrane off in one pull.'],
    tool: 'long blade',
    check: 'Pale from end to end',
    minutes: [0.5, 0.8, 1.2],
    trims: ['bloodline'],
    cautions: () => [blade],
    when: (b) =>
      filletOff(b) && !b.flat && !b.wing && (b.school('membrane') === 'shaved' || b.option('shaved')),
  },
  {
    id: 'sweep',
    title: 'Bone sweep',
    short: 'Sweep',
    why: 'What the tweezers missed, the fingertip finds.',
    how: [
      'Fingertip along the pin-bone line, head to tail.',
      'Shoulder edge, back fin-base, belly edge.',
      'Then all of it a second time.',
    ],
    tool: 'fingertip, tweezers',
    check: 'Pass two finds none',
    minutes: 1,
    draws: 'sweep',
    cautions: () => ['Bones left in can choke. The notice on the wall does not replace this.'],
    when: boneless,
  },
  {
    id: 'portion',
    title: (b) =>
      b.does('bias')
        ? 'Portion on the bias'
        : b.does('block_cut')
          ? 'Split, then cut across'
          : b.does('split')
            ? 'Split loin and belly'
            : b.does('slices')
              ? 'Slice on the bias'
              : b.does('loin_block')
                ? 'Square the loin'
                : 'Portion',
    short: 'Portion',
    why: (b) =>
      b.does('block_cut')
        ? 'Split where the pin bones lay, the rows are even: they cook evenly.'
        : b.does('loin_block')
          ? 'Only the clean loin is eaten raw.'
          : 'Fillets taper: equal weight means longer toward the tail.',
    how: (b) => [
      b.does('block_cut') || b.does('split')
        ? 'Lengthwise where the pin bones lay.'
        : b.does('bias', 'slices')
          ? 'Blade slanted, long pulls.'
          : b.does('loin_block')
            ? 'Belly and tail off, bloodline off, sides square.'
            : 'One long pull a cut, straight down.',
      b.school('portion_by') === 'length'
        ? 'By the marks on the ruler.'
        : 'By weight: weigh the first, then by eye.',
    ],
    tool: 'long blade',
    check: 'Pieces alike, edges clean',
    minutes: [1, 2, 3],
    trims: ['offcuts'],
    draws: (b) =>
      b.does('block_cut', 'split', 'loin_block') ? 'block' : b.does('bias', 'slices') ? 'bias' : 'portions',
    cautions: (b) => [blade, b.does('loin_block') && 'Raw-fish board and knife only.'],
    when: (b) => b.does('portion', 'bias', 'block_cut', 'split', 'slices', 'loin_block'),
  },
  {
    id: 'fold',
    title: 'Fold the d\u00e9lices',
    short: 'Fold',
    why: 'Folded, a thin fillet cooks like a thick one.',
    how: ['Skinned side in; nick it across at the fold.', 'Thin end under the thick.'],
    tool: 'filleting knife',
    check: 'Lies folded by itself',
    minutes: [1, 1.5, 2],
    cautions: () => [blade],
    when: (b) => b.does('fold'),
  },
  {
    id: 'roll',
    title: 'Roll the paupiettes',
    short: 'Roll',
    why: 'Skinned side in, they hold their shape in the pan.',
    how: ['Skinned side up; filling thin, if asked for.', 'Roll from the head end; seam down, pin it.'],
    tool: 'hands, pick',
    check: 'Stands on its end',
    minutes: [1.5, 2, 3],
    cautions: (b) => [
      b.option('stuffed') && 'What is in the filling goes on the label: it may be an allergen.',
    ],
    when: (b) => b.does('roll'),
  },
  {
    id: 'strips',
    title: 'Cut goujons 80 x 5 mm',
    short: 'Goujons',
    why: 'Alike in width, they fry alike.',
    how: [
      'On a slight bias across the fillet.',
      'Lay the first against the ruler: 80 long, 5 wide.',
      '5 mm off in length, 1 mm in width will do.',
    ],
    tool: 'long blade, ruler',
    check: 'The strip lies on the ruler',
    minutes: [3, 4, 5],
    trims: ['offcuts'],
    draws: 'strips',
    cautions: () => [blade],
    when: (b) => b.does('strips'),
  },
  {
    id: 'slash',
    title: 'Slash three times a side',
    short: 'Slash',
    why: 'Heat and salt reach the bone.',
    how: ['To the bone, slanting, three a side.'],
    tool: 'filleting knife',
    check: 'Six even cuts',
    minutes: [0.3, 0.3, 0.5],
    draws: 'bias',
    cautions: () => [blade],
    when: (b) => b.option('slashed'),
  },
  {
    id: 'faces',
    title: 'Look at every cut face',
    short: 'Faces',
    why: 'Bones show where the knife went through.',
    how: ['Each face under the lamp.', 'A bone found counts as pass two.'],
    tool: 'eyes, tweezers',
    check: 'No bone end in any face',
    minutes: 0.5,
    cautions: () => ['Bones left in can choke. The notice on the wall does not replace this.'],
    when: (b) =>
      b.forms.some((f) => f.boneless && f.does.some((d) => (portioned as readonly string[]).includes(d))),
  },
  {
    id: 'tie',
    title: 'Close and tie',
    short: 'Tie',
    why: 'Tied, it roasts evenly and slices clean.',
    how: ['Close it, or lay two sides head to tail.', 'String every 25 to 30 mm; herbs if asked for.'],
    tool: 'string',
    check: 'Round, no gap',
    minutes: [1, 1.5, 2],
    when: (b) => b.does('joint'),
  },
  {
    id: 'cheeks',
    title: 'Cheeks out',
    short: 'Cheeks',
    why: 'The best mouthful of the head sells apart.',
    how: ['Round the hollow under the eye, scoop it out.', 'Skin it.'],
    tool: 'short knife',
    check: 'Two clean rounds',
    minutes: [0.5, 1, 1.5],
    trims: ['cheeks', 'head'],
    cautions: (b) => [
      blade,
      b.species.sharp === 'teeth' && 'Teeth cut badly: never a hand in the mouth.',
      b.species.sharp === 'thorns' && 'Thorns: thick gloves.',
    ],
    when: (b) => b.does('cheeks'),
  },
  {
    id: 'collars',
    title: 'Collars',
    short: 'Collars',
    why: 'Fat and sweet on the grill.',
    how: ['Round behind the gill opening, fin left on.', 'Gills and blood off, rinse, dry.'],
    tool: 'heavy knife',
    check: 'Two scaled arcs, no gill',
    minutes: [0.5, 1, 1.5],
    trims: ['collars'],
    draws: 'head',
    cautions: () => [blade],
    when: (b) => b.does('collars'),
  },
  {
    id: 'strips_skins',
    title: (b) => (b.does('skins') ? 'Skins flat' : 'Belly strips'),
    short: 'Strips',
    why: 'Sold apart they bring more than the bin.',
    how: ['Fin bones trimmed off.', 'Flat on the tray, skin down.'],
    tool: 'scissors',
    check: 'No fin bone left',
    minutes: [0.5, 1, 1.5],
    trims: ['belly', 'skin'],
    when: (b) => b.does('belly_strips', 'skins'),
  },
  {
    id: 'roe',
    title: 'Roe or liver, intact',
    short: 'Roe',
    why: 'Broken, it is worth nothing.',
    how: ['Lift it out with the fingers, membrane whole.', 'Straight onto ice.'],
    tool: 'hands',
    check: 'Whole, cold',
    minutes: [0.5, 1, 1],
    trims: ['roe', 'liver'],
    cautions: () => ['Some species\u2019 roe or liver must not be eaten: follow your local advice.'],
    when: (b) => b.does('roe'),
  },
  {
    id: 'frame',
    title: 'Frame check and scrape',
    short: 'Frame',
    why: 'The frame tells what the knife left on; the scrape is still worth something.',
    how: (b) => [
      'Hold the frame to the light: clear, veil, places, everywhere.',
      b.wing
        ? 'Feel along the cartilage for what was left.'
        : 'Spoon along the lie of the bones; keep it at 0 to 2 \u00b0C, use it today.',
    ],
    tool: 'lamp, spoon',
    check: 'Scrape in its tub, the frame told',
    minutes: [1, 2, 3],
    trims: ['scrape', 'frame'],
    cautions: () => ['Scrape may hold bones: say so where it is sold.'],
    when: (b) => filletOff(b) || b.does('joint', 'open_back', 'open_belly', 'scrape'),
  },
  {
    id: 'weigh',
    title: 'Weigh out',
    short: 'Weigh',
    why: 'What is not weighed is lost on paper first, then in money.',
    how: ['Every piece, then every tub of trim.', 'Tare the tub first.'],
    tool: 'scale',
    check: 'The balance closes',
    minutes: 0.5,
    when: () => true,
  },
  {
    id: 'label',
    title: 'Wrap and label',
    short: 'Label',
    why: 'A bag without its lot leads nowhere.',
    how: ['Skin side down, no air.', 'The label names fish, lot, use-by, allergen.'],
    tool: 'wrap, printer',
    check: 'Every piece has its label',
    minutes: 0.5,
    when: () => true,
  },
  {
    id: 'soak',
    title: 'Frames for stock',
    short: 'Stock',
    why: 'Gills make stock bitter, eyes cloudy, blood grey.',
    how: [
      'Gills and eyes out, kidney line scraped.',
      'Crack the frame in two or three.',
      'Cold running water until the blood is out; the timer runs on.',
    ],
    tool: 'scissors, cold water',
    check: 'No red in the water',
    minutes: [1, 2, 3],
    timer: 120,
    trims: ['frame', 'head'],
    when: (b) => b.does('stock'),
  },
  {
    id: 'clean',
    title: 'Clean down',
    short: 'Clean',
    why: 'The next fish meets this board.',
    how: ['Blade and board washed, tubs to the cold room.', 'Gloves changed between species.'],
    tool: 'cloth',
    check: 'Board ready for the next fish',
    minutes: 4,
    once: true,
    cautions: () => ['Wet floor, cold hands: knife down first.'],
    when: () => true,
  },
];
