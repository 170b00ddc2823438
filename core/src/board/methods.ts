import { nth, sure } from '../found.ts';
import type { Said, Word } from '@ember-slate/words/said';
import type { Form } from '../forms/index.ts';
import { isBoned, isPiece, isSkinned, type ArrivalCondition, type Species } from '../species/index.ts';
import type { Goal } from './goal.ts';
import { kindOf, type Kind } from './parts.ts';
import { said } from './say.ts';

/** One accepted way to do a piece of work, with what it does to grams and minutes (our choice unless the note says otherwise). */
export interface Method {
  id: string;
  name: Said;
  /** Points of the form's own part lost (negative) or gained against the default method, lowest and highest. */
  points: readonly [low: number, high: number];
  /** Where the lost flesh goes: a tub, the frame, or water. */
  to: 'frame' | 'pinStrip' | 'drip' | 'skin' | 'scrape' | 'bloodline';
  /** Minutes a fish more (or fewer) than the default in the act it belongs to: small, medium, large. */
  minutes: readonly [number, number, number];
  note: Word;
}

export interface Question {
  id: string;
  name: Said;
  /** The default comes first. */
  methods: readonly Method[];
}

const method = (
  id: string,
  name: Said,
  note: Word = '',
  more: Partial<Pick<Method, 'points' | 'to' | 'minutes'>> = {},
): Method => ({ id, name, note, points: [0, 0], to: 'frame', minutes: [0, 0, 0], ...more });

