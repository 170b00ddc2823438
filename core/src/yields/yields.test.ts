import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { piecesPerFish, usualPieces, formBook, formOf, shippedForms } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import {
  cheeksWorth,
  componentRow,
  components,
  controlChart,
  costOfLost,
  cutterEffects,
  cutterShownFrom,
  expectedComponents,
  fitComponents,
  headFlesh,
  headFleshShare,
  learnedYield,
  massBalance,
  pooledRatio,
  signalWords,
  spentMultiplier,
  trimName,
  trimOf,
  trims,
} from './index.ts';

const the = (id: string) => formOf(formBook(), id);
const of = (id: string) => catalogue.find((s) => s.id === id)!;
const sum = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0);

describe('components of a whole fish', () => {
  it.each(['fusiform', 'deep', 'elongate', 'mackerel', 'flat', 'large_flat', 'tail', 'wing'] as const)(
    'the row of %s sums to one',
    (bodyPlan) => {
      for (const fat of ['lean', 'oily'] as const)
        expect(sum(Object.values(componentRow({ bodyPlan, fat })))).toBeCloseTo(1, 12);
    },
  );

  it.each(catalogue.map((s) => [s.id, s] as const))(
    '%s: fitted to its own steps, sums to one, nothing negative',
    (_id, s) => {
      const f = fitComponents(s);
      expect(sum(Object.values(f))).toBeCloseTo(1, 12);
      for (const c of components) expect(f[c], c).toBeGreaterThanOrEqual(0);
      expect(1 - f.viscera).toBeCloseTo(s.gutted, 12);
      expect(1 - f.viscera - f.head - f.collars).toBeCloseTo(s.headedGutted, 12);
      expect(f.fillets).toBe(s.filletSkinless);
      if (s.filletSkinOn !== null) expect(f.fillets + f.skin + f.pinStrip).toBeCloseTo(s.filletSkinOn, 12);
      // What is left for frame and trim is a real part of every fish.
      expect(f.frame).toBeGreaterThan(0.01);
    },
  );

  it('refuses yields that leave less than nothing', () => {
    expect(() => fitComponents({ ...of('cod'), filletSkinOn: 0.6, filletSkinless: 0.55 })).toThrow(
      RangeError,
    );
  });
});

