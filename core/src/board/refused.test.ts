import { describe, expect, it } from 'vitest';
import { formBook, formOf } from '../forms/index.ts';
import { catalogue, type ArrivalCondition } from '../species/index.ts';
import {
  compose,
  jobFaults,
  optionOffered,
  optionRefusal,
  optionWords,
  packingRefusal,
  plainCut,
  type Job,
  type MethodChoices,
  type OptionId,
} from './index.ts';

/** "portion (skinless) + steaks" of a fish that came so, with ways chosen for this job: "ribs=through". */
function jobOf(id: string, came: ArrivalCondition, forms: string, ways = '', more: Partial<Job> = {}): Job {
  const species = catalogue.find((s) => s.id === id)!;
  return {
    species,
    condition: came,
    scaled: 'no',
    cuts: forms.split(' + ').map((c) => {
      const [, form, options] = /^(\S+)(?: \((.+)\))?$/.exec(c)!;
      return { ...plainCut(formOf(formBook(), form!)), options: options?.split(' & ') ?? [] };
    }),
    fishGrams: species.typicalG,
    fish: 1,
    month: 6,
    ticket: Object.fromEntries(ways.split(' ').flatMap((w) => (w ? [w.split('=')] : []))) as MethodChoices,
    ...more,
  };
}
const faultsOf = (job: Job) =>
  jobFaults(job).map((f) => `${f.path} ${f.message.code.replace(/^core\/\w+:/, '')}`);