/** Where good cutters disagree (common practice): the default first. */
export const questions = [
  {
    id: 'ribs',
    name: said('ribs'),
    methods: [
      method('over', said('over_the_ribs'), said('quick_leaves_1_to_2_points_of')),
      method('through', said('straight_through_by_knife_shave'), said('fast_for_salmonids_refused_where'), {
        points: [-0.5, 0.5],
        minutes: [-1.3, -1.5, -2.8],
      }),
      method('scissors', said('through_with_scissors_then_shave'), said('slower_least_waste'), {
        points: [1, 2],
        minutes: [0, 0.5, 0.5],
      }),
      method('block', said('block_fillet_cut_out_after'), said('ribs_and_pin_bones_come_off_with'), {
        points: [-1, 0],
        minutes: [-0.5, -0.5, -1],
      }),
    ],
  },
  {
    id: 'pin_bones',
    name: said('pin_bones'),
    methods: [
      method('pull', said('pull_along_their_lean'), said('no_loss_it_mirrors_on_the_other')),
      method('raise', said('raise_upright_first_then_pull'), said('surer_grip_a_little_slower'), {
        minutes: [0.5, 1, 2],
      }),
      method('v_cut', said('v_down_to_the_skin'), said('the_fillet_stays_whole_fast_for'), {
        points: [-4, -1.5],
        to: 'pinStrip',
        minutes: [-2, -4, -6],
      }),
      method('strip', said('strip_cut_through'), said('the_side_falls_into_loin_and_belly'), {
        points: [-3, -1],
        to: 'pinStrip',
        minutes: [-2, -4, -6],
      }),
      method('leave', said('leave_in_declared'), said('the_label_names_the_bones_left_in'), {
        minutes: [-3, -5, -8],
      }),
    ],
  },
  {
    id: 'firming',
    name: said('before_pulling_pin_bones'),
    methods: [
      method('none', said('nothing')),
      method('salt', said('dry_salt_30_minutes_in_the_cold'), said('firmer_fewer_tears_1_to_2_of_the'), {
        points: [-1.2, -0.6],
        to: 'drip',
      }),
    ],
  },
  {
    id: 'head',
    name: said('head'),
    methods: [
      method('off_first', said('off_before_filleting')),
      method('on_last', said('on_until_the_end'), said('something_to_hold')),
    ],
  },
  {
    id: 'skinning',
    name: said('skinning'),
    methods: [
      method('still', said('blade_still_and_flat_pull_the_skin')),
      method('wiggle', said('small_saw_or_wiggle'), said('gentler_on_thin_skins_a_steeper'), {
        points: [-1, 0],
        to: 'skin',
        minutes: [0.3, 0.3, 0.5],
      }),
    ],
  },
  {
    id: 'skin_order',
    name: said('skin_or_bones_first'),
    methods: [
      method('bones_first', said('bones_first_then_the_skin'), said('the_skin_holds_the_flesh_together')),
      method('skin_first', said('skin_first_then_the_bones'), said('wiped_once_no_scale_or_slime_is'), {
        minutes: [0.1, 0.1, 0.2],
      }),
    ],
  },
  {
    id: 'silver',
    name: said('silver_skin_of_a_monk_tail'),
    methods: [
      method('pull', said('pulled_off_the_tail'), said('in_one_with_the_tail_whole')),
      method('knife', said('off_the_fillets_by_knife'), said('closer_a_little_flesh_goes_with_it'), {
        points: [-1, 0],
        to: 'bloodline',
        minutes: [0.5, 1, 1],
      }),
    ],
  },
  {
    id: 'board',
    name: said('board'),
    methods: [method('wetted', said('wood_wetted_first_cloth_under_it')), method('dry', said('bone_dry'))],
  },
  {
    id: 'frame',
    name: said('frame'),
    methods: [
      method('close', said('cut_close')),
      method(
        'fleshy',
        said('leave_flesh_on_where_scrape_sells'),
        said('compare_the_price_of_fillet_and_of'),
        {
          points: [-4, -2],
          to: 'scrape',
          minutes: [-0.5, -0.8, -1.5],
        },
      ),
    ],
  },
  {
    id: 'fins',
    name: said('fins'),
    methods: [method('stock', said('to_stock')), method('bin', said('to_the_bin'))],
  },
  {
    id: 'guts',
    name: said('guts'),
    methods: [
      method('gut_first', said('gut_first')),
      method('guts_in', said('fillet_with_guts_in'), said('fast_on_small_fish_head_and_guts'), {
        points: [-1, 0],
      }),
    ],
  },
  {
    id: 'first_cut',
    name: said('first_cut'),
    methods: [
      method('head_tail', said('head_to_tail_along_the_back')),
      method('tail_head', said('tail_to_head')),
      method('belly', said('from_the_belly')),
    ],
  },
  {
    id: 'flatfish',
    name: said('flatfish'),
    methods: [
      method('quarter', said('quarter_cut_four_fillets')),
      method('cross', said('cross_cut_two'), said('the_ridge_of_the_spine_is_crossed'), { points: [-1, 0] }),
    ],
  },
  {
    id: 'cross_from',
    name: said('cross_cut_from'),
    methods: [
      method('edge', said('edge_to_edge'), said('from_the_fins_of_one_side_over_the')),
      method('midline', said('the_middle_both_ways'), said('down_the_middle_first_the_two'), {
        minutes: [0.3, 0.5, 0.5],
      }),
    ],
  },
  {
    id: 'belly',
    name: said('belly_on_a_side'),
    methods: [
      method('off', said('off_before_portioning')),
      method('on', said('left_on_until_sold'), said('protects_the_flesh_sold_apart_as')),
    ],
  },
  {
    id: 'membrane',
    name: said('membrane_and_bloodline'),
    methods: [
      method('left', said('left')),
      method('shaved', said('shaved'), said('paler_milder_a_little_flesh_goes'), {
        points: [-2, -1],
        to: 'bloodline',
      }),
    ],
  },
  {
    id: 'washing',
    name: said('washing'),
    methods: [
      method('rinse', said('rinse_cavity_and_board_dry_the')),
      method('dry_only', said('dry_only_paper_towel_no_water_on'), '', { minutes: [0.2, 0.2, 0.3] }),
    ],
  },
  {
    id: 'oily_frames',
    name: said('oily_frames'),
    methods: [
      method('no_stock', said('not_for_stock')),
      method('own_dish', said('only_for_that_fishs_own_dish_or_a')),
      method('salmon_ok', said('salmon_accepted')),
    ],
  },
  {
    id: 'salmon_heads',
    name: said('salmon_heads_in_stock'),
    methods: [
      method('no', said('no_blood_bitter_scrape_for_flesh')),
      method('soaked', said('yes_gills_out_and_soaked')),
    ],
  },
  {
    id: 'portion_by',
    name: said('portion_by'),
    methods: [method('weight', said('weight')), method('length', said('marked_length'))],
  },
] as const satisfies readonly Question[];

export type QuestionId = (typeof questions)[number]['id'];
/** Method chosen for some questions; the others stay at the default. */
export type MethodChoices = Partial<Record<QuestionId, string>>;
/** Who chose: the shop, the cutter, this ticket; or a rule that leaves no choice. */
export type ChosenBy = 'default' | 'shop' | 'cutter' | 'ticket' | 'rule';
export interface Chosen {
  question: QuestionId;
  method: Method;
  by: ChosenBy;
  /** Why a rule overruled the choice; empty otherwise. */
  because: Word;
}
export type Methods = Readonly<Record<QuestionId, Chosen>>;