describe('season and size', () => {
  // Cod spawns February to April with a spent factor of 0.93: half the loss in February, all of it from the second
  // month until two months after the last, then straight back until September.
  it.each([
    [1, 1],
    [2, 0.965],
    [3, 0.93],
    [4, 0.93],
    [5, 0.93],
    [6, 0.93],
    [7, 1 - 0.07 * (2 / 3)],
    [8, 1 - 0.07 / 3],
    [9, 1],
    [12, 1],
  ])('in month %i a cod fillet is %f of the usual', (month, factor) => {
    expect(spentMultiplier(of('cod'), month)).toBeCloseTo(factor, 12);
  });

  it('runs over the turn of the year', () => {
    const winter = { spawningMonths: '12-2', spentFactor: 0.9 };
    expect([11, 12, 1, 2, 3, 4, 5, 6, 7].map((m) => spentMultiplier(winter, m))).toEqual(
      [1, 0.95, 0.9, 0.9, 0.9, 0.9, 1 - 0.2 / 3, 1 - 0.1 / 3, 1].map((x) => expect.closeTo(x, 12) as number),
    );
  });

  it('sums to one for any fish, size and month, and a bigger fish yields more', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...catalogue),
        fc.double({ min: 0.2, max: 6, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (s, size, month) => {
          const f = expectedComponents(s, s.typicalG * size, month);
          expect(sum(Object.values(f))).toBeCloseTo(1, 12);
          for (const c of components) expect(f[c]).toBeGreaterThanOrEqual(0);
          const twice = expectedComponents(s, s.typicalG * size * 2, month);
          expect(twice.fillets).toBeGreaterThanOrEqual(f.fillets);
          expect(twice.fillets - f.fillets).toBeLessThanOrEqual(0.01 + 1e-12);
        },
      ),
    );
  });

  it.each([
    // Doublings over the usual weight: a point each, three at most either way, out of the frame.
    [1, 0],
    [2, 0.01],
    [4, 0.02],
    [8, 0.03],
    [16, 0.03],
    [0.5, -0.01],
    [0.0625, -0.03],
  ])('at %f times the usual weight a fish yields %f more', (size, more) => {
    const cod = of('cod');
    const [usual, other] = [
      expectedComponents(cod, cod.typicalG, 12),
      expectedComponents(cod, cod.typicalG * size, 12),
    ];
    expect(other.fillets - usual.fillets).toBeCloseTo(more, 12);
    expect(usual.frame - other.frame).toBeCloseTo(more, 12);
    for (const c of components) if (c !== 'fillets' && c !== 'frame') expect(other[c]).toBe(usual[c]);
  });
  it('takes no more out of the frame than half of it', () => {
    const thin = { ...of('cod'), headedGutted: 0.5, filletSkinOn: 0.47, filletSkinless: 0.42 };
    const base = fitComponents(thin);
    const huge = expectedComponents(thin, thin.typicalG * 8, 12);
    expect(base.frame / 2).toBeLessThan(0.03);
    expect(huge.frame).toBeCloseTo(base.frame / 2, 12);
    expect(huge.fillets).toBeCloseTo(base.fillets + base.frame / 2, 12);
  });

  it('gives what a spent fish lacks in fillet to head, frame and guts', () => {
    const [usual, spent] = [
      expectedComponents(of('cod'), 3000, 12),
      expectedComponents(of('cod'), 3000, 4),
    ] as const;
    expect(spent.fillets / usual.fillets).toBeCloseTo(0.93, 9);
    for (const c of ['head', 'frame', 'viscera'] as const) expect(spent[c]).toBeGreaterThan(usual[c]);
    for (const c of ['skin', 'fins', 'belly'] as const) expect(spent[c]).toBe(usual[c]);
  });
});

describe('pieces of a fish', () => {
  it.each([
    // Both fillets of a bass of about 450 g are one main course, two pieces (common practice, no source).
    ['sea_bass', 'fillet_skin_on', 450 * 0.48, 110, 2],
    ['plaice', 'fillet_skinless', 4 * 55, 60, 4],
    ['plaice', 'fillet_skinless', 4 * 50, 60, 0],
    // Half a fillet of a whole snapper of about 1 kg at 0.44: 90 to 110 g (common practice, no source).
    ['red_snapper', 'fillet_skin_on', 1000 * 0.44, 110, 4],
    ['hake', 'steaks', 1400, 200, 8],
    ['hake', 'boneless_joint', 560, 560, 1],
    ['hake', 'boneless_joint', 400, 560, 0],
    ['gilthead_bream', 'scaled_gutted', 395, 400, 1],
  ] as const)('%s as %s, %f g for pieces of %i: %i', (id, form, main, piece, n) => {
    expect(piecesPerFish(of(id), the(form), main, piece)).toBe(n);
  });

  it('proposes never more than the fish gives, and always something', () => {
    for (const form of shippedForms)
      for (const condition of ['whole', 'side'] as const)
        for (const main of [35, 90, 133, 160, 600, 2400]) {
          const { pieces, grams } = usualPieces(of('haddock'), form, main, condition);
          expect(pieces, form.id).toBeGreaterThan(0);
          expect(grams).toBeGreaterThan(0);
          // A piece up to 15 % light counts.
          expect(pieces * grams * 0.85, `${form.id} of ${main} g`).toBeLessThanOrEqual(main);
        }
    expect(usualPieces(of('haddock'), the('sashimi_block'), 133, 'side')).toEqual({ pieces: 1, grams: 130 });
  });
});

