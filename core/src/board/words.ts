import type { Said, Word } from '@ember-slate/words/said';
import type { Act } from './act.ts';
import { vacuumCelsius } from './packing.ts';
import { wrapped, type ToolId } from './rules.ts';
import type { Board, Cut } from './state.ts';
import { said } from './say.ts';

/** What is said of an act. Of one that cuts: where to begin, which way the blade runs, where the other hand is. */
export interface ActWords {
  title: Said;
  /** A word or two for the beads. */
  short: Said;
  why: Said;
  begin: Word;
  way: Word;
  hand: Word;
  /** All lines in the order they are said. */
  how: readonly Word[];
  /** What done looks like. */
  check: Said;
  cautions: readonly Word[];
}

export const toolNames: Record<ToolId, Said> = {
  towel: said('towel'),
  scissors: said('scissors'),
  gloves: said('puncture_proof_gloves'),
  thick_gloves: said('thick_gloves'),
  salt: said('salt'),
  scaler: said('scaler'),
  jet: said('water_jet'),
  goggles: said('goggles'),
  short_knife: said('short_knife'),
  spoon: said('spoon'),
  dry_cloth: said('dry_cloth'),
  heavy_knife: said('heavy_knife'),
  stiff_knife: said('stiff_boning_knife'),
  flexible_knife: said('filleting_knife'),
  long_blade: said('long_blade'),
  tweezers: said('tweezers'),
  pliers: said('pliers'),
  string: said('string'),
  film: said('film'),
  ruler: said('ruler'),
  trays: said('trays_and_pads'),
  vacuum_packer: said('vacuum_packer_and_pouches'),
  lamp: said('lamp'),
  scale: said('scale'),
  printer: said('label_printer'),
  sharps_box: said('sharps_box'),
  water: said('cold_running_water'),
};

/** The act, the board it finds, and the cuts it is for. */
interface Context {
  b: Board;
  act: Act;
  cuts: readonly Cut[];
}
type Line = Word | false | null | undefined;
interface Entry {
  title: Said | ((s: Context) => Said);
  short: Said;
  why: Said | ((s: Context) => Said);
  begin?: Said | ((s: Context) => Said);
  way?: Said | ((s: Context) => Said);
  /** Lines between the way and the hand. */
  more?: (s: Context) => readonly Line[];
  hand?: Said | ((s: Context) => Said);
  check: Said | ((s: Context) => Said);
  cautions?: (s: Context) => readonly Line[];
}

const rawBoard = said('raw_fish_board_and_knife_only');
const blade = said('sharp_knife_glove_on_the_holding');
const firstAid = said('venomous_even_after_death_never');
const choke = said('bones_left_in_can_choke_the_notice');
const shell = said('do_not_pierce_the_skin');

const armour = ({ b, act }: Context) =>
  b.job.species.scales === 'armour' && act.before.scales && said('armour_enter_between_scales_cut');
const teeth = ({ b, act }: Context) =>
  b.job.species.sharp === 'teeth' && act.before.head && said('teeth_cut_badly_never_a_hand_in');
const headSpines = ({ b, act }: Context) =>
  /head/.test(b.job.species.sharp ?? '') && act.before.head && said('spines_on_the_head_hold_it_with_a');
const knobs = ({ b, act }: Context) =>
  b.job.species.sharp === 'tubercles' && act.before.skin && said('bony_knobs_on_the_skin_hold_it');
const thorns = ({ b, act }: Context) =>
  b.job.species.sharp === 'thorns' && act.before.skin && said('thorns_on_the_back_and_tail_thick');
const towel = said('towel_between_hand_and_fish_it');
const dry = ({ b }: Context) => b.method('washing') === 'dry_only';
const mm = (cuts: readonly Cut[]) => cuts.find((c) => c.thickMm !== null)?.thickMm ?? null;
const firstCut = (b: Board) => b.method('first_cut');
const shapes = (cuts: readonly Cut[]) => cuts.flatMap((c) => c.goal.size ?? []);

const eachOf = (cuts: readonly Cut[]) => {
  const [least, most] = shapes(cuts);
  return least !== undefined && most !== undefined && said('to_g_each', { least, most });
};

const sideWords = (second: boolean): Omit<Entry, 'title' | 'short'> => ({
  why: said('flesh_left_on_the_frame_is_the'),
  begin: ({ b }) =>
    b.kind === 'monk'
      ? second
        ? said('same_way_down_the_other_flank_of')
        : said('begin_at_the_wide_end_beside_the')
      : {
          head_tail: b.state.head
            ? said('begin_behind_the_gill_cover_on_the')
            : said('begin_at_the_cut_face_on_the_back'),
          tail_head: said('begin_at_the_tail_on_the_back'),
          belly: said('begin_above_the_vent_fin_from_the'),
        }[firstCut(b) as 'head_tail'],
  way: ({ b }) =>
    b.kind === 'monk'
      ? said('toward_the_tail_the_flat_of_the')
      : firstCut(b) === 'belly'
        ? said('up_along_the_bones_until_you_see')
        : b.job.species.scales === 'armour' && b.state.scales
          ? said('from_inside_outward_through_the')
          : b.state.skin
            ? said('first_stroke_through_the_skin_only')
            : said('in_long_strokes_down_to_the_bone'),
  more: ({ b }) => [
    b.kind === 'round' &&
      (b.gutsIn
        ? said('over_the_ribs_stay_out_of_the_guts')
        : {
            over: said('part_the_rib_from_the_pin_bone'),
            through: said('straight_through_the_soft_ribs'),
            scissors: said('ribs_are_snipped_along_the_spine'),
            block: said('straight_through_the_ribs_they'),
          }[b.method('ribs') as 'over']),
    b.method('frame') === 'fleshy' && said('a_hair_above_the_bone_leave_a_veil'),
  ],
  hand: ({ b }) =>
    b.kind === 'monk'
      ? said('tail_away_from_you_the_free_hand')
      : second
        ? said('turned_over_blade_pulled_up')
        : b.state.head
          ? said('hold_the_head_lift_the_flap_with')
          : said('flat_hand_on_the_flank_lift_the'),
  check: ({ b }) =>
    b.method('frame') === 'fleshy'
      ? said('an_even_veil_on_the_frame')
      : said('frame_clear_against_the_light'),
  cautions: (s) => [
    blade,
    s.b.gutsIn && said('guts_lie_under_the_ribs_do_not_go'),
    teeth(s),
    headSpines(s),
    armour(s),
    s.cuts.some((c) => c.goal.tray) && shell,
  ],
});

