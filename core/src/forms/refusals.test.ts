import { isSaid } from '@ember-slate/words/said';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogue, conditionsFor, filletsPerFish, type ArrivalCondition } from '../species/index.ts';
import {
  filletsOf,
  formBook,
  formName,
  formOf,
  formRefusal,
  likeWork,
  offered,
  piecesPerFish,
  shippedForms,
  togetherRefusal,
  usualPieces,
} from './index.ts';

const the = (id: string) => formOf(formBook(), id);
const fish = (id: string) => catalogue.find((s) => s.id === id)!;

type Refused = readonly [code: string, params: object] | null;
const bare = (said: ReturnType<typeof formRefusal>): Refused =>
  said && [said.code.replace('core/forms:', ''), said.params ?? {}];

/** What common practice says of a form on a fish as it came; grams of the whole fish where they matter. */
const cut: [species: string, came: ArrivalCondition | null, form: string, grams: number | null, Refused][] = [
  // The shape of the fish.
  ['cod', 'whole', 'fillet_skin_on', null, null],
  [
    'cod',
    'whole',
    'quarter_cut',
    null,
    ['is_not_cut_as', { species: fish('cod').name, form: 'quarter-cut fillets' }],
  ],
  ['plaice', 'gutted', 'quarter_cut', null, null],
  ['turbot', 'gutted', 'troncon', null, null],
  [
    'plaice',
    'gutted',
    'troncon',
    null,
    ['is_not_cut_as', { species: fish('plaice').name, form: 'tronçons' }],
  ],
  // Scales.
  [
    'mackerel',
    'whole',
    'scaled_gutted',
    null,
    ['has_no_scales_to_take_off', { species: fish('mackerel').name }],
  ],
  ['mackerel', 'whole', 'gutted', null, null],
  ['herring', 'whole', 'scaled_gutted', null, null],
  ['gilthead_bream', 'whole', 'half_shell', null, null],
  ['sheepshead', 'whole', 'half_shell', null, null],
  [
    'grouper',
    'whole',
    'half_shell',
    null,
    ['a_half_shell_needs_heavy_scales_to', { species: fish('grouper').name }],
  ],
  [
    'lionfish',
    'whole',
    'half_shell',
    null,
    ['a_half_shell_needs_heavy_scales_to', { species: fish('lionfish').name }],
  ],
  // What only some species give.
  ['red_gurnard', 'whole', 'skinned_head_off', null, null],
  ['tub_gurnard', 'gutted', 'skinned_head_off', null, null],
  ['cod', 'whole', 'skinned_head_off', null, ['skin_and_guts_leave_with_the_head', {}]],
  ['salmon', 'gutted', 'stock_pack', null, ['oily_frames_make_no_white_stock', {}]],
  ['cod', 'gutted', 'stock_pack', null, null],
  ['salmon', 'gutted', 'belly_strips', null, null],
  ['sea_bass', 'gutted', 'belly_strips', null, ['belly_strips_are_of_oily_fish', {}]],
  ['monkfish', 'tail', 'monk_fillets', null, null],
  ['skate', 'wing', 'wing_fillet', null, null],
  ['skate', 'wing', 'wing', null, null],
  // Pieces as others cut them.
  ['salmon', 'side', 'portion', null, null],
  ['salmon', 'side', 'portion_skinless', null, null],
  ['salmon', 'boned_side', 'fillet_skin_on', null, null],
  ['salmon', 'side', 'steaks', null, ['is_cut_from_the_fish_not_from_a', { form: 'steaks' }]],
  ['salmon', 'fillet', 'belly_strips', null, ['is_cut_from_the_fish_not_from_a', {}]],
  ['cod', 'side', 'block_fillet', null, ['is_cut_from_the_fish_not_from_a', {}]],
  ['sea_bass', 'side', 'half_shell', null, ['is_cut_from_the_fish_not_from_a', {}]],
  ['salmon', 'fillet', 'portion', null, ['the_skin_of_a_is_off_already', {}]],
  ['salmon', 'fillet', 'portion_skinless', null, null],
  ['salmon', 'loin', 'fillet_skinless', null, null],
  ['salmon', 'loin', 'loin_belly', null, ['the_skin_of_a_is_off_already', {}]],
  ['salmon', 'boned_side', 'loin_belly', null, null],
  // The head is off, the guts are out.
  ['cod', 'headed_gutted', 'gutted', null, ['the_head_is_already_off', {}]],
  ['cod', 'headed_gutted', 'scaled_gutted', null, ['the_head_is_already_off', {}]],
  ['cod', 'headed_gutted', 'dressed', null, null],
  ['cod', 'headed_gutted', 'whole', null, null],
  ['cod', 'headed_gutted', 'steaks', null, null],
  ['cod', 'headed_gutted', 'cheeks', null, ['the_head_is_already_off', {}]],
  ['salmon', 'headed_gutted', 'collars', null, ['the_head_is_already_off', {}]],
  ['red_gurnard', 'headed_gutted', 'skinned_head_off', null, ['the_head_is_already_off', {}]],
  ['cod', 'gutted', 'cheeks', null, null],
  ['monkfish', 'tail', 'cheeks', null, ['the_head_is_already_off', {}]],
  ['monkfish', 'gutted', 'cheeks', null, null],
  ['skate', 'wing', 'tail_steak', null, ['the_tail_stayed_with_the_body', {}]],
  ['skate', 'gutted', 'tail_steak', null, null],
  ['cod', 'whole', 'roe', null, null],
  ['cod', null, 'roe', null, null],
  ['cod', 'gutted', 'roe', null, ['it_came_gutted_the_roe_is_gone', {}]],
  ['plaice', 'gutted', 'roe', null, null],
  ['halibut', 'gutted', 'roe', null, null],
  ['plaice', 'headed_gutted', 'roe', null, ['it_came_gutted_the_roe_is_gone', {}]],
  ['cod', 'gutted', 'livers', null, ['it_came_gutted_the_roe_is_gone', {}]],
  ['cod', 'whole', 'livers', null, null],
  ['sea_bass', 'whole', 'butterfly_back', null, null],
  ['sea_bass', null, 'butterfly_back', null, null],
  ['sea_bass', 'gutted', 'butterfly_back', null, ['opened_from_the_back_it_holds', {}]],
  ['sea_bass', 'gutted', 'butterfly_belly', null, null],
  // The size of the fish.
  ['cod', 'whole', 'steaks', 600, null],
  ['cod', 'whole', 'steaks', 599.4, ['cut_from_fish_of_g_and_more_this', { lightestG: 600, fishG: 599 }]],
  ['cod', 'whole', 'pan_dressed', 900, null],
  [
    'cod',
    'whole',
    'pan_dressed',
    900.6,
    ['cut_from_fish_of_up_to_g_this_is', { heaviestG: 900, fishG: 901 }],
  ],
  // Nobody knows the weight of the fish a piece was cut from.
  ['salmon', 'side', 'portion', 300, null],
];

