import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formBook } from '../forms/index.ts';
import { trims } from '../yields/index.ts';
import {
  summed,
  accounts,
  assertBalanced,
  cutEntries,
  isItem,
  isSaleable,
  itemName,
  lifeFactorOf,
  lotDiscrepancy,
  lotFlow,
  readItem,
  reverse,
  removalEntries,
  transfer,
  type CutOutput,
  type Entry,
} from './index.ts';

const row = { lotId: 7, item: 'whole', batch: 0 };
const byLot = (entries: readonly Entry[]) => {
  const sums = new Map<number, number>();
  for (const e of entries) sums.set(e.lotId, (sums.get(e.lotId) ?? 0) + e.grams);
  return sums;
};

describe('a movement', () => {
  it('balances lot by lot, not only in all', () => {
    const there = transfer({ ...row, grams: 500, pieces: 1 }, 'place:cold_room', 'place:slab');
    expect(() => assertBalanced(there)).not.toThrow();
    expect(() => assertBalanced(there.slice(0, 1))).toThrow(/two sides/);
    const crossed = [there[0]!, { ...there[1]!, lotId: 8 }];
    expect(() => assertBalanced(crossed)).toThrow(/Lot 7 is off by -500 g/);
    expect(() => assertBalanced([there[0]!, { ...there[1]!, grams: 499.5 }])).toThrow(/whole grams/);
  });

  it('moves weight and pieces together, out of one account into the other', () => {
    const [out, into] = transfer({ ...row, grams: 500, pieces: 2 }, 'place:cold_room', 'place:slab');
    expect(out).toEqual({ ...row, account: 'place:cold_room', grams: -500, pieces: -2 });
    expect(into).toEqual({ ...row, account: 'place:slab', grams: 500, pieces: 2 });
    expect(() => assertBalanced([{ ...out!, pieces: 0.5 }, into!])).toThrow(/whole grams and pieces/);
  });

  it('is undone by its reverse', () => {
    const there = transfer({ ...row, grams: 500, pieces: 1 }, 'place:cold_room', 'place:slab');
    const both = [...there, ...reverse(there)];
    for (const account of accounts) {
      const mine = both.filter((e) => e.account === account);
      expect(mine.reduce((s, e) => s + e.grams, 0)).toBe(0);
      expect(mine.reduce((s, e) => s + e.pieces, 0)).toBe(0);
    }
  });
});

