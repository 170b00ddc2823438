import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import * as statistics from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { formBook, formOf } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import {
  bandAt,
  damageRefusal,
  euGeneral,
  fitLine,
  grade,
  maxIndex,
  nothingObserved,
  observedAdvice,
  qimBream,
  qimCod,
  qimSalmon,
  quadraticKappa,
  schemeFaults,
  schemesFor,
  shippedSchemes,
  signsFor,
  type FishSigns,
  type GradeInput,
  type Level,
  type Scheme,
} from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const look = (scheme: Scheme, id: string, fish: readonly FishSigns[], more: Partial<GradeInput> = {}) =>
  grade({
    species: of(id),
    condition: 'gutted',
    fish,
    coreCelsius: 0.8,
    limitCelsius: 2,
    temperatureHistory: false,
    foreignSmell: false,
    storageCelsius: 0,
    scheme,
    ...more,
  });
/** The fish of a scheme that has lost `points`, best signs first: any way of sharing them out. */
function fishOf(scheme: Scheme, id: string, points: number): FishSigns {
  let left = points;
  return Object.fromEntries(
    signsFor(scheme, of(id), 'gutted').map((s) => {
      const level = Math.min(left, s.words.length - 1);
      left -= level;
      return [s.id, level as Level];
    }),
  );
}

describe('quality index schemes', () => {
  // Maxima: Sveinsdottir et al. 2003; Huidobro et al. 2000; Martinsdottir et al. 2001 (values from memory).
  it.each([
    [qimSalmon, 'salmon', 24],
    [qimBream, 'gilthead_bream', 15],
    [qimCod, 'cod', 23],
  ] as const)('$id has the published maximum', (scheme, id, max) => {
    expect(maxIndex(signsFor(scheme, of(id), 'gutted'))).toBe(max);
  });

  it.each([
    [qimSalmon, 'salmon'],
    [qimBream, 'gilthead_bream'],
    [qimCod, 'cod'],
  ] as const)('$id rises linearly with the days, however the points are shared out', (scheme, id) => {
    const max = maxIndex(scheme.signs);
    for (let points = 0; points <= max; points++)
      expect(look(scheme, id, [fishOf(scheme, id, points)]).used).toBeCloseTo(
        (points / scheme.rejectAt!) * of(id).iceDays,
        9,
      );
  });

  it('is as sure as a day, and a sign nobody could look at counts as the others', () => {
    const fresh = fishOf(qimSalmon, 'salmon', 0);
    const { halfWidth } = look(qimSalmon, 'salmon', [fresh, fresh, fresh, fresh, fresh, fresh, fresh, fresh]);
    expect(halfWidth).toBeGreaterThanOrEqual(1.645);
    const half: FishSigns = { smell: 1, slime: 1, gill_smell: 1 };
    expect(look(qimSalmon, 'salmon', [half]).used).toBeCloseTo(
      (((3 / 9) * 24) / 18) * of('salmon').iceDays,
      9,
    );
  });

  it('stops at a rotten smell like the others', () => {
    const fish = { ...fishOf(qimCod, 'cod', 0), gill_smell: 3 as Level };
    expect(inWords(look(qimCod, 'cod', [fish]).hardStops)).toEqual(['gills at the worst level']);
  });

  it('comes before the general one for its species, and not for a headed fish', () => {
    const ids = (id: string, condition: GradeInput['condition']) =>
      schemesFor(shippedSchemes, of(id), condition).map((s) => s.id);
    expect(ids('salmon', 'gutted')).toEqual(['qim-salmon', 'eu-general']);
    expect(ids('salmon', 'headed_gutted')).toEqual(['eu-general']);
    expect(ids('skate', 'wing')).toEqual(['cut-piece']);
    expect(() => schemesFor([qimCod], of('hake'), 'gutted')).toThrow(RangeError);
  });
});

