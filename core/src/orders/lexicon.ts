import { nth } from '../found.ts';
import type { Packing } from '../board/index.ts';
import type { Use } from '../freshness/index.ts';
import type { TrimWish } from '../yields/index.ts';

/*
 * The words orders are said in, as counters hear them (common practice). A phrase stands as it is said, in small letters
 * and without accents; words in round brackets may be left out, a stroke parts what may stand for each other.
 */

/** What a piece is called, before anybody knows of which fish. */
export type Noun =
  | 'whole'
  | 'fillet'
  | 'side'
  | 'portion'
  | 'piece'
  | 'loin'
  | 'steak'
  | 'troncon'
  | 'joint'
  | 'tail'
  | 'wing'
  | 'head'
  | 'supreme'
  | 'slices'
  | 'raw_slices'
  | 'sashimi'
  | 'goujons'
  | 'delice'
  | 'paupiette'
  | 'cheeks'
  | 'collars'
  | 'roe'
  | 'livers'
  | 'skins'
  | 'scrape'
  | 'belly_strips'
  | 'half_shell'
  | 'loin_belly'
  | 'bones';

/** What is done to it. */
export type Mod =
  | 'skin_off'
  | 'skin_on'
  | 'gutted'
  | 'cleaned'
  | 'scaled'
  | 'dressed'
  | 'pan'
  | 'butterfly'
  | 'from_belly'
  | 'quarter'
  | 'cross'
  | 'block'
  | 'boneless'
  | 'on_bone'
  | 'filleted';

/** A wish beside the form; what a form offers of it is said in `options.ts`. */
export type Act =
  | 'head_off'
  | 'head_on'
  | 'tail_off'
  | 'tail_on'
  | 'fins_off'
  | 'fins_on'
  | 'gills_left'
  | 'scaled'
  | 'slashed'
  | 'halved'
  | 'belly_off'
  | 'tied'
  | 'pin_bones_in'
  | 'pin_bones_out'
  | 'skirts_left'
  | 'skin_on'
  | 'skin_off'
  | 'bloodline'
  | 'stuffed'
  | 'herbs'
  | 'milt';

export type Item =
  | { kind: 'noun'; noun: Noun }
  | { kind: 'mod'; mod: Mod }
  | { kind: 'act'; act: Act }
  | { kind: 'use'; use: Use }
  | { kind: 'trim'; wish: TrimWish }
  | { kind: 'packing'; packing: Packing }
  | {
      kind:
        | 'each'
        | 'all'
        | 'part'
        | 'about'
        | 'x'
        | 'of'
        | 'for'
        | 'people'
        | 'thick'
        | 'any_white'
        | 'fish'
        | 'again'
        | 'doubt'
        | 'instead';
    }
  | { kind: 'filler' };

const nouns: Record<Noun, string> = {
  whole: 'whole (fish)|round|as (it|they) come(s)|entire',
  fillet: 'fillet|fillets|filet|filets',
  side: 'side|sides',
  portion: 'portion|portions|serving|servings',
  piece: 'piece|pieces|chunk|chunks|bit|bits|lump|lumps',
  loin: 'loin|loins',
  steak: 'steak|steaks|darne|darnes|cutlet|cutlets',
  troncon: 'troncon|troncons',
  joint: 'joint|joints|roasting joint|rolled joint',
  tail: 'tail|tails|tail end|tail piece|tail pieces|tail ends',
  wing: 'wing|wings',
  head: 'head|heads',
  supreme: 'supreme|supremes',
  slices: 'slice|slices|medallion|medallions|bias slices',
  raw_slices: 'sashimi slices|raw slices|slices for sashimi|sliced for sashimi',
  sashimi: 'sashimi block|sashimi|saku|sushi block',
  goujons: 'goujon|goujons|strips',
  delice: 'delice|delices|folded fillets',
  paupiette: 'paupiette|paupiettes|rolled fillets',
  cheeks: 'cheek|cheeks',
  collars: 'collar|collars',
  roe: 'roe|roes|hard roe',
  livers: 'liver|livers',
  skins: 'skins',
  scrape: 'frame scrape|scrape|scrapings|spooned meat|mince',
  belly_strips: 'belly strips|bellies|belly',
  half_shell: '(on the) half shell|half shells|in (its|their) scales',
  loin_belly: 'loin and belly|royale',
  bones: 'stock bones|bones for stock|stock pack|stock packs|fish bones|bones|frames|frame|stock pot',
};