describe('a cut', () => {
  const outputs: CutOutput[] = [
    { account: 'place:order_shelf', item: 'fillet_skin_on', grams: 440, pieces: 4 },
    { account: 'place:cold_room', item: 'trim:frame', grams: 130, pieces: 0 },
    { account: 'end:waste', item: 'trim:viscera', grams: 90, pieces: 0 },
    { account: 'end:drip', item: 'cut', grams: 10, pieces: 0 },
  ];

  it('shares every output over two lots by what each gave, to the gram', () => {
    const inputs = [
      { ...row, lotId: 1, grams: 460, pieces: 1 },
      { ...row, lotId: 2, grams: 500, pieces: 1 },
    ];
    const entries = cutEntries(inputs, outputs, 33);
    expect([...byLot(entries).values()]).toEqual([0, 0]);
    const fillets = entries.filter((e) => e.item === 'fillet_skin_on');
    expect(fillets.map((e) => e.grams)).toEqual([211, 229]);
    // A piece stays one piece: all four lie with the lot that gave most.
    expect(fillets.map((e) => e.pieces)).toEqual([0, 4]);
    expect(entries.filter((e) => e.account === 'end:unaccounted').reduce((s, e) => s + e.grams, 0)).toBe(290);
    expect(entries.filter((e) => e.batch === 33).every((e) => e.account !== 'place:bench')).toBe(true);
  });

  it('takes the fish off the bench, and writes nothing that is nothing', () => {
    const inputs = [
      { ...row, lotId: 1, item: 'side', batch: 3, grams: 460, pieces: 2 },
      { ...row, lotId: 2, grams: 200, pieces: 1 },
    ];
    const even = cutEntries(inputs, [{ account: 'place:slab', item: 'steaks', grams: 660, pieces: 3 }], 33);
    expect(even).toEqual([
      { account: 'place:bench', lotId: 1, item: 'side', batch: 3, grams: -460, pieces: -2 },
      { account: 'place:bench', lotId: 2, item: 'whole', batch: 0, grams: -200, pieces: -1 },
      { account: 'place:slab', lotId: 1, item: 'steaks', batch: 33, grams: 460, pieces: 3 },
      { account: 'place:slab', lotId: 2, item: 'steaks', batch: 33, grams: 200, pieces: 0 },
    ]);
    // A gram goes to one lot, and no lot is written with none; what is missing is the cut's.
    const gram = cutEntries(inputs, [{ account: 'end:drip', item: 'cut', grams: 1, pieces: 0 }], 33);
    expect(gram.filter((e) => e.account === 'end:drip').map((e) => [e.lotId, e.grams])).toEqual([[1, 1]]);
    expect(gram.filter((e) => e.account === 'end:unaccounted')).toEqual([
      { account: 'end:unaccounted', lotId: 1, item: 'cut', batch: 33, grams: 459, pieces: 0 },
      { account: 'end:unaccounted', lotId: 2, item: 'cut', batch: 33, grams: 200, pieces: 0 },
    ]);
    // What is taken back off an output comes off the lots as it went to them.
    const less = cutEntries(inputs, [{ account: 'place:slab', item: 'steaks', grams: -66, pieces: 0 }], 33);
    expect(less.filter((e) => e.account === 'place:slab').map((e) => e.grams)).toEqual([-46, -20]);
  });

  it('writes more out than in as a negative unaccounted, never as stock', () => {
    const entries = cutEntries([{ ...row, grams: 660, pieces: 1 }], outputs, 5);
    expect(entries.find((e) => e.account === 'end:unaccounted')!.grams).toBe(-10);
  });

  it('balances every lot of any cut', () => {
    const input = fc.record({
      lotId: fc.integer({ min: 1, max: 4 }),
      item: fc.constant('whole'),
      batch: fc.constant(0),
      grams: fc.integer({ min: 1, max: 9000 }),
      pieces: fc.integer({ min: 1, max: 9 }),
    });
    const output = fc.record({
      account: fc.constantFrom(
        'place:order_shelf' as const,
        'place:cold_room' as const,
        'end:waste' as const,
      ),
      item: fc.constantFrom('steaks', 'trim:head', 'trim:frame'),
      grams: fc.integer({ min: -50, max: 4000 }),
      pieces: fc.integer({ min: 0, max: 20 }),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(input, { minLength: 1, maxLength: 4, selector: (i) => i.lotId }),
        fc.array(output, { maxLength: 8 }),
        (inputs, outs) => {
          const entries = cutEntries(inputs, outs, 9);
          for (const sum of byLot(entries).values()) expect(sum).toBe(0);
          const made = entries.filter((e) => e.batch === 9 && e.account !== 'end:unaccounted');
          expect(made.reduce((s, e) => s + e.grams, 0)).toBe(outs.reduce((s, o) => s + o.grams, 0));
          expect(made.reduce((s, e) => s + e.pieces, 0)).toBe(outs.reduce((s, o) => s + o.pieces, 0));
        },
      ),
    );
  });
});