/** What bars a way of cutting, as common practice has it; nothing where it may be chosen. */
const ways: [string, ArrivalCondition, string, string, string?][] = [
  // Ribs.
  ['salmon', 'gutted', 'portion', 'ribs=through'],
  ['rainbow_trout', 'gutted', 'fillet_skin_on', 'ribs=through'],
  ['cod', 'gutted', 'fillet_skin_on', 'ribs=through', 'only_where_ribs_are_soft_as_on'],
  ['cod', 'gutted', 'block_fillet', 'ribs=over', 'a_block_fillet_takes_the_ribs'],
  ['cod', 'gutted', 'block_fillet', 'ribs=scissors', 'a_block_fillet_takes_the_ribs'],
  ['salmon', 'gutted', 'block_fillet', 'ribs=through', 'a_block_fillet_takes_the_ribs'],
  ['cod', 'gutted', 'fillet_skin_on', 'ribs=scissors'],
  ['cod', 'gutted', 'fillet_skin_on', 'ribs=block'],
  ['red_snapper', 'whole', 'half_shell', 'ribs=block', 'a_half_shell_keeps_its_skin_whole'],
  ['cod', 'gutted', 'steaks', 'ribs=scissors', 'no_sides_come_off_over_ribs_here'],
  ['plaice', 'gutted', 'quarter_cut', 'ribs=scissors', 'no_sides_come_off_over_ribs_here'],
  ['salmon', 'side', 'portion', 'ribs=scissors', 'it_is_off_the_bone_already'],
  ['salmon', 'side', 'portion', 'ribs=over'],
  // Pin bones.
  ['cod', 'gutted', 'portion', 'pin_bones=v_cut'],
  ['cod', 'gutted', 'portion', 'pin_bones=raise'],
  ['red_gurnard', 'gutted', 'fillet_skin_on', 'pin_bones=pull', 'big_firmly_set_bones_cut_them_out'],
  ['red_gurnard', 'gutted', 'fillet_skin_on', 'pin_bones=raise', 'big_firmly_set_bones_cut_them_out'],
  ['red_gurnard', 'gutted', 'fillet_skin_on', 'pin_bones=v_cut'],
  ['cod', 'gutted', 'loin_belly', 'pin_bones=strip'],
  ['cod', 'gutted', 'portion', 'pin_bones=strip', 'the_side_falls_in_two_only_where'],
  ['cod', 'gutted', 'loin_belly + fillet_skin_on', 'pin_bones=strip', 'the_side_falls_in_two_only_where'],
  ['cod', 'gutted', 'portion', 'pin_bones=leave', 'this_form_is_sold_boneless'],
  ['cod', 'gutted', 'steaks', 'pin_bones=v_cut', 'no_pin_bones_come_out_here'],
  ['plaice', 'gutted', 'quarter_cut', 'pin_bones=v_cut', 'no_pin_bones_come_out_here'],
  ['salmon', 'boned_side', 'portion', 'pin_bones=v_cut', 'no_pin_bones_come_out_here'],
  ['salmon', 'side', 'portion', 'pin_bones=v_cut'],
  // Salt before the bones are drawn.
  ['cod', 'gutted', 'fillet_skin_on', 'firming=salt'],
  ['red_gurnard', 'gutted', 'fillet_skin_on', 'firming=salt', 'its_bones_are_cut_out_not_drawn'],
  ['cod', 'gutted', 'block_fillet', 'firming=salt', 'no_bones_are_drawn_here'],
  ['cod', 'gutted', 'block_fillet + portion', 'firming=salt'],
  ['cod', 'gutted', 'steaks', 'firming=salt', 'no_pin_bones_come_out_here'],
  // The skin.
  ['cod', 'gutted', 'fillet_skinless', 'skin_order=skin_first'],
  ['cod', 'gutted', 'fillet_skin_on', 'skin_order=skin_first', 'no_skin_comes_off'],
  [
    'cod',
    'gutted',
    'fillet_skinless + fillet_skin_on',
    'skin_order=skin_first',
    'one_of_the_forms_keeps_its_skin',
  ],
  ['salmon', 'fillet', 'portion_skinless', 'skin_order=skin_first', 'the_skin_is_off_already'],
  ['monkfish', 'tail', 'monk_fillets', 'skin_order=skin_first', 'there_are_no_bones_to_draw'],
  ['skate', 'wing', 'wing_fillet', 'skin_order=skin_first', 'there_are_no_bones_to_draw'],
  ['cod', 'gutted', 'fillet_skinless', 'skinning=wiggle'],
  ['cod', 'gutted', 'fillet_skin_on', 'skinning=wiggle', 'no_skin_comes_off_by_knife_here'],
  ['salmon', 'fillet', 'portion_skinless', 'skinning=wiggle', 'no_skin_comes_off_by_knife_here'],
  ['monkfish', 'tail', 'monk_fillets', 'skinning=wiggle', 'no_skin_comes_off_by_knife_here'],
  ['skate', 'wing', 'wing_fillet', 'skinning=wiggle', 'no_skin_comes_off_by_knife_here'],
  // The head.
  ['cod', 'gutted', 'fillet_skin_on', 'head=on_last'],
  ['cod', 'gutted', 'steaks', 'head=on_last', 'the_head_comes_off_before_a_fish'],
  ['cod', 'gutted', 'fillet_skin_on + steaks', 'head=on_last', 'the_head_comes_off_before_a_fish'],
  ['monkfish', 'gutted', 'monk_fillets', 'head=on_last', 'nothing_to_hold_it_by'],
  ['plaice', 'gutted', 'quarter_cut', 'head=off_first', 'a_gutted_flatfish_is_cut_round_the'],
  ['plaice', 'whole', 'quarter_cut', 'head=off_first'],
  // The silver skin of a tail.
  ['monkfish', 'tail', 'monk_fillets', 'silver=knife'],
  ['monkfish', 'tail', 'monk_tail', 'silver=knife', 'a_tail_on_the_bone_has_no_fillets'],
  // The guts.
  ['lemon_sole', 'whole', 'quarter_cut', 'guts=guts_in'],
  ['lemon_sole', 'gutted', 'quarter_cut', 'guts=guts_in', 'it_came_gutted'],
  ['lemon_sole', 'whole', 'scaled_gutted', 'guts=guts_in', 'only_where_all_of_it_is_filleted'],
  ['sea_bass', 'whole', 'fillet_skin_on', 'guts=guts_in'],
  ['sea_bass', 'whole', 'block_fillet', 'guts=guts_in', 'a_block_fillet_goes_through_the'],
  ['striped_bass', 'whole', 'fillet_skin_on', 'guts=guts_in', 'only_for_flatfish_small_bass_and'],
  ['gilthead_bream', 'whole', 'fillet_skin_on', 'guts=guts_in'],
  ['sheepshead', 'whole', 'fillet_skin_on', 'guts=guts_in'],
  ['herring', 'whole', 'fillet_skin_on', 'guts=guts_in', 'only_for_flatfish_small_bass_and'],
  // Flatfish in four or in two.
  ['plaice', 'gutted', 'fillet_skinless', 'flatfish=cross'],
  ['plaice', 'gutted', 'quarter_cut', 'flatfish=cross', 'quarter_cut_was_ordered'],
  ['plaice', 'gutted', 'delice', 'flatfish=cross', 'these_are_made_of_quarters'],
  ['plaice', 'gutted', 'paupiette', 'flatfish=cross', 'these_are_made_of_quarters'],
  ['plaice', 'gutted', 'fillet_skinless + delice', 'flatfish=cross', 'these_are_made_of_quarters'],
  ['plaice', 'gutted', 'cross_cut', 'flatfish=quarter', 'cross_cut_was_ordered'],
  ['plaice', 'gutted', 'fillet_skinless', 'flatfish=quarter'],
  ['plaice', 'gutted', 'cross_cut', 'cross_from=midline'],
  ['plaice', 'gutted', 'quarter_cut', 'cross_from=midline', 'quarter_cut_was_ordered'],
  ['plaice', 'gutted', 'scaled_gutted', 'flatfish=cross', 'no_flatfish_is_filleted_here'],
  ['cod', 'gutted', 'fillet_skin_on', 'flatfish=cross', 'no_flatfish_is_filleted_here'],
  // Where the knife goes in, the belly, the membrane.
  ['cod', 'gutted', 'fillet_skin_on', 'first_cut=belly'],
  ['cod', 'gutted', 'block_fillet', 'first_cut=belly', 'a_block_fillet_is_cut_from_the'],
  ['cod', 'gutted', 'fillet_skin_on + block_fillet', 'first_cut=belly', 'a_block_fillet_is_cut_from_the'],
  ['cod', 'gutted', 'steaks', 'first_cut=belly', 'no_sides_come_off_here'],
  ['salmon', 'gutted', 'portion', 'belly=on'],
  ['red_snapper', 'whole', 'supreme', 'belly=on'],
  ['salmon', 'gutted', 'fillet_skin_on', 'belly=on', 'no_side_is_portioned_here'],
  ['salmon', 'side', 'portion', 'belly=on', 'no_side_is_portioned_here'],
  ['salmon', 'gutted', 'fillet_skinless', 'membrane=shaved'],
  ['salmon', 'gutted', 'steaks', 'membrane=shaved', 'nothing_here_is_shaved_or_it_is'],
  ['plaice', 'gutted', 'quarter_cut', 'membrane=shaved', 'nothing_here_is_shaved_or_it_is'],
  ['red_snapper', 'whole', 'half_shell', 'membrane=shaved', 'nothing_here_is_shaved_or_it_is'],
  // Ways that stand on no fish.
  ['cod', 'gutted', 'fillet_skin_on', 'board=dry washing=dry_only fins=bin portion_by=length'],
  ['cod', 'gutted', 'fillet_skin_on', 'ribs=sideways', 'no_such_way_of_doing_it'],
  ['cod', 'gutted', 'fillet_skin_on', 'tails=off', 'no_such_way_of_doing_it'],
];

