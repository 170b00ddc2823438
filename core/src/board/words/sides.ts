import { blade, choke, type Entry, shell } from './entry.ts';
import { said } from '../say.ts';

export const sideWords: Record<string, Entry> = {
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
};
