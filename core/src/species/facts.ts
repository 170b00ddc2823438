import type { Said } from '@ember-slate/words/said';
import { said } from './say.ts';
/** What these facts follow from, of an entry of the species book. */
interface Kind {
  id: string;
  bodyPlan: string;
  frameStock: 'excellent' | 'good' | 'fair' | 'oily';
}

/** Fillets one fish gives: flatfish and skate 4, the others 2 (common practice). */
export const filletsPerFish = (species: { bodyPlan?: string | undefined }): number =>
  ['flat', 'large_flat', 'wing'].includes(species.bodyPlan ?? '') ? 4 : 2;

/** What a cutter finds of pin bones (common practice). */
export function pinBoneFact({ bodyPlan, id }: Kind): Said {
  if (bodyPlan === 'tail') return said('none_one_plain_spine_no_ribs');
  if (bodyPlan === 'wing') return said('none_cartilage_feel_for_splinters');
  if (bodyPlan === 'flat' || bodyPlan === 'large_flat') return said('none_in_the_fillets_trim_the_fin');
  if (id.includes('gurnard')) return said('a_long_row_of_large_ones_far_down');
  if (['salmon', 'chinook', 'rainbow_trout', 'sea_trout', 'arctic_char'].includes(id))
    return said('from_the_head_end_to_about_two');
  return said('a_row_from_the_head_end_to_about');
}

/** How the fillets come off (common practice). */
export function filletFact({ bodyPlan }: Kind): Said {
  if (bodyPlan === 'wing') return said('n4_thin_ones_two_larger_from_the');
  if (bodyPlan === 'flat' || bodyPlan === 'large_flat') return said('n4_or_2_if_cross_cut_those_of_the');
  if (bodyPlan === 'tail') return said('n2_take_the_membrane_under_the_skin');
  return said('two');
}

/** What the frame is worth in the pot (common practice). */
export function stockFact({ frameStock }: Kind): Said {
  const words = {
    excellent: said('excellent_clear_and_full'),
    good: said('good'),
    fair: said('fair_with_better_frames'),
    oily: said('oily_apart_from_white_frames_if_at'),
  };
  return said('gills_and_eyes_out_blood_soaked', { words: words[frameStock] });
}

/** Pin bones a sweep may expect on a side (common practice, estimates from memory). */
export function expectedPinBones({ bodyPlan, id }: Pick<Kind, 'bodyPlan' | 'id'>): Said {
  if (['tail', 'wing', 'flat', 'large_flat'].includes(bodyPlan)) return said('no_pin_bones_feel_the_edges');
  if (['salmon', 'chinook', 'sea_trout', 'arctic_char'].includes(id)) return said('about_29_to_33_a_side');
  if (id === 'rainbow_trout') return said('about_25_a_side');
  if (bodyPlan === 'deep' || /bass|mullet/.test(id)) return said('n12_to_20_a_side');
  if (id.includes('gurnard')) return said('a_long_row_of_large_ones_far_down_2');
  if (bodyPlan === 'elongate') return said('n12_to_20_a_side_in_the_front_third');
  return said('a_row_to_about_the_vent');
}
