import { describe, expect, it } from 'vitest';
import { composeFile, planFile } from './files.ts';
import { contract } from './index.ts';

/* What is asked of several fields together, where one alone would do. */

const faults = (
  schema: { safeParse: (v: unknown) => { error?: { issues: object[] } | undefined } },
  v: unknown,
) =>
  (schema.safeParse(v).error?.issues ?? []).map((i) => {
    const { path, message } = i as { path: PropertyKey[]; message: string };
    return `${path.join('.')}: ${message}`;
  });

describe('a line of an order', () => {
  const line = { speciesId: 'hake', form: 'steaks', use: 'grill' };
  const quantity = 'Say pieces and the weight of one, or a total weight';
  const amounts: [
    pieces: number | null,
    pieceGrams: number | null,
    totalGrams: number | null,
    fits: boolean,
  ][] = [
    [4, 200, null, true],
    [null, null, 800, true],
    [null, null, null, false],
    [4, null, null, false],
    [null, 200, null, false],
    [4, null, 800, false],
    [null, 200, 800, false],
    [4, 200, 800, false],
  ];
  const order = { customer: 'Pell', phone: '', remarks: '', dueAt: '2026-11-25T16:00:00.000Z' };
  const ways = {
    taken: (l: object) => faults(contract.orders.take.body, { ...order, lines: [l] }),
    changed: (l: object) =>
      faults(contract.orders.edit.body, { ...order, version: 1, lines: [{ ...l, id: null }] }),
    'kept weekly': (l: object) =>
      faults(contract.orders.keepStanding.body, {
        customer: 'Pell',
        phone: '',
        remarks: '',
        weekday: 5,
        minutes: 600,
        from: '2026-11-25',
        lines: [l],
      }),
  };
  it.each(Object.entries(ways))('%s says its amount in one way', (_name, said) => {
    for (const [pieces, pieceGrams, totalGrams, fits] of amounts)
      expect(
        said({ ...line, pieces, pieceGrams, totalGrams }),
        `${pieces} ${pieceGrams} ${totalGrams}`,
      ).toEqual(fits ? [] : [`lines.0.pieces: ${quantity}`]);
  });
});

describe('a sale', () => {
  const line = { place: 'place:slab', lotId: 1, item: 'whole', batch: 0, grams: 400, pieces: 1 };
  const lines = [{ ...line, source: 'measured', perKg: 2000, priceReason: '' }];
  it.each([
    ['cash', null, true],
    ['card', null, true],
    ['account', 'Pell', true],
    ['account', null, false],
  ])('by %s of %s', (pay, customer, fits) => {
    const said = faults(contract.counter.sell.body, { lines, pay, customer });
    expect(said.map((s) => s.split(':')[0])).toEqual(fits ? [] : ['customer']);
    if (!fits) expect(said[0]).toMatch(/: \w{2}/);
  });
});

describe('what a shop chooses', () => {
  const many = (n: number) => Object.fromEntries(Array.from({ length: n }, (_, i) => [`q${i}`, 'm']));
  it('is at most forty ways', () => {
    const said = (n: number) => faults(contract.forms.shopMethods.body, { version: 1, choices: many(n) });
    expect(said(40)).toEqual([]);
    expect(said(41)).toEqual(['choices: More choices than there are questions']);
  });
  it('is at most forty signs of a fish', () => {
    const signs = (n: number) => Object.fromEntries(Array.from({ length: n }, (_, i) => [`s${i}`, 1]));
    const said = (n: number) =>
      faults(contract.grading.record.body, {
        scheme: 'eu-general',
        schemeVersion: 1,
        observed: {},
        fish: [signs(n)],
      }).filter((f) => f.startsWith('fish'));
    expect(said(40)).toEqual([]);
    expect(said(41)).toEqual(['fish.0: More signs than a scheme has']);
  });
});

describe('a file of the command line', () => {
  const fish = { id: 'f1', grams: 2000 };
  it('says why a fish may not serve a line in words, by any line', () => {
    const said = (refuses: unknown) =>
      faults(planFile, { species: 'hake', fish: [{ ...fish, refuses }], lines: [] }).filter((f) =>
        f.includes('refuses'),
      );
    expect(said({ constructor: 'too old', l1: 'too small' })).toEqual([]);
    expect(said({ l1: 3 })).toEqual(['fish.0.refuses.l1: A reason in words, please']);
    for (const not of [null, [], 'no', 4])
      expect(said(not)).toEqual(['fish.0.refuses: Reasons by line, please']);
  });
  it('has no field nobody knows, and a species', () => {
    for (const file of [planFile, composeFile]) {
      expect(faults(file, { spcies: 'hake' }).join()).toMatch(/spcies/);
      expect(faults(file, {}).some((f) => f.startsWith('species:'))).toBe(true);
    }
  });
});