describe('taking from a row of stock', () => {
  const key = { account: 'place:slab' as const, ...row };
  const take = (has: [number, number], want: [number, number], settle = 20) =>
    removalEntries(
      key,
      { grams: has[0], pieces: has[1] },
      { grams: want[0], pieces: want[1] },
      'outside:customer',
      settle,
    );

  it.each([
    ['two of five', [2300, 5], [900, 2], { left: [1400, 3], settled: 0 }],
    ['the last two, a little light', [900, 2], [890, 2], { left: [0, 0], settled: 10 }],
    ['the last two, a little heavy', [900, 2], [915, 2], { left: [0, 0], settled: -15 }],
    [
      'the last two, far too light: the rest stays to be counted',
      [900, 2],
      [700, 2],
      { left: [200, 0], settled: 0 },
    ],
    ['some of a tub of trim', [600, 0], [250, 0], { left: [350, 0], settled: 0 }],
    ['all of a tub of trim', [600, 0], [600, 0], { left: [0, 0], settled: 0 }],
    // 20 g is the limit, either way.
    ['the last two, at the limit light', [900, 2], [880, 2], { left: [0, 0], settled: 20 }],
    ['the last two, past the limit light', [900, 2], [879, 2], { left: [21, 0], settled: 0 }],
    ['the last two, at the limit heavy', [900, 2], [920, 2], { left: [0, 0], settled: -20 }],
    // A tub has no last piece: what is left of it stays.
    ['nearly all of a tub of trim', [600, 0], [590, 0], { left: [10, 0], settled: 0 }],
    ['a little more than a tub of trim', [600, 0], [610, 0], { left: [0, 0], settled: -10 }],
    ['all of it to the gram', [900, 2], [900, 2], { left: [0, 0], settled: 0 }],
  ] as const)('%s', (_name, has, want, expected) => {
    const entries = take([...has], [...want]);
    if (typeof entries === 'string') throw new Error(`refused: ${entries}`);
    const there = entries.filter((e) => e.account === 'place:slab');
    expect([
      has[0] + there.reduce((s, e) => s + e.grams, 0),
      has[1] + there.reduce((s, e) => s + e.pieces, 0),
    ]).toEqual(expected.left);
    const lost = entries.filter((e) => e.account === 'end:unaccounted').reduce((s, e) => s + e.grams, 0);
    expect(lost).toBe(expected.settled);
    expect(entries.find((e) => e.account === 'outside:customer')!.grams).toBe(want[0]);
    expect(() => assertBalanced(entries)).not.toThrow();
    // Nothing is written where nothing was lost.
    expect(entries).toHaveLength(expected.settled === 0 ? 2 : 3);
  });

  it.each([
    [[900, 2], [500, 3], 'too-many-pieces'],
    [[900, 2], [901, 1], 'too-heavy'],
    [[900, 2], [921, 2], 'too-heavy'],
    [[900, 2], [900, 1], 'pieces-left-without-weight'],
    [[0, 0], [100, 0], 'nothing-there'],
    [[0, 0], [5, 0], 'nothing-there'],
    [[0, 2], [5, 2], 'nothing-there'],
  ] as const)('holding %o refuses %o', (has, want, refusal) => {
    expect(take([...has], [...want])).toBe(refusal);
  });

  it('gives out of a row, however often it is asked, no more than lay there and one residue', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 0, max: 5 }),
        fc.integer({ min: 0, max: 60 }),
        fc.array(fc.tuple(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 0, max: 3 })), {
          maxLength: 30,
        }),
        (grams, pieces, settle, wants) => {
          const lies = { grams, pieces };
          let gone = 0;
          for (const [g, p] of wants) {
            const entries = take([lies.grams, lies.pieces], [g, p], settle);
            if (typeof entries === 'string') continue;
            gone += g;
            for (const e of entries.filter((x) => x.account === 'place:slab')) {
              lies.grams += e.grams;
              lies.pieces += e.pieces;
            }
          }
          expect(gone).toBeLessThanOrEqual(grams + (grams > 0 ? settle : 0));
        },
      ),
    );
  });

  it('never leaves a row negative, and always balances', () => {
    const n = fc.integer({ min: 0, max: 3000 });
    const p = fc.integer({ min: 0, max: 6 });
    fc.assert(
      fc.property(n, p, n, p, (g, pieces, wg, wp) => {
        const entries = take([g, pieces], [wg, wp]);
        if (typeof entries === 'string') return;
        const there = entries.filter((e) => e.account === 'place:slab');
        expect(g + there.reduce((s, e) => s + e.grams, 0)).toBeGreaterThanOrEqual(0);
        expect(pieces + there.reduce((s, e) => s + e.pieces, 0)).toBeGreaterThanOrEqual(0);
        for (const sum of byLot(entries).values()) expect(sum).toBe(0);
      }),
    );
  });
});

describe('where a lot went', () => {
  const flow = lotFlow([
    { account: 'outside:supplier', grams: -8326 },
    { account: 'place:slab', grams: 2000 },
    { account: 'place:cold_room', grams: 5057 },
    { account: 'outside:customer', grams: 1000 },
    { account: 'end:waste', grams: 112 },
    { account: 'end:drip', grams: 12 },
    { account: 'end:unaccounted', grams: 145 },
  ]);

  it('adds up to what was received', () => {
    const { received, ...ends } = flow;
    expect(received).toBe(8326);
    expect(Object.values(ends).reduce((a, b) => a + b, 0)).toBe(received);
    expect(flow.stock).toBe(7057);
  });

  it.each([
    [8326, 124, true],
    [8326, 125, true],
    [8326, 126, false],
    [8326, -126, false],
    [300, 10, true],
    [300, 11, false],
    [0, 0, true],
  ])('of %i g lets %i go', (received, unaccounted, within) => {
    const found = lotDiscrepancy({ ...flow, received, unaccounted });
    expect(found).toMatchObject({ within, grams: unaccounted });
    expect(found.share).toBeCloseTo(received === 0 ? 0 : unaccounted / received, 12);
  });
});

