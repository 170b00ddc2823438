import { blade, type Entry } from './entry.ts';
import { said } from '../say.ts';
import { vacuumCelsius } from '../packing.ts';
import { wrapped } from '../acts/share.ts';

export const finishWords: Record<string, Entry> = {
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