const mods: Record<Mod, string> = {
  skin_off:
    'skinless|skinned|skinned both sides|skinned off|skin off|no skin|without (the|its|their) skin|without skin|with no skin|off the skin|take the skin off|skin removed|minus (the) skin',
  skin_on:
    'skin on|skin left on|with (the|its|their) skin (on|left on)|with skin|keep the skin (on)|leave the skin on|unskinned',
  gutted: 'gutted|gut|drawn|gut and gill|gutted and gilled',
  cleaned:
    'cleaned|clean|cleaned up|oven ready|ready to cook|scaled and gutted|gutted and scaled|scale and gut|gut and scale|scaled gutted',
  scaled: 'scaled|descaled|de scaled|scales off|scale',
  dressed: 'headed and gutted|heads off and gutted|dressed|h and g|headless and gutted',
  pan: 'pan dressed|pan ready|ready for the pan',
  butterfly:
    'butterflied|butterfly|butterfly cut|opened|opened (up|out|flat)|open flat|spatchcocked|kippered',
  from_belly: 'from the belly|kippered flat|through the belly',
  quarter: 'quarter cut|quarter cut fillets|four fillets|in four fillets|cut in four|quarters',
  cross: 'cross cut|cross cut fillets|double fillets|doubles',
  block: 'block cut|block|block portions|square cut',
  boneless:
    'boneless|boned|boned out|bone out|off the bone|no bones|without bones|bones out|deboned|filleted off',
  on_bone: 'on the bone|bone in|bone on|with the bone in',
  filleted: 'filleted|fillet them|fillet it|fillet me|fillet both|filleted please',
};

const acts: Record<Act, string> = {
  head_off:
    'head off|heads off|headless|no head|no heads|without (the|its|their) head|without heads|take the head off|take the heads off|minus the head',
  head_on:
    'head on|heads on|head left on|heads left on|with (the|its|their) head on|keep the head on|keep the heads on|leave the head on|leave the heads on',
  tail_off: 'tail cut off|tails cut off|no tail|no tails',
  tail_on: 'tail on|tails on|tail left on',
  fins_off: 'fins off|trimmed fins|fins trimmed',
  fins_on: 'fins on|fins left on',
  gills_left: 'gills in|gills left in|leave the gills',
  scaled: 'never said alone',
  slashed: 'slashed|slash|slash them|slash it|scored|score|score the skin|score it|scotched|scored for me',
  halved: 'halved|cut in half|in halves|split in half|split|halved along the spine',
  belly_off:
    'belly off|belly ends trimmed|bellies trimmed|belly trimmed|without (the) belly|no belly|trim the belly off|belly flap off',
  tied: 'tied|tie it|tied up|tie them|strung',
  pin_bones_in: 'pin bones in|pin bones left in|leave the pin bones|with pin bones',
  pin_bones_out:
    'pin bones out|pin boned|pin bone out|pinboned|pin bones removed|pin bones taken out|no pin bones|take the pin bones out',
  skirts_left:
    'keep the frills|frills on|frills left (on)|keep the skirts|skirts left (on)|keep the frill|leave the frills (on)|with frills|skirts on|keep skirts|frills',
  skin_on: 'never said alone',
  skin_off: 'never said alone',
  bloodline: 'bloodline out|bloodline off|bloodline shaved|no bloodline|brown off',
  stuffed: 'stuffed|for stuffing|to stuff',
  herbs: 'herbs inside|with herbs (in)|herbs in',
  milt: 'soft roe|soft roes|milt',
};

const uses: Record<Use, string> = {
  raw: 'raw|(for|to eat) raw|to eat raw|sushi|ceviche|tartare|tartar|carpaccio|poke|sushi grade|crudo|gravlax|gravadlax|for curing|to cure|cure',
  steam: 'steam|steamed|steaming|for steaming|to steam|en papillote',
  grill:
    'grill|grilled|grilling|bbq|barbecue|barbecued|barbeque|roast|roasted|roasting|bake|baked|baking|oven|griddle|plancha|on the coals|tray bake',
  poach: 'poach|poached|poaching|soup|stew|pie|chowder|curry|fish pie|bouillabaisse',
  fry: 'fry|fried|frying|pan fry|pan fried|pan frying|deep fry|batter|battered|beer batter|chip|chips|for frying|tempura',
};

