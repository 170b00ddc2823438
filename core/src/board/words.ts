import type { Act } from './act.ts';
import { vacuumCelsius } from './packing.ts';
import { wrapped, type ToolId } from './rules.ts';
import type { Board, Cut } from './state.ts';

/** What is said of an act. Of one that cuts: where to begin, which way the blade runs, where the other hand is. */
export interface ActWords {
  title: string;
  /** A word or two for the beads. */
  short: string;
  why: string;
  begin: string;
  way: string;
  hand: string;
  /** All lines in the order they are said. */
  how: readonly string[];
  /** What done looks like. */
  check: string;
  cautions: readonly string[];
}

export const toolNames: Record<ToolId, string> = {
  towel: 'towel',
  scissors: 'scissors',
  gloves: 'puncture-proof gloves',
  thick_gloves: 'thick gloves',
  salt: 'salt',
  scaler: 'scaler',
  jet: 'water jet',
  goggles: 'goggles',
  short_knife: 'short knife',
  spoon: 'spoon',
  dry_cloth: 'dry cloth',
  heavy_knife: 'heavy knife',
  stiff_knife: 'stiff boning knife',
  flexible_knife: 'filleting knife',
  long_blade: 'long blade',
  tweezers: 'tweezers',
  pliers: 'pliers',
  string: 'string',
  film: 'film',
  ruler: 'ruler',
  trays: 'trays and pads',
  vacuum_packer: 'vacuum packer and pouches',
  lamp: 'lamp',
  scale: 'scale',
  printer: 'label printer',
  sharps_box: 'sharps box',
  water: 'cold running water',
};

interface Said {
  b: Board;
  act: Act;
  cuts: readonly Cut[];
}
type Line = string | false | null | undefined;
interface Entry {
  title: string | ((s: Said) => string);
  short: string;
  why: string | ((s: Said) => string);
  begin?: string | ((s: Said) => string);
  way?: string | ((s: Said) => string);
  /** Lines between the way and the hand. */
  more?: (s: Said) => readonly Line[];
  hand?: string | ((s: Said) => string);
  check: string | ((s: Said) => string);
  cautions?: (s: Said) => readonly Line[];
}

const rawBoard = 'Raw-fish board and knife only.';
const blade = 'Sharp knife, glove on the holding hand; fingertips behind the blade.';
const firstAid =
  'Venomous even after death: never bare hands. Stung? Water as hot as can be borne without scalding, then medical help, as your local advice says.';
const choke = 'Bones left in can choke. The notice on the wall does not replace this.';
const shell = 'Do not pierce the skin.';

const armour = ({ b, act }: Said) =>
  b.job.species.scales === 'armour' &&
  act.before.scales &&
  'Armour: enter between scales, cut from inside outward on every stroke through skin.';
const teeth = ({ b, act }: Said) =>
  b.job.species.sharp === 'teeth' && act.before.head && 'Teeth cut badly: never a hand in the mouth.';
const headSpines = ({ b, act }: Said) =>
  /head/.test(b.job.species.sharp ?? '') && act.before.head && 'Spines on the head: hold it with a towel.';
const knobs = ({ b, act }: Said) =>
  b.job.species.sharp === 'tubercles' && act.before.skin && 'Bony knobs on the skin: hold it with a towel.';
const thorns = ({ b, act }: Said) =>
  b.job.species.sharp === 'thorns' && act.before.skin && 'Thorns on the back and tail: thick gloves.';
const towel = 'Towel between hand and fish; it slips.';
const dry = ({ b }: Said) => b.method('washing') === 'dry_only';
const mm = (cuts: readonly Cut[]) => cuts.find((c) => c.thickMm !== null)?.thickMm ?? null;
const firstCut = (b: Board) => b.method('first_cut');
const shapes = (cuts: readonly Cut[]) => cuts.flatMap((c) => c.goal.size ?? []);

const sideWords = (second: boolean): Omit<Entry, 'title' | 'short'> => ({
  why: 'Flesh left on the frame is the dearest trim there is.',
  begin: ({ b }) =>
    b.kind === 'monk'
      ? second
        ? 'Same way down the other flank of the spine.'
        : 'Begin at the wide end, beside the spine.'
      : {
          head_tail: b.state.head
            ? 'Begin behind the gill cover, on the back.'
            : 'Begin at the cut face, on the back.',
          tail_head: 'Begin at the tail, on the back.',
          belly: 'Begin above the vent fin, from the belly.',
        }[firstCut(b) as 'head_tail'],
  way: ({ b }) =>
    b.kind === 'monk'
      ? 'Toward the tail, the flat of the blade on bone.'
      : firstCut(b) === 'belly'
        ? 'Up along the bones until you see the spine.'
        : b.job.species.scales === 'armour' && b.state.scales
          ? 'From inside outward through the skin, then to the bone.'
          : b.state.skin
            ? 'First stroke through the skin only, then to the bone.'
            : 'In long strokes down to the bone.',
  more: ({ b }) => [
    b.kind === 'round' &&
      (b.gutsIn
        ? 'Over the ribs: stay out of the guts.'
        : {
            over: 'Part the rib from the pin bone, slide over the ribs.',
            through: 'Straight through the soft ribs; they are shaved off after.',
            scissors: 'Ribs are snipped along the spine with scissors.',
            block: 'Straight through the ribs: they come off with it.',
          }[b.method('ribs') as 'over']),
    b.method('frame') === 'fleshy' && 'A hair above the bone: leave a veil for the spoon.',
  ],
  hand: ({ b }) =>
    b.kind === 'monk'
      ? 'Tail away from you; the free hand opens the flap.'
      : second
        ? 'Turned over: blade pulled up, fingers lift the frame.'
        : b.state.head
          ? 'Hold the head; lift the flap with the thumb.'
          : 'Flat hand on the flank; lift the flap with the thumb.',
  check: ({ b }) =>
    b.method('frame') === 'fleshy' ? 'An even veil on the frame' : 'Frame clear against the light',
  cautions: (s) => [
    blade,
    s.b.gutsIn && 'Guts lie under the ribs: do not go in.',
    teeth(s),
    headSpines(s),
    armour(s),
    s.cuts.some((c) => c.goal.tray) && shell,
  ],
});