describe('a way of cutting chosen for a job', () => {
  it.each(ways)('%s %s, %s: %s', (id, came, forms, chosen, barred) => {
    const question = chosen.split('=')[0]!;
    expect(faultsOf(jobOf(id, came, forms, chosen))).toEqual(barred ? [`methods.${question} ${barred}`] : []);
  });

  it('gives way to the first that fits where a shop or a cutter chose it, and says why', () => {
    const { methods } = compose(
      jobOf('cod', 'gutted', 'block_fillet', '', { shop: { ribs: 'scissors', firming: 'salt' } }),
    );
    expect([methods.ribs.method.id, methods.ribs.by]).toEqual(['block', 'rule']);
    expect(methods.ribs.because).toMatchObject({ code: 'core/board:a_block_fillet_takes_the_ribs' });
    expect([methods.firming.method.id, methods.firming.by]).toEqual(['none', 'rule']);
    const own = compose(
      jobOf('salmon', 'gutted', 'portion', 'ribs=through', {
        shop: { ribs: 'scissors' },
        cutter: { ribs: 'over', belly: 'on' },
      }),
    ).methods;
    expect([own.ribs.method.id, own.ribs.by]).toEqual(['through', 'ticket']);
    expect([own.belly.method.id, own.belly.by]).toEqual(['on', 'cutter']);
    expect([own.board.method.id, own.board.by]).toEqual(['wetted', 'default']);
  });

  it('with the guts in the head stays on to the last and the knife goes over the ribs', () => {
    const { methods } = compose(jobOf('sea_bass', 'whole', 'fillet_skin_on', 'guts=guts_in ribs=scissors'));
    expect([methods.head.method.id, methods.head.by]).toEqual(['on_last', 'rule']);
    expect([methods.ribs.method.id, methods.ribs.by]).toEqual(['over', 'rule']);
  });
});