describe('what a form can be cut from', () => {
  it.each(cut)('%s, %s, as %s of %s g', (species, came, form, grams, refused) => {
    const found = bare(formRefusal(fish(species), came, the(form), grams));
    if (refused === null) expect(found).toBeNull();
    else {
      expect(found?.[0]).toBe(refused[0]);
      expect(found?.[1]).toMatchObject(refused[1]);
    }
  });

  it('a fish that is always skinned is sold without its skin, whole or cut', () => {
    for (const species of catalogue.filter((s) => s.filletSkinOn === null))
      for (const form of shippedForms.filter((f) => f.plans.includes(species.bodyPlan)))
        if (form.does.includes('fillet') && !form.does.some((d) => d.startsWith('skin')))
          expect(bare(formRefusal(species, null, form)), `${species.id} ${form.id}`).toEqual([
            'is_always_skinned',
            { species: species.name },
          ]);
    const dory = { ...fish('cod'), filletSkinOn: null };
    for (const form of ['fillet_skin_on', 'block_fillet', 'portion'])
      expect(bare(formRefusal(dory, 'whole', the(form)))?.[0], form).toBe('is_always_skinned');
    for (const form of ['fillet_skinless', 'steaks', 'whole'])
      expect(formRefusal(dory, 'whole', the(form)), form).toBeNull();
    const bream = { ...fish('gilthead_bream'), filletSkinOn: null };
    expect(bare(formRefusal(bream, 'whole', the('half_shell')))?.[0]).toBe('is_always_skinned');
  });

  it('the shop’s own is refused as what it is cut like', () => {
    const own = {
      id: 'own:1',
      pieceG: 30,
      tolerance: 0.3,
      lifeFactor: 0.5,
      options: [],
      norm: '',
      kitchen: '',
      share: 0.9,
      off: false,
    };
    const book = formBook([
      { ...own, name: 'ours', like: 'scaled_gutted' },
      { ...own, id: 'own:2', name: 'our roe', like: 'roe' },
    ]);
    expect(bare(formRefusal(fish('mackerel'), 'whole', formOf(book, 'own:1')))?.[0]).toBe(
      'has_no_scales_to_take_off',
    );
    expect(formRefusal(fish('plaice'), 'gutted', formOf(book, 'own:2'))).toBeNull();
    expect(offered(book)).toHaveLength(shippedForms.length + 2);
    expect(formName(book, 'own:2')).toBe('our roe');
    const gone = formName(book, 'own:3');
    expect(isSaid(gone) && [gone.code, gone.params]).toEqual(['core/forms:unknown', { id: 'own:3' }]);
  });
});