describe('the mass balance', () => {
  const even = { input: 4600, outputs: 2200, trims: 1400, waste: 900, drip: 40, waterGained: 0 };

  it.each([
    [{}, 60, true],
    [{ drip: 31 }, 69, true],
    [{ drip: 30 }, 70, false],
    [{ waterGained: 9 }, 69, true],
    [{ outputs: 2329 }, -69, true],
    [{ outputs: 2330 }, -70, false],
    // Small tickets have ten grams.
    [{ input: 300, outputs: 290, trims: 0, waste: 0, drip: 0 }, 10, true],
    [{ input: 300, outputs: 289, trims: 0, waste: 0, drip: 0 }, 11, false],
  ])('with %o leaves %i g unaccounted', (change, unaccounted, closes) => {
    const b = massBalance({ ...even, ...change });
    expect(b.unaccounted).toBe(unaccounted);
    expect(b.closes).toBe(closes);
  });

  it('adds up', () => {
    const grams = fc.integer({ min: 0, max: 20_000 });
    const weights = fc.record({
      input: grams,
      outputs: grams,
      trims: grams,
      waste: grams,
      drip: grams,
      waterGained: grams,
    });
    fc.assert(
      fc.property(weights, (w) => {
        const b = massBalance(w);
        expect(w.outputs + w.trims + w.waste + w.drip + b.unaccounted).toBe(w.input + w.waterGained);
      }),
    );
  });
});

