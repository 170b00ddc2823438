import { describe, expect, it } from 'vitest';
import { sure } from '../found.ts';
import { shippedForms } from '../forms/index.ts';
import type { Act } from './lexicon.ts';
import { isDone, optionFor } from './wishes.ts';

/** What is wished, the forms that offer it (with the words of the option), and forms it is refused for (common practice). */
const wishes: readonly (readonly [Act, offer: RegExp | null, offered: string, refused: string])[] = [
  ['head_off', /^head off$/, 'scaled_gutted skinned_whole', 'whole gutted wing monk_tail'],
  ['head_on', /^head on$/, 'butterfly_back butterfly_belly', 'dressed steaks fillet_skin_on portion'],
  ['tail_off', /^tail off$/, 'dressed', 'whole steaks fillet_skin_on'],
  ['tail_on', /^tail left on$/, 'pan_dressed', 'steaks fillet_skin_on portion'],
  ['fins_off', /^fins off$/, 'gutted', 'whole steaks'],
  ['fins_on', /^fins left on$/, 'scaled_gutted dressed butterfly_back butterfly_belly', 'pan_dressed steaks'],
  ['gills_left', /^gills left in$/, 'gutted scaled_gutted', 'whole dressed steaks'],
  ['scaled', /^scaled$/, 'gutted', 'whole steaks fillet_skinless'],
  ['slashed', /^slashed|^scored/, 'scaled_gutted fillet_skin_on portion', 'whole steaks fillet_skinless'],
  ['halved', /^halved along the spine$/, 'steaks troncon', 'fillet_skin_on portion'],
  ['belly_off', /^belly/, 'steaks fillet_skin_on fillet_skinless', 'whole portion'],
  ['tied', /^tied$/, 'steaks', 'portion fillet_skin_on'],
  [
    'pin_bones_in',
    /^pin bones left in/,
    'butterfly_back butterfly_belly fillet_skin_on fillet_skinless',
    'steaks',
  ],
  ['pin_bones_out', null, '', 'whole scaled_gutted steaks troncon wing'],
  [
    'skirts_left',
    /left$/,
    'skinned_whole fillet_skin_on fillet_skinless quarter_cut cross_cut',
    'steaks portion',
  ],
  ['skin_on', /skin on/, 'quarter_cut cross_cut wing', ''],
  ['skin_off', /^skinless$/, 'supreme block_portions loin_belly', ''],
  ['bloodline', /^bloodline shaved$/, 'fillet_skinless portion_skinless', 'fillet_skin_on steaks'],
  ['stuffed', /^stuffed/, 'butterflied_tail paupiette', 'portion whole'],
  ['herbs', /^herbs inside$/, 'boneless_joint', 'portion steaks'],
  ['milt', /^soft roe/, 'roe', 'livers whole'],
];
/** What is done without being wished for: the form would not be that form otherwise. */
const anyway: Readonly<Partial<Record<Act, string>>> = {
  head_off: 'dressed steaks troncon fillet_skin_on portion boneless_joint goujons',
  head_on: 'whole gutted scaled_gutted',
  tail_on: 'whole gutted scaled_gutted dressed',
  fins_on: 'whole gutted',
  scaled: 'scaled_gutted',
  tied: 'boneless_joint',
  pin_bones_out: 'fillet_skin_on portion boneless_joint sashimi_block',
  // Skin chooses the form itself: what reaches it is done.
  skin_on: 'fillet_skin_on portion whole steaks',
  skin_off: 'fillet_skinless portion_skinless goujons whole',
};
const form = (id: string) => sure(shippedForms.find((f) => f.id === id));
const ids = (said: string) => said.split(' ').filter((id) => id !== '');

describe('a wish and the form it is wished of', () => {
  it.each(wishes)(
    '%s is offered where it can be done, and by no other form',
    (act, offer, offered, refused) => {
      expect(
        shippedForms
          .filter((f) => optionFor(act, f) !== null)
          .map((f) => f.id)
          .sort(),
      ).toEqual(ids(offered).sort());
      for (const id of ids(offered)) {
        expect(optionFor(act, form(id)), id).toMatch(sure(offer));
        expect(isDone(act, form(id)), id).toBe(true);
      }
      for (const id of ids(refused)) expect(isDone(act, form(id)), id).toBe(false);
    },
  );
  it.each(Object.entries(anyway) as [Act, string][])('%s is done anyway by some', (act, does) => {
    for (const id of ids(does)) {
      expect(optionFor(act, form(id)), id).toBeNull();
      expect(isDone(act, form(id)), id).toBe(true);
    }
  });
  it('is the same of a form of the shop that is cut like another', () => {
    const own = (like: string) => ({ ...form(like), id: 'ours', like, options: [] });
    expect(isDone('tied', own('boneless_joint'))).toBe(true);
    expect(isDone('tied', own('fillet_skin_on'))).toBe(false);
    expect(isDone('scaled', own('scaled_gutted'))).toBe(true);
    expect(isDone('scaled', own('gutted'))).toBe(false);
  });
});