export const questionOf = (id: QuestionId): Question => sure(questions.find((q) => q.id === id));
export const isChoice = (question: string, method: string): boolean =>
  questions.some((q) => q.id === question && q.methods.some((m) => m.id === method));

type MethodSpecies = Pick<Species, 'id' | 'bodyPlan' | 'bodyRow' | 'typicalG' | 'scales' | 'sharp'>;
/** What a method is judged by: the fish, how it came, and what is to become of it. */
export interface MethodJob {
  species: MethodSpecies;
  condition: ArrivalCondition;
  cuts: readonly { form: Form; goal: Goal }[];
}

/** What is still to be decided of a piece that is cut again. */
const ofPieces: readonly QuestionId[] = [
  'pin_bones',
  'firming',
  'skinning',
  'skin_order',
  'silver',
  'board',
  'belly',
  'membrane',
  'portion_by',
];

const salmonids = ['salmon', 'trout'];
const firmBones = (s: MethodSpecies) => /gurnard|lionfish/.test(s.id);

/** Why a question does not arise on this job, or null when it does. */
function notAsked(question: QuestionId, { condition, cuts }: MethodJob, kind: Kind): Said | null {
  const sides = cuts.filter((c) => c.goal.take === 'sides');
  switch (question) {
    case 'ribs':
      return kind === 'round' && sides.length > 0 ? null : said('no_sides_come_off_over_ribs_here');
    case 'pin_bones':
    case 'firming':
      return isBoned(condition) || !cuts.some((c) => c.goal.pins !== 'in')
        ? said('no_pin_bones_come_out_here')
        : null;
    case 'belly':
      return kind === 'round' &&
        !isPiece(condition) &&
        sides.some((c) => c.goal.shape === 'portion' || c.goal.shape === 'bias')
        ? null
        : said('no_side_is_portioned_here');
    case 'membrane':
      return kind === 'round' && sides.some((c) => !c.goal.shaved && !c.goal.tray)
        ? null
        : said('nothing_here_is_shaved_or_it_is');
    case 'skinning':
      return sides.some((c) => c.goal.skin === 'off') &&
        !isSkinned(condition) &&
        kind !== 'monk' &&
        kind !== 'ray'
        ? null
        : said('no_skin_comes_off_by_knife_here');
    case 'flatfish':
      return kind === 'flat' && sides.length > 0 ? null : said('no_flatfish_is_filleted_here');
    case 'frame':
    case 'first_cut':
      return sides.length > 0 ? null : said('no_sides_come_off_here');
    default:
      return null;
  }
}

