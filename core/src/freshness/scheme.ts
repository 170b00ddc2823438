import type { ArrivalCondition, EuGroup, Species } from '../species/index.ts';

export type Level = 0 | 1 | 2 | 3;

/** One thing looked at, with its words for each level, best first. */
export interface Sign {
  id: string;
  name: string;
  /** How much its vote counts (our choice; changeable with the scheme). */
  weight: number;
  words: readonly [string, string, string, string];
}

/** A grading scheme: where each level sits on the species' ice life, and how sure a vote is. */
export interface Scheme {
  id: string;
  version: number;
  /** Centre of each level as a share of ice days. */
  centres: readonly [number, number, number, number];
  /** Half-width of a vote as a share of ice days; for drawing only. */
  voteHalfWidth: number;
  /** Uncertainty of the scheme itself, one standard deviation, as a share of ice days. */
  sigma: number;
  source: string;
}

export const euGeneral: Scheme = {
  id: 'eu-general',
  version: 1,
  centres: [0.1, 0.38, 0.68, 0.96],
  voteHalfWidth: 0.14,
  sigma: 0.06,
  source:
    'Signs after Reg. (EC) 2406/96, Annex I, in our own words (from memory); belly and blood rows, weights and centres are this product\u2019s choice.',
};

const smell: Record<'white' | 'plaice' | 'blue' | 'selachian', Sign['words']> = {
  white: ['sea and weed', 'neutral', 'fermented, slightly sour', 'sour'],
  plaice: ['fresh oil, peppery, earthy', 'oily, slightly sweet', 'oily, fermented, stale', 'sour'],
  blue: [
    'fresh weed, pungent, iodine',
    'weed faint or none',
    'fatty, slightly sulphur, rancid edge',
    'rotten sour',
  ],
  selachian: ['weed', 'none, or faint stale, no ammonia', 'slight ammonia, sour', 'sharp ammonia'],
};

const skinWords: Sign['words'] = [
  'bright, shimmering',
  'bright but not shining',
  'fading, dull',
  'dull, skin parting from flesh',
];

/** Which smell row a species is judged by; species in no EU group use white. */
function smellRow(species: Pick<Species, 'id' | 'euGroup'>): keyof typeof smell {
  if (species.id === 'plaice') return 'plaice';
  const byGroup: Record<EuGroup, keyof typeof smell> = {
    white: 'white',
    none: 'white',
    blue: 'blue',
    selachian: 'selachian',
  };
  return byGroup[species.euGroup];
}

/**
 * The signs that can be looked at on this species in this condition, heaviest first. A headed fish has no eyes or
 * gills to ask about, a fish with its guts in no lining or blood line.
 */
export function signsFor(
  species: Pick<Species, 'id' | 'euGroup'>,
  condition: ArrivalCondition,
): readonly Sign[] {
  const headOn = condition === 'whole' || condition === 'gutted';
  const cavityOpen = condition === 'gutted' || condition === 'headed_gutted';
  const signs: (Sign | false)[] = [
    { id: 'smell', name: 'Smell', weight: 1.2, words: smell[smellRow(species)] },
    headOn && {
      id: 'gills',
      name: 'Gills',
      weight: 1,
      words: [
        'bright colour, no slime',
        'paler, clear slime',
        'brown or grey, thick slime',
        'yellowish, milky slime',
      ],
    },
    {
      id: 'flesh',
      name: 'Flesh',
      weight: 1,
      words: ['firm, springs back', 'a little less springy', 'soft, waxy, dull', 'flabby, scales lift'],
    },
    cavityOpen && {
      id: 'lining',
      name: 'Lining',
      weight: 0.8,
      words: [
        'smooth, bright, hard to pull off',
        'slightly dull, pulls off',
        'speckled, comes off easily',
        'does not stick',
      ],
    },
    condition === 'whole' && {
      id: 'belly',
      name: 'Belly',
      weight: 0.8,
      words: ['firm, bright', 'slightly soft', 'soft, stained', 'burst or brown'],
    },
    cavityOpen && {
      id: 'blood',
      name: 'Blood',
      weight: 0.8,
      words: ['bright red along the spine', 'dull red', 'brown-red', 'brown'],
    },
    { id: 'skin', name: 'Skin', weight: 0.6, words: skinWords },
    {
      id: 'slime',
      name: 'Slime',
      weight: 0.6,
      words: ['clear, watery', 'slightly cloudy', 'milky', 'yellow-grey, thick'],
    },
    headOn && {
      id: 'eyes',
      name: 'Eyes',
      weight: 0.6,
      words: [
        'bulging, black bright pupil',
        'slightly sunken, faint haze',
        'flat, hazy, pupil opaque',
        'sunken, grey pupil, milky',
      ],
    },
    species.euGroup === 'blue' &&
      headOn && {
        id: 'gill_cover',
        name: 'Gill cover',
        weight: 0.6,
        words: ['silvery', 'silvery, slightly red or brown', 'browning with blood', 'yellowish'],
      },
    species.euGroup === 'selachian' && {
      id: 'wing_edges',
      name: 'Wing edges',
      weight: 0.6,
      words: ['bright, stiff', 'slightly soft, browning edge', 'soft, discoloured', 'wilted, stained'],
    },
  ];
  return signs.filter((s) => s !== false);
}