const flatWords = (blind: boolean): Omit<Entry, 'title' | 'short'> => ({
  why: ({ b }) =>
    b.crossCut
      ? 'Two quarters left joined make one large fillet.'
      : 'The spine divides the fish: each quarter comes off clean.',
  begin: ({ b }) =>
    b.crossCut && b.method('cross_from') === 'edge'
      ? 'Begin at the edge, inside the fins.'
      : b.state.head
        ? 'Round the head, then begin at the middle behind it.'
        : 'Begin at the cut face, on the middle line.',
  way: ({ b }) =>
    b.crossCut
      ? b.method('cross_from') === 'edge'
        ? 'Along the bones, over the ridge, to the other edge.'
        : 'Down the middle to the tail, then outward both ways, joined.'
      : 'Down the middle to the tail, then outward on the bones.',
  more: ({ b }) => [
    b.gutsIn && !blind && 'Guts and head stay on the frame: keep the point out of the pocket.',
    b.job.species.bodyPlan === 'large_flat' && !blind && 'Outline cut first; wipe the blade at every entry.',
  ],
  hand: () =>
    blind
      ? 'Turned over: thinner here; flat blade, the free hand lifts.'
      : 'The free hand lifts the flap as it comes.',
  check: 'Frame clear against the light',
  cautions: (s) => [blade, knobs(s)],
});

const wingWords: Omit<Entry, 'title' | 'short' | 'hand'> = {
  why: 'There are no bones in it: cartilage guides the blade.',
  begin: 'Begin at the thick edge.',
  way: 'Outward along the cartilage, to the thin rim.',
  check: 'No splinter under the finger',
  cautions: (s) => [blade, thorns(s)],
};

