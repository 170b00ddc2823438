import type { Minutes, StepRule } from './step.ts';
import {
  blade,
  armour,
  venomous,
  cutsFish,
  filletOff,
  gutsStayIn,
  headTakesGuts,
  veeHead,
  heads,
  headLast,
} from './when.ts';

/** Steps that make a fish ready for the knife, in their order (common practice; minutes our choice). */
export const prepareSteps: readonly StepRule[] = [
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
];
