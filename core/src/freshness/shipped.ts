import { pieceConditions, type ArrivalCondition, type EuGroup } from '../species/index.ts';
import type { Scheme, Sign, SignKind } from './scheme.ts';

const headOn: readonly ArrivalCondition[] = ['whole', 'gutted'];
const cavityOpen: readonly ArrivalCondition[] = ['gutted', 'headed_gutted'];
const pieces: readonly ArrivalCondition[] = ['tail', 'wing', ...pieceConditions];

const sign = (
  id: string,
  name: string,
  weight: number,
  words: readonly string[],
  more: Partial<Sign> = {},
): Sign => ({ id, kind: id as SignKind, name, weight, words, ...more });

const worst = (as: string) => ({ stop: { from: 3, as } as const });
const smellOf = (words: readonly string[], more: Partial<Sign> = {}) =>
  sign('smell', 'Smell', 1.2, words, { ...worst('smell at the worst level'), ...more });
const selachians: readonly EuGroup[] = ['selachian'];

/** The smell rows, the narrower first: of one id the first that fits the fish is asked. */
const smells: readonly Sign[] = [
  smellOf(['fresh oil, peppery, earthy', 'oily, slightly sweet', 'oily, fermented, stale', 'sour'], {
    species: ['plaice'],
  }),
  smellOf(
    [
      'fresh weed, pungent, iodine',
      'weed faint or none',
      'fatty, slightly sulphur, rancid edge',
      'rotten sour',
    ],
    { groups: ['blue'] },
  ),
  smellOf(['weed', 'none, or faint stale, no ammonia', 'slight ammonia, sour', 'sharp ammonia'], {
    groups: selachians,
    stop: { from: 2, as: 'ammonia' },
  }),
  smellOf(['sea and weed', 'neutral', 'fermented, slightly sour', 'sour']),
];
const edges = sign(
  'wing_edges',
  'Wing edges',
  0.6,
  ['bright, stiff', 'slightly soft, browning edge', 'soft, discoloured', 'wilted, stained'],
  { kind: 'edges', groups: selachians },
);

const byLevels = {
  method: 'levels',
  species: null,
  centres: [0.1, 0.38, 0.68, 0.96],
  rejectAt: null,
  voteHalfWidth: 0.14,
  sigma: { share: 0.06 },
  calibration: {},
} as const;

// The literature behind these schemes is quoted from memory.
export const euGeneral: Scheme = {
  ...byLevels,
  id: 'eu-general',
  version: 1,
  name: 'EU signs, four levels',
  conditions: ['whole', 'gutted', 'headed_gutted'],
  signs: [
    ...smells,
    sign(
      'gills',
      'Gills',
      1,
      [
        'bright colour, no slime',
        'paler, clear slime',
        'brown or grey, thick slime',
        'yellowish, milky slime',
      ],
      { conditions: headOn, ...worst('gills at the worst level') },
    ),
    sign(
      'flesh',
      'Flesh',
      1,
      ['firm, springs back', 'a little less springy', 'soft, waxy, dull', 'flabby, scales lift'],
      worst('flesh at the worst level'),
    ),
    sign(
      'lining',
      'Lining',
      0.8,
      [
        'smooth, bright, hard to pull off',
        'slightly dull, pulls off',
        'speckled, comes off easily',
        'does not stick',
      ],
      { conditions: cavityOpen },
    ),
    sign('belly', 'Belly', 0.8, ['firm, bright', 'slightly soft', 'soft, stained', 'burst or brown'], {
      conditions: ['whole'],
      ...worst('belly at the worst level'),
    }),
    sign('blood', 'Blood', 0.8, ['bright red along the spine', 'dull red', 'brown-red', 'brown'], {
      conditions: cavityOpen,
    }),
    sign('skin', 'Skin', 0.6, [
      'bright, shimmering',
      'bright but not shining',
      'fading, dull',
      'dull, skin parting from flesh',
    ]),
    sign('slime', 'Slime', 0.6, ['clear, watery', 'slightly cloudy', 'milky', 'yellow-grey, thick']),
    sign(
      'eyes',
      'Eyes',
      0.6,
      [
        'bulging, black bright pupil',
        'slightly sunken, faint haze',
        'flat, hazy, pupil opaque',
        'sunken, grey pupil, milky',
      ],
      { conditions: headOn },
    ),
    sign(
      'gill_cover',
      'Gill cover',
      0.6,
      ['silvery', 'silvery, slightly red or brown', 'browning with blood', 'yellowish'],
      { kind: 'gills', groups: ['blue'], conditions: headOn },
    ),
    edges,
  ],
  source:
    'Signs after Reg. (EC) 2406/96, Annex I, in our own words; belly and blood rows, weights and centres are this product\u2019s choice.',
};

