import type { StepRule } from './step.ts';
import { blade, filletOff, portioned, boneless } from './when.ts';

/** Steps from the bone sweep to the clean board, in their order (common practice; minutes our choice). */
export const finishSteps: readonly StepRule[] = [
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