/** What cannot come from one fish, either way round. */
const apart: [string, string, string | null][] = [
  ['whole', 'fillet_skin_on', 'takes_the_whole_fish'],
  ['whole', 'roe', 'takes_the_whole_fish'],
  ['gutted', 'roe', null],
  ['dressed', 'livers', null],
  ['wing', 'tail_steak', null],
  ['dressed', 'cheeks', 'takes_the_whole_fish'],
  ['steaks', 'scrape', 'keep_bone_and_belly'],
  ['steaks', 'belly_strips', 'keep_bone_and_belly'],
  ['steaks', 'cheeks', null],
  ['steaks', 'butterflied_tail', null],
  ['fillet_skin_on', 'scrape', null],
  ['fillet_skin_on', 'skins', 'the_other_form_keeps_its_skin_on'],
  ['fillet_skinless', 'skins', null],
  ['steaks', 'skins', 'the_other_form_keeps_its_skin_on'],
  ['half_shell', 'collars', 'keeps_its_scales_on'],
  ['half_shell', 'scrape', null],
  ['half_shell', 'fillet_skin_on', 'keeps_its_scales_on'],
];
describe('what goes together on one fish', () => {
  it.each(apart)('%s and %s: %s', (a, b, refused) => {
    for (const pair of [
      [a, b],
      [b, a],
    ] as const)
      expect(bare(togetherRefusal(the(pair[0]), the(pair[1])))?.[0] ?? null).toBe(refused);
  });

  it('names the form that stands in the way', () => {
    const params = (a: string, b: string) => bare(togetherRefusal(the(a), the(b)))?.[1];
    expect(params('scrape', 'steaks')).toEqual({ across: 'steaks' });
    expect(params('cheeks', 'dressed')).toEqual({ whole: 'dressed' });
    expect(params('collars', 'half_shell')).toEqual({ shell: the('half_shell').name });
  });

  it('is the same whichever is named first', () => {
    fc.assert(
      fc.property(fc.constantFrom(...shippedForms), fc.constantFrom(...shippedForms), (a, b) => {
        if (a.section === 'fish' && b.section === 'fish') return;
        expect(bare(togetherRefusal(a, b))?.[0]).toBe(bare(togetherRefusal(b, a))?.[0]);
      }),
    );
  });
});