export const cutPiece: Scheme = {
  ...byLevels,
  id: 'cut-piece',
  version: 1,
  name: 'Cut pieces: tails, wings, sides',
  conditions: pieces,
  signs: [
    ...smells,
    sign(
      'firmness',
      'Firmness',
      1,
      [
        'firm, springs back',
        'a little less springy',
        'soft, the dent stays',
        'flabby, parts under the thumb',
      ],
      { kind: 'flesh', ...worst('flesh at the worst level') },
    ),
    sign(
      'cut_face',
      'Cut face',
      1,
      [
        'translucent, glossy sheen',
        'slightly opaque, sheen fading',
        'opaque, dull, yellowing',
        'discoloured, brown or grey',
      ],
      { kind: 'cut_face' },
    ),
    sign(
      'gaping',
      'Gaping',
      0.8,
      ['flakes closed', 'a few slits', 'gaping along the flakes', 'falling apart'],
      {
        kind: 'cut_face',
      },
    ),
    sign(
      'dried',
      'Edges',
      0.6,
      ['moist to the edge', 'edges just tacky', 'edges dry, yellow', 'dried through, curling'],
      {
        kind: 'edges',
      },
    ),
    sign(
      'blemish',
      'Dents, blemishes',
      0.6,
      ['none', 'one or two small', 'several, or blood spots', 'bruised all over'],
      {
        kind: 'skin',
      },
    ),
    sign(
      'drip',
      'Drip',
      0.6,
      ['dry tray, clear film', 'a little clear drip', 'milky drip', 'standing, thick, sour'],
      {
        kind: 'slime',
      },
    ),
    edges,
  ],
  source: 'Signs of cut pieces: common practice; levels, weights and centres are this product\u2019s choice.',
};

/** A quality index: points that add up, each sign as heavy as its points. */
const point = (
  id: string,
  kind: SignKind,
  name: string,
  words: readonly string[],
  more: Partial<Sign> = {},
): Sign => ({ id, kind, name, weight: words.length - 1, words, ...more });

const byIndex = {
  method: 'index',
  version: 1,
  centres: [0.1, 0.38, 0.68, 0.96],
  voteHalfWidth: 0.14,
  sigma: { days: 1 },
  calibration: {},
} as const;

export const qimSalmon: Scheme = {
  ...byIndex,
  id: 'qim-salmon',
  name: 'Quality index, farmed salmon (24)',
  species: ['salmon'],
  conditions: ['gutted'],
  rejectAt: 18,
  signs: [
    point('skin', 'skin', 'Skin colour', ['pearl-shiny', 'less pearl-shiny']),
    point('slime', 'slime', 'Slime', [
      'clear, not clotted',
      'milky, clotted',
      'yellow, clotted',
      'yellow-brown, thick',
    ]),
    point(
      'smell',
      'smell',
      'Smell of skin',
      ['fresh weed', 'neutral to metal, grass', 'sour', 'rotten'],
      worst('smell at the worst level'),
    ),
    point('flesh', 'flesh', 'Texture', [
      'in rigor, or springs back at once',
      'the dent goes within seconds',
      'the dent stays for seconds',
    ]),
    point('pupil', 'eyes', 'Pupil', ['clear and black', 'dark grey', 'matt, grey']),
    point('eye_form', 'eyes', 'Form of the eye', ['convex', 'flat', 'sunken']),
    point('gills', 'gills', 'Gill colour', [
      'red to dark brown',
      'pale red, pink to light brown',
      'grey-brown, grey, green',
    ]),
    point('gill_slime', 'gills', 'Gill slime', ['transparent', 'milky, clotted', 'brown, clotted']),
    point(
      'gill_smell',
      'smell',
      'Gill smell',
      ['fresh weed', 'metal, cucumber', 'sour, mouldy', 'rotten'],
      worst('gills at the worst level'),
    ),
    point('blood', 'blood', 'Blood in the abdomen', ['red, or none', 'brown, yellowish']),
    point(
      'belly_smell',
      'smell',
      'Smell of the abdomen',
      ['neutral', 'cucumber, melon', 'sour', 'rotten'],
      worst('smell at the worst level'),
    ),
  ],
  source:
    'Quality index for farmed Atlantic salmon, after Sveinsdottir et al. 2003 (maximum 24, about 20 days in ice), in our own words; end at 18 is this product\u2019s choice.',
};