/** Why this method cannot be used for this job, or null when it can. */
export function methodRefusal(question: QuestionId, method: string, job: MethodJob): Said | null {
  const { species, condition } = job;
  const kind = kindOf(species);
  const cuts = job.cuts.filter((c) => c.goal.take !== 'trim');
  const does = (op: Form['does'][number]) => cuts.some((c) => c.form.does.includes(op));
  const takes = (take: Goal['take']) => cuts.some((c) => c.goal.take === take);
  const allSides = cuts.length > 0 && cuts.every((c) => c.goal.take === 'sides');
  if (
    isPiece(condition) &&
    !ofPieces.includes(question) &&
    method !== nth(questionOf(question).methods, 0).id
  )
    return said('it_is_off_the_bone_already');
  if (method !== nth(questionOf(question).methods, 0).id) {
    const idle = notAsked(question, job, kind);
    if (idle) return idle;
  }
  switch (`${question} ${method}`) {
    case 'ribs over':
    case 'ribs scissors':
      return cuts.some((c) => c.goal.block) ? said('a_block_fillet_takes_the_ribs') : null;
    case 'ribs through':
      return cuts.some((c) => c.goal.block)
        ? said('a_block_fillet_takes_the_ribs')
        : salmonids.includes(species.bodyRow)
          ? null
          : said('only_where_ribs_are_soft_as_on');
    case 'ribs block':
      return cuts.some((c) => c.goal.tray) ? said('a_half_shell_keeps_its_skin_whole') : null;
    case 'firming salt':
      return firmBones(species)
        ? said('its_bones_are_cut_out_not_drawn')
        : cuts.some((c) => c.goal.pins === 'out' && !c.goal.tray && !c.goal.block)
          ? null
          : said('no_bones_are_drawn_here');
    case 'skin_order skin_first':
      if (isSkinned(condition)) return said('the_skin_is_off_already');
      if (kind === 'ray' || kind === 'monk') return said('there_are_no_bones_to_draw');
      if (!cuts.some((c) => c.goal.take === 'sides' && c.goal.skin === 'off'))
        return said('no_skin_comes_off');
      return cuts.every((c) => c.goal.skin === 'off') ? null : said('one_of_the_forms_keeps_its_skin');
    case 'pin_bones strip':
      return cuts.every(
        (c) =>
          c.goal.take === 'sides' &&
          ['split', 'block_cut', 'slices', 'loin_block', 'strips'].includes(c.goal.shape ?? ''),
      )
        ? null
        : said('the_side_falls_in_two_only_where');
    case 'pin_bones leave':
      return cuts.some((c) => c.goal.pins === 'out') ? said('this_form_is_sold_boneless') : null;
    case 'pin_bones pull':
    case 'pin_bones raise':
      return firmBones(species) ? said('big_firmly_set_bones_cut_them_out') : null;
    case 'head on_last':
      return !allSides
        ? said('the_head_comes_off_before_a_fish')
        : kind === 'round' || kind === 'flat'
          ? null
          : said('nothing_to_hold_it_by');
    case 'head off_first':
      return kind === 'flat' && allSides && condition === 'gutted'
        ? said('a_gutted_flatfish_is_cut_round_the')
        : null;
    case 'silver knife':
      return takes('sides') ? null : said('a_tail_on_the_bone_has_no_fillets');
    case 'guts guts_in':
      if (condition !== 'whole') return said('it_came_gutted');
      if (!allSides) return said('only_where_all_of_it_is_filleted');
      if (kind === 'flat') return null;
      return kind === 'round' &&
        (species.bodyRow === 'bass' || species.bodyPlan === 'deep') &&
        species.typicalG <= 700
        ? cuts.some((c) => c.goal.block)
          ? said('a_block_fillet_goes_through_the')
          : null
        : species.scales === 'armour'
          ? null
          : said('only_for_flatfish_small_bass_and');
    case 'flatfish cross':
      return does('quarter')
        ? said('quarter_cut_was_ordered')
        : cuts.some((c) => ['fold', 'roll'].includes(c.goal.shape ?? ''))
          ? said('these_are_made_of_quarters')
          : null;
    case 'flatfish quarter':
      return does('cross') ? said('cross_cut_was_ordered') : null;
    case 'cross_from midline':
      return does('quarter') ? said('quarter_cut_was_ordered') : null;
    case 'first_cut belly':
      return cuts.some((c) => c.goal.block) ? said('a_block_fillet_is_cut_from_the') : null;
    default:
      return null;
  }
}

/** Questions that go with another: a method that needs a second one says so here. */
function tied(chosen: Record<QuestionId, Chosen>): void {
  // Guts in, the head stays on and leaves with the frame; over the ribs, never through them.
  if (chosen.guts.method.id !== 'guts_in') return;
  const to = (question: QuestionId, method: string) => {
    if (chosen[question].method.id === method) return;
    chosen[question] = {
      question,
      method: sure(questionOf(question).methods.find((m) => m.id === method)),
      by: 'rule',
      because: said('guts_stay_in_until_the_fillets_are'),
    };
  };
  to('head', 'on_last');
  to('ribs', 'over');
}

/**
 * The method that counts for each question: the ticket's, else the cutter's, else the shop's, else the default; one
 * that this fish or form refuses gives way to the first that fits, and says why.
 */
export function resolveMethods(
  job: MethodJob,
  choices: { shop?: MethodChoices; cutter?: MethodChoices; ticket?: MethodChoices },
): Methods {
  const resolved = questions.map((q): [QuestionId, Chosen] => {
    const [id, by] = (['ticket', 'cutter', 'shop'] as const)
      .map((who): [string | undefined, ChosenBy] => [choices[who]?.[q.id], who])
      .find(([m]) => m !== undefined && isChoice(q.id, m)) ?? [q.methods[0].id, 'default' as const];
    const wanted: Method = sure(q.methods.find((m) => m.id === id));
    const refused = methodRefusal(q.id, wanted.id, job);
    if (!refused) return [q.id, { question: q.id, method: wanted, by, because: '' }];
    const fits: Method = q.methods.find((m) => methodRefusal(q.id, m.id, job) === null) ?? wanted;
    return [q.id, { question: q.id, method: fits, by: 'rule', because: refused }];
  });
  const chosen = Object.fromEntries(resolved) as Record<QuestionId, Chosen>;
  tied(chosen);
  return chosen;
}

/** The methods chosen by question, as they are: what a plan that was kept says of them. */
export const methodsChosen = (choices: Readonly<Record<string, string>>): Method[] =>
  questions.flatMap((q): Method[] => q.methods.filter((m) => m.id === choices[q.id]));
