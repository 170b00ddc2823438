import {
  armour,
  blade,
  dry,
  type Entry,
  firstAid,
  headSpines,
  knobs,
  teeth,
  thorns,
  towel,
} from './entry.ts';
import { said } from '../say.ts';

export const wholeWords: Record<string, Entry> = {
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
};