export const qimBream: Scheme = {
  ...byIndex,
  id: 'qim-bream',
  name: 'Quality index, gilthead sea bream (15)',
  species: ['gilthead_bream'],
  conditions: headOn,
  rejectAt: 12,
  signs: [
    point('skin', 'skin', 'Skin', ['bright, shining', 'losing its brightness']),
    point('slime', 'slime', 'Slime', ['transparent', 'cloudy']),
    point('flesh', 'flesh', 'Flesh', ['springs back', 'the dent stays']),
    point(
      'smell',
      'smell',
      'Smell',
      ['fresh, sea', 'neutral', 'fishy', 'spoiled'],
      worst('smell at the worst level'),
    ),
    point('cornea', 'eyes', 'Clarity of the eye', ['clear', 'slightly opaque', 'milky']),
    point('eye_form', 'eyes', 'Form of the eye', ['convex', 'flat', 'sunken']),
    point('gills', 'gills', 'Gill colour', ['bright dark red', 'brown-red', 'pale, discoloured']),
    point(
      'gill_smell',
      'smell',
      'Gill smell',
      ['fresh, weed', 'neutral', 'fishy', 'spoiled'],
      worst('gills at the worst level'),
    ),
  ],
  source:
    'Quality index for gilthead sea bream, after Huidobro et al. 2000 (maximum 15, about 15 days in ice), in our own words; end at 12 is this product\u2019s choice.',
};

export const qimCod: Scheme = {
  ...byIndex,
  id: 'qim-cod',
  name: 'Quality index, cod (23)',
  species: ['cod'],
  conditions: ['gutted'],
  rejectAt: 17,
  signs: [
    point('skin', 'skin', 'Skin', ['bright, iridescent', 'a little dull', 'dull', 'dull, discoloured']),
    point('flesh', 'flesh', 'Stiffness', ['stiff, or firm and springy', 'less springy', 'soft']),
    point('cornea', 'eyes', 'Cornea', ['clear', 'opalescent', 'milky']),
    point('eye_form', 'eyes', 'Form of the eye', ['convex', 'flat, slightly sunken', 'sunken']),
    point('pupil', 'eyes', 'Pupil', ['black', 'opaque', 'grey']),
    point('gills', 'gills', 'Gill colour', ['bright red', 'less red', 'discoloured, brown', 'yellow-brown']),
    point(
      'gill_smell',
      'smell',
      'Gill smell',
      ['fresh weed', 'neutral, grass', 'yeast, sour milk', 'acetic, sulphur'],
      worst('gills at the worst level'),
    ),
    point('gill_slime', 'gills', 'Gill slime', ['clear', 'milky', 'milky, dark, opaque']),
    point('lining', 'lining', 'Lining of the cavity', [
      'bright, sticks',
      'dull, comes off',
      'discoloured, loose',
    ]),
    point('blood', 'blood', 'Blood', ['red', 'dark red', 'brown']),
  ],
  source:
    'Quality index for cod, maximum 23, about 15 days in ice, after Martinsdottir et al. 2001; how its points are shared out, the words and the end at 17 are this product\u2019s choice.',
};

/** The schemes a shop starts with. */
export const shippedSchemes: readonly Scheme[] = [qimSalmon, qimBream, qimCod, euGeneral, cutPiece];