describe('life', () => {
  const graded = shippedSchemes.filter((x) => x.id !== 'cut-piece');
  const idOf = (scheme: Scheme) => scheme.species?.[0] ?? 'hake';

  it('never grows as more signs turn bad', () => {
    const levels = fc.tuple(fc.nat({ max: 2 }), fc.integer({ min: 1, max: 3 }));
    fc.assert(
      fc.property(
        fc.constantFrom(...graded),
        levels,
        fc.infiniteStream(fc.nat()),
        (scheme, [good, more], order) => {
          const signs = signsFor(scheme, of(idOf(scheme)), 'gutted');
          const at = (s: (typeof signs)[number], level: number) =>
            Math.min(level, s.words.length - 1) as Level;
          let fish: FishSigns = Object.fromEntries(signs.map((s) => [s.id, at(s, good)]));
          let left = look(scheme, idOf(scheme), [fish]).daysLeft;
          const keys = new Map(signs.map((s) => [s.id, order.next().value as number]));
          for (const s of [...signs].sort((a, b) => keys.get(a.id)! - keys.get(b.id)!)) {
            fish = { ...fish, [s.id]: at(s, good + more) };
            const now = look(scheme, idOf(scheme), [fish]).daysLeft;
            expect(now).toBeLessThanOrEqual(left + 1e-9);
            left = now;
          }
        },
      ),
    );
  });

  it('of a fish whose signs contradict each other all over moves back by no more than the tolerance can widen', () => {
    // One worse sign may raise the scale the location is robust against. In an index nothing of the sort can happen.
    fc.assert(
      fc.property(
        fc.constantFrom(...graded),
        fc.infiniteStream(fc.nat({ max: 3 })),
        fc.nat({ max: 20 }),
        (scheme, levels, which) => {
          const signs = signsFor(scheme, of(idOf(scheme)), 'gutted');
          const fish: FishSigns = Object.fromEntries(
            signs.map((s) => [s.id, Math.min(levels.next().value as number, s.words.length - 1) as Level]),
          );
          const sign = signs[which % signs.length]!;
          if (fish[sign.id] === sign.words.length - 1) return;
          const worse = { ...fish, [sign.id]: (fish[sign.id]! + 1) as Level };
          const slack = scheme.method === 'levels' ? 0.16 * of(idOf(scheme)).iceDays : 1e-9;
          expect(look(scheme, idOf(scheme), [worse]).daysLeft).toBeLessThanOrEqual(
            look(scheme, idOf(scheme), [fish]).daysLeft + slack,
          );
        },
      ),
    );
  });
});

describe('calibration', () => {
  const pairs = [
    [1, 2.1],
    [2, 2.9],
    [3, 4.4],
    [5, 5.8],
    [7, 8.3],
    [8, 8.6],
    [10, 11.4],
    [12, 12.7],
  ].map(([days, index]) => ({ days: days!, index: index! }));

  it('is the least-squares line of simple-statistics', () => {
    const fit = fitLine(pairs)!;
    const other = statistics.linearRegression(pairs.map((p) => [p.days, p.index]));
    expect(fit.slope).toBeCloseTo(other.m, 12);
    expect(fit.intercept).toBeCloseTo(other.b, 12);
    const line = statistics.linearRegressionLine(other);
    const ss = statistics.sum(pairs.map((p) => (p.index - line(p.days)) ** 2));
    expect(fit.residualSd).toBeCloseTo(Math.sqrt(ss / (pairs.length - 2)), 12);
    expect(bandAt(fit, 20)).toBeGreaterThan(bandAt(fit, fit.meanDays));
  });

  it('finds the line it was made from, and refuses what says nothing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (m, b) => {
          const fit = fitLine([0, 1, 4, 9].map((days) => ({ days, index: b + m * days })))!;
          expect(fit.slope).toBeCloseTo(m, 9);
          expect(fit.intercept).toBeCloseTo(b, 9);
          expect(fit.residualSd).toBeCloseTo(0, 6);
        },
      ),
    );
    expect(fitLine(pairs.slice(0, 2))).toBeNull();
    expect(fitLine([2, 3, 4].map((index) => ({ days: 1, index })))).toBeNull();
    expect(fitLine([3, 2, 1].map((index, days) => ({ days, index })))).toBeNull();
  });

  it('replaces the shipped slope and its uncertainty', () => {
    const calibration = { hake: { slope: 0.5, intercept: 1, residualSd: 0.4, pairs: 14 } };
    const fish: FishSigns = Object.fromEntries(
      signsFor(euGeneral, of('hake'), 'gutted').map((s) => [s.id, 1]),
    );
    const shipped = look(euGeneral, 'hake', [fish]);
    const calibrated = look({ ...euGeneral, calibration }, 'hake', [fish]);
    expect(calibrated.used).toBeCloseTo((shipped.used - 1) / 0.5, 9);
    const S = 0.08 * 11;
    expect(calibrated.halfWidth).toBeCloseTo(1.645 * Math.sqrt(S ** 2 / 8 + (0.05 * 11) ** 2 + 0.8 ** 2), 9);
  });
});

