import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { catalogue, expectedPinBones, filletFact, filletsPerFish, pinBoneFact, stockFact } from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const code = ({ code }: { code: string }) => code.slice('core/species:'.length);

/** What a cutter must know of a fish before the knife goes in: common practice, no source. */
describe('what a cutter must know of a fish', () => {
  const round = 'a_row_from_the_head_end_to_about';
  const salmon = 'from_the_head_end_to_about_two';
  const flat = 'none_in_the_fillets_trim_the_fin';
  const gurnard = 'a_long_row_of_large_ones_far_down';
  const table: Record<string, [pinBones: string, count: string, ids: string]> = {
    'round and lean': [
      round,
      'n12_to_20_a_side_in_the_front_third',
      'cod haddock saithe pollack whiting hake mahi',
    ],
    bass: [round, 'n12_to_20_a_side', 'sea_bass striped_bass red_mullet grey_mullet'],
    deep: [
      round,
      'n12_to_20_a_side',
      'gilthead_bream black_bream red_snapper grouper sheepshead lionfish john_dory',
    ],
    salmon: [salmon, 'about_29_to_33_a_side', 'salmon chinook sea_trout arctic_char'],
    'rainbow trout': [salmon, 'about_25_a_side', 'rainbow_trout'],
    'small and oily': [round, 'a_row_to_about_the_vent', 'mackerel herring sardine'],
    gurnard: [gurnard, `${gurnard}_2`, 'red_gurnard tub_gurnard'],
    flat: [
      flat,
      'no_pin_bones_feel_the_edges',
      'plaice dover_sole lemon_sole turbot brill halibut flounder fluke',
    ],
    monkfish: ['none_one_plain_spine_no_ribs', 'no_pin_bones_feel_the_edges', 'monkfish'],
    skate: ['none_cartilage_feel_for_splinters', 'no_pin_bones_feel_the_edges', 'skate'],
  };

  it.each(Object.entries(table))('%s: its pin bones, and how many a sweep may find', (_kind, row) => {
    const [pinBones, count, ids] = row;
    for (const id of ids.split(' ')) {
      expect(code(pinBoneFact(of(id))), id).toBe(pinBones);
      expect(code(expectedPinBones(of(id))), id).toBe(count);
    }
  });

  it('leaves no fish of the book out', () => {
    const told = Object.values(table).flatMap(([, , ids]) => ids.split(' '));
    expect(told.sort()).toEqual(catalogue.map((s) => s.id).sort());
  });

  it('gives as many fillets as the words say, and how they come off', () => {
    const by: Record<string, string> = {
      wing: 'n4_thin_ones_two_larger_from_the',
      flat: 'n4_or_2_if_cross_cut_those_of_the',
      large_flat: 'n4_or_2_if_cross_cut_those_of_the',
      tail: 'n2_take_the_membrane_under_the_skin',
    };
    for (const s of catalogue) {
      expect(code(filletFact(s)), s.id).toBe(by[s.bodyPlan] ?? 'two');
      expect(inWords(filletFact(s)), s.id).toMatch(new RegExp(`^${filletsPerFish(s)}\\b`));
    }
    // A species of the shop's own whose shape is not said is taken as a round one.
    expect(filletsPerFish({})).toBe(2);
  });

  it('says what each frame is worth in the pot, and asks gills and eyes out of every one', () => {
    const worth = { excellent: /^Excellent/, good: /^Good/, fair: /^Fair/, oily: /^Oily: apart from white/ };
    for (const s of catalogue) {
      const words = inWords(stockFact(s));
      expect(words, s.id).toMatch(worth[s.frameStock]);
      expect(words, s.id).toMatch(/Gills and eyes out/);
    }
    // The gelatinous frames of flatfish and monkfish make the best, fat ones the worst.
    for (const s of catalogue) {
      if (s.bodyPlan.includes('flat')) expect(s.frameStock, s.id).toBe('excellent');
      if (s.fat === 'oily') expect(s.frameStock, s.id).toBe('oily');
    }
  });

  it('has marks and look-alikes for every species, each its own', () => {
    expect(new Set(catalogue.map((s) => s.marks)).size).toBe(catalogue.length);
    for (const s of catalogue) {
      expect(s.marks.split(/[;,]/).length, s.id).toBeGreaterThan(1);
      expect(s.lookAlikes.length, s.id).toBeGreaterThan(20);
    }
  });
});
