import { type Profile } from '../species/index.ts';
import { profileFaults, profileOf } from '../body/index.ts';
import type { Species } from '../species/index.ts';
import { fitComponents } from './components.ts';

export interface SpeciesFault {
  /** A field of the entry, or one of its body: `body.collar`. */
  field: keyof Species | `body.${keyof Profile}`;
  message: string;
}

const months = /^(1[0-2]|[1-9])-(1[0-2]|[1-9])$/;

/**
 * What cannot be in an entry of the species book, by field: fractions that grow when something is taken off, parts that
 * leave less than nothing of the fish, missing yields, a length no such weight has, months that are none.
 */
export function speciesFaults(s: Species): SpeciesFault[] {
  const faults: SpeciesFault[] = [];
  const wrong = (field: keyof Species, message: string) => void faults.push({ field, message });
  if (!/^[a-z][a-z0-9_]{1,39}$/.test(s.id)) wrong('id', 'A short name in small letters, digits and _');
  if (s.name.trim() === '') wrong('name', 'Say its name');
  if (!/^[A-Z][a-z]+ ([a-z]+|spp\.?)$/.test(s.scientificName))
    wrong('scientificName', 'Genus and species: Gadus morhua');
  if (s.asfis !== null && !/^[A-Z0-9]{3}$/.test(s.asfis)) wrong('asfis', 'Three letters, or leave it empty');

  const steps: [keyof Species, number | null, string][] = [
    ['gutted', s.gutted, 'gutted'],
    ['headedGutted', s.headedGutted, 'headed and gutted'],
    ['filletSkinOn', s.filletSkinOn, 'fillet, skin on'],
    ['filletSkinless', s.filletSkinless, 'fillet, skinless'],
  ];
  let before = { share: 1, name: 'the whole fish' };
  for (const [field, share, name] of steps) {
    if (share === null && field === 'filletSkinOn') continue;
    if (share === null || !(share > 0)) {
      wrong(field, `What is left ${name}: a share of the whole weight is missing`);
      continue;
    }
    if (share >= before.share)
      wrong(field, `${name} leaves ${share}, more than ${before.name} (${before.share}): that cannot be`);
    before = { share, name };
  }
  if (!(s.minG > 0 && s.minG < s.typicalG && s.typicalG < s.maxG))
    wrong('typicalG', 'The usual weight lies between the smallest and the largest');
  const cm = (s.typicalG / s.lwA) ** (1 / s.lwB);
  if (!(s.lwA > 0 && s.lwB >= 2.3 && s.lwB <= 3.8)) wrong('lwB', 'b lies near 3: between 2.3 and 3.8');
  else if (!(cm > 8 && cm < 300))
    wrong('lwA', `A fish of ${s.typicalG} g would be ${Math.round(cm)} cm long`);
  if (!(s.iceDays >= 1 && s.iceDays <= 40)) wrong('iceDays', 'Between 1 and 40 days in ice');
  if (s.spawningMonths !== null && !months.test(s.spawningMonths))
    wrong('spawningMonths', 'From-to by number: 11-2');
  if (s.spentFactor !== null && !(s.spentFactor >= 0.5 && s.spentFactor <= 1))
    wrong('spentFactor', 'Between 0.5 and 1: what a spent fish yields of a full one');
  const body = s.bodyPlan === 'wing' ? null : profileOf(s);
  if (s.bodyPlan !== 'wing' && body === null) wrong('bodyRow', 'No such row of the body model');
  for (const f of body ? profileFaults(body) : []) {
    // The yield of a body is that of the entry; where that is wrong already, no more is said of it.
    const own = s.bodyPlan === 'tail' || s.filletSkinOn === null ? 'filletSkinless' : 'filletSkinOn';
    const field = f.field === 'yieldOfGutted' ? own : (`body.${f.field}` as const);
    if (!faults.some((had) => had.field === field)) faults.push({ field, message: f.message });
  }
  if (faults.length === 0) {
    try {
      fitComponents(s);
    } catch (error) {
      wrong('filletSkinless', (error as Error).message);
    }
  }
  return faults;
}
