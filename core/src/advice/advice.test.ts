import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { formBook } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { customerAdvice } from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const plain = { frozen: false, thawed: false, rawFit: false, cookedOnly: false };
const told = (species: string, item: string, more: Partial<typeof plain> = {}) =>
  customerAdvice(of(species), item, formBook().get(item) ?? null, { ...plain, ...more });

describe('what a customer is told', () => {
  it('names the allergen, bones and a safe heat for every fish and form', () => {
    for (const s of catalogue)
      for (const item of [...formBook().keys(), 'trim:collars', 'made:cake_mix']) {
        const a = told(s.id, item);
        expect(inWords(a.cautions[0])).toBe('Allergen: fish.');
        expect(inWords(a.bones)).toMatch(/bone/i);
        expect(a.cook.length).toBeGreaterThan(0);
        expect(inWords(a.cook).join(' ')).not.toMatch(/raw dishes/);
      }
    // Safe core temperature of fish: FDA Food Code, value from memory.
    expect(inWords(told('cod', 'fillet_skinless').cook).join(' ')).toContain('63 °C');
  });
  it('allows raw dishes only with the record, and never where cooked use was decided', () => {
    expect(inWords(told('salmon', 'fillet_skinless', { rawFit: true }).cook).join(' ')).toMatch(/raw dishes/);
    const cooked = told('salmon', 'fillet_skinless', { rawFit: true, cookedOnly: true });
    expect(inWords(cooked.cook).join(' ')).toMatch(/Not to be eaten raw/);
  });
  it('says what is defrosted, histamine and sharp', () => {
    expect(inWords(told('mackerel', 'whole', { thawed: true }).store).join(' ')).toMatch(
      /do not freeze it again/,
    );
    expect(inWords(told('mackerel', 'whole').cautions).join(' ')).toMatch(/histamine/);
    expect(inWords(told('lionfish', 'whole').cautions).join(' ')).toMatch(/Sharp/);
    expect(inWords(told('lionfish', 'fillet_skinless').cautions).join(' ')).not.toMatch(/Sharp/);
  });
});