const wishes: Record<Exclude<TrimWish, 'shop'>, string> = {
  stock:
    'bag the bones|bag up the bones|keep the bones|(and) the bones|with (the|its|their) bones|bones too|bones as well|bones along|keep the head|keep the heads|keep the heads and bones|keep the bones and heads|heads and bones (too|along|as well)|bones and heads (too|along|as well)|head and bones (too|along|as well)|bones and head (too|along|as well)|with heads and bones|with head and bones|with the heads and bones|with the head and bones|keep the frame|keep the frames|bag the frames|with the frames|with the frame|with (the|its|their) head and frame|give me the bones|save (me) the bones|ill have the bones|i will have the bones|want the bones',
  all: 'with (all) (the) trimmings|with (all) (the) trim|keep (all) (the) trimmings|keep (all) (the) trim|all the bits|keep everything|everything along|with everything',
};

const packed: Record<Packing, string> = {
  wrapped: 'wrapped',
  loose: 'loose|in paper|loose in paper',
  tray: 'on (a|the) tray|on trays|trayed',
  vacuum: 'vacuum packed|vac packed|vac pack|vacuum pack|vacuumed|vac pac|vacpac|vacpacked',
  frozen:
    'for the freezer|freezer pack|freezer packed|to freeze|for freezing|packed for the freezer|wrapped for the freezer|freezer',
};

const plain: Record<string, string> = {
  each: 'each|apiece|a piece each|every one|a portion|per portion|per piece|a head|per person|a pop',
  all: 'in all|in total|altogether|all together|total|all told|between them|the lot|in one go',
  part: 'fewer will do|fewer is fine|fewer is ok|or what you have|as many as you have|part will do|if you have (them|it)|whatever you have got|as many as there are|up to',
  about:
    'about|around|roughly|approx|approximately|circa|ca|or so|ish|give or take|near|nearly|just under|just over|at least|min|max',
  x: 'x|times',
  of: 'of|at|per|off',
  for: 'for|to feed|feeds|feed|feeding|serves|serving up|enough for',
  people: 'people|persons|person|of us|guests|diners|adults|mouths|heads at table',
  thick: 'thick|deep|thickness|in thickness',
  any_white:
    '(any|whatever|some|a|the best|your best|) white fish (in season|is good|is best|you have|looks good|today|)|whatever white|any white|whatever is white|something white|white',
  fish: 'fish',
  doubt:
    'top side|top side only|dark side|dark side only|white side|one side only|dark skin off|dark skin|half|quarter|several|smoked|cured|pickled|soused|tinned|salted|dried',
  instead: 'make that|make it|no make that|no make it|no wait|sorry|rather',
  again:
    'same as last (week|time)|same again|the usual|usual order|as last (week|time)|the same as before|my usual|same as before',
};

const fillers =
  'please|enough|plenty|left|mrs|mr|ms|a|an|the|some|and|with|to|me|us|my|i|id|ill|ive|im|like|want|would|could|can|you|have|get|give|cut|do|take|need|want|order|just|also|then|plus|nice|good|lovely|fresh|big|large|small|medium|thick cut|best|your|it|them|they|that|is|are|be|in|on|into|hi|hello|thanks|thank|ta|cheers|morning|ok|okay|so|of|from|one s|well|very|really|those|these|this|big ones|small ones|if|possible|maybe|perhaps|say|lets|lets|make|up|out|ready|pick|picked|collect|collected|collecting|around|wild|farmed|line caught|day boat|cold|chilled|as|fish s|only|s|ll|bag|bagged|wrap|trim|trimmed|each way|number|no|not|too|big piece|dinner|supper|party|family|kids|mum|lunch|lunchtime|tea|breakfast|early|late|noonish|first thing|wedding|christmas|starter|main|mains|course|style|way|usual|normal|proper';

/** A phrase with what may be left out or stands for each other, as all the phrases it means. */
function spread(phrase: string): string[] {
  const part = /\(([^()]*)\)/.exec(phrase);
  if (!part) return [phrase.replace(/\s+/g, ' ').trim()];
  const [whole, inside] = [part[0], nth(part, 1)];
  const ways = inside.includes('|') ? inside.split('|') : [inside, ''];
  return ways.flatMap((w) => spread(phrase.replace(whole, w)));
}
/** Phrases parted by strokes, those inside brackets left together. */
const phrases = (list: string): string[] =>
  list
    .split(/\|(?![^(]*\))/)
    .flatMap(spread)
    .filter((p) => p !== 'never said alone');