describe('agreement of two graders', () => {
  // Worked by hand from the definition (Cohen 1968): weights (i - j)^2, 10 fish, levels 0 to 2.
  it('is the quadratic-weighted kappa', () => {
    const pairs = [
      [0, 0],
      [0, 0],
      [0, 0],
      [0, 1],
      [1, 1],
      [1, 1],
      [1, 2],
      [2, 2],
      [2, 2],
      [2, 0],
    ] as const;
    // Seen: (1 + 1 + 4) / 10. Chance: shares .4 .3 .3 against .4 .3 .3: .12 + .12 x 4 + .12 + .09 + .12 x 4 + .09.
    expect(quadraticKappa(pairs, 3)).toBeCloseTo(1 - 0.6 / 1.38, 12);
    expect(
      quadraticKappa(
        pairs.map(([a]) => [a, a] as const),
        3,
      ),
    ).toBe(1);
    expect(quadraticKappa([[1, 1]], 3)).toBeNull();
    expect(quadraticKappa([], 3)).toBeNull();
  });
});

describe('a scheme someone wrote', () => {
  it.each([
    ['as shipped', {}, /^$/],
    ['of two signs', { signs: euGeneral.signs.slice(0, 2) }, /three signs/],
    ['with falling centres', { centres: [0.4, 0.3, 0.6, 0.9] as const }, /rise/],
    ['with a weight of nothing', { signs: euGeneral.signs.map((s) => ({ ...s, weight: 0 })) }, /weight/],
    [
      'with three levels',
      { signs: euGeneral.signs.map((s) => ({ ...s, words: s.words.slice(0, 3) })) },
      /four levels/,
    ],
    [
      'with the same words twice',
      { signs: euGeneral.signs.map((s) => ({ ...s, words: ['a', 'b', 'A', 'c'] })) },
      /same words/,
    ],
    ['an index without an end', { method: 'index' as const }, /at its end/],
  ])('%s', (_name, more, said) => {
    expect(inWords(schemeFaults({ ...euGeneral, ...more })).join(' ')).toMatch(said);
  });
  it('every shipped scheme can be used', () => {
    for (const scheme of shippedSchemes) expect(inWords(schemeFaults(scheme)), scheme.id).toEqual([]);
  });
});

describe('what is seen beside the signs', () => {
  const fresh: FishSigns = Object.fromEntries(
    signsFor(euGeneral, of('hake'), 'gutted').map((s) => [s.id, 0]),
  );
  it.each([
    ['prohibited', 'a prohibited species'],
    ['unidentified', 'a species nobody could make sure of'],
  ] as const)('%s is a hard stop', (identity, stop) => {
    const g = look(euGeneral, 'hake', [fresh], { observed: { ...nothingObserved, identity } });
    expect(inWords(g)).toMatchObject({ verdict: 'reject', hardStops: [stop] });
  });

  it('a bled fish keeps its pale gills', () => {
    const fish = [{ ...fresh, gills: 2 as Level }];
    const said = (bled: 'yes' | 'unknown') =>
      look(euGeneral, 'hake', fish, { observed: { ...nothingObserved, bled } }).atOdds[0]!.advice;
    expect(inWords(said('yes'))).toMatch(/It was bled/);
    expect(inWords(said('unknown'))).toMatch(/Was it bled\?/);
  });

  it('damage bars the forms that show it, and says what to do instead', () => {
    expect(inWords(damageRefusal(['lost_scales', 'crush'], formOf(formBook(), 'steaks')))).toMatch(/Crush/);
    expect(inWords(damageRefusal(['lost_scales'], formOf(formBook(), 'whole')))).toBeNull();
    expect(inWords(damageRefusal(['tears'], formOf(formBook(), 'fillet_skinless')))).toBeNull();
    const wild = observedAdvice(
      { ...nothingObserved, rigor: 'in_rigor', finsWorn: true, damage: ['bites'] },
      { farmed: false },
    );
    expect(inWords(wild).join(' ')).toMatch(/do not fillet yet.*paperwork.*Bites/);
    expect(inWords(observedAdvice({ ...nothingObserved, finsWorn: true }, { farmed: true }))).toEqual([]);
  });
});
