import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogue, conditionsFor } from '../species/index.ts';
import {
  euGeneral,
  fitRungs,
  grade,
  intakeLimit,
  sampleSize,
  schemesFor,
  shippedSchemes,
  signsFor,
  verdicts,
  type FishSigns,
  type GradeInput,
  type Level,
} from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;

/** A gutted hake in ice unless said otherwise. */
function look(fish: readonly FishSigns[], more: Partial<GradeInput> & { id?: string } = {}) {
  const { id = 'hake', ...rest } = more;
  const species = of(id);
  return grade({
    species,
    condition: 'gutted',
    fish,
    coreCelsius: 0.8,
    limitCelsius: intakeLimit(species),
    temperatureHistory: false,
    foreignSmell: false,
    storageCelsius: 0,
    scheme: euGeneral,
    ...rest,
  });
}
const all = (level: Level, id = 'hake', condition: GradeInput['condition'] = 'gutted'): FishSigns =>
  Object.fromEntries(signsFor(euGeneral, of(id), condition).map((s) => [s.id, level]));

describe('the signs', () => {
  const ids = (id: string, condition: GradeInput['condition']) =>
    signsFor(schemesFor(shippedSchemes, of(id), condition).at(-1)!, of(id), condition).map((s) => s.id);

  it('asks only for what is there', () => {
    expect(ids('hake', 'gutted')).toEqual([
      'smell',
      'gills',
      'flesh',
      'lining',
      'blood',
      'skin',
      'slime',
      'eyes',
    ]);
    expect(ids('sea_bass', 'whole')).toEqual(['smell', 'gills', 'flesh', 'belly', 'skin', 'slime', 'eyes']);
    expect(ids('cod', 'headed_gutted')).not.toContain('eyes');
    expect(ids('cod', 'headed_gutted')).toContain('lining');
    expect(ids('monkfish', 'tail')).toEqual([
      'smell',
      'firmness',
      'cut_face',
      'gaping',
      'dried',
      'blemish',
      'drip',
    ]);
    expect(ids('mackerel', 'whole')).toContain('gill_cover');
    expect(ids('skate', 'wing')).toContain('wing_edges');
  });

  it('has different words for each level of each sign of each fish in each scheme', () => {
    for (const s of catalogue)
      for (const condition of conditionsFor(s))
        for (const scheme of schemesFor(shippedSchemes, s, condition))
          for (const sign of signsFor(scheme, s, condition))
            expect(new Set(sign.words).size, `${scheme.id} ${sign.id}`).toBe(sign.words.length);
  });

  it('judges plaice, blue fish and skate by their own smell', () => {
    const smell = (id: string) => signsFor(euGeneral, of(id), 'gutted')[0]!.words[0];
    expect(new Set(['cod', 'plaice', 'mackerel', 'skate'].map(smell)).size).toBe(4);
  });
});

describe('the consensus', () => {
  it.each([0, 1, 2] as const)('of a fish at level %i everywhere lies on that level', (level) => {
    expect(look([all(level)]).usedShare).toBeCloseTo(euGeneral.centres[level], 9);
  });

  it('is between the levels seen, for any signs of any fish', () => {
    const levels = fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 12, maxLength: 12 });
    fc.assert(
      fc.property(
        fc.constantFrom(...catalogue),
        fc.array(levels, { minLength: 1, maxLength: 5 }),
        (species, sample) => {
          const signs = signsFor(euGeneral, species, 'gutted');
          const fish = sample.map((ls) =>
            Object.fromEntries(signs.map((s, i) => [s.id, ls[i] as Level])),
          ) as FishSigns[];
          const seen = fish.flatMap((f) => Object.values(f));
          const g = look(fish, { id: species.id });
          expect(g.usedShare).toBeGreaterThanOrEqual(euGeneral.centres[Math.min(...seen) as Level] - 1e-9);
          expect(g.usedShare).toBeLessThanOrEqual(euGeneral.centres[Math.max(...seen) as Level] + 1e-9);
          expect(verdicts).toContain(g.verdict);
          expect(g.reasons.length).toBeGreaterThan(0);
        },
      ),
    );
  });

  it('has the interval of its formula: one fish, eight signs that agree', () => {
    const S = 0.08 * 11;
    const expected = 1.645 * Math.sqrt(S ** 2 / 8 + (0.05 * 11) ** 2 + (0.06 * 11) ** 2);
    expect(look([all(1)]).halfWidth).toBeCloseTo(expected, 9);
  });

  it('is surer with more fish that agree', () => {
    expect(look([all(1), all(1), all(1)]).halfWidth).toBeLessThan(look([all(1)]).halfWidth);
  });

  it('refuses to judge nothing', () => {
    expect(() => look([{}])).toThrow(RangeError);
  });

  it('takes no vote from a sign nobody looked at', () => {
    const { votes } = look([{ smell: 0, gills: 0, flesh: 1 }]);
    expect(votes.map((v) => v.sign.id)).toEqual(['smell', 'gills', 'flesh']);
  });
});

describe('category, mark and fit for', () => {
  it.each([
    [0, 'Extra', 90, 'raw'],
    [1, 'A', 62, 'steam'],
    [2, 'B', 32, 'poach'],
  ] as const)('level %i everywhere is %s, mark %i, fit to %s', (level, category, mark, use) => {
    const g = look([all(level)], { fish: [all(level), all(level), all(level)] });
    expect(g.category).toBe(category);
    expect(g.mark).toBe(mark);
    expect(g.fitFor).toBe(use);
  });

  it('goes down the rungs in order', () => {
    const limits = fitRungs.map((r) => r.limit);
    expect(limits).toEqual([...limits].sort((a, b) => a - b));
    expect(fitRungs.map((r) => r.use)).toEqual(['raw', 'steam', 'grill', 'poach', 'fry']);
  });

  it('is fit for nothing once rejected', () => {
    expect(look([all(3)]).fitFor).toBeNull();
    expect(look([all(3)]).category).toBe('Not admitted');
  });
});

