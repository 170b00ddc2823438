import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { speciesCautions } from '../board/index.ts';
import { formBook } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { trims } from '../yields/index.ts';
import { cardWarnings } from './index.ts';

const plain = { frozen: false, thawed: false, rawFit: false, cookedOnly: false, options: [] as string[] };
const warned = (id: string, item: string, more: Partial<typeof plain> = {}) =>
  inWords(
    cardWarnings(
      catalogue.find((s) => s.id === id)!,
      item,
      formBook(),
      { ...plain, ...more },
    ),
  ).join(' ');

/* Common practice, but for the allergen (Reg. (EU) 1169/2011, annex II) and what was frozen (annex VI), from memory. */
describe('the card before the fish', () => {
  it.each<[string, string, Partial<typeof plain>, string]>([
    ['cod', 'whole', {}, 'Contains FISH. Contains bones.'],
    ['cod', 'steaks', {}, 'Contains FISH. Contains bones.'],
    ['cod', 'fillet_skinless', {}, 'Contains FISH. May contain bones.'],
    ['cod', 'fillet_skinless', { options: ['pin bones left in'] }, 'Contains FISH. Pin bones left in.'],
    [
      'cod',
      'fillet_skinless',
      { thawed: true },
      'Contains FISH. May contain bones. Defrosted. Do not refreeze.',
    ],
    ['cod', 'fillet_skinless', { frozen: true }, 'Contains FISH. May contain bones.'],
    ['cod', 'whole', { cookedOnly: true }, 'Contains FISH. Contains bones. To be eaten cooked through only.'],
    ['cod', 'trim:head', {}, 'Contains FISH. Contains bones.'],
    ['cod', 'trim:roe', {}, 'Contains FISH. May contain bones.'],
    ['cod', 'made:cake_mix', {}, 'Contains FISH. May contain bones.'],
    ['cod', 'made:pet_pack', {}, 'Contains FISH. May contain bones. For animals only, cooked.'],
    ['sea_bass', 'whole', {}, 'Contains FISH. Contains bones. Sharp: fin spines.'],
    ['sea_bass', 'fillet_skin_on', {}, 'Contains FISH. May contain bones.'],
    [
      'mackerel',
      'whole',
      {},
      'Contains FISH. Contains bones. Keep it cold to the last: neither cooking nor freezing removes histamine.',
    ],
  ])('%s, %s %o: %s', (id, item, more, words) => expect(warned(id, item, more)).toBe(words));

  it('never says what is for the board, of any fish in any form', () => {
    for (const s of catalogue) {
      const board = inWords(speciesCautions(s)).filter((c) => !c.startsWith('Sharp'));
      for (const item of ['whole', ...formBook().keys(), ...Object.keys(trims).map((t) => `trim:${t}`)])
        for (const caution of board) expect(warned(s.id, item)).not.toContain(caution);
    }
  });
});