describe('a job that cannot be cut', () => {
  it.each<[string, Job, string[]]>([
    [
      'of nothing',
      jobOf('cod', 'gutted', 'steaks', '', { fishGrams: 0 }),
      ['grams a_fish_weighs_more_than_nothing', 'forms.0.form cut_from_fish_of_g_and_more_this'],
    ],
    [
      'without a form',
      { ...jobOf('cod', 'gutted', 'steaks'), cuts: [] },
      ['forms a_ticket_cuts_at_least_one_form'],
    ],
    ['of a form it does not give', jobOf('cod', 'gutted', 'quarter_cut'), ['forms.0.form is_not_cut_as']],
    [
      'of two that do not go together',
      jobOf('cod', 'gutted', 'dressed + fillet_skin_on'),
      ['forms.1.form takes_the_whole_fish'],
    ],
    ['of the same twice', jobOf('cod', 'gutted', 'dressed + dressed'), []],
    [
      'of one whole fish in two ways',
      jobOf('sea_bass', 'whole', 'scaled_gutted + scaled_gutted (head off)'),
      ['forms.1.options with_other_options_takes_a_fish_of'],
    ],
    ['of steaks in two ways', jobOf('cod', 'gutted', 'steaks + steaks (tied)'), []],
    [
      'of what only comes off beside others',
      jobOf('cod', 'gutted', 'scrape'),
      ['forms.0.form comes_off_beside_other_forms_add'],
    ],
    ['of that and its main', jobOf('cod', 'gutted', 'scrape + fillet_skin_on'), []],
    ['of cheeks alone', jobOf('cod', 'gutted', 'cheeks'), []],
    [
      'of an option it cannot have',
      jobOf('plaice', 'gutted', 'quarter_cut (pin bones left in, declared)'),
      ['forms.0.options.0 has_no_pin_bones'],
    ],
    [
      'of a venomous fish with its fins on',
      jobOf('lionfish', 'whole', 'scaled_gutted (fins left on)'),
      ['forms.0.options.0 its_spines_are_venomous_they_come'],
    ],
    ['too small', jobOf('cod', 'gutted', 'troncon'), ['forms.0.form is_not_cut_as']],
  ])('%s', (_name, job, faults) => {
    expect(faultsOf(job)).toEqual(faults);
  });
});

/** Options that cannot be had of a fish, as common practice has it; nothing where they can. */
const barred: [string, ArrivalCondition | null, string, OptionId, string?][] = [
  ['skate', 'whole', 'wing', 'scaled', 'has_no_scales_to_take_off'],
  ['mackerel', 'whole', 'scaled_gutted', 'scaled', 'has_no_scales_to_take_off'],
  ['sea_bass', 'whole', 'scaled_gutted', 'scaled'],
  ['lionfish', 'whole', 'scaled_gutted', 'fins_on', 'its_spines_are_venomous_they_come'],
  ['sea_bass', 'whole', 'scaled_gutted', 'fins_on'],
  ['plaice', 'whole', 'quarter_cut', 'pins_in', 'has_no_pin_bones'],
  ['monkfish', 'tail', 'monk_fillets', 'pins_in', 'has_no_pin_bones'],
  ['salmon', 'boned_side', 'portion', 'pins_in', 'its_pin_bones_are_out_already'],
  ['salmon', 'fillet', 'portion', 'pins_in', 'its_pin_bones_are_out_already'],
  ['salmon', 'side', 'portion', 'pins_in'],
  ['salmon', null, 'portion', 'pins_in'],
  ['plaice', 'whole', 'quarter_cut', 'belly_off', 'has_no_belly_flap_on_its_fillets'],
  ['salmon', 'side', 'portion', 'belly_off', 'it_has_no_belly_flap_any_more'],
  ['salmon', 'gutted', 'portion', 'belly_off'],
  ['salmon', null, 'portion', 'belly_off'],
  ['plaice', 'whole', 'quarter_cut', 'shaved', 'has_no_dark_line_worth_shaving'],
  ['salmon', 'gutted', 'fillet_skinless', 'shaved'],
  ['salmon', 'gutted', 'fillet_skinless', 'skirts_on', 'only_flatfish_have_skirts'],
  ['plaice', 'whole', 'quarter_cut', 'skirts_on'],
  ['monkfish', 'tail', 'monk_fillets', 'skin_on', 'is_always_skinned'],
  ['skate', 'wing', 'wing', 'skin_on'],
  ['cod', 'gutted', 'fillet_skinless', 'skin_on'],
  ['hake', 'headed_gutted', 'scaled_gutted', 'head_on', 'the_head_is_already_off'],
  ['hake', 'headed_gutted', 'scaled_gutted', 'head_off', 'the_head_is_already_off'],
  ['hake', 'headed_gutted', 'scaled_gutted', 'gills_in', 'the_head_is_already_off'],
  ['hake', 'headed_gutted', 'scaled_gutted', 'fins_off'],
  ['hake', 'gutted', 'scaled_gutted', 'head_off'],
];
const fish = (id: string) => catalogue.find((s) => s.id === id)!;