describe('pieces from one fish', () => {
  it.each([
    // Two fillets of 500 g: three pieces of 160 each (a piece up to 15 % light counts), six in all.
    ['cod', 'fillet_skin_on', 1000, 160, 'whole', 6],
    ['cod', 'fillet_skin_on', 272, 160, 'whole', 2],
    ['cod', 'fillet_skin_on', 271, 160, 'whole', 0],
    // A side is one.
    ['cod', 'fillet_skin_on', 500, 160, 'side', 3],
    ['cod', 'fillet_skin_on', 136, 160, 'side', 1],
    // Four quarters of a flatfish, two when they are left joined.
    ['plaice', 'quarter_cut', 400, 90, 'gutted', 4],
    ['plaice', 'cross_cut', 400, 180, 'gutted', 2],
    // By weight as often as it goes.
    ['cod', 'steaks', 1360, 200, 'whole', 8],
    ['cod', 'steaks', 1359, 200, 'whole', 7],
    ['cod', 'steaks', 100, 200, 'whole', 0],
    // One a fish.
    ['cod', 'dressed', 298, 350, 'whole', 1],
    ['cod', 'dressed', 297, 350, 'whole', 0],
    ['cod', 'dressed', 3000, 350, 'whole', 1],
  ] as const)('%s as %s, %f g in pieces of %f, %s: %i', (id, form, grams, piece, came, pieces) => {
    expect(piecesPerFish(fish(id), the(form), grams, piece, came)).toBe(pieces);
  });

  it('counts fillets of a form', () => {
    for (const s of catalogue) {
      expect(filletsOf(s, the('fillet_skinless'))).toBe(filletsPerFish(s));
      expect(filletsOf(s, the('cross_cut'))).toBe(2);
    }
  });

  it.each([
    ['cod', 'fillet_skin_on', 1000, 'whole', { pieces: 6, grams: 160 }],
    // No fillet is so heavy: the two there are.
    ['cod', 'fillet_skin_on', 199, 'whole', { pieces: 2, grams: 90 }],
    ['cod', 'fillet_skin_on', 99, 'side', { pieces: 1, grams: 90 }],
    ['plaice', 'quarter_cut', 240, 'gutted', { pieces: 4, grams: 60 }],
    ['plaice', 'quarter_cut', 78, 'gutted', { pieces: 4, grams: 19 }],
    ['cod', 'fillet_skin_on', 1, 'whole', { pieces: 2, grams: 1 }],
    ['cod', 'dressed', 123, 'whole', { pieces: 1, grams: 120 }],
    ['cod', 'steaks', 40, 'whole', { pieces: 1, grams: 40 }],
  ] as const)('%s as %s of %f g, %s, is proposed as %j', (id, form, grams, came, proposed) => {
    expect(usualPieces(fish(id), the(form), grams, came)).toEqual(proposed);
  });

  it('no more is proposed than there is, beyond what a light piece may lack', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...catalogue),
        fc.constantFrom(...shippedForms),
        fc.integer({ min: 1, max: 9000 }),
        (s, form, grams) => {
          fc.pre(formRefusal(s, null, form) === null);
          const came = conditionsFor(s)[0]!;
          const { pieces, grams: each } = usualPieces(s, form, grams, came);
          expect(pieces).toBeGreaterThan(0);
          // A piece of a gram or less is called one gram.
          expect(pieces * each * 0.85).toBeLessThanOrEqual(Math.max(grams, pieces) + 1e-9);
        },
      ),
    );
  });
});

describe('like work of many tickets', () => {
  it('is done for the most fish first, and only for two tickets or more', () => {
    const ticket = (id: number, species: string, count: number) => ({
      id,
      number: id,
      species,
      fish: count,
      stepsAhead: ['scale'],
    });
    const found = likeWork([
      ticket(1, 'bass', 1),
      ticket(2, 'bass', 2),
      ticket(3, 'cod', 9),
      ticket(4, 'hake', 4),
      ticket(5, 'hake', 4),
    ]);
    expect(found.map((b) => [b.species, b.fish])).toEqual([
      ['hake', 8],
      ['bass', 3],
    ]);
  });
});