const entries: Record<string, Entry> = {
  check: {
    title: 'Check and wipe',
    short: 'Check',
    why: 'The wrong fish cut is gone; slime carries bacteria onto flesh.',
    more: ({ b }) => [
      'Right fish, right lot: read the label.',
      b.method('board') === 'dry'
        ? 'Slime off; the board bone dry.'
        : 'Slime off; wet board, cloth under it.',
      b.kind === 'ray'
        ? 'Smell it: ammonia sends it back, salt never clears it.'
        : b.state.scales
          ? b.job.scaled === 'no'
            ? 'Stroke tail to head: scales? Frost?'
            : 'Said to be scaled: stroke tail to head and see.'
          : 'Feel for frost in the thick part.',
      'Tools, tubs and the waste bowl laid out.',
    ],
    check: 'Dry, steady board, tools at hand',
    cautions: (s) => [s.b.venom && s.b.state.spines && firstAid, thorns(s)],
  },
  spines: {
    title: ({ b }) => (b.venom ? 'Venom spines off' : 'Spines off'),
    short: 'Spines',
    why: 'Nothing that pricks may be left when the holding hand comes down on it.',
    begin: 'Begin at the tail end of the back fin.',
    way: 'Scissors forward, close to the skin.',
    more: ({ b }) => [
      'Then belly fins and vent fin: all of them.',
      b.venom && 'Straight into the sharps box.',
    ],
    hand: ({ b }) => (b.venom && b.state.head ? 'Hold it by the breast fins: they carry no venom.' : towel),
    check: 'Nothing left that pricks',
    cautions: ({ b }) => [
      b.venom ? firstAid : 'A puncture can infect: wash it at once and have it looked at.',
    ],
  },
  slime: {
    title: 'Slime off',
    short: 'Slime',
    why: 'The wing slides under the knife until its slime is gone.',
    more: () => ['Rub it with coarse salt, rinse, dry.'],
    check: 'The hand does not slide',
    cautions: (s) => [thorns(s)],
  },
  scale: {
    title: ({ b }) => (b.job.scaled === 'part' ? 'Scale the rest' : 'Scale'),
    short: 'Scale',
    why: 'Scales carried into flesh are found by the customer’s teeth.',
    more: ({ b }) =>
      b.venom
        ? ['A jet of water, tail to head: no scaler, no bare hand.', 'Nape and belly too.']
        : b.piece
          ? ['Skin up on the board, short strokes, tail to head.', 'Keep water off the flesh.']
          : ['In the sink, under water, tail to head.', 'Nape, belly and along the fins.'],
    check: 'Finger runs smooth both ways',
    cautions: (s) => [
      ['heavy', 'armour'].includes(s.b.job.species.scales) && 'Scales fly: cover your eyes.',
      s.b.venom && s.b.state.spines && firstAid,
    ],
  },
  fins: {
    title: 'Fins off',
    short: 'Fins',
    why: 'Fin bones choke, and they tear the bag.',
    begin: ({ b }) =>
      b.kind === 'flat' ? 'Begin at the tail, along one edge.' : 'Begin at the tail end of each fin.',
    way: 'Scissors forward: they lie against it.',
    more: ({ b }) => [b.method('fins') === 'bin' ? 'Fins to the bin.' : 'Fins to the stock tub.'],
    hand: towel,
    check: 'Smooth along back and belly',
    cautions: () => ['Fin rays prick.'],
  },
  gut: {
    title: 'Gut',
    short: 'Gut',
    why: 'Guts sour the flesh; a fish with its guts in spoils first.',
    begin: ({ b }) =>
      b.kind === 'flat' ? 'Begin behind the gill cover, at the pocket.' : 'Begin at the vent, point up.',
    way: ({ b }) => (b.kind === 'flat' ? 'A short slit along the pocket.' : 'Shallow, to the throat.'),
    more: () => ['Lift it all out: a cut gall bladder turns flesh bitter.'],
    hand: ({ b }) =>
      b.kind === 'flat'
        ? 'Flat hand on the fish, away from the slit.'
        : 'Belly up, the free hand round the head.',
    check: 'Cavity empty, gall whole',
    cautions: (s) => [
      blade,
      'Change gloves and wipe the board after guts.',
      s.b.venom && s.b.state.spines && firstAid,
    ],
  },
  gills: {
    title: 'Gills out',
    short: 'Gills',
    why: 'Gills spoil first and turn stock bitter.',
    begin: 'Lift the gill cover; begin where the gills meet the throat.',
    way: 'Snip top and bottom, pull them out in one.',
    hand: 'Fingers on the gill plate, not inside it.',
    check: 'No red left under the cover',
    cautions: (s) => [
      'Gill edges scratch: gloves.',
      teeth(s),
      headSpines(s),
      s.b.venom && s.b.state.spines && firstAid,
    ],
  },
  liver: {
    title: 'Liver, intact',
    short: 'Liver',
    why: 'Broken, it is worth nothing.',
    more: () => [
      'Lift it out with the fingers, gall cut away from it.',
      'Straight onto ice, in its own tub.',
    ],
    check: 'Whole, cold',
    cautions: () => ['Some species’ liver must not be eaten: follow your local advice.'],
  },
  roe: {
    title: ({ cuts, b }) =>
      cuts.concat(b.cuts).some((c) => c.goal.milt) ? 'Soft roe, intact' : 'Roe, intact',
    short: 'Roe',
    why: 'Broken, it is worth nothing.',
    more: ({ b }) => [
      b.kind === 'flat'
        ? 'Out of the pocket along the bones, both sides.'
        : 'Lift it out with the fingers, membrane whole.',
      'Straight onto ice, in its own tub.',
    ],
    check: 'Whole, cold',
    cautions: () => ['Some species’ roe must not be eaten: follow your local advice.'],
  },
  kidney: {
    title: 'Kidney line',
    short: 'Kidney',
    why: 'Blood along the spine is what smells first.',
    more: (s) => [
      'Slit the membrane, scrape the blood out.',
      dry(s) ? 'Wipe it dry with paper: no water on flesh.' : 'Rinse the cavity, then dry it.',
    ],
    check: 'No red along the spine',
  },
  skin_both: {
    title: 'Skin both sides',
    short: 'Skin',
    why: 'The dark skin is tough; the white one curls in the pan.',
    begin: 'Nick the skin at the tail, loosen it with the thumb.',
    way: 'Pull toward the head in a dry cloth; care round the head.',
    more: () => ['Turn it over, do the same.'],
    hand: 'Palm on the tail, pressing it down.',
    check: 'Both sides bare, no flesh torn',
    cautions: () => ['The cloth slips: pull away from the knife.'],
  },
  frills: {
    title: 'Frills off',
    short: 'Frills',
    why: 'The fringe burns before the fish is cooked.',
    begin: 'Begin at the tail, on either edge.',
    way: 'Scissors forward to the head.',
    hand: 'Flat hand on the fish.',
    check: 'A clean edge all round',
    cautions: () => ['Fin rays prick.'],
  },
  head: {
    title: 'Head off',
    short: 'Head off',
    why: 'The shoulder is the best meat: it stays on the fish.',
    begin: ({ b }) =>
      b.kind === 'flat'
        ? 'Begin at the nape, behind the gill cover.'
        : 'Begin behind gill cover and breast fin.',
    way: ({ b }) =>
      b.kind === 'monk'
        ? 'Round the shoulders to the spine, then through a joint.'
        : 'Slanting forward from both sides: keep the shoulder.',
    more: () => ['One push through the joint, no sawing.'],
    hand: 'Towel on the head, hand behind the blade.',
    check: 'Shoulder meat on the body',
    cautions: (s) => [
      'Heavy or serrated knife; keep the holding hand behind it.',
      teeth(s),
      headSpines(s),
      knobs(s),
      armour(s),
    ],
  },
  tail_fin: {
    title: 'Tail fin off',
    short: 'Tail fin',
    why: 'It burns in the pan and tears the bag.',
    begin: 'Begin where the flesh ends.',
    way: 'Straight across with scissors.',
    hand: 'Hold the tail fin.',
    check: 'A straight end',
    cautions: () => ['Scissors: fingers clear of the blades.'],
  },
  wings_off: {
    title: 'Wings off the body',
    short: 'Wings off',
    why: 'The wings are the fish; the body is no market part.',
    begin: 'Feel where the wing ends; begin beside the eyes.',
    way: 'Follow the edge of the body back to the tail.',
    more: ({ b }) => ['The other wing the same.', b.state.guts && 'Guts stay in the body and leave with it.'],
    hand: 'Glove on the body, by the snout.',
    check: 'Two wings, nothing of the belly on them',
    cautions: (s) => [blade, thorns(s)],
  },
  tail_muscle: {
    title: 'Tail muscle',
    short: 'Tail',
    why: 'A large ray’s tail carries a muscle worth a steak.',
    begin: 'Begin behind the wings.',
    way: 'Tail off, then the muscle off the cartilage; skin it.',
    hand: 'Glove on the thin end.',
    check: 'Clean muscle, no thorn',
    cautions: (s) => [blade, thorns(s)],
  },
  skin_wing: {
    title: 'Skin the wing',
    short: 'Skin',
    why: 'The skin is rough as sandpaper and curls.',
    more: () => [
      'Loosen it along the thick edge.',
      'Grip it with pliers, pull outward to the rim.',
      'Turn it, do the same.',
    ],
    check: 'Both faces bare',
    cautions: () => ['Thorns: thick gloves; pull away from the knife.'],
  },
  vee_head: {
    title: 'Head out in a V',
    short: 'Head',
    why: ({ b }) =>
      b.state.guts
        ? 'One twist takes head and guts, and leaves the shoulders.'
        : 'The V leaves the shoulders.',
    begin: 'Begin behind one gill cover.',
    way: 'A V round the head, meeting behind the other.',
    more: ({ b }) => [
      b.state.guts && 'Twist: head and guts come out together.',
      b.state.guts && 'Look into the pocket; the roe stays in it.',
    ],
    hand: 'Flat hand on the body.',
    check: ({ b }) => (b.state.guts ? 'Pocket clean, gall whole' : 'Shoulders on the body'),
    cautions: (s) => [blade, knobs(s), s.b.state.guts && 'Change gloves and wipe the board after guts.'],
  },
  skin_cut: {
    title: 'Cut the back open',
    short: 'Back cut',
    why: 'The skin lets go along this cut; it is the one that runs toward the body.',
    begin: 'Begin at the tail, beside the back fin.',
    way: 'Short strokes along the spine, tail to head.',
    more: () => ['Then through the spine behind the head, stiff knife.'],
    hand: 'Hold it by the tail with a towel, thumb away from the line.',
    check: 'Skin open from tail to head, spine through',
    cautions: (s) => ['This cut runs toward the body: slow, and stand aside of it.', headSpines(s)],
  },
  skin_free: {
    title: 'Free the skin behind the vent',
    short: 'Free',
    why: 'From here on it comes off in one.',
    begin: 'Turn it over; begin at the vent.',
    way: 'Under the skin on both sides, vent to tail.',
    hand: 'Towel on the head.',
    check: 'Skin loose from vent to tail',
    cautions: (s) => [blade, headSpines(s)],
  },
  skin_pulled: {
    title: 'Pull the head: skin and guts go',
    short: 'Pull',
    why: 'Head, skin and guts leave in one; the white body stays.',
    more: () => ['Hold the spine down with the tip.', 'Pull the head slowly toward the tail.'],
    check: 'White body, nothing hanging',
    cautions: (s) => [headSpines(s)],
  },
  cavity: {
    title: 'Look into the cavity',
    short: 'Cavity',
    why: 'What the pull left behind sours the plate.',
    more: (s) => [
      'Look in, take out what is left.',
      dry(s) ? 'Wipe it dry with paper.' : 'Rinse it, dry it.',
    ],
    check: 'Empty, no red',
  },
  front_bone: {
    title: 'Front bone and kidneys off',
    short: 'Front bone',
    why: 'They stay on the tail when the head goes, and taste strong.',
    begin: 'Begin at the wide end, under the bone.',
    way: 'Round the bone; kidneys come with it. Refresh the edges.',
    hand: 'Tail away from you, hand on the thin end.',
    check: 'Clean white face',
    cautions: () => [blade],
  },
  skin_tail: {
    title: 'Pull the skin',
    short: 'Skin',
    why: 'It comes off like a stocking.',
    more: () => ['Loosen it round the wide end.', 'Grip it in a dry cloth, pull toward the tail.'],
    check: 'Bare to the tail fin',
    cautions: () => ['The cloth slips: pull away from the knife.'],
  },
  fins_tail: {
    title: 'Fins and tail off',
    short: 'Fins',
    why: 'They burn, and their bases are gristle.',
    begin: 'Begin at the thin end.',
    way: 'Scissors along the fins, then across the tail.',
    hand: 'Hold the tail fin.',
    check: 'Smooth all along',
    cautions: () => ['Scissors: fingers clear of the blades.'],
  },
  silver: {
    title: 'Silver skin off',
    short: 'Silver skin',
    why: 'The tough membrane shrinks in the pan and curls the fish.',
    begin: 'Begin at the wide end, under the grey skin.',
    way: 'Slide toward the tail; peel it off in strips.',
    hand: 'Pull the strip, not the knife.',
    check: 'No grey skin left',
    cautions: () => [blade],
  },
  board: {
    title: 'Clean board, knife and hands',
    short: 'Wipe',
    why: 'Scales and slime on the blade end in the flesh.',
    more: ({ b }) => [
      'Wipe blade, board and gloves.',
      'One cloth for scales, another for flesh.',
      b.kind === 'round' && b.job.fishGrams > 3000 && 'On thick fish wipe the blade at every entry.',
    ],
    check: 'Board without a scale on it',
  },
  board_again: {
    title: 'Clean board, knife and hands again',
    short: 'Wipe',
    why: 'Head and guts lay here; flesh comes next.',
    more: () => ['Wipe blade, board and gloves.', 'The cloth for flesh, not the one for scales.'],
    check: 'Board clean and dry',
  },
  open_back: {
    title: 'Open from the back',
    short: 'Open',
    why: 'Belly joined, the fish lies flat and holds its stuffing.',
    begin: ({ b }) =>
      b.state.head
        ? 'Begin behind the head, beside the back fin.'
        : 'Begin at the cut face, beside the back fin.',
    way: 'Both sides of the spine, down to the belly skin.',
    more: ({ b }) => [
      b.state.guts
        ? 'Snip the spine at both ends; it lifts out with the guts.'
        : 'Snip the spine at both ends, lift it out.',
      'Ribs shaved off.',
    ],
    hand: 'Belly on the board, free hand opens the back.',
    check: 'Flat, belly skin whole',
    cautions: (s) => [blade, s.b.state.guts && 'Guts lie under the blade: shallow, gall whole.', armour(s)],
  },
  open_belly: {
    title: 'Open from the belly',
    short: 'Open',
    why: 'It is slit there already; the back holds it together.',
    begin: 'Begin at the slit, on the ribs.',
    way: 'Over the ribs, both sides of the spine; stop before the back skin.',
    more: () => ['Snip the spine at both ends, lift it out.'],
    hand: 'Belly up, free hand opens the wall.',
    check: 'Flat, back skin whole',
    cautions: (s) => [blade, armour(s)],
  },
  joint: {
    title: 'Joint off',
    short: 'Joint',
    why: 'The gut cavity opens flat: the bone lifts out whole.',
    begin: 'Across at the vent; open the cavity flat.',
    way: 'Two cuts from inside, under the ribs to the middle.',
    more: () => ['Lift the backbone out; wipe the membrane off.'],
    hand: 'Flat hand on the open wall, fingers clear of the line.',
    check: 'Lies flat, no rib left',
    cautions: (s) => [blade, armour(s)],
  },
  slices: {
    title: ({ b }) => (b.kind === 'flat' ? 'Tronçons' : 'Steaks'),
    short: 'Slices',
    why: ({ b }) =>
      b.kind === 'flat'
        ? 'On the bone the thick flatfish stays moist.'
        : 'Best behind the vent, where they are round and even.',
    begin: ({ cuts }) => {
      const thick = mm(cuts);
      return thick === null
        ? 'Begin at the cut face, by the mark.'
        : `${thick} mm from the cut face: lay the ruler to it.`;
    },
    way: 'To the bone all round, then through with one push.',
    more: ({ b }) => [
      b.kind === 'flat'
        ? 'Through the spine; tap the blood out on the cloth.'
        : 'Through a joint; tap the blood out on the cloth.',
    ],
    hand: 'Towel on the fish, hand behind the blade.',
    check: 'Even faces, no splinters',
    cautions: (s) => [blade, 'Splinters: wipe the board after each cut.', knobs(s)],
  },
  open_tail: {
    title: 'Open the tail',
    short: 'Open tail',
    why: 'Too thin for steaks, the tail opened flat is a portion of its own.',
    begin: 'Belly up; begin at the cut face, along the middle.',
    way: 'To the bone; free it on both sides, snip it out.',
    more: () => ['Leave the back skin whole; open it flat.'],
    hand: 'Hold the tail fin.',
    check: 'Flat, one piece, no bone',
    cautions: (s) => [blade, armour(s)],
  },
  tail_piece: {
    title: 'Tail piece aside',
    short: 'Tail piece',
    why: 'Too thin to slice; it sells as it is.',
    begin: 'Begin where the last cut ends.',
    way: 'The tail fin off, straight across.',
    hand: 'Hold the tail fin.',
    check: 'In its tray',
    cautions: () => ['Heavy knife; hand behind the blade.'],
  },
  rest_piece: {
    title: 'The rest aside, on the bone',
    short: 'The rest',
    why: 'Nobody asked for it yet: it sells as it is, or is cut later.',
    more: () => ['Wipe the faces, lay it on ice.'],
    check: 'In its tray, cold',
  },
  fillet_first: {
    title: ({ b, cuts }) =>
      b.kind === 'monk'
        ? 'First fillet'
        : cuts.some((c) => c.goal.tray)
          ? 'First side, in its scales'
          : 'First side',
    short: 'First side',
    ...sideWords(false),
  },
  fillet_second: {
    title: ({ b, cuts }) =>
      b.kind === 'monk'
        ? 'Second fillet'
        : cuts.some((c) => c.goal.tray)
          ? 'Second side, in its scales'
          : 'Second side',
    short: 'Second side',
    ...sideWords(true),
  },
  flat_eyed: {
    title: ({ b }) => (b.crossCut ? 'Cross-cut, eyed side' : 'Quarters, eyed side'),
    short: 'Eyed side',
    ...flatWords(false),
  },
  flat_blind: {
    title: ({ b }) => (b.crossCut ? 'Cross-cut, blind side' : 'Quarters, blind side'),
    short: 'Blind side',
    ...flatWords(true),
  },
  wing_upper: {
    title: 'Upper fillets off',
    short: 'Upper',
    ...wingWords,
    hand: 'Flat hand on the wing, thick edge toward you.',
  },
  wing_lower: {
    title: 'Lower fillets off',
    short: 'Lower',
    ...wingWords,
    hand: 'Turned over: thin here, the free hand lifts the flap.',
  },
  again: {
    title: 'Look it over',
    short: 'Look',
    why: 'It was cut before: its edges and its clock come with it.',
    more: ({ b }) => [
      'Right piece, right lot, days left: read the label.',
      b.state.skin ? 'Flesh up; pat it dry.' : 'Pat it dry.',
      b.state.scales &&
        (b.job.scaled === 'no' ? 'Stroke the skin: scales?' : 'Said to be scaled: stroke the skin and see.'),
      'Tools, tubs and the waste bowl laid out.',
    ],
    check: 'Dry, no grey edge',
  },
  head_last: {
    title: 'Head off the frame',
    short: 'Head off',
    why: 'It was something to hold; now it goes to its tub.',
    begin: 'Begin at the joint behind the skull.',
    way: 'Through the joint, one push.',
    hand: 'Towel on the head, hand behind the blade.',
    check: 'Head and frame apart',
    cautions: (s) => ['Heavy or serrated knife; keep the holding hand behind it.', teeth(s), headSpines(s)],
  },
  guts_last: {
    title: 'Guts off the frame',
    short: 'Guts',
    why: 'The spoon comes next: nothing of them may be near it.',
    more: () => ['Lift them off the frame whole.', 'Rinse the frame.'],
    check: 'Frame clean, gall whole',
    cautions: () => ['Change gloves and wipe the board after guts.'],
  },
  rib_cage: {
    title: 'Rib cage and pocket',
    short: 'Rib cage',
    why: 'The two front quarters carry a little cage of bones.',
    begin: 'Begin at the front of the belly quarters.',
    way: 'Scallop it out, thin; the membrane with it.',
    hand: 'Finger on the flesh beside it.',
    check: 'No bone at the front edge',
    cautions: () => [blade],
  },
  ribs: {
    title: ({ b }) => (b.method('ribs') === 'block' ? 'Ribs out of the block' : 'Ribs off'),
    short: 'Ribs',
    why: 'Ribs left in are the bones customers find first.',
    begin: 'Begin at the pin-bone side of the ribs.',
    way: ({ b }) =>
      b.method('ribs') === 'block'
        ? 'Slide under them to the belly edge, lift them off.'
        : 'Blade flat under them, shave to the belly edge.',
    hand: 'Finger on the rib ends, lifting.',
    check: 'Belly wall whole',
    cautions: () => [blade],
  },
  skirts: {
    title: 'Skirts off',
    short: 'Skirts',
    why: 'Fin bones sit in them; the strip sells apart.',
    begin: 'Begin at the tail end of the outer edge.',
    way: 'Along the line where the strip parts.',
    hand: 'Finger on the fillet beside it.',
    check: 'A clean edge, no fin bone',
    cautions: () => [blade],
  },
  belly: {
    title: 'Belly off',
    short: 'Belly',
    why: 'The belly cooks in half the time; sold apart it brings more.',
    begin: 'Begin at the front, where the flesh thins.',
    way: 'One straight cut; the fin bones go with the flap.',
    hand: 'Flat hand on the loin.',
    check: 'Even thickness on the side',
    cautions: () => [blade],
  },
  trim: {
    title: 'Trim',
    short: 'Trim',
    why: 'Ragged edges dry out and look old by noon.',
    begin: 'Begin at the belly edge, front end.',
    way: 'The thin rim and its fin bones off, then ragged edges.',
    hand: 'Flat hand on the flesh.',
    check: 'Clean edge all round',
    cautions: () => [blade],
  },
  trim_tail: {
    title: 'Square the tail',
    short: 'Trim',
    why: 'A straight edge cooks evenly.',
    begin: 'Begin at the thin end.',
    way: 'Straight across both flaps.',
    hand: 'Flat hand on the flesh.',
    check: 'Two even flaps',
    cautions: () => [blade],
  },
  salt: {
    title: 'Firm with dry salt',
    short: 'Salt',
    why: 'Firmer flesh lets the bones go without tearing.',
    more: () => [
      'Plenty of dry salt over the flesh.',
      'Thirty minutes in the cold; the timer runs on by itself.',
      'Rinse, dry well.',
    ],
    check: 'Firm to the finger',
  },
  pin_bones: {
    title: ({ b, cuts }) =>
      cuts.every((c) => c.goal.tray)
        ? 'Pin strip out, skin whole'
        : cuts.every((c) => c.goal.block) || b.method('pin_bones') === 'v_cut'
          ? 'Pin bones out in a V'
          : b.method('pin_bones') === 'strip'
            ? 'Pin strip cut through'
            : 'Pin bones out',
    short: 'Pin bones',
    why: 'A bone in a boneless piece can choke.',
    more: ({ b, cuts }) =>
      cuts.every((c) => c.goal.tray)
        ? [
            'Cut along both sides of the bone line, not to the skin.',
            'Lift the strip out; the skin under it stays whole.',
          ]
        : cuts.every((c) => c.goal.block) || b.method('pin_bones') === 'v_cut'
          ? [
              'Cut along both sides of the row, slanting to the skin.',
              'Lift the V out; do not cut the skin.',
              /gurnard/.test(b.job.species.id) && 'The row is long: the V runs far down the fillet.',
            ]
          : b.method('pin_bones') === 'strip'
            ? ['Cut along both sides of the row, right through.', 'The side falls into loin and belly.']
            : [
                b.method('pin_bones') === 'raise' && 'The back of the knife along the row: they stand up.',
                'Feel which way they lean; pull along it.',
                'It mirrors on the other side.',
                'Hold the flesh down with two fingers.',
              ],
    check: ({ cuts }) =>
      cuts.every((c) => c.goal.tray) ? 'Skin without a hole' : 'Line smooth head to tail',
    cautions: ({ b, cuts }) => [
      'A broken bone is worse than one left: say where, and go back for it.',
      cuts.some((c) => c.goal.tray) && shell,
      (cuts.every((c) => c.goal.tray || c.goal.block) ||
        ['v_cut', 'strip'].includes(b.method('pin_bones'))) &&
        blade,
    ],
  },
  pins_left: {
    title: 'Pin bones stay in',
    short: 'Pin bones',
    why: 'Sold with declared bones: the label names them.',
    more: () => ['Count them with the fingertip.', 'The label says "pin bones left in".'],
    check: 'The label will say so',
  },
  skin: {
    title: 'Skin',
    short: 'Skin',
    why: 'Flesh left on the skin is lost to the bin.',
    begin: 'A tab at the tail, cut to the skin; grip it in a dry cloth.',
    way: ({ b }) =>
      b.method('skinning') === 'wiggle' || b.kind === 'ray'
        ? 'Blade flat, a small saw as you go.'
        : 'Blade flat and still; pull the skin, not the knife.',
    more: ({ b }) => [
      b.kind === 'ray'
        ? 'Upper and lower, the thin ones with care.'
        : b.kind === 'round' && 'A flatter blade leaves the red on the skin.',
    ],
    hand: 'Skin at the board’s edge; the cloth hand pulls, low.',
    check: 'Clean flesh, no holes',
    cautions: () => [blade],
  },
  silver_knife: {
    title: 'Silver skin off the fillets',
    short: 'Silver skin',
    why: 'It shrinks in the pan and curls the fillet.',
    begin: 'Begin at the thin end, blade under the grey skin.',
    way: 'Flat toward the wide end, strip by strip.',
    hand: 'Pull the strip, not the knife.',
    check: 'No grey skin left',
    cautions: () => [blade],
  },
  shave: {
    title: 'Shave membrane and bloodline',
    short: 'Shave',
    why: 'The dark muscle goes rancid first and tastes strong.',
    begin: 'Begin at the head end of the dark line.',
    way: 'Blade flat along it, thin shavings, to the tail.',
    hand: 'Flat hand on the loin.',
    check: 'Pale from end to end',
    cautions: () => [blade],
  },
  score: {
    title: 'Score the skin',
    short: 'Score',
    why: 'The skin stays flat in the pan.',
    begin: 'Skin up; begin at the head end.',
    way: 'Across, 2 to 3 mm deep, a finger apart.',
    hand: 'Pinch the flesh up from below.',
    check: 'Even lines, flesh whole',
    cautions: () => [blade],
  },
  sweep: {
    title: 'Bone sweep',
    short: 'Sweep',
    why: 'What was missed, the fingertip finds.',
    more: ({ b }) => [
      b.kind === 'round'
        ? 'Fingertip along the pin-bone line, head to tail.'
        : b.kind === 'ray'
          ? 'Fingertip along the thick edge: splinters of cartilage.'
          : b.kind === 'monk'
            ? 'Fingertip where the spine lay, and the wide end.'
            : 'Fingertip along the front edge and the fin side.',
      b.kind === 'round' ? 'Shoulder edge, back fin-base, belly edge.' : 'Then every other edge.',
      'Then all of it a second time.',
    ],
    check: 'Pass two finds none',
    cautions: () => [choke],
  },
  tail_end: {
    title: 'Thin tail end off',
    short: 'Tail end',
    why: 'Too thin for a portion: it would be dry before the others are done.',
    begin: 'Begin where the side gets thinner than a finger.',
    way: 'Straight across.',
    hand: 'Flat hand on the thick end.',
    check: 'In the tub for tails',
    cautions: () => [blade],
  },
  portion: {
    title: 'Portion',
    short: 'Portion',
    why: 'Fillets taper: equal weight means longer toward the tail.',
    begin: ({ b }) =>
      b.method('portion_by') === 'length'
        ? 'Begin at the head end, by the marks on the ruler.'
        : 'Begin at the head end: weigh the first, then by eye.',
    way: 'One long pull a cut, straight down.',
    more: ({ cuts }) => [shapes(cuts).length > 0 && `${shapes(cuts)[0]} to ${shapes(cuts)[1]} g each.`],
    hand: 'Flat hand on the side, fingertips back.',
    check: 'Pieces alike, edges clean',
    cautions: () => [blade],
  },
  bias: {
    title: 'Suprêmes, on the bias',
    short: 'Suprêmes',
    why: 'The slant gives one height to a thin side.',
    begin: ({ b }) =>
      b.method('portion_by') === 'length'
        ? 'Begin at the head end, by the marks on the ruler.'
        : 'Begin at the head end: weigh the first, then by eye.',
    way: 'Blade slanted toward the tail, long pulls.',
    more: ({ cuts }) => [shapes(cuts).length > 0 && `${shapes(cuts)[0]} to ${shapes(cuts)[1]} g each.`],
    hand: 'Flat hand on the side, fingertips back.',
    check: 'Pieces alike, edges clean',
    cautions: () => [blade],
  },
  block_cut: {
    title: 'Split, then cut across',
    short: 'Block cut',
    why: 'Split where the pin bones lay, the rows are even: they cook evenly.',
    begin: 'Begin at the head end, where the pin bones lay.',
    way: 'Lengthwise; then each row across by its own marks.',
    hand: 'Flat hand on the loin, fingertips back.',
    check: 'Loin row and belly row, pieces alike',
    cautions: () => [blade],
  },
  split: {
    title: 'Split loin and belly',
    short: 'Split',
    why: 'Two thicknesses cook in two times.',
    begin: 'Begin at the head end, where the pin bones lay.',
    way: 'Lengthwise to the tail; the dark line off both.',
    hand: 'Flat hand on the loin, fingertips back.',
    check: 'Two clean pieces',
    cautions: () => [blade],
  },
  thin_slices: {
    title: 'Slice on the bias',
    short: 'Slices',
    why: 'Thick boneless pieces slice across the grain.',
    begin: ({ cuts }) => {
      const thick = cuts.find((c) => c.goal.sliceMm !== null)?.goal.sliceMm;
      return thick ? `Begin at the thick end, ${thick} mm by the ruler.` : 'Begin at the thick end.';
    },
    way: 'Blade slanted, one long pull a slice.',
    hand: 'Flat hand on the piece, fingertips back.',
    check: 'Slices alike',
    cautions: ({ cuts }) => [blade, cuts.some((c) => c.form.raw) && rawBoard],
  },
  loin_block: {
    title: 'Square the loin',
    short: 'Block',
    why: 'Only the clean loin is eaten raw.',
    begin: 'Begin at the head end of the loin.',
    way: 'Belly and tail off, dark line off, sides square.',
    more: () => ['Grey layer of thawed fish off.'],
    hand: 'Clean glove, flat on the loin.',
    check: 'A block with square sides',
    cautions: () => [blade, rawBoard],
  },
  fold: {
    title: 'Fold the délices',
    short: 'Fold',
    why: 'Folded, a thin fillet cooks like a thick one.',
    begin: 'Skinned side in; nick it across at the fold.',
    way: 'Half through, no deeper.',
    more: () => ['Thin end under the thick.'],
    hand: 'Finger on the thick end.',
    check: 'Lies folded by itself',
    cautions: () => [blade],
  },
  roll: {
    title: 'Roll the paupiettes',
    short: 'Roll',
    why: 'Skinned side in, they hold their shape in the pan.',
    more: ({ cuts }) => [
      cuts.some((c) => c.goal.stuffed) ? 'Skinned side up; the filling thin over it.' : 'Skinned side up.',
      'Roll from the head end; seam down, pin it.',
    ],
    check: 'Stands on its end',
    cautions: ({ cuts }) => [
      cuts.some((c) => c.goal.stuffed) && 'What is in the filling goes on the label: it may be an allergen.',
    ],
  },
  strips: {
    title: 'Goujons, 80 x 5 mm',
    short: 'Goujons',
    why: 'Alike in width, they fry alike.',
    begin: 'Begin at the thick edge of the fillet.',
    way: 'Along it on a slight bias, 80 mm long, 5 mm wide.',
    more: () => ['5 mm off in length, 1 mm in width will do.'],
    hand: 'Fingertips back, nails on the blade.',
    check: 'The strip lies on the ruler',
    cautions: () => [blade],
  },
  halve: {
    title: 'Halve along the spine',
    short: 'Halve',
    why: 'One large slice makes two plates.',
    begin: 'Lay it flat; begin beside the bone, at the back.',
    way: 'Through to the belly, one push.',
    hand: 'Hand behind the blade.',
    check: 'Two even halves',
    cautions: () => [blade, 'Splinters: wipe the board after each cut.'],
  },
  ends: {
    title: 'Belly ends off',
    short: 'Ends',
    why: 'Thin ends burn before the steak is done.',
    begin: 'Begin at the tip of each flap.',
    way: 'Straight across where the flesh thins.',
    hand: 'Finger on the steak.',
    check: 'Round, even edge',
    cautions: () => [blade],
  },
  slash: {
    title: 'Slash three times a side',
    short: 'Slash',
    why: 'Heat and salt reach the bone.',
    begin: 'Begin a thumb behind the head.',
    way: 'Slanting, to the bone, three a side.',
    hand: 'Flat hand on the tail end.',
    check: 'Six even cuts',
    cautions: (s) => [blade, armour(s)],
  },
  faces: {
    title: 'Look at every cut face',
    short: 'Faces',
    why: 'Bones show where the knife went through.',
    more: () => ['Each face under the lamp.', 'A bone found counts as pass two.'],
    check: 'No bone end in any face',
    cautions: () => [choke],
  },
  pair: {
    title: 'Apart, then head to tail',
    short: 'Pair',
    why: 'Two sides laid head to tail make one even joint.',
    begin: 'Begin at the wide end, along the back.',
    way: 'Through the back skin; turn one side round.',
    hand: 'Flat hand on the joint.',
    check: 'One thickness from end to end',
    cautions: () => [blade],
  },
  stuff: {
    title: ({ cuts }) => (cuts.some((c) => c.goal.herbs) ? 'Herbs inside' : 'Stuff'),
    short: 'Stuff',
    why: 'What goes in belongs on the label.',
    more: () => ['Thin and even over the flesh.', 'Write down what is in it.'],
    check: 'It closes over the filling',
    cautions: () => ['What is in the filling goes on the label: it may be an allergen.'],
  },
  tie: {
    title: 'Close and tie',
    short: 'Tie',
    why: 'Tied, it roasts evenly and slices clean.',
    more: () => ['Close it, seam down.', 'String every 25 to 30 mm.'],
    check: 'Round, no gap',
  },
  bind: {
    title: 'Close and wrap tight',
    short: 'Wrap',
    why: 'Wrapped tight it holds its round without string.',
    more: () => ['Close it, seam down.', 'Roll it in film, twist both ends.'],
    check: 'Firm, no air',
  },
  cheeks: {
    title: 'Cheeks out',
    short: 'Cheeks',
    why: 'The best mouthful of the head sells apart.',
    begin: 'Begin at the hollow under the eye.',
    way: 'Round it, scoop it out; skin it.',
    hand: 'Towel on the head.',
    check: 'Two clean rounds',
    cautions: ({ b }) => [
      blade,
      b.job.species.sharp === 'teeth' && 'Teeth cut badly: never a hand in the mouth.',
    ],
  },
  collars: {
    title: 'Collars',
    short: 'Collars',
    why: 'Fat and sweet on the grill.',
    begin: 'Begin behind the gill opening.',
    way: 'Round it, the breast fin left on; split at the throat.',
    more: () => ['Gills and blood off, rinse, dry.'],
    hand: 'Towel on the head, hand behind the blade.',
    check: 'Two scaled arcs, no gill',
    cautions: () => [blade],
  },
  head_flesh: {
    title: 'Scrape the heads',
    short: 'Heads',
    why: 'A large head carries a meal of flesh.',
    more: () => [
      'Nape, cheek and behind the eye, with the spoon.',
      'Into its tub; look through it for bones.',
    ],
    check: 'Head bare, flesh in its tub',
    cautions: () => ['Scrape may hold bones: say so where it is sold.'],
  },
  strips_off: {
    title: 'Belly strips',
    short: 'Strips',
    why: 'Sold apart they bring more than the bin.',
    begin: 'Begin at the fin end.',
    way: 'Fin bones off with scissors, strips of one width.',
    hand: 'Hold the strip flat.',
    check: 'No fin bone left',
    cautions: () => ['Fin bones prick.'],
  },
  skins: {
    title: 'Skins flat',
    short: 'Skins',
    why: 'Crisp-fried they sell; in the bin they cost.',
    more: () => ['Scrape the last flesh off.', 'Flat on the tray, one on the other.'],
    check: 'Scaled, flat, dry',
    cautions: () => [blade],
  },
  frame: {
    title: ({ b }) => (b.kind === 'ray' ? 'Cartilage check' : 'Frame check and scrape'),
    short: 'Frame',
    why: 'The frame tells what the knife left on; the scrape is still worth something.',
    more: ({ b }) => [
      'Hold it to the light: clear, veil, places, everywhere.',
      b.kind === 'ray'
        ? 'Feel along it for what was left.'
        : 'Spoon along the lie of the bones; keep it at 0 to 2 °C, use it today.',
    ],
    check: ({ b }) => (b.kind === 'ray' ? 'The frame told' : 'Scrape in its tub, the frame told'),
    cautions: ({ b }) => [b.kind !== 'ray' && 'Scrape may hold bones: say so where it is sold.'],
  },
  soak: {
    title: 'Stock pack',
    short: 'Stock',
    why: 'Gills make stock bitter, eyes cloudy, blood grey.',
    more: ({ cuts }) => [
      cuts.some((c) => c.goal.eyesWhole)
        ? 'Gills out; eyes out whole, in one piece.'
        : 'Gills and eyes out, kidney line scraped.',
      'Crack the frame in two or three.',
      'Cold running water until the blood is out; the timer runs on.',
      'Drain it: it is weighed after.',
    ],
    check: 'No red in the water',
    cautions: () => ['Splinters of bone: towel on the frame.'],
  },
  along: {
    title: ({ cuts }) =>
      cuts.every((c) => c.trimWish === 'all') ? 'Bag their trim' : 'Bag their head and bones',
    short: 'Bag',
    why: 'They asked for it with their fish.',
    more: ({ b }) => [
      (b.tubs.get('head')?.gills ?? 0) > 0 && 'Gills out of the head.',
      'A bag of its own, their name on it, on ice beside their pieces.',
    ],
    check: 'One bag more, with their name',
  },
  asked: {
    title: 'As asked for',
    short: 'As asked',
    why: 'It was said with the order.',
    more: ({ cuts }) => cuts.flatMap((c) => c.goal.asked),
    check: 'Done as it was said',
  },
  back: {
    title: 'The fish back on ice',
    short: 'Back',
    why: 'Nothing else is cut of it on this ticket.',
    more: () => ['Wipe it, lay it back on ice.'],
    check: 'Cold, covered',
  },
  weigh: {
    title: 'Weigh out',
    short: 'Weigh',
    why: 'What is not weighed is lost on paper first, then in money.',
    more: () => ['Every piece, then every tub of trim.', 'Tare the tub first.'],
    check: 'The balance closes',
  },
  pack_tray: {
    title: 'Onto trays',
    short: 'Trays',
    why: 'On a pad it does not lie in its own water.',
    more: ({ cuts }) => [
      'Pad in, best side up; film tight over the rim.',
      cuts.some((c) => c.state.skin && c.goal.take === 'sides') && 'Skin side down.',
      'The tray’s weight is no fish: tare it.',
    ],
    check: 'Film tight, no water in the tray',
  },
  pack_vacuum: {
    title: 'Vacuum-pack',
    short: 'Vacuum',
    why: 'Without air it neither dries nor picks up smells; it does not keep longer for it.',
    more: () => [
      'Dry, into the pouch, edge clean; seal it.',
      `At ${vacuumCelsius} °C or colder from now on.`,
    ],
    check: 'Tight on the fish, seal without a fold',
    cautions: () => [
      'Without air, what makes botulism grows unseen once it is warm: cold all the way, never past its date.',
    ],
  },
  pack_frozen: {
    title: 'Pack for the freezer',
    short: 'Freeze',
    why: 'Air dries it; thick packs freeze slowly.',
    more: () => [
      'Film tight, no air; flat, one piece thick.',
      'The day it was frozen on it; into the coldest place at once.',
    ],
    check: 'Flat, dated, in the freezer',
    cautions: () => ['Once thawed it is never frozen again raw.'],
  },
  label: {
    title: ({ b }) => (b.cuts.some(wrapped) ? 'Wrap and label' : 'Label'),
    short: 'Label',
    why: 'A bag without its lot leads nowhere.',
    more: ({ b }) => [
      b.cuts.some(wrapped) &&
        (b.cuts.some((c) => wrapped(c) && c.goal.take === 'sides' && c.state.skin)
          ? 'Skin side down, no air.'
          : 'No air.'),
      b.cuts.some((c) => c.packing === 'loose') && 'What is asked for loose: in paper.',
      'The label names fish, lot, use-by, allergen.',
    ],
    check: 'Every piece has its label',
  },
  clean: {
    title: 'Clean down',
    short: 'Clean',
    why: 'The next fish meets this board.',
    more: () => ['Blade and board washed, tubs to the cold room.', 'Gloves changed between species.'],
    check: 'Board ready for the next fish',
    cautions: () => ['Wet floor, cold hands: knife down first.'],
  },
};

/** The words of an act, said of the board as it lies when the act begins. Throws RangeError for an act without words. */
export function wordsOf(act: Act, b: Board, cuts: readonly Cut[]): ActWords {
  const entry = entries[act.id];
  if (!entry) throw new RangeError(`No words for ${act.id}`);
  const said: Said = { act, b, cuts };
  const is = (of: string | ((s: Said) => string) | undefined) =>
    typeof of === 'function' ? of(said) : (of ?? '');
  const lines = (of: readonly Line[]) => of.filter((l): l is string => typeof l === 'string' && l !== '');
  const [begin, way, hand] = [is(entry.begin), is(entry.way), is(entry.hand)];
  return {
    title: is(entry.title),
    short: entry.short,
    why: is(entry.why),
    begin,
    way,
    hand,
    how: lines([begin, way, ...(entry.more?.(said) ?? []), hand]),
    check: is(entry.check),
    cautions: lines(entry.cautions?.(said) ?? []),
  };
}
