import type { Board } from '../state.ts';
import { armour, blade, type Entry, headSpines, knobs, mm, shell, teeth, thorns } from './entry.ts';
import { said } from '../say.ts';

const firstCut = (b: Board) => b.method('first_cut');

const sideOff = (second: boolean): Omit<Entry, 'title' | 'short'> => ({
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

const quarterOff = (blind: boolean): Omit<Entry, 'title' | 'short'> => ({
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

const wingOff: Omit<Entry, 'title' | 'short' | 'hand'> = {
  why: said('there_are_no_bones_in_it_cartilage'),
  begin: said('begin_at_the_thick_edge'),
  way: said('outward_along_the_cartilage_to_the'),
  check: said('no_splinter_under_the_finger'),
  cautions: (s) => [blade, thorns(s)],
};

export const openingWords: Record<string, Entry> = {
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
    ...sideOff(false),
  },
  fillet_second: {
    title: ({ b, cuts }) =>
      b.kind === 'monk'
        ? said('second_fillet')
        : cuts.some((c) => c.goal.tray)
          ? said('second_side_in_its_scales')
          : said('second_side'),
    short: said('second_side'),
    ...sideOff(true),
  },
  flat_eyed: {
    title: ({ b }) => (b.crossCut ? said('cross_cut_eyed_side') : said('quarters_eyed_side')),
    short: said('eyed_side'),
    ...quarterOff(false),
  },
  flat_blind: {
    title: ({ b }) => (b.crossCut ? said('cross_cut_blind_side') : said('quarters_blind_side')),
    short: said('blind_side'),
    ...quarterOff(true),
  },
  wing_upper: {
    title: said('upper_fillets_off'),
    short: said('upper'),
    ...wingOff,
    hand: said('flat_hand_on_the_wing_thick_edge'),
  },
  wing_lower: {
    title: said('lower_fillets_off'),
    short: said('lower'),
    ...wingOff,
    hand: said('turned_over_thin_here_the_free'),
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
};
