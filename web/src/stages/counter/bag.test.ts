import { noTax, toPayFor } from '@ember-slate/core/prices';
import { multiplyRate, weightSources } from '@ember-slate/core/units';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { intoBag, meant, mustGo, onlyPlace, withArticle, type BagArticle, type BagLine } from './bag.ts';
import { rowKey } from '../../parts/rowKey.ts';
import { stockRowOf } from '../../testing/served.tsx';

const line = fc.record({
  place: fc.constantFrom('place:slab' as const, 'place:cold_room' as const),
  lotId: fc.integer({ min: 1, max: 3 }),
  item: fc.constantFrom('whole', 'steaks'),
  batch: fc.constantFrom(0, 7),
  grams: fc.integer({ min: 1, max: 3000 }),
  pieces: fc.integer({ min: 0, max: 5 }),
  source: fc.constantFrom(...weightSources),
  perKg: fc.integer({ min: 0, max: 9000 }),
  name: fc.constant('Hake, steaks'),
});
const filled = (lines: readonly BagLine[]) => lines.reduce<BagLine[]>((bag, l) => intoBag(bag, l), []);

describe('the bag of one customer', () => {
  it('holds every gram and piece that was put in, each row of the stock once', () => {
    fc.assert(
      fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
        const bag = filled(lines);
        const sum = (of: readonly BagLine[], what: 'grams' | 'pieces') => of.reduce((s, l) => s + l[what], 0);
        for (const what of ['grams', 'pieces'] as const) expect(sum(bag, what)).toBe(sum(lines, what));
        expect(new Set(bag.map(rowKey)).size).toBe(bag.length);
        expect(bag.map(rowKey)).toEqual([...new Set(lines.map(rowKey))]);
      }),
    );
  });

  it('sells more of a row for what the first of it was told to cost, with the reason of that', () => {
    fc.assert(
      fc.property(line, fc.integer({ min: 0, max: 9000 }), (l, later) => {
        const told = { ...l, perKg: 1500, priceReason: 'broken tail' };
        const [one] = filled([told, { ...l, perKg: later }]);
        expect(one).toMatchObject({ perKg: 1500, priceReason: 'broken tail', grams: 2 * l.grams });
      }),
    );
  });

  it('calls a line simulated for good, once a stand-in weighed any of it', () => {
    fc.assert(
      fc.property(
        line,
        fc.array(fc.constantFrom(...weightSources), { minLength: 1, maxLength: 5 }),
        (l, all) => {
          const [one] = filled(all.map((source) => ({ ...l, source })));
          expect(one!.source === 'simulated').toBe(all.includes('simulated'));
          // Nothing that was only typed or guessed becomes measured by being added up.
          expect(one!.source === 'measured').toBe(all.every((s) => s === 'measured'));
        },
      ),
    );
  });

  it('costs what its lines cost, each rounded by itself as on the receipt', () => {
    fc.assert(
      fc.property(fc.array(line, { maxLength: 8 }), (lines) => {
        expect(toPayFor(lines, noTax)).toBe(
          lines.map((l) => multiplyRate(l.grams, l.perKg)).reduce((a, b) => a + b, 0),
        );
      }),
    );
    const cheap: BagLine = {
      place: 'place:slab',
      lotId: 1,
      item: 'whole',
      batch: 0,
      grams: 333,
      pieces: 1,
      source: 'measured',
      perKg: 1000,
      name: 'Whiting',
    };
    expect(toPayFor([cheap, { ...cheap, lotId: 2 }, { ...cheap, lotId: 3 }], noTax)).toBe(999);
  });
});

const article = fc.record({
  articleId: fc.integer({ min: 1, max: 3 }),
  amount: fc.integer({ min: 1, max: 900 }),
  source: fc.constantFrom(...weightSources),
  price: fc.integer({ min: 0, max: 900 }),
  rate: fc.constantFrom(null, 700),
});
const named = fc
  .array(article, { maxLength: 10 })
  .map((all) =>
    all.map((a) => ({ ...a, name: `no ${a.articleId}`, unit: a.articleId === 1 ? 'kg' : 'piece' }) as const),
  );

describe('other goods in the bag', () => {
  it('stand on one line each, at the price the first was told to cost, with every piece and gram', () => {
    fc.assert(
      fc.property(named, (all) => {
        const bag = all.reduce<BagArticle[]>((had, a) => withArticle(had, a), []);
        for (const a of bag) {
          const mine = all.filter((b) => b.articleId === a.articleId);
          expect(a.amount).toBe(mine.reduce((s, b) => s + b.amount, 0));
          expect(a.price).toBe(mine[0]!.price);
          expect(a.source === 'simulated').toBe(mine.some((b) => b.source === 'simulated'));
        }
        expect(bag.map((a) => a.articleId)).toEqual([...new Set(all.map((a) => a.articleId))]);
        expect(toPayFor([], noTax, bag)).toBe(
          bag.reduce(
            (s, a) => s + (a.unit === 'kg' ? multiplyRate(a.amount, a.price) : a.amount * a.price),
            0,
          ),
        );
      }),
    );
  });
});

describe('what somebody means', () => {
  const rows = [
    stockRowOf({ lotId: 1, spot: null, place: 'place:cold_room', speciesName: 'European hake' }),
    stockRowOf({ lotId: 2, spot: 'A1', speciesName: 'European hake', blocked: 'On hold' }),
    stockRowOf({ lotId: 3, spot: 'A2', speciesName: 'European hake' }),
    stockRowOf({ lotId: 4, spot: 'A10', speciesName: 'Haddock', freeGrams: 0 }),
  ];
  it.each<[string, number[]]>([
    ['', []],
    ['   ', []],
    ['a1', [2]],
    ['A10', [4]],
    ['hake', [3, 1, 2]],
    ['HAKE eur', [3, 1, 2]],
    ['haddock hake', []],
    ['261125', [3, 1, 2, 4]],
    ['b', []],
  ])('by %j', (text, lots) => expect(meant(rows, text).map((r) => r.lotId)).toEqual(lots));

  it('takes a typed place at once only where no longer one begins like it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }), (places, n) => {
        const only = onlyPlace([{ name: 'A', places }], `a${n}`);
        const longer = n === 1 && places >= 10;
        expect(only).toBe(n <= places && !longer);
      }),
    );
  });

  it.each([
    ['its last day is today', { sellBy: '2026-11-26', blocked: null }, true],
    ['its last day is over', { sellBy: '2026-11-20', blocked: null }, true],
    ['it has a day left', { sellBy: '2026-11-27', blocked: null }, false],
    ['its life is over altogether', { sellBy: null, daysLeft: 0, blocked: 'Past its life' }, true],
    ['it never had one', { sellBy: null, daysLeft: null, blocked: 'Not graded yet' }, false],
    ['it is past its life and nobody may sell it', { sellBy: null, daysLeft: 0, saleable: false }, false],
  ])('wants a hand today: %s', (_why, more, wanted) =>
    expect(mustGo(stockRowOf(more), '2026-11-26')).toBe(wanted),
  );
});