describe('items', () => {
  it('knows forms and trims and nothing else', () => {
    for (const id of formBook().keys()) expect(isItem(id, formBook())).toBe(true);
    for (const id of Object.keys(trims)) expect(isItem(`trim:${id}`, formBook())).toBe(true);
    for (const id of ['', 'trim:', 'trim:gold', 'constructor', 'trim:toString', 'fillet'])
      expect(isItem(id, formBook())).toBe(false);
  });

  it('reads what no book knows as unknown: it has a name, a life, and is not for sale', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.string().map((s) => `trim:${s}`),
          fc.string().map((s) => `made:${s}`),
        ),
        (text) => {
          const item = readItem(text, formBook());
          if (item.kind !== 'unknown') return;
          expect(inWords(itemName(text, 'gutted', formBook()))).toContain(text);
          expect(isSaleable(text, formBook())).toBe(false);
          expect(lifeFactorOf(text, formBook())).toBeLessThan(1);
        },
      ),
    );
    for (const text of ['constructor', 'trim:constructor', 'made:__proto__', 'trim:'])
      expect(readItem(text, formBook()).kind).toBe('unknown');
  });

  it('never sells guts and gills', () => {
    expect(isSaleable('trim:viscera', formBook())).toBe(false);
    expect(isSaleable('trim:pinStrip', formBook())).toBe(false);
    expect(isSaleable('trim:collars', formBook())).toBe(true);
    expect(isSaleable('steaks', formBook())).toBe(true);
  });

  it('tells each kind from the others, with its life and whether it is sold', () => {
    const of = (text: string) => {
      const { kind } = readItem(text, formBook());
      return [kind, isItem(text, formBook()), isSaleable(text, formBook()), lifeFactorOf(text, formBook())];
    };
    const fillet = formBook().get('fillet_skinless')!.lifeFactor;
    expect(of('whole')).toEqual(['whole', true, true, 1]);
    expect(of('cut')).toEqual(['cut', false, false, 0.75]);
    expect(of('fillet_skinless')).toEqual(['form', true, true, fillet]);
    expect(of('trim:head')).toEqual(['trim', true, true, 0.75]);
    expect(of('trim:skin')).toEqual(['trim', true, false, 0.75]);
    expect(of('made:pie_mix')).toEqual(['made', true, true, 0.75]);
    expect(of('antlers')).toEqual(['unknown', false, false, 0.75]);
    expect(readItem('made:pie_mix', formBook())).toEqual({ kind: 'made', product: 'pie_mix' });
    expect(inWords(itemName('made:pie_mix', 'gutted', formBook()))).toBe('pie mix');
    expect(inWords(itemName('cut', 'gutted', formBook()))).toBe('lost in cutting');
  });

  it('calls the fish as it came by how it came', () => {
    expect(inWords(itemName('whole', 'gutted', formBook()))).toBe('whole, gutted');
    expect(inWords(itemName('whole', 'tail', formBook()))).toBe('tail');
    expect(inWords(itemName('fillet_skin_on', 'gutted', formBook()))).toBe('fillets, skin on');
    expect(inWords(itemName('trim:collars', 'gutted', formBook()))).toBe('collars');
  });
});

describe('entries that are summed', () => {
  const entry = fc.record({
    account: fc.constantFrom('place:cold_room' as const, 'place:slab' as const, 'end:waste' as const),
    lotId: fc.integer({ min: 1, max: 2 }),
    item: fc.constantFrom('whole', 'fillet_skin_on'),
    batch: fc.integer({ min: 0, max: 1 }),
    grams: fc.integer({ min: -3, max: 3 }),
    pieces: fc.integer({ min: -1, max: 1 }),
  });
  it('say of each row what all its entries say, once, and nothing of a row they leave as it was', () => {
    fc.assert(
      fc.property(fc.array(entry, { maxLength: 20 }), (entries) => {
        const keyOf = (e: Entry) => [e.account, e.lotId, e.item, e.batch].join();
        const sums = summed(entries);
        expect(new Set(sums.map(keyOf)).size).toBe(sums.length);
        for (const key of new Set(entries.map(keyOf))) {
          const of = entries.filter((e) => keyOf(e) === key);
          const grams = of.reduce((n, e) => n + e.grams, 0);
          const pieces = of.reduce((n, e) => n + e.pieces, 0);
          const sum = sums.find((e) => keyOf(e) === key);
          if (grams === 0 && pieces === 0) expect(sum).toBeUndefined();
          else expect(sum).toMatchObject({ grams, pieces });
        }
      }),
    );
  });
});