describe('a yield learned from weigh-outs', () => {
  it('starts from the book as if from 8 fish, 2 points apart', () => {
    const { mean, low, high, fish } = learnedYield(0.45, []);
    expect([mean, fish]).toEqual([0.45, 0]);
    // 1.645 x sqrt(8/7 x .02^2 x (1 + 1/8)), by hand.
    expect(high - mean).toBeCloseTo(0.0373, 4);
    expect(mean - low).toBeCloseTo(high - mean, 12);
  });
  it('is worked out by hand: two tickets of 8 fish', () => {
    const seen = [
      { fish: 8, inputGrams: 10_000, yield: 0.5 },
      { fish: 8, inputGrams: 30_000, yield: 0.54 },
    ];
    const { mean, high } = learnedYield(0.45, seen);
    // Own mean .53; (8 x .45 + 16 x .53) / 24.
    expect(mean).toBeCloseTo(0.503333, 6);
    // Scatter 16 x (.25 x .03^2 + .75 x .01^2) = .0048; variance (8 x .0004 + .0048) / 23; x (1 + 1/24).
    expect(high - mean).toBeCloseTo(1.645 * Math.sqrt((0.008 / 23) * (25 / 24)), 9);
  });
  it('never leaves what can be: its interval lies between nothing and all', () => {
    expect(learnedYield(0.01, []).low).toBe(0);
    expect(learnedYield(0.99, []).high).toBe(1);
    // A ticket without weight teaches nothing of the mean but counts its fish.
    expect(learnedYield(0.45, [{ fish: 2, inputGrams: 0, yield: 0.9 }]).mean).toBeCloseTo(0.45, 12);
  });
  it('moves toward what was seen, the nearer the more fish, and never past it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 0.7, noNaN: true }),
        fc.double({ min: 0.2, max: 0.7, noNaN: true }),
        fc.integer({ min: 1, max: 200 }),
        (prior, own, n) => {
          const at = (fish: number) =>
            learnedYield(prior, [{ fish, inputGrams: 1000 * fish, yield: own }]).mean;
          expect(Math.abs(at(n) - own)).toBeLessThanOrEqual(Math.abs(prior - own) + 1e-12);
          expect(Math.abs(at(n + 1) - own)).toBeLessThanOrEqual(Math.abs(at(n) - own) + 1e-12);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a part that is weighed', () => {
  it('is known by its item in the ledger, and called unknown where no book knows it', () => {
    for (const part of Object.keys(trims) as (keyof typeof trims)[]) {
      expect(trimOf(`trim:${part}`)).toBe(part);
      expect(trimName(`trim:${part}`)).toBe(trims[part].name);
    }
    for (const item of ['head', 'trim:', 'trim:toString', 'made:head', 'xtrim:head', 'trim:antler']) {
      expect(trimOf(item)).toBeNull();
      expect(inWords(trimName(item))).toBe(`unknown (${item})`);
    }
  });
  it('of a head is worth its trouble from 6 kg of an oily fish, cheeks from 2 kg', () => {
    expect([5999, 6000].map((g) => headFleshShare({ fat: 'oily' }, g))).toEqual([0, 0.04]);
    expect(headFleshShare({ fat: 'medium' }, 9000)).toBe(0);
    expect([headFlesh({ fat: 'oily' }, 6020), headFlesh({ fat: 'oily' }, 5999)]).toEqual([241, 0]);
    expect([1999, 2000].map(cheeksWorth)).toEqual([false, true]);
  });
});

describe('a control chart', () => {
  it('has the limits of the worked example', () => {
    // NIST/SEMATECH e-Handbook, individuals control charts: flowrate example, values from memory.
    const flow = [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1];
    const chart = controlChart(flow)!;
    expect(chart.mean).toBeCloseTo(50.81, 2);
    expect((chart.high - chart.mean) / 2.66).toBeCloseTo(1.8778, 4);
    expect([chart.low, chart.high]).toEqual([
      expect.closeTo(45.815, 2) as number,
      expect.closeTo(55.805, 2) as number,
    ]);
  });
  const wave = (n: number) => Array.from({ length: n }, (_, i) => 0.5 + (i % 2 ? 0.01 : -0.01));
  it.each([
    ['nothing in a steady run', wave(30), []],
    ['a point below', [...wave(20), 0.4, ...wave(4)], ['outside 20 down']],
    [
      'nine above',
      [...wave(20), ...Array.from({ length: 9 }, (_, i) => (i % 2 ? 0.511 : 0.507)), ...wave(1)],
      ['one_side 27 up'],
    ],
    ['six falling', [...wave(20), 0.508, 0.504, 0.5, 0.497, 0.493, ...wave(20)], ['trend 24 down']],
    ['five falling: not yet', [...wave(20), 0.508, 0.504, 0.5, 0.497, ...wave(20).reverse()], []],
  ])('sees %s', (_name, values, expected) => {
    const seen = controlChart(values)!.signals.map((s) => `${s.kind} ${s.at} ${s.direction}`);
    expect(seen).toEqual(expected);
    // Turned upside down, the same is seen the other way.
    const turned = controlChart(values.map((v) => 1 - v))!.signals.map(
      (s) => `${s.kind} ${s.at} ${s.direction}`,
    );
    expect(turned).toEqual(
      expected.map((e) => (e.endsWith('down') ? e.replace('down', 'up') : e.replace('up', 'down'))),
    );
  });

  /** Every run of nine on one side and of six one way, found by looking back from each point: the rules as published. */
  const byHand = (values: readonly number[]) => {
    const { mean, low, high } = controlChart(values)!;
    const found: string[] = [];
    values.forEach((v, at) => {
      if (v < low || v > high) found.push(`outside ${at}-${at}`);
      const back = (n: number) => values.slice(at - n + 1, at + 1);
      const oneSide = (n: number) =>
        at >= n - 1 && (back(n).every((x) => x > mean) || back(n).every((x) => x < mean));
      if (oneSide(9) && !oneSide(10)) found.push(`one_side ${at - 8}-${at}`);
      const rising = (xs: readonly number[], sign: number) =>
        xs.slice(1).every((x, i) => sign * (x - xs[i]!) > 0);
      const oneWay = (n: number) => at >= n - 1 && (rising(back(n), 1) || rising(back(n), -1));
      if (oneWay(6) && !oneWay(7)) found.push(`trend ${at - 5}-${at}`);
    });
    return found;
  };
  it('finds each run once, where it becomes one, as one finds it by looking back', () => {
    // Few values, so that runs, ties and points on the mean are common.
    const step = fc.integer({ min: 0, max: 4 }).map((i) => i / 4);
    const slope = fc.integer({ min: 2, max: 9 }).map((n) => Array.from({ length: n }, (_, i) => i / 10));
    const values = fc
      .array(
        fc.oneof(
          step.map((v) => [v]),
          slope,
          slope.map((x) => x.toReversed()),
        ),
        { minLength: 2, maxLength: 20 },
      )
      .map((parts) => parts.flat());
    fc.assert(
      fc.property(values, (v) => {
        expect(controlChart(v)!.signals.map((s) => `${s.kind} ${s.from}-${s.at}`)).toEqual(byHand(v));
      }),
      { numRuns: 400 },
    );
  });
  it.each([
    ['outside', 'up', 'above the upper limit'],
    ['outside', 'down', 'below the lower limit'],
    ['one_side', 'up', '9 in a row above the mean'],
    ['one_side', 'down', '9 in a row below the mean'],
    ['trend', 'up', '6 in a row rising'],
    ['trend', 'down', '6 in a row falling'],
  ] as const)('says of %s %s: %s', (kind, direction, words) => {
    expect(inWords(signalWords({ kind, direction, at: 9, from: 1 })).toLowerCase()).toContain(words);
  });
  it('moves with its values and says nothing of one', () => {
    const values = fc.array(fc.double({ min: 0.2, max: 0.8, noNaN: true }), { minLength: 2, maxLength: 60 });
    fc.assert(
      fc.property(values, (v) => {
        const [a, b] = [controlChart(v)!, controlChart(v.map((x) => x + 3))!];
        expect(b.mean - a.mean).toBeCloseTo(3, 9);
        expect(b.high - b.low).toBeCloseTo(a.high - a.low, 9);
      }),
    );
    expect(controlChart([0.5])).toBeNull();
  });
});

describe('a cutter', () => {
  it('is compared within species and form, pulled to nothing, and only from ten tickets', () => {
    const tickets = [
      ...Array.from({ length: 12 }, () => ({ cutterId: 1, group: 'hake fillet', yield: 0.52 })),
      ...Array.from({ length: 12 }, () => ({ cutterId: 2, group: 'hake fillet', yield: 0.48 })),
      ...Array.from({ length: 9 }, () => ({ cutterId: 3, group: 'plaice fillet', yield: 0.2 })),
    ];
    // Mean of hake .50; 12 x .02 / (12 + 12).
    expect(cutterEffects(tickets)).toEqual([
      { cutterId: 1, tickets: 12, effect: expect.closeTo(0.01, 12) as number },
      { cutterId: 2, tickets: 12, effect: expect.closeTo(-0.01, 12) as number },
    ]);
  });
  it('is shown from the tenth ticket, in the order of the staff, and pulled to the house’s own figure', () => {
    const of = (cutterId: number, n: number, y: number) =>
      Array.from({ length: n }, () => ({ cutterId, group: 'x', yield: y }));
    const shown = cutterEffects([...of(9, 10, 0.6), ...of(2, 10, 0.4), ...of(5, 9, 0.5)]);
    expect(shown.map((c) => c.cutterId)).toEqual([2, 9]);
    expect(cutterShownFrom).toBe(10);
    // 10 x .1 / (10 + 12), by hand.
    expect(shown[1]!.effect).toBeCloseTo(1 / 22, 12);
    // Twelve tickets count half: 1 + .1 x 12 / 24.
    expect(pooledRatio(Array.from({ length: 12 }, () => 1.1))).toBeCloseTo(1.05, 12);
    expect(pooledRatio([1.2, 0.8, 1.3])).toBeCloseTo(1 + 0.1 * (3 / 15), 12);
  });
  it('loses a point in money', () => {
    // One point of 10 kg at 20.00 a kilogram of output.
    expect([costOfLost(0.01, 10_000, 2000), costOfLost(-0.01, 10_000, 2000)]).toEqual([200, -200]);
  });
});