/** Every phrase there is, with what it means. */
export const lexicon: ReadonlyMap<string, Item> = new Map<string, Item>([
  ...phrases(fillers).map((p): [string, Item] => [p, { kind: 'filler' }]),
  ...Object.entries(plain).flatMap(([kind, list]) =>
    phrases(list).map((p): [string, Item] => [p, { kind } as Item]),
  ),
  ...(Object.entries(nouns) as [Noun, string][]).flatMap(([noun, list]) =>
    phrases(list).map((p): [string, Item] => [p, { kind: 'noun', noun }]),
  ),
  ...(Object.entries(mods) as [Mod, string][]).flatMap(([mod, list]) =>
    phrases(list).map((p): [string, Item] => [p, { kind: 'mod', mod }]),
  ),
  ...(Object.entries(acts) as [Act, string][]).flatMap(([act, list]) =>
    phrases(list).map((p): [string, Item] => [p, { kind: 'act', act }]),
  ),
  ...(Object.entries(uses) as [Use, string][]).flatMap(([use, list]) =>
    phrases(list).map((p): [string, Item] => [p, { kind: 'use', use }]),
  ),
  ...(Object.entries(wishes) as [TrimWish, string][]).flatMap(([wish, list]) =>
    phrases(list).map((p): [string, Item] => [p, { kind: 'trim', wish }]),
  ),
  ...(Object.entries(packed) as [Packing, string][]).flatMap(([packing, list]) =>
    phrases(list).map((p): [string, Item] => [p, { kind: 'packing', packing }]),
  ),
]);

/** Pieces that are one where they are said without a number: "a tail", "salmon head". */
export const singular: ReadonlySet<string> = new Set([
  'portion',
  'serving',
  'piece',
  'chunk',
  'bit',
  'lump',
  'steak',
  'darne',
  'cutlet',
  'troncon',
  'joint',
  'roasting joint',
  'rolled joint',
  'tail',
  'tail end',
  'tail piece',
  'wing',
  'head',
  'supreme',
  'side',
  'stock pack',
]);

/** Other names a fish goes by at the counter, beside those of the species book. */
export const nicknames: Readonly<Record<string, string>> = {
  monk: 'monkfish',
  dover: 'dover_sole',
  dovers: 'dover_sole',
  dory: 'john_dory',
  gilthead: 'gilthead_bream',
  coley: 'saithe',
  king: 'chinook',
  pilchard: 'sardine',
  rays: 'skate',
  'mahi mahi': 'mahi',
};

export const numbers: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  thirteen: 13,
  fourteen: 14,
  fifteen: 15,
  sixteen: 16,
  seventeen: 17,
  eighteen: 18,
  nineteen: 19,
  twenty: 20,
  thirty: 30,
  forty: 40,
  fifty: 50,
  sixty: 60,
  seventy: 70,
  eighty: 80,
  ninety: 90,
  couple: 2,
  pair: 2,
  brace: 2,
};
export const multiples: Readonly<Record<string, number>> = { dozen: 12, hundred: 100 };
export const fractions: Readonly<Record<string, number>> = { half: 0.5, quarter: 0.25, third: 1 / 3 };

/** Grams in one of a unit. */
export const weights: Readonly<Record<string, number>> = {
  kg: 1000,
  kgs: 1000,
  k: 1000,
  kilo: 1000,
  kilos: 1000,
  kilogram: 1000,
  kilograms: 1000,
  g: 1,
  gr: 1,
  gm: 1,
  gms: 1,
  gram: 1,
  grams: 1,
  gramme: 1,
  grammes: 1,
  lb: 453.59237,
  lbs: 453.59237,
  pound: 453.59237,
  pounds: 453.59237,
  pounder: 453.59237,
  oz: 28.349523125,
  ozs: 28.349523125,
  ounce: 28.349523125,
  ounces: 28.349523125,
};
/** Millimetres in one of a unit. */
export const lengths: Readonly<Record<string, number>> = {
  mm: 1,
  millimetre: 1,
  millimetres: 1,
  cm: 10,
  centimetre: 10,
  centimetres: 10,
  inch: 25.4,
  inches: 25.4,
  in: 25.4,
  '"': 25.4,
};

/** Words of every day that are one letter away from a fish and never mean it. */
export const noSlip: ReadonlySet<string> = new Set(
  'take make cake like bake cook cold code could good god rod nod road read bass base case side size sake lake wake same some sold soul sale salt sell soul sort room son sun car cat chat chair care bar boat beat bread broad break brim dream cream team more made main many most mint mind milk meal meat mean metal mat may bill drill skill skin skim plate place please plain play hat hate have half here hear herb her him his home hot how honey hall halt turbo trout about out our trust true try tray tea ten tin tall tell tale talk'.split(
    ' ',
  ),
);
