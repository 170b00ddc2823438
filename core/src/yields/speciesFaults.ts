import type { Said } from '@ember-slate/words/said';
import { type Profile } from '../species/index.ts';
import { profileFaults, profileOf } from '../body/index.ts';
import type { Species } from '../species/index.ts';
import { fitComponents } from './components.ts';
import { said } from './say.ts';

export interface SpeciesFault {
  /** A field of the entry, or one of its body: `body.collar`. */
  field: keyof Species | `body.${keyof Profile}`;
  message: Said;
}

const months = /^(1[0-2]|[1-9])-(1[0-2]|[1-9])$/;

/**
 * What cannot be in an entry of the species book, by field: fractions that grow when something is taken off, parts that
 * leave less than nothing of the fish, missing yields, a length no such weight has, months that are none.
 */
export function speciesFaults(s: Species): SpeciesFault[] {
  const faults: SpeciesFault[] = [];
  const wrong = (field: keyof Species, message: Said) => void faults.push({ field, message });
  if (!/^[a-z][a-z0-9_]{1,39}$/.test(s.id)) wrong('id', said('a_short_name_in_small_letters'));
  if (s.name.trim() === '') wrong('name', said('say_its_name'));
  if (!/^[A-Z][a-z]+ ([a-z]+|spp\.?)$/.test(s.scientificName))
    wrong('scientificName', said('genus_and_species_gadus_morhua'));
  if (s.asfis !== null && !/^[A-Z0-9]{3}$/.test(s.asfis))
    wrong('asfis', said('three_letters_or_leave_it_empty'));

  const steps: [keyof Species, number | null, Said][] = [
    ['gutted', s.gutted, said('gutted')],
    ['headedGutted', s.headedGutted, said('headed_and_gutted')],
    ['filletSkinOn', s.filletSkinOn, said('fillet_skin_on')],
    ['filletSkinless', s.filletSkinless, said('fillet_skinless')],
  ];
  let before = { share: 1, name: said('the_whole_fish') };
  for (const [field, share, name] of steps) {
    if (share === null && field === 'filletSkinOn') continue;
    if (share === null || !(share > 0)) {
      wrong(field, said('what_is_left_a_share_of_the_whole', { name }));
      continue;
    }
    if (share >= before.share)
      wrong(
        field,
        said('leaves_more_than_that_cannot_be', {
          name,
          share,
          before: before.name,
          shareBefore: before.share,
        }),
      );
    before = { share, name };
  }
  if (!(s.minG > 0 && s.minG < s.typicalG && s.typicalG < s.maxG))
    wrong('typicalG', said('the_usual_weight_lies_between_the'));
  const cm = (s.typicalG / s.lwA) ** (1 / s.lwB);
  if (!(s.lwA > 0 && s.lwB >= 2.3 && s.lwB <= 3.8)) wrong('lwB', said('b_lies_near_3_between_2_3_and_3_8'));
  else if (!(cm > 8 && cm < 300))
    wrong('lwA', said('a_fish_of_g_would_be_cm_long', { typicalG: s.typicalG, cm: Math.round(cm) }));
  if (!(s.iceDays >= 1 && s.iceDays <= 40)) wrong('iceDays', said('between_1_and_40_days_in_ice'));
  if (s.spawningMonths !== null && !months.test(s.spawningMonths))
    wrong('spawningMonths', said('from_to_by_number'));
  if (s.spentFactor !== null && !(s.spentFactor >= 0.5 && s.spentFactor <= 1))
    wrong('spentFactor', said('between_0_5_and_1_what_a_spent'));
  const body = s.bodyPlan === 'wing' ? null : profileOf(s);
  if (s.bodyPlan !== 'wing' && body === null) wrong('bodyRow', said('no_such_row_of_the_body_model'));
  for (const f of body ? profileFaults(body) : []) {
    // The yield of a body is that of the entry; where that is wrong already, no more is said of it.
    const own = s.bodyPlan === 'tail' || s.filletSkinOn === null ? 'filletSkinless' : 'filletSkinOn';
    const field = f.field === 'yieldOfGutted' ? own : (`body.${f.field}` as const);
    if (!faults.some((had) => had.field === field)) faults.push({ field, message: f.message });
  }
  if (faults.length === 0) {
    try {
      fitComponents(s);
    } catch {
      wrong('filletSkinless', said('parts_do_not_add_up'));
    }
  }
  return faults;
}
