import type { Minutes, StepRule } from './step.ts';
import {
  blade,
  armour,
  cutsFish,
  sides,
  filletOff,
  crossCut,
  blockCut,
  gutsStayIn,
  headTakesGuts,
  veeHead,
  boned,
  headLast,
} from './when.ts';

/** Steps that take the fish apart, in their order (common practice; minutes our choice). */
export const cutSteps: readonly StepRule[] = [
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
];