describe('hard stops', () => {
  it.each(['smell', 'gills', 'flesh'])('refuses a lot whose %s is at the worst level on one fish', (sign) => {
    const g = look([all(0), { ...all(0), [sign]: 3 }, all(0)]);
    expect(g.verdict).toBe('reject');
    expect(inWords(g.hardStops)).toEqual([`${sign} at the worst level`]);
  });

  it('refuses a burst belly, ammonia on skate and a taint', () => {
    const bass = { ...all(0, 'sea_bass', 'whole'), belly: 3 as Level };
    expect(look([bass], { id: 'sea_bass', condition: 'whole' }).verdict).toBe('reject');
    const skate = { ...all(0, 'skate'), smell: 2 as Level };
    expect(inWords(look([skate], { id: 'skate' }).hardStops)).toEqual(['ammonia']);
    expect(inWords(look([{ ...all(0), smell: 2 }]).hardStops)).toEqual([]);
    expect(look([all(0)], { foreignSmell: true }).verdict).toBe('reject');
  });

  it.each([
    [4.4, false, 'accept'],
    [4.5, false, 'reject'],
    [4.5, true, 'accept'],
    [null, false, 'accept'],
  ] as const)('mackerel at %s C, history %s: %s', (coreCelsius, temperatureHistory, verdict) => {
    const fish = [all(0, 'mackerel'), all(0, 'mackerel'), all(0, 'mackerel')];
    expect(look(fish, { id: 'mackerel', coreCelsius, temperatureHistory }).verdict).toBe(verdict);
  });
});

describe('the verdict', () => {
  const three = (f: FishSigns) => [f, f, f];

  it.each([
    ['fresh', three(all(0)), {}, 'accept'],
    ['a day old all over', three(all(1)), {}, 'accept'],
    ['warm without a history', three(all(0)), { coreCelsius: 2.1 }, 'hold'],
    ['warm with a history', three(all(0)), { coreCelsius: 2.1, temperatureHistory: true }, 'accept'],
    ['two signs only', three({ smell: 0, flesh: 0 }), {}, 'hold'],
    ['a mixed sample', [all(0), all(0), all(2)], {}, 'hold'],
    ['past its life', three(all(3)), {}, 'reject'],
    ['eyes at odds', three({ ...all(0), eyes: 2 }), {}, 'use_today'],
    // A sign at odds on the worse side counts only while the guts are in.
    ['skin at odds, gutted', three({ ...all(0), skin: 2 }), {}, 'accept'],
  ] as const)('%s: %s', (_name, fish, more, verdict) => {
    expect(look(fish, more).verdict).toBe(verdict);
  });

  it('asks to use today what has a day and a half left where it lies', () => {
    // Sardine, level 1: 0.38 of 6 days used; at 10 C what is left runs four times as fast.
    const fish = three(all(1, 'sardine'));
    expect(look(fish, { id: 'sardine' }).verdict).toBe('accept');
    const warm = look(fish, { id: 'sardine', storageCelsius: 10 });
    expect(warm.daysLeft).toBeCloseTo((6 * 0.62) / 4, 9);
    expect(warm.verdict).toBe('use_today');
  });

  it('keeps old fish for cooking from 60 % on, and holds what may be past its end', () => {
    expect(look(three(all(2))).verdict).toBe('cooked_only');
    const older = look(three({ ...all(2), lining: 3, blood: 3, skin: 3 }));
    expect(older.usedShare).toBeLessThan(0.82);
    expect(older.usedShare + older.halfWidth / 11).toBeGreaterThan(0.82);
    expect(older.verdict).toBe('hold');
  });

  it('names the sign at odds with its harmless causes, on the side it stands', () => {
    const worse = look(three({ ...all(0), eyes: 2 }));
    expect(worse.atOdds.map((o) => o.signId)).toEqual(['eyes']);
    expect(inWords(worse.atOdds[0]!.advice)).toMatch(/ice on the eye/);
    const better = look(three({ ...all(2), eyes: 0 }));
    expect(inWords(better.atOdds[0]!.advice)).toMatch(/Trust the gills/);
    expect(better.votes.find((v) => v.sign.id === 'eyes')!.oddsDays).toBeLessThan(0);
  });

  it('has an interval of days left that is the interval of days used, seen from the other end', () => {
    const g = look(three(all(1)), { storageCelsius: 5 });
    const at5 = 2.25;
    expect(g.daysLeftRange[0]).toBeCloseTo((11 - g.used - g.halfWidth) / at5, 9);
    expect(g.daysLeftRange[1]).toBeCloseTo((11 - g.used + g.halfWidth) / at5, 9);
    const fresh = look([all(0)]);
    expect(fresh.daysLeftRange[1]).toBeLessThanOrEqual(11);
  });

  it('runs the clock of a whole fish faster', () => {
    const whole = look(three(all(0, 'sea_bass', 'whole')), { id: 'sea_bass', condition: 'whole' });
    expect(whole.daysLeft).toBeCloseTo(15 * 0.9 * 0.75, 9);
  });
});

describe('the sample', () => {
  it.each([
    [1, 1],
    [3, 3],
    [4, 3],
    [15, 3],
    [16, 5],
    [50, 5],
    [51, 8],
    [400, 8],
  ])('of %i fish is %i', (pieces, fish) => {
    expect(sampleSize(pieces)).toBe(fish);
  });
});
