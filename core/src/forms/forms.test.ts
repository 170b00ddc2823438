import { describe, expect, it } from 'vitest';
import { catalogue, conditionsFor } from '../species/index.ts';
import { formBook, formOf, formRefusal, keepsSkin, offered, shippedForms } from './index.ts';

const the = (id: string) => formOf(formBook(), id);

describe('forms of a shop', () => {
  const own = {
    id: 'own:chowder',
    name: 'chowder dice',
    pieceG: 30,
    tolerance: 0.3,
    lifeFactor: 0.5,
    options: [],
    norm: '',
    kitchen: '',
    like: 'fillet_skinless',
    share: 0.9,
    off: false,
  };
  it('adds its own, changes numbers, leaves out what it does not cut, and still knows the name', () => {
    const book = formBook([
      own,
      { ...own, id: 'steaks', like: null, name: 'cutlets', share: 0.8 },
      { ...own, id: 'goujons', like: null, off: true },
      { ...own, id: 'own:odd', like: 'no such form' },
    ]);
    expect(book.get('own:chowder')).toMatchObject({
      name: 'chowder dice',
      does: the('fillet_skinless').does,
      yield: { share: 0.9 },
    });
    expect(book.get('steaks')).toMatchObject({ name: 'cutlets', section: 'middle', yield: { share: 0.8 } });
    expect(offered(book).some((f) => f.id === 'goujons')).toBe(false);
    expect(formOf(book, 'goujons').name).toBe('chowder dice');
    expect(book.has('own:odd')).toBe(false);
    expect(() => formOf(book, 'own:gone')).toThrow(RangeError);
  });

  it('has every form once, with sane numbers', () => {
    expect(new Set(shippedForms.map((f) => f.id)).size).toBe(shippedForms.length);
    expect(new Set(shippedForms.map((f) => f.name)).size).toBe(shippedForms.length);
    for (const f of shippedForms) {
      expect(f.yield.share, f.id).toBeLessThanOrEqual(1);
      if (f.section !== 'trim') expect(f.yield.share === 1, f.id).toBe(f.yield.rest === '');
      expect(f.tolerance, f.id).toBeLessThanOrEqual(0.5);
      expect(f.norm + f.name, f.id).not.toBe('');
      expect(
        catalogue.some((s) =>
          conditionsFor(s).some((c) => [s.typicalG, s.maxG].some((g) => formRefusal(s, c, f, g) === null)),
        ),
        f.id,
      ).toBe(true);
    }
  });

  it('says which forms keep their skin', () => {
    expect(['fillet_skin_on', 'half_shell', 'steaks', 'whole'].every((f) => keepsSkin(the(f)))).toBe(true);
    expect(
      ['fillet_skinless', 'skinned_whole', 'skinned_head_off', 'scrape'].some((f) => keepsSkin(the(f))),
    ).toBe(false);
  });
});