const flatWords = (blind: boolean): Omit<Entry, 'title' | 'short'> => ({
  why: ({ b }) =>
    b.crossCut ? said('two_quarters_left_joined_make_one') : said('the_spine_divides_the_fish_each'),
  begin: ({ b }) =>
    b.crossCut && b.method('cross_from') === 'edge'
      ? said('begin_at_the_edge_inside_the_fins')
      : b.state.head
        ? said('round_the_head_then_begin_at_the')
        : said('begin_at_the_cut_face_on_the'),
  way: ({ b }) =>
    b.crossCut
      ? b.method('cross_from') === 'edge'
        ? said('along_the_bones_over_the_ridge_to')
        : said('down_the_middle_to_the_tail_then')
      : said('down_the_middle_to_the_tail_then_2'),
  more: ({ b }) => [
    b.gutsIn && !blind && said('guts_and_head_stay_on_the_frame'),
    b.job.species.bodyPlan === 'large_flat' && !blind && said('outline_cut_first_wipe_the_blade'),
  ],
  hand: () => (blind ? said('turned_over_thinner_here_flat') : said('the_free_hand_lifts_the_flap_as_it')),
  check: said('frame_clear_against_the_light'),
  cautions: (s) => [blade, knobs(s)],
});

const wingWords: Omit<Entry, 'title' | 'short' | 'hand'> = {
  why: said('there_are_no_bones_in_it_cartilage'),
  begin: said('begin_at_the_thick_edge'),
  way: said('outward_along_the_cartilage_to_the'),
  check: said('no_splinter_under_the_finger'),
  cautions: (s) => [blade, thorns(s)],
};