describe('an option of a form', () => {
  it.each(barred)('%s %s, %s: %s', (id, came, form, option, why) => {
    const refused = optionRefusal(fish(id), came, formOf(formBook(), form), optionWords[option][0]);
    expect(refused?.code.replace('core/board:', '')).toBe(why);
    expect(refused?.params?.species ?? fish(id).name).toBe(fish(id).name);
  });
  it('in words of the shop’s own is nobody’s to refuse', () => {
    expect(optionRefusal(fish('cod'), 'gutted', formOf(formBook(), 'steaks'), 'for the cat')).toBeNull();
  });
  it('is offered where it can be had and changes what is made', () => {
    const offered = (id: string, form: string, option: OptionId) =>
      optionOffered(fish(id), 'whole', formOf(formBook(), form), optionWords[option][0]);
    expect(offered('sea_bass', 'scaled_gutted', 'head_off')).toBe(true);
    expect(offered('plaice', 'quarter_cut', 'pins_in')).toBe(false);
    expect(offered('cod', 'fillet_skinless', 'skin_off')).toBe(false);
    expect(offered('cod', 'fillet_skinless', 'skin_on')).toBe(true);
  });
});

describe('packing', () => {
  it('in vacuum leaves by the rules of the one place and not of the other', () => {
    const why = (profile: 'eu' | 'us', thawed: boolean, packing: 'vacuum' | 'frozen' | 'tray') =>
      packingRefusal(packing, { profile, thawed })?.code ?? null;
    expect(why('us', false, 'vacuum')).toBe('core/board:by_the_rules_this_shop_follows_raw');
    expect(why('eu', false, 'vacuum')).toBeNull();
    expect(why('eu', true, 'vacuum')).toBeNull();
    expect(why('eu', true, 'frozen')).toBe('core/board:this_was_frozen_before_and_has');
    expect(why('eu', false, 'frozen')).toBeNull();
    expect(why('us', true, 'tray')).toBeNull();
  });
});

describe('quarters of a flatfish given to several forms', () => {
  const of = (...grams: number[]) =>
    compose({
      ...jobOf('plaice', 'gutted', grams.map((_, i) => forms[i]!).join(' + ')),
      cuts: grams.map((totalGrams, i) => ({ ...plainCut(formOf(formBook(), forms[i]!)), totalGrams })),
    }).outputs;
  const forms = ['quarter_cut', 'fillet_skinless', 'goujons', 'delice', 'paupiette'];
  it('go each to one, the heaviest to the most wished for, which has what is over', () => {
    const outputs = of(200, 300, 100);
    const given = outputs.map((o) => o.quarters.length);
    expect(given).toEqual([1, 2, 1]);
    expect(new Set(outputs.flatMap((o) => o.quarters)).size).toBe(4);
    const [some, most, least] = outputs.map((o) => o.grams);
    expect(most!).toBeGreaterThan(some!);
    expect(some!).toBeGreaterThanOrEqual(least!);
  });
  it('of equal wishes go in the order asked', () => {
    expect(of(100, 100).map((o) => o.quarters.length)).toEqual([3, 1]);
  });
  it('are shared out by weight where there are more forms than quarters', () => {
    const outputs = of(100, 100, 100, 100, 100);
    expect(outputs.map((o) => o.quarters)).toEqual([[], [], [], [], []]);
    for (const o of outputs) expect(o.grams).toBeGreaterThan(0);
  });
});