const entries: Record<string, Entry> = {
  check: {
    title: said('check_and_wipe'),
    short: said('check'),
    why: said('the_wrong_fish_cut_is_gone_slime'),
    more: ({ b }) => [
      said('right_fish_right_lot_read_the'),
      b.method('board') === 'dry'
        ? said('slime_off_the_board_bone_dry')
        : said('slime_off_wet_board_cloth_under_it'),
      b.kind === 'ray'
        ? said('smell_it_ammonia_sends_it_back')
        : b.state.scales
          ? b.job.scaled === 'no'
            ? said('stroke_tail_to_head_scales_frost')
            : said('said_to_be_scaled_stroke_tail_to')
          : said('feel_for_frost_in_the_thick_part'),
      said('tools_tubs_and_the_waste_bowl_laid'),
    ],
    check: said('dry_steady_board_tools_at_hand'),
    cautions: (s) => [s.b.venom && s.b.state.spines && firstAid, thorns(s)],
  },
  spines: {
    title: ({ b }) => (b.venom ? said('venom_spines_off') : said('spines_off')),
    short: said('spines'),
    why: said('nothing_that_pricks_may_be_left'),
    begin: said('begin_at_the_tail_end_of_the_back'),
    way: said('scissors_forward_close_to_the_skin'),
    more: ({ b }) => [
      said('then_belly_fins_and_vent_fin_all'),
      b.venom && said('straight_into_the_sharps_box'),
    ],
    hand: ({ b }) => (b.venom && b.state.head ? said('hold_it_by_the_breast_fins_they') : towel),
    check: said('nothing_left_that_pricks'),
    cautions: ({ b }) => [b.venom ? firstAid : said('a_puncture_can_infect_wash_it_at')],
  },
  slime: {
    title: said('slime_off'),
    short: said('slime'),
    why: said('the_wing_slides_under_the_knife'),
    more: () => [said('rub_it_with_coarse_salt_rinse_dry')],
    check: said('the_hand_does_not_slide'),
    cautions: (s) => [thorns(s)],
  },
  scale: {
    title: ({ b }) => (b.job.scaled === 'part' ? said('scale_the_rest') : said('scale')),
    short: said('scale'),
    why: said('scales_carried_into_flesh_are'),
    more: ({ b }) =>
      b.venom
        ? [said('a_jet_of_water_tail_to_head_no'), said('nape_and_belly_too')]
        : b.piece
          ? [said('skin_up_on_the_board_short_strokes'), said('keep_water_off_the_flesh')]
          : [said('in_the_sink_under_water_tail_to'), said('nape_belly_and_along_the_fins')],
    check: said('finger_runs_smooth_both_ways'),
    cautions: (s) => [
      ['heavy', 'armour'].includes(s.b.job.species.scales) && said('scales_fly_cover_your_eyes'),
      s.b.venom && s.b.state.spines && firstAid,
    ],
  },
  fins: {
    title: said('fins_off_2'),
    short: said('fins'),
    why: said('fin_bones_choke_and_they_tear_the'),
    begin: ({ b }) =>
      b.kind === 'flat'
        ? said('begin_at_the_tail_along_one_edge')
        : said('begin_at_the_tail_end_of_each_fin'),
    way: said('scissors_forward_they_lie_against'),
    more: ({ b }) => [b.method('fins') === 'bin' ? said('fins_to_the_bin') : said('fins_to_the_stock_tub')],
    hand: towel,
    check: said('smooth_along_back_and_belly'),
    cautions: () => [said('fin_rays_prick')],
  },
  gut: {
    title: said('gut'),
    short: said('gut'),
    why: said('guts_sour_the_flesh_a_fish_with'),
    begin: ({ b }) =>
      b.kind === 'flat' ? said('begin_behind_the_gill_cover_at_the') : said('begin_at_the_vent_point_up'),
    way: ({ b }) =>
      b.kind === 'flat' ? said('a_short_slit_along_the_pocket') : said('shallow_to_the_throat'),
    more: () => [said('lift_it_all_out_a_cut_gall_bladder')],
    hand: ({ b }) =>
      b.kind === 'flat' ? said('flat_hand_on_the_fish_away_from') : said('belly_up_the_free_hand_round_the'),
    check: said('cavity_empty_gall_whole'),
    cautions: (s) => [
      blade,
      said('change_gloves_and_wipe_the_board'),
      s.b.venom && s.b.state.spines && firstAid,
    ],
  },
  gills: {
    title: said('gills_out'),
    short: said('gills'),
    why: said('gills_spoil_first_and_turn_stock'),
    begin: said('lift_the_gill_cover_begin_where'),
    way: said('snip_top_and_bottom_pull_them_out'),
    hand: said('fingers_on_the_gill_plate_not'),
    check: said('no_red_left_under_the_cover'),
    cautions: (s) => [
      said('gill_edges_scratch_gloves'),
      teeth(s),
      headSpines(s),
      s.b.venom && s.b.state.spines && firstAid,
    ],
  },
  liver: {
    title: said('liver_intact'),
    short: said('liver'),
    why: said('broken_it_is_worth_nothing'),
    more: () => [said('lift_it_out_with_the_fingers_gall'), said('straight_onto_ice_in_its_own_tub')],
    check: said('whole_cold'),
    cautions: () => [said('some_species_liver_must_not_be')],
  },
  roe: {
    title: ({ cuts, b }) =>
      cuts.concat(b.cuts).some((c) => c.goal.milt) ? said('soft_roe_intact') : said('roe_intact'),
    short: said('roe'),
    why: said('broken_it_is_worth_nothing'),
    more: ({ b }) => [
      b.kind === 'flat' ? said('out_of_the_pocket_along_the_bones') : said('lift_it_out_with_the_fingers'),
      said('straight_onto_ice_in_its_own_tub'),
    ],
    check: said('whole_cold'),
    cautions: () => [said('some_species_roe_must_not_be_eaten')],
  },
  kidney: {
    title: said('kidney_line'),
    short: said('kidney'),
    why: said('blood_along_the_spine_is_what'),
    more: (s) => [
      said('slit_the_membrane_scrape_the_blood'),
      dry(s) ? said('wipe_it_dry_with_paper_no_water_on') : said('rinse_the_cavity_then_dry_it'),
    ],
    check: said('no_red_along_the_spine'),
  },
  skin_both: {
    title: said('skin_both_sides'),
    short: said('skin'),
    why: said('the_dark_skin_is_tough_the_white'),
    begin: said('nick_the_skin_at_the_tail_loosen'),
    way: said('pull_toward_the_head_in_a_dry'),
    more: () => [said('turn_it_over_do_the_same')],
    hand: said('palm_on_the_tail_pressing_it_down'),
    check: said('both_sides_bare_no_flesh_torn'),
    cautions: () => [said('the_cloth_slips_pull_away_from_the')],
  },
  frills: {
    title: said('frills_off'),
    short: said('frills'),
    why: said('the_fringe_burns_before_the_fish'),
    begin: said('begin_at_the_tail_on_either_edge'),
    way: said('scissors_forward_to_the_head'),
    hand: said('flat_hand_on_the_fish'),
    check: said('a_clean_edge_all_round'),
    cautions: () => [said('fin_rays_prick')],
  },
  head: {
    title: said('head_off_2'),
    short: said('head_off_2'),
    why: said('the_shoulder_is_the_best_meat_it'),
    begin: ({ b }) =>
      b.kind === 'flat'
        ? said('begin_at_the_nape_behind_the_gill')
        : said('begin_behind_gill_cover_and_breast'),
    way: ({ b }) =>
      b.kind === 'monk' ? said('round_the_shoulders_to_the_spine') : said('slanting_forward_from_both_sides'),
    more: () => [said('one_push_through_the_joint_no')],
    hand: said('towel_on_the_head_hand_behind_the'),
    check: said('shoulder_meat_on_the_body'),
    cautions: (s) => [said('heavy_or_serrated_knife_keep_the'), teeth(s), headSpines(s), knobs(s), armour(s)],
  },
  tail_fin: {
    title: said('tail_fin_off'),
    short: said('tail_fin'),
    why: said('it_burns_in_the_pan_and_tears_the'),
    begin: said('begin_where_the_flesh_ends'),
    way: said('straight_across_with_scissors'),
    hand: said('hold_the_tail_fin'),
    check: said('a_straight_end'),
    cautions: () => [said('scissors_fingers_clear_of_the')],
  },
  wings_off: {
    title: said('wings_off_the_body'),
    short: said('wings_off'),
    why: said('the_wings_are_the_fish_the_body_is'),
    begin: said('feel_where_the_wing_ends_begin'),
    way: said('follow_the_edge_of_the_body_back'),
    more: ({ b }) => [
      said('the_other_wing_the_same'),
      b.state.guts && said('guts_stay_in_the_body_and_leave'),
    ],
    hand: said('glove_on_the_body_by_the_snout'),
    check: said('two_wings_nothing_of_the_belly_on'),
    cautions: (s) => [blade, thorns(s)],
  },
  tail_muscle: {
    title: said('tail_muscle'),
    short: said('tail'),
    why: said('a_large_rays_tail_carries_a_muscle'),
    begin: said('begin_behind_the_wings'),
    way: said('tail_off_then_the_muscle_off_the'),
    hand: said('glove_on_the_thin_end'),
    check: said('clean_muscle_no_thorn'),
    cautions: (s) => [blade, thorns(s)],
  },
  skin_wing: {
    title: said('skin_the_wing'),
    short: said('skin'),
    why: said('the_skin_is_rough_as_sandpaper_and'),
    more: () => [
      said('loosen_it_along_the_thick_edge'),
      said('grip_it_with_pliers_pull_outward'),
      said('turn_it_do_the_same'),
    ],
    check: said('both_faces_bare'),
    cautions: () => [said('thorns_thick_gloves_pull_away_from')],
  },
  vee_head: {
    title: said('head_out_in_a_v'),
    short: said('head'),
    why: ({ b }) =>
      b.state.guts ? said('one_twist_takes_head_and_guts_and') : said('the_v_leaves_the_shoulders'),
    begin: said('begin_behind_one_gill_cover'),
    way: said('a_v_round_the_head_meeting_behind'),
    more: ({ b }) => [
      b.state.guts && said('twist_head_and_guts_come_out'),
      b.state.guts && said('look_into_the_pocket_the_roe_stays'),
    ],
    hand: said('flat_hand_on_the_body'),
    check: ({ b }) => (b.state.guts ? said('pocket_clean_gall_whole') : said('shoulders_on_the_body')),
    cautions: (s) => [blade, knobs(s), s.b.state.guts && said('change_gloves_and_wipe_the_board')],
  },
  skin_cut: {
    title: said('cut_the_back_open'),
    short: said('back_cut'),
    why: said('the_skin_lets_go_along_this_cut_it'),
    begin: said('begin_at_the_tail_beside_the_back'),
    way: said('short_strokes_along_the_spine_tail'),
    more: () => [said('then_through_the_spine_behind_the')],
    hand: said('hold_it_by_the_tail_with_a_towel'),
    check: said('skin_open_from_tail_to_head_spine'),
    cautions: (s) => [said('this_cut_runs_toward_the_body_slow'), headSpines(s)],
  },
  skin_free: {
    title: said('free_the_skin_behind_the_vent'),
    short: said('free'),
    why: said('from_here_on_it_comes_off_in_one'),
    begin: said('turn_it_over_begin_at_the_vent'),
    way: said('under_the_skin_on_both_sides_vent'),
    hand: said('towel_on_the_head'),
    check: said('skin_loose_from_vent_to_tail'),
    cautions: (s) => [blade, headSpines(s)],
  },
  skin_pulled: {
    title: said('pull_the_head_skin_and_guts_go'),
    short: said('pull'),
    why: said('head_skin_and_guts_leave_in_one'),
    more: () => [said('hold_the_spine_down_with_the_tip'), said('pull_the_head_slowly_toward_the')],
    check: said('white_body_nothing_hanging'),
    cautions: (s) => [headSpines(s)],
  },
  cavity: {
    title: said('look_into_the_cavity'),
    short: said('cavity'),
    why: said('what_the_pull_left_behind_sours'),
    more: (s) => [
      said('look_in_take_out_what_is_left'),
      dry(s) ? said('wipe_it_dry_with_paper') : said('rinse_it_dry_it'),
    ],
    check: said('empty_no_red'),
  },
  front_bone: {
    title: said('front_bone_and_kidneys_off'),
    short: said('front_bone'),
    why: said('they_stay_on_the_tail_when_the'),
    begin: said('begin_at_the_wide_end_under_the'),
    way: said('round_the_bone_kidneys_come_with'),
    hand: said('tail_away_from_you_hand_on_the'),
    check: said('clean_white_face'),
    cautions: () => [blade],
  },
  skin_tail: {
    title: said('pull_the_skin'),
    short: said('skin'),
    why: said('it_comes_off_like_a_stocking'),
    more: () => [said('loosen_it_round_the_wide_end'), said('grip_it_in_a_dry_cloth_pull_toward')],
    check: said('bare_to_the_tail_fin'),
    cautions: () => [said('the_cloth_slips_pull_away_from_the')],
  },
  fins_tail: {
    title: said('fins_and_tail_off'),
    short: said('fins'),
    why: said('they_burn_and_their_bases_are'),
    begin: said('begin_at_the_thin_end'),
    way: said('scissors_along_the_fins_then'),
    hand: said('hold_the_tail_fin'),
    check: said('smooth_all_along'),
    cautions: () => [said('scissors_fingers_clear_of_the')],
  },
  silver: {
    title: said('silver_skin_off'),
    short: said('silver_skin'),
    why: said('the_tough_membrane_shrinks_in_the'),
    begin: said('begin_at_the_wide_end_under_the_2'),
    way: said('slide_toward_the_tail_peel_it_off'),
    hand: said('pull_the_strip_not_the_knife'),
    check: said('no_grey_skin_left'),
    cautions: () => [blade],
  },
  board: {
    title: said('clean_board_knife_and_hands'),
    short: said('wipe'),
    why: said('scales_and_slime_on_the_blade_end'),
    more: ({ b }) => [
      said('wipe_blade_board_and_gloves'),
      said('one_cloth_for_scales_another_for'),
      b.kind === 'round' && b.job.fishGrams > 3000 && said('on_thick_fish_wipe_the_blade_at'),
    ],
    check: said('board_without_a_scale_on_it'),
  },
  board_again: {
    title: said('clean_board_knife_and_hands_again'),
    short: said('wipe'),
    why: said('head_and_guts_lay_here_flesh_comes'),
    more: () => [said('wipe_blade_board_and_gloves'), said('the_cloth_for_flesh_not_the_one')],
    check: said('board_clean_and_dry'),
  },
  open_back: {
    title: said('open_from_the_back'),
    short: said('open'),
    why: said('belly_joined_the_fish_lies_flat'),
    begin: ({ b }) =>
      b.state.head ? said('begin_behind_the_head_beside_the') : said('begin_at_the_cut_face_beside_the'),
    way: said('both_sides_of_the_spine_down_to'),
    more: ({ b }) => [
      b.state.guts ? said('snip_the_spine_at_both_ends_it') : said('snip_the_spine_at_both_ends_lift'),
      said('ribs_shaved_off'),
    ],
    hand: said('belly_on_the_board_free_hand_opens'),
    check: said('flat_belly_skin_whole'),
    cautions: (s) => [blade, s.b.state.guts && said('guts_lie_under_the_blade_shallow'), armour(s)],
  },
  open_belly: {
    title: said('open_from_the_belly'),
    short: said('open'),
    why: said('it_is_slit_there_already_the_back'),
    begin: said('begin_at_the_slit_on_the_ribs'),
    way: said('over_the_ribs_both_sides_of_the'),
    more: () => [said('snip_the_spine_at_both_ends_lift')],
    hand: said('belly_up_free_hand_opens_the_wall'),
    check: said('flat_back_skin_whole'),
    cautions: (s) => [blade, armour(s)],
  },
  joint: {
    title: said('joint_off'),
    short: said('joint'),
    why: said('the_gut_cavity_opens_flat_the_bone'),
    begin: said('across_at_the_vent_open_the_cavity'),
    way: said('two_cuts_from_inside_under_the'),
    more: () => [said('lift_the_backbone_out_wipe_the')],
    hand: said('flat_hand_on_the_open_wall_fingers'),
    check: said('lies_flat_no_rib_left'),
    cautions: (s) => [blade, armour(s)],
  },
  slices: {
    title: ({ b }) => (b.kind === 'flat' ? said('tron_ons') : said('steaks')),
    short: said('slices'),
    why: ({ b }) =>
      b.kind === 'flat' ? said('on_the_bone_the_thick_flatfish') : said('best_behind_the_vent_where_they'),
    begin: ({ cuts }) => {
      const thick = mm(cuts);
      return thick === null
        ? said('begin_at_the_cut_face_by_the_mark')
        : said('mm_from_the_cut_face_lay_the_ruler', { thick });
    },
    way: said('to_the_bone_all_round_then_through'),
    more: ({ b }) => [
      b.kind === 'flat' ? said('through_the_spine_tap_the_blood') : said('through_a_joint_tap_the_blood_out'),
    ],
    hand: said('towel_on_the_fish_hand_behind_the'),
    check: said('even_faces_no_splinters'),
    cautions: (s) => [blade, said('splinters_wipe_the_board_after'), knobs(s)],
  },
  open_tail: {
    title: said('open_the_tail'),
    short: said('open_tail'),
    why: said('too_thin_for_steaks_the_tail'),
    begin: said('belly_up_begin_at_the_cut_face'),
    way: said('to_the_bone_free_it_on_both_sides'),
    more: () => [said('leave_the_back_skin_whole_open_it')],
    hand: said('hold_the_tail_fin'),
    check: said('flat_one_piece_no_bone'),
    cautions: (s) => [blade, armour(s)],
  },
  tail_piece: {
    title: said('tail_piece_aside'),
    short: said('tail_piece'),
    why: said('too_thin_to_slice_it_sells_as_it'),
    begin: said('begin_where_the_last_cut_ends'),
    way: said('the_tail_fin_off_straight_across'),
    hand: said('hold_the_tail_fin'),
    check: said('in_its_tray'),
    cautions: () => [said('heavy_knife_hand_behind_the_blade')],
  },
  rest_piece: {
    title: said('the_rest_aside_on_the_bone'),
    short: said('the_rest'),
    why: said('nobody_asked_for_it_yet_it_sells'),
    more: () => [said('wipe_the_faces_lay_it_on_ice')],
    check: said('in_its_tray_cold'),
  },
  fillet_first: {
    title: ({ b, cuts }) =>
      b.kind === 'monk'
        ? said('first_fillet')
        : cuts.some((c) => c.goal.tray)
          ? said('first_side_in_its_scales')
          : said('first_side'),
    short: said('first_side'),
    ...sideWords(false),
  },
  fillet_second: {
    title: ({ b, cuts }) =>
      b.kind === 'monk'
        ? said('second_fillet')
        : cuts.some((c) => c.goal.tray)
          ? said('second_side_in_its_scales')
          : said('second_side'),
    short: said('second_side'),
    ...sideWords(true),
  },
  flat_eyed: {
    title: ({ b }) => (b.crossCut ? said('cross_cut_eyed_side') : said('quarters_eyed_side')),
    short: said('eyed_side'),
    ...flatWords(false),
  },
  flat_blind: {
    title: ({ b }) => (b.crossCut ? said('cross_cut_blind_side') : said('quarters_blind_side')),
    short: said('blind_side'),
    ...flatWords(true),
  },
  wing_upper: {
    title: said('upper_fillets_off'),
    short: said('upper'),
    ...wingWords,
    hand: said('flat_hand_on_the_wing_thick_edge'),
  },
  wing_lower: {
    title: said('lower_fillets_off'),
    short: said('lower'),
    ...wingWords,
    hand: said('turned_over_thin_here_the_free'),
  },
  again: {
    title: said('look_it_over'),
    short: said('look'),
    why: said('it_was_cut_before_its_edges_and'),
    more: ({ b }) => [
      said('right_piece_right_lot_days_left'),
      b.state.skin ? said('flesh_up_pat_it_dry') : said('pat_it_dry'),
      b.state.scales &&
        (b.job.scaled === 'no' ? said('stroke_the_skin_scales') : said('said_to_be_scaled_stroke_the_skin')),
      said('tools_tubs_and_the_waste_bowl_laid'),
    ],
    check: said('dry_no_grey_edge'),
  },
  head_last: {
    title: said('head_off_the_frame'),
    short: said('head_off_2'),
    why: said('it_was_something_to_hold_now_it'),
    begin: said('begin_at_the_joint_behind_the'),
    way: said('through_the_joint_one_push'),
    hand: said('towel_on_the_head_hand_behind_the'),
    check: said('head_and_frame_apart'),
    cautions: (s) => [said('heavy_or_serrated_knife_keep_the'), teeth(s), headSpines(s)],
  },
  guts_last: {
    title: said('guts_off_the_frame'),
    short: said('guts'),
    why: said('the_spoon_comes_next_nothing_of'),
    more: () => [said('lift_them_off_the_frame_whole'), said('rinse_the_frame')],
    check: said('frame_clean_gall_whole'),
    cautions: () => [said('change_gloves_and_wipe_the_board')],
  },
  rib_cage: {
    title: said('rib_cage_and_pocket'),
    short: said('rib_cage'),
    why: said('the_two_front_quarters_carry_a'),
    begin: said('begin_at_the_front_of_the_belly'),
    way: said('scallop_it_out_thin_the_membrane'),
    hand: said('finger_on_the_flesh_beside_it'),
    check: said('no_bone_at_the_front_edge'),
    cautions: () => [blade],
  },
  ribs: {
    title: ({ b }) => (b.method('ribs') === 'block' ? said('ribs_out_of_the_block') : said('ribs_off')),
    short: said('ribs'),
    why: said('ribs_left_in_are_the_bones'),
    begin: said('begin_at_the_pin_bone_side_of_the'),
    way: ({ b }) =>
      b.method('ribs') === 'block'
        ? said('slide_under_them_to_the_belly_edge')
        : said('blade_flat_under_them_shave_to_the'),
    hand: said('finger_on_the_rib_ends_lifting'),
    check: said('belly_wall_whole'),
    cautions: () => [blade],
  },
  skirts: {
    title: said('skirts_off'),
    short: said('skirts'),
    why: said('fin_bones_sit_in_them_the_strip'),
    begin: said('begin_at_the_tail_end_of_the_outer'),
    way: said('along_the_line_where_the_strip'),
    hand: said('finger_on_the_fillet_beside_it'),
    check: said('a_clean_edge_no_fin_bone'),
    cautions: () => [blade],
  },
  belly: {
    title: said('belly_off_2'),
    short: said('belly'),
    why: said('the_belly_cooks_in_half_the_time'),
    begin: said('begin_at_the_front_where_the_flesh'),
    way: said('one_straight_cut_the_fin_bones_go'),
    hand: said('flat_hand_on_the_loin'),
    check: said('even_thickness_on_the_side'),
    cautions: () => [blade],
  },
  trim: {
    title: said('trim'),
    short: said('trim'),
    why: said('ragged_edges_dry_out_and_look_old'),
    begin: said('begin_at_the_belly_edge_front_end'),
    way: said('the_thin_rim_and_its_fin_bones_off'),
    hand: said('flat_hand_on_the_flesh'),
    check: said('clean_edge_all_round'),
    cautions: () => [blade],
  },
  trim_tail: {
    title: said('square_the_tail'),
    short: said('trim'),
    why: said('a_straight_edge_cooks_evenly'),
    begin: said('begin_at_the_thin_end'),
    way: said('straight_across_both_flaps'),
    hand: said('flat_hand_on_the_flesh'),
    check: said('two_even_flaps'),
    cautions: () => [blade],
  },
  salt: {
    title: said('firm_with_dry_salt'),
    short: said('salt'),
    why: said('firmer_flesh_lets_the_bones_go'),
    more: () => [
      said('plenty_of_dry_salt_over_the_flesh'),
      said('thirty_minutes_in_the_cold_the'),
      said('rinse_dry_well'),
    ],
    check: said('firm_to_the_finger'),
  },
  pin_bones: {
    title: ({ b, cuts }) =>
      cuts.every((c) => c.goal.tray)
        ? said('pin_strip_out_skin_whole')
        : cuts.every((c) => c.goal.block) || b.method('pin_bones') === 'v_cut'
          ? said('pin_bones_out_in_a_v')
          : b.method('pin_bones') === 'strip'
            ? said('pin_strip_cut_through')
            : said('pin_bones_out'),
    short: said('pin_bones'),
    why: said('a_bone_in_a_boneless_piece_can'),
    more: ({ b, cuts }) =>
      cuts.every((c) => c.goal.tray)
        ? [said('cut_along_both_sides_of_the_bone'), said('lift_the_strip_out_the_skin_under')]
        : cuts.every((c) => c.goal.block) || b.method('pin_bones') === 'v_cut'
          ? [
              said('cut_along_both_sides_of_the_row'),
              said('lift_the_v_out_do_not_cut_the_skin'),
              /gurnard/.test(b.job.species.id) && said('the_row_is_long_the_v_runs_far'),
            ]
          : b.method('pin_bones') === 'strip'
            ? [said('cut_along_both_sides_of_the_row_2'), said('the_side_falls_into_loin_and_belly_2')]
            : [
                b.method('pin_bones') === 'raise' && said('the_back_of_the_knife_along_the'),
                said('feel_which_way_they_lean_pull'),
                said('it_mirrors_on_the_other_side'),
                said('hold_the_flesh_down_with_two'),
              ],
    check: ({ cuts }) =>
      cuts.every((c) => c.goal.tray) ? said('skin_without_a_hole') : said('line_smooth_head_to_tail'),
    cautions: ({ b, cuts }) => [
      said('a_broken_bone_is_worse_than_one'),
      cuts.some((c) => c.goal.tray) && shell,
      (cuts.every((c) => c.goal.tray || c.goal.block) ||
        ['v_cut', 'strip'].includes(b.method('pin_bones'))) &&
        blade,
    ],
  },
  pins_left: {
    title: said('pin_bones_stay_in'),
    short: said('pin_bones'),
    why: said('sold_with_declared_bones_the_label'),
    more: () => [said('count_them_with_the_fingertip'), said('the_label_says_pin_bones_left_in')],
    check: said('the_label_will_say_so'),
  },
  skin: {
    title: said('skin'),
    short: said('skin'),
    why: said('flesh_left_on_the_skin_is_lost_to'),
    begin: said('a_tab_at_the_tail_cut_to_the_skin'),
    way: ({ b }) =>
      b.method('skinning') === 'wiggle' || b.kind === 'ray'
        ? said('blade_flat_a_small_saw_as_you_go')
        : said('blade_flat_and_still_pull_the_skin'),
    more: ({ b }) => [
      b.kind === 'ray'
        ? said('upper_and_lower_the_thin_ones_with')
        : b.kind === 'round' && said('a_flatter_blade_leaves_the_red_on'),
    ],
    hand: said('skin_at_the_boards_edge_the_cloth'),
    check: said('clean_flesh_no_holes'),
    cautions: () => [blade],
  },
  silver_knife: {
    title: said('silver_skin_off_the_fillets'),
    short: said('silver_skin'),
    why: said('it_shrinks_in_the_pan_and_curls'),
    begin: said('begin_at_the_thin_end_blade_under'),
    way: said('flat_toward_the_wide_end_strip_by'),
    hand: said('pull_the_strip_not_the_knife'),
    check: said('no_grey_skin_left'),
    cautions: () => [blade],
  },
  shave: {
    title: said('shave_membrane_and_bloodline'),
    short: said('shave'),
    why: said('the_dark_muscle_goes_rancid_first'),
    begin: said('begin_at_the_head_end_of_the_dark'),
    way: said('blade_flat_along_it_thin_shavings'),
    hand: said('flat_hand_on_the_loin'),
    check: said('pale_from_end_to_end'),
    cautions: () => [blade],
  },
  score: {
    title: said('score_the_skin'),
    short: said('score'),
    why: said('the_skin_stays_flat_in_the_pan'),
    begin: said('skin_up_begin_at_the_head_end'),
    way: said('across_2_to_3_mm_deep_a_finger'),
    hand: said('pinch_the_flesh_up_from_below'),
    check: said('even_lines_flesh_whole'),
    cautions: () => [blade],
  },
  sweep: {
    title: said('bone_sweep'),
    short: said('sweep'),
    why: said('what_was_missed_the_fingertip'),
    more: ({ b }) => [
      b.kind === 'round'
        ? said('fingertip_along_the_pin_bone_line')
        : b.kind === 'ray'
          ? said('fingertip_along_the_thick_edge')
          : b.kind === 'monk'
            ? said('fingertip_where_the_spine_lay_and')
            : said('fingertip_along_the_front_edge_and'),
      b.kind === 'round' ? said('shoulder_edge_back_fin_base_belly') : said('then_every_other_edge'),
      said('then_all_of_it_a_second_time'),
    ],
    check: said('pass_two_finds_none'),
    cautions: () => [choke],
  },
  tail_end: {
    title: said('thin_tail_end_off'),
    short: said('tail_end'),
    why: said('too_thin_for_a_portion_it_would_be'),
    begin: said('begin_where_the_side_gets_thinner'),
    way: said('straight_across'),
    hand: said('flat_hand_on_the_thick_end'),
    check: said('in_the_tub_for_tails'),
    cautions: () => [blade],
  },
  portion: {
    title: said('portion'),
    short: said('portion'),
    why: said('fillets_taper_equal_weight_means'),
    begin: ({ b }) =>
      b.method('portion_by') === 'length'
        ? said('begin_at_the_head_end_by_the_marks')
        : said('begin_at_the_head_end_weigh_the'),
    way: said('one_long_pull_a_cut_straight_down'),
    more: ({ cuts }) => [eachOf(cuts)],
    hand: said('flat_hand_on_the_side_fingertips'),
    check: said('pieces_alike_edges_clean'),
    cautions: () => [blade],
  },
  bias: {
    title: said('supremes_on_the_bias'),
    short: said('supremes'),
    why: said('the_slant_gives_one_height_to_a'),
    begin: ({ b }) =>
      b.method('portion_by') === 'length'
        ? said('begin_at_the_head_end_by_the_marks')
        : said('begin_at_the_head_end_weigh_the'),
    way: said('blade_slanted_toward_the_tail_long'),
    more: ({ cuts }) => [eachOf(cuts)],
    hand: said('flat_hand_on_the_side_fingertips'),
    check: said('pieces_alike_edges_clean'),
    cautions: () => [blade],
  },
  block_cut: {
    title: said('split_then_cut_across'),
    short: said('block_cut'),
    why: said('split_where_the_pin_bones_lay_the'),
    begin: said('begin_at_the_head_end_where_the'),
    way: said('lengthwise_then_each_row_across_by'),
    hand: said('flat_hand_on_the_loin_fingertips'),
    check: said('loin_row_and_belly_row_pieces'),
    cautions: () => [blade],
  },
  split: {
    title: said('split_loin_and_belly'),
    short: said('split'),
    why: said('two_thicknesses_cook_in_two_times'),
    begin: said('begin_at_the_head_end_where_the'),
    way: said('lengthwise_to_the_tail_the_dark'),
    hand: said('flat_hand_on_the_loin_fingertips'),
    check: said('two_clean_pieces'),
    cautions: () => [blade],
  },
  thin_slices: {
    title: said('slice_on_the_bias'),
    short: said('slices'),
    why: said('thick_boneless_pieces_slice_across'),
    begin: ({ cuts }) => {
      const thick = cuts.find((c) => c.goal.sliceMm !== null)?.goal.sliceMm;
      return thick ? said('begin_at_the_thick_end_mm_by_the', { thick }) : said('begin_at_the_thick_end');
    },
    way: said('blade_slanted_one_long_pull_a'),
    hand: said('flat_hand_on_the_piece_fingertips'),
    check: said('slices_alike'),
    cautions: ({ cuts }) => [blade, cuts.some((c) => c.form.raw) && rawBoard],
  },
  loin_block: {
    title: said('square_the_loin'),
    short: said('block'),
    why: said('only_the_clean_loin_is_eaten_raw'),
    begin: said('begin_at_the_head_end_of_the_loin'),
    way: said('belly_and_tail_off_dark_line_off'),
    more: () => [said('grey_layer_of_thawed_fish_off')],
    hand: said('clean_glove_flat_on_the_loin'),
    check: said('a_block_with_square_sides'),
    cautions: () => [blade, rawBoard],
  },
  fold: {
    title: said('fold_the_d_lices'),
    short: said('fold'),
    why: said('folded_a_thin_fillet_cooks_like_a'),
    begin: said('skinned_side_in_nick_it_across_at'),
    way: said('half_through_no_deeper'),
    more: () => [said('thin_end_under_the_thick')],
    hand: said('finger_on_the_thick_end'),
    check: said('lies_folded_by_itself'),
    cautions: () => [blade],
  },
  roll: {
    title: said('roll_the_paupiettes'),
    short: said('roll'),
    why: said('skinned_side_in_they_hold_their'),
    more: ({ cuts }) => [
      cuts.some((c) => c.goal.stuffed) ? said('skinned_side_up_the_filling_thin') : said('skinned_side_up'),
      said('roll_from_the_head_end_seam_down'),
    ],
    check: said('stands_on_its_end'),
    cautions: ({ cuts }) => [cuts.some((c) => c.goal.stuffed) && said('what_is_in_the_filling_goes_on_the')],
  },
  strips: {
    title: said('goujons_80_x_5_mm'),
    short: said('goujons'),
    why: said('alike_in_width_they_fry_alike'),
    begin: said('begin_at_the_thick_edge_of_the'),
    way: said('along_it_on_a_slight_bias_80_mm'),
    more: () => [said('n5_mm_off_in_length_1_mm_in_width')],
    hand: said('fingertips_back_nails_on_the_blade'),
    check: said('the_strip_lies_on_the_ruler'),
    cautions: () => [blade],
  },
  halve: {
    title: said('halve_along_the_spine'),
    short: said('halve'),
    why: said('one_large_slice_makes_two_plates'),
    begin: said('lay_it_flat_begin_beside_the_bone'),
    way: said('through_to_the_belly_one_push'),
    hand: said('hand_behind_the_blade'),
    check: said('two_even_halves'),
    cautions: () => [blade, said('splinters_wipe_the_board_after')],
  },
  ends: {
    title: said('belly_ends_off'),
    short: said('ends'),
    why: said('thin_ends_burn_before_the_steak_is'),
    begin: said('begin_at_the_tip_of_each_flap'),
    way: said('straight_across_where_the_flesh'),
    hand: said('finger_on_the_steak'),
    check: said('round_even_edge'),
    cautions: () => [blade],
  },
  slash: {
    title: said('slash_three_times_a_side'),
    short: said('slash'),
    why: said('heat_and_salt_reach_the_bone'),
    begin: said('begin_a_thumb_behind_the_head'),
    way: said('slanting_to_the_bone_three_a_side'),
    hand: said('flat_hand_on_the_tail_end'),
    check: said('six_even_cuts'),
    cautions: (s) => [blade, armour(s)],
  },
  faces: {
    title: said('look_at_every_cut_face'),
    short: said('faces'),
    why: said('bones_show_where_the_knife_went'),
    more: () => [said('each_face_under_the_lamp'), said('a_bone_found_counts_as_pass_two')],
    check: said('no_bone_end_in_any_face'),
    cautions: () => [choke],
  },
  pair: {
    title: said('apart_then_head_to_tail'),
    short: said('pair'),
    why: said('two_sides_laid_head_to_tail_make'),
    begin: said('begin_at_the_wide_end_along_the'),
    way: said('through_the_back_skin_turn_one'),
    hand: said('flat_hand_on_the_joint'),
    check: said('one_thickness_from_end_to_end'),
    cautions: () => [blade],
  },
  stuff: {
    title: ({ cuts }) => (cuts.some((c) => c.goal.herbs) ? said('herbs_inside_2') : said('stuff')),
    short: said('stuff'),
    why: said('what_goes_in_belongs_on_the_label'),
    more: () => [said('thin_and_even_over_the_flesh'), said('write_down_what_is_in_it')],
    check: said('it_closes_over_the_filling'),
    cautions: () => [said('what_is_in_the_filling_goes_on_the')],
  },
  tie: {
    title: said('close_and_tie'),
    short: said('tie'),
    why: said('tied_it_roasts_evenly_and_slices'),
    more: () => [said('close_it_seam_down'), said('string_every_25_to_30_mm')],
    check: said('round_no_gap'),
  },
  bind: {
    title: said('close_and_wrap_tight'),
    short: said('wrap'),
    why: said('wrapped_tight_it_holds_its_round'),
    more: () => [said('close_it_seam_down'), said('roll_it_in_film_twist_both_ends')],
    check: said('firm_no_air'),
  },
  cheeks: {
    title: said('cheeks_out'),
    short: said('cheeks'),
    why: said('the_best_mouthful_of_the_head'),
    begin: said('begin_at_the_hollow_under_the_eye'),
    way: said('round_it_scoop_it_out_skin_it'),
    hand: said('towel_on_the_head'),
    check: said('two_clean_rounds'),
    cautions: ({ b }) => [blade, b.job.species.sharp === 'teeth' && said('teeth_cut_badly_never_a_hand_in')],
  },
  collars: {
    title: said('collars'),
    short: said('collars'),
    why: said('fat_and_sweet_on_the_grill'),
    begin: said('begin_behind_the_gill_opening'),
    way: said('round_it_the_breast_fin_left_on'),
    more: () => [said('gills_and_blood_off_rinse_dry')],
    hand: said('towel_on_the_head_hand_behind_the'),
    check: said('two_scaled_arcs_no_gill'),
    cautions: () => [blade],
  },
  head_flesh: {
    title: said('scrape_the_heads'),
    short: said('heads'),
    why: said('a_large_head_carries_a_meal_of'),
    more: () => [said('nape_cheek_and_behind_the_eye_with'), said('into_its_tub_look_through_it_for')],
    check: said('head_bare_flesh_in_its_tub'),
    cautions: () => [said('scrape_may_hold_bones_say_so_where')],
  },
  strips_off: {
    title: said('belly_strips'),
    short: said('strips'),
    why: said('sold_apart_they_bring_more_than'),
    begin: said('begin_at_the_fin_end'),
    way: said('fin_bones_off_with_scissors_strips'),
    hand: said('hold_the_strip_flat'),
    check: said('no_fin_bone_left'),
    cautions: () => [said('fin_bones_prick')],
  },
  skins: {
    title: said('skins_flat'),
    short: said('skins'),
    why: said('crisp_fried_they_sell_in_the_bin'),
    more: () => [said('scrape_the_last_flesh_off'), said('flat_on_the_tray_one_on_the_other')],
    check: said('scaled_flat_dry'),
    cautions: () => [blade],
  },
  frame: {
    title: ({ b }) => (b.kind === 'ray' ? said('cartilage_check') : said('frame_check_and_scrape')),
    short: said('frame'),
    why: said('the_frame_tells_what_the_knife'),
    more: ({ b }) => [
      said('hold_it_to_the_light_clear_veil'),
      b.kind === 'ray' ? said('feel_along_it_for_what_was_left') : said('spoon_along_the_lie_of_the_bones'),
    ],
    check: ({ b }) => (b.kind === 'ray' ? said('the_frame_told') : said('scrape_in_its_tub_the_frame_told')),
    cautions: ({ b }) => [b.kind !== 'ray' && said('scrape_may_hold_bones_say_so_where')],
  },
  soak: {
    title: said('stock_pack'),
    short: said('stock'),
    why: said('gills_make_stock_bitter_eyes'),
    more: ({ cuts }) => [
      cuts.some((c) => c.goal.eyesWhole)
        ? said('gills_out_eyes_out_whole_in_one')
        : said('gills_and_eyes_out_kidney_line'),
      said('crack_the_frame_in_two_or_three'),
      said('cold_running_water_until_the_blood'),
      said('drain_it_it_is_weighed_after'),
    ],
    check: said('no_red_in_the_water'),
    cautions: () => [said('splinters_of_bone_towel_on_the')],
  },
  along: {
    title: ({ cuts }) =>
      cuts.every((c) => c.trimWish === 'all') ? said('bag_their_trim') : said('bag_their_head_and_bones'),
    short: said('bag'),
    why: said('they_asked_for_it_with_their_fish'),
    more: ({ b }) => [
      (b.tubs.get('head')?.gills ?? 0) > 0 && said('gills_out_of_the_head'),
      said('a_bag_of_its_own_their_name_on_it'),
    ],
    check: said('one_bag_more_with_their_name'),
  },
  asked: {
    title: said('as_asked_for'),
    short: said('as_asked'),
    why: said('it_was_said_with_the_order'),
    more: ({ cuts }) => cuts.flatMap((c) => c.goal.asked),
    check: said('done_as_it_was_said'),
  },
  back: {
    title: said('the_fish_back_on_ice'),
    short: said('back'),
    why: said('nothing_else_is_cut_of_it_on_this'),
    more: () => [said('wipe_it_lay_it_back_on_ice')],
    check: said('cold_covered'),
  },
  weigh: {
    title: said('weigh_out'),
    short: said('weigh'),
    why: said('what_is_not_weighed_is_lost_on'),
    more: () => [said('every_piece_then_every_tub_of_trim'), said('tare_the_tub_first')],
    check: said('the_balance_closes'),
  },
  pack_tray: {
    title: said('onto_trays'),
    short: said('trays'),
    why: said('on_a_pad_it_does_not_lie_in_its'),
    more: ({ cuts }) => [
      said('pad_in_best_side_up_film_tight'),
      cuts.some((c) => c.state.skin && c.goal.take === 'sides') && said('skin_side_down'),
      said('the_trays_weight_is_no_fish_tare'),
    ],
    check: said('film_tight_no_water_in_the_tray'),
  },
  pack_vacuum: {
    title: said('vacuum_pack'),
    short: said('vacuum'),
    why: said('without_air_it_neither_dries_nor'),
    more: () => [
      said('dry_into_the_pouch_edge_clean_seal'),
      said('at_c_or_colder_from_now_on', { vacuumCelsius }),
    ],
    check: said('tight_on_the_fish_seal_without_a'),
    cautions: () => [said('without_air_what_makes_botulism')],
  },
  pack_frozen: {
    title: said('pack_for_the_freezer'),
    short: said('freeze'),
    why: said('air_dries_it_thick_packs_freeze'),
    more: () => [said('film_tight_no_air_flat_one_piece'), said('the_day_it_was_frozen_on_it_into')],
    check: said('flat_dated_in_the_freezer'),
    cautions: () => [said('once_thawed_it_is_never_frozen')],
  },
  label: {
    title: ({ b }) => (b.cuts.some(wrapped) ? said('wrap_and_label') : said('label')),
    short: said('label'),
    why: said('a_bag_without_its_lot_leads'),
    more: ({ b }) => [
      b.cuts.some(wrapped) &&
        (b.cuts.some((c) => wrapped(c) && c.goal.take === 'sides' && c.state.skin)
          ? said('skin_side_down_no_air')
          : said('no_air')),
      b.cuts.some((c) => c.packing === 'loose') && said('what_is_asked_for_loose_in_paper'),
      said('the_label_names_fish_lot_use_by'),
    ],
    check: said('every_piece_has_its_label'),
  },
  clean: {
    title: said('clean_down'),
    short: said('clean'),
    why: said('the_next_fish_meets_this_board'),
    more: () => [said('blade_and_board_washed_tubs_to_the'), said('gloves_changed_between_species')],
    check: said('board_ready_for_the_next_fish'),
    cautions: () => [said('wet_floor_cold_hands_knife_down')],
  },
};

/** The words of an act, said of the board as it lies when the act begins. Throws RangeError for an act without words. */
export function wordsOf(act: Act, b: Board, cuts: readonly Cut[]): ActWords {
  const entry = entries[act.id];
  if (!entry) throw new RangeError(`No words for ${act.id}`);
  const context: Context = { act, b, cuts };
  const is = (of: Said | ((s: Context) => Said)) => (typeof of === 'function' ? of(context) : of);
  const lines = (of: readonly Line[]) =>
    of.filter((l): l is Word => l !== false && l !== null && l !== undefined && l !== '');
  const part = (of: Entry['begin']) => (of === undefined ? null : is(of));
  const [begin, way, hand] = [part(entry.begin), part(entry.way), part(entry.hand)];
  return {
    title: is(entry.title),
    short: entry.short,
    why: is(entry.why),
    begin: begin ?? '',
    way: way ?? '',
    hand: hand ?? '',
    how: lines([begin, way, ...(entry.more?.(context) ?? []), hand]),
    check: is(entry.check),
    cautions: lines(entry.cautions?.(context) ?? []),
  };
}
