import { sameHours } from '../calendar/index.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formBook, formOf } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import {
  applies,
  categories,
  categoryLimits,
  damageRefusal,
  damageRules,
  damages,
  dayAxis,
  euGeneral,
  fitRungs,
  grade,
  intakeLimit,
  landedPace,
  nothingObserved,
  observedAdvice,
  qimCod,
  schemeFaults,
  schemesFor,
  sellBy,
  signKinds,
  signsFor,
  usedFor,
  type FishSigns,
  type GradeInput,
  type Level,
  type Scheme,
  type Sign,
} from './index.ts';

const hake = catalogue.find((s) => s.id === 'hake')!;
/** A fish of a hundred days, and a scheme of a hundred points on it: each point is exactly one day. */
const fish100 = { ...hake, iceDays: 100 };
const sign = (id: string, kind: Sign['kind'], levels = 4): Sign => ({
  id,
  kind,
  name: id,
  weight: 1,
  words: Array.from({ length: levels }, (_, i) => `${id} ${String(i)}`),
});
const points100: Scheme = {
  ...euGeneral,
  method: 'index',
  rejectAt: 100,
  sigma: { days: 0 },
  signs: Array.from({ length: 34 }, (_, i) => sign(`s${String(i)}`, 'slime')),
};
/** A fish that has lost so many points, each sign as far gone as the next. */
function lost(points: number): FishSigns {
  let left = points;
  return Object.fromEntries(
    points100.signs.map((s, i) => {
      const level = Math.min(3, Math.ceil(left / (points100.signs.length - i)));
      left -= level;
      return [s.id, level as Level];
    }),
  );
}
const judged = (more: Partial<GradeInput>) =>
  grade({
    species: fish100,
    condition: 'gutted',
    fish: [lost(0)],
    coreCelsius: 0,
    limitCelsius: 2,
    temperatureHistory: false,
    foreignSmell: false,
    storageCelsius: 0,
    scheme: points100,
    ...more,
  });
const codes = (words: readonly unknown[]) =>
  words.map((w) => (typeof w === 'string' ? w : (w as { code: string }).code.replace('core/freshness:', '')));

describe('limits belong to the better side', () => {
  it.each(categoryLimits.map((limit, i) => [limit, i] as const))('category at %f', (limit, i) => {
    const points = Math.round(100 * limit);
    expect(judged({ fish: [lost(points)] }).category).toBe(categories[i]);
    expect(judged({ fish: [lost(points + 1)] }).category).toBe(categories[i + 1]);
  });

  it.each(fitRungs.map((rung, i) => [rung.use, rung.limit, i] as const))('%s up to %f', (use, limit, i) => {
    const points = Math.round(100 * limit);
    expect(judged({ fish: [lost(points)] }).fitFor).toBe(use);
    expect(judged({ fish: [lost(points + 1)] }).fitFor).toBe(fitRungs[i + 1]?.use ?? null);
    expect(usedFor(limit)).toBe(use);
    expect(usedFor(limit + 1e-9)).toBe(fitRungs[i + 1]?.use ?? null);
  });

  it('a fish for cooking only is fit for no raw use, and nothing rejected for any', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 100 }), fc.integer({ min: 0, max: 100 }), (a, b) => {
        const g = judged({ fish: [lost(a), lost(b)] });
        if (g.verdict === 'cooked_only') expect(g.fitFor).not.toBe('raw');
        if (g.verdict === 'reject') expect(g.fitFor).toBeNull();
        else expect(g.fitFor).toBe(usedFor(g.usedShare));
      }),
    );
  });

  it('82 % used is held, a point more is refused; 60 % is for cooking, a point less is not', () => {
    expect(judged({ fish: [lost(82)] }).verdict).toBe('hold');
    expect(judged({ fish: [lost(83)] }).verdict).toBe('reject');
    const many = (points: number) => judged({ fish: Array.from({ length: 8 }, () => lost(points)) });
    expect(many(60).verdict).toBe('cooked_only');
    expect(many(59).verdict).toBe('accept');
    expect(many(60).mark).toBe(40);
  });

  it('a day and a half left is for today, a quarter of the life between two fish is not yet mixed', () => {
    const warmed = (storageCelsius: number) => judged({ fish: [lost(0)], storageCelsius });
    // Of six days one and a half are left to a fish that has used four and a half.
    const six = { ...hake, iceDays: 6 };
    const scheme = { ...points100, rejectAt: 24 };
    const at = (points: number) =>
      judged({
        species: six,
        scheme,
        fish: [lost(points)],
        storageCelsius: 10,
      });
    expect(at(0).daysLeft).toBe(1.5);
    expect(codes(at(0).reasons)).toEqual(['a_day_and_a_half_or_less_is_left']);
    expect(judged({ species: six, scheme, storageCelsius: 9.9 }).verdict).toBe('accept');
    expect(warmed(-18).daysLeft).toBe(Infinity);
    expect(judged({ fish: [lost(0), lost(25)] }).mixed).toBe(false);
    expect(judged({ fish: [lost(0), lost(26)] }).mixed).toBe(true);
  });

  it('needs three signs on the fish that shows fewest', () => {
    const of = (n: number): FishSigns =>
      Object.fromEntries(points100.signs.slice(0, n).map((s) => [s.id, 0]));
    expect(codes(judged({ fish: [of(3)] }).reasons)).toEqual(['the_signs_agree_and_there_is_life']);
    expect(codes(judged({ fish: [of(5), of(2)] }).reasons)).toEqual(['fewer_than_three_signs_could_be']);
  });

  it('is too warm above the limit, not at it, and only when it was probed and nothing is known of its way', () => {
    const held = (more: Partial<GradeInput>) =>
      codes(judged(more).reasons).includes('too_warm_at_intake_and_no');
    expect(held({ coreCelsius: 2 })).toBe(false);
    expect(held({ coreCelsius: 2.1 })).toBe(true);
    expect(held({ coreCelsius: 2.1, temperatureHistory: true })).toBe(false);
    expect(held({ coreCelsius: null })).toBe(false);
  });

  it('a fish at which nothing was looked at says nothing about the others', () => {
    expect(() => judged({ fish: [{}] })).toThrow(RangeError);
    expect(judged({ fish: [{}, lost(20)] }).used).toBe(20);
  });
});

describe('the limit of the core temperature', () => {
  it.each([
    [false, 'eu', 2],
    [false, 'us', 5],
    [true, 'eu', 4.4],
    [true, 'us', 4.4],
  ] as const)('histamine %s, %s: %f C', (histamine, profile, limit) => {
    expect(intakeLimit({ histamine }, profile)).toBe(limit);
  });
});

describe('the usual cause of a sign that stands apart', () => {
  const ten = [...Array(10).keys()].map((i) => sign(`s${String(i)}`, 'slime'));
  const cause = (kind: Sign['kind'], worse: boolean, bled: 'yes' | 'unknown' = 'unknown') => {
    const scheme = { ...points100, rejectAt: 33, signs: [...ten, sign('odd', kind)] };
    const fish = Object.fromEntries(scheme.signs.map((s) => [s.id, (worse ? 0 : 3) as Level]));
    const g = judged({
      scheme,
      fish: [{ ...fish, odd: worse ? 3 : 0 }],
      observed: { ...nothingObserved, bled },
    });
    expect(g.atOdds.map((o) => o.signId)).toEqual(['odd']);
    return codes([g.atOdds[0]!.advice])[0];
  };
  const own: Partial<Record<Sign['kind'], string>> = {
    eyes: 'often_harmless_ice_on_the_eye',
    gills: 'a_bled_fish_or_washed_gills_look',
    skin: 'poor_packing_dries_and_dulls_the',
    edges: 'poor_packing_dries_and_dulls_the',
    flesh: 'spent_fish_a_soft_species_rough',
  };
  it.each(signKinds)('%s', (kind) => {
    expect(cause(kind, true)).toBe(own[kind] ?? 'look_again_at_this_sign_on_another');
    expect(cause(kind, false)).toBe(
      kind === 'eyes' ? 'eyes_keep_well_on_some_fish_trust' : 'this_sign_looks_better_than_the',
    );
    expect(cause(kind, true, 'yes')).toBe(
      kind === 'gills'
        ? 'it_was_bled_pale_gills_are_no'
        : (own[kind] ?? 'look_again_at_this_sign_on_another'),
    );
  });

  it.each([
    ['eyes', true, 'gutted', 'use_today'],
    ['eyes', false, 'gutted', 'use_today'],
    ['skin', true, 'whole', 'use_today'],
    ['skin', true, 'gutted', 'accept'],
    ['skin', false, 'whole', 'accept'],
  ] as const)('%s, worse %s, %s: %s', (kind, worse, condition, verdict) => {
    // Twenty signs half gone, or none of them, and one that says otherwise.
    const many = [...Array(20).keys()].map((i) => sign(`m${String(i)}`, 'slime'));
    const scheme = { ...points100, rejectAt: 80, signs: [...many, sign('odd', kind)] };
    const level: Level = worse ? 0 : 2;
    const fish = { ...Object.fromEntries(many.map((s) => [s.id, level])), odd: (worse ? 3 : 0) as Level };
    const g = judged({ scheme, condition, fish: Array.from({ length: 8 }, () => fish) });
    expect(g.verdict).toBe(verdict);
  });
});

describe('how far a vote may stand off', () => {
  it('half a step of its sign: few levels say less', () => {
    const signs = [sign('two', 'smell', 2), sign('three', 'flesh', 3), sign('four', 'eyes', 4)];
    const index = dayAxis({ ...points100, rejectAt: 6 }, { id: 'hake', iceDays: 12 }, signs);
    // Six points in all, twelve days: the whole axis is 12, of which a sign of n steps says 1 / n.
    expect(signs.map((s) => index.reachOf(s))).toEqual([6, 3, 2]);
    expect(signs.map((s) => index.daysOf(s, 1))).toEqual([12, 6, 4]);
    const levels = dayAxis({ ...euGeneral, voteHalfWidth: 0.1 }, { id: 'hake', iceDays: 12 }, signs);
    expect(levels.reachOf(signs[0]!)).toBeCloseTo(1.2, 12);
  });

  it('a calibration moves a vote and its reach alike', () => {
    const calibration = { hake: { slope: 2, intercept: 1, residualSd: 1, pairs: 12 } };
    const signs = [sign('a', 'smell')];
    const axis = dayAxis({ ...points100, calibration }, { id: 'hake', iceDays: 12 }, signs);
    expect(axis.daysAt(7)).toBe(3);
    expect(axis.daysOf(signs[0]!, 3)).toBe(1);
    expect(axis.reachOf(signs[0]!)).toBeCloseTo(0.25, 12);
  });
});

describe('a scheme someone wrote, at its limits', () => {
  const three = [sign('a', 'smell'), sign('b', 'flesh'), sign('c', 'eyes')];
  const base: Scheme = { ...euGeneral, signs: three };
  const one = (change: Partial<Sign>): Partial<Scheme> => ({
    signs: [{ ...three[0]!, ...change }, ...three.slice(1)],
  });
  it.each([
    ['three signs', {}, []],
    ['two signs', { signs: three.slice(1) }, ['a_scheme_looks_at_three_signs_at']],
    ['a level of spaces', one({ words: ['x', ' ', 'y', 'z'] }), ['a_level_has_no_words']],
    [
      'words that differ by case and spaces',
      one({ words: ['x', 'X ', 'y', 'z'] }),
      ['two_levels_are_described_by_the'],
    ],
    ['a weight of five', one({ weight: 5 }), []],
    ['a weight above five', one({ weight: 5.01 }), ['its_weight_lies_between_0_and_5']],
    ['a weight of nothing', one({ weight: 0 }), ['its_weight_lies_between_0_and_5']],
    ['one level', one({ words: ['x'] }), ['two_to_four_levels', 'four_levels_as_the_centres_are']],
    ['five levels', one({ words: [...'abcde'] }), ['two_to_four_levels', 'four_levels_as_the_centres_are']],
    ['centres from 0 to 1.2', { centres: [0, 0.5, 1, 1.2] }, []],
    ['a centre below 0', { centres: [-0.1, 0.5, 1, 1.2] }, ['the_centres_of_the_levels_rise']],
    ['a centre above 1.2', { centres: [0, 0.5, 1, 1.21] }, ['the_centres_of_the_levels_rise']],
    ['two centres alike', { centres: [0, 0.5, 0.5, 1] }, ['the_centres_of_the_levels_rise']],
    ['an index of falling centres', { centres: [1, 0.5, 0.4, 0], method: 'index', rejectAt: 9 }, []],
    ['an index of two levels', { ...one({ words: ['x', 'y'] }), method: 'index', rejectAt: 7 }, []],
    ['an end above its points', { method: 'index', rejectAt: 10 }, ['the_index_at_which_it_is_at_its']],
    ['an end at nothing', { method: 'index', rejectAt: 0 }, ['the_index_at_which_it_is_at_its']],
  ] as [string, Partial<Scheme>, string[]][])('%s', (_name, change, faults) => {
    expect(codes(schemeFaults({ ...base, ...change }))).toEqual(faults);
  });
});

describe('which scheme and which signs', () => {
  it('a scheme judges its own species in its own conditions', () => {
    expect(applies(qimCod, { id: 'cod' }, 'gutted')).toBe(true);
    expect(applies(qimCod, { id: 'cod' }, 'headed_gutted')).toBe(false);
    expect(applies(qimCod, { id: 'hake' }, 'gutted')).toBe(false);
    const general = { ...qimCod, id: 'general', species: null };
    expect(schemesFor([general, qimCod], { id: 'cod' }, 'gutted').map((s) => s.id)).toEqual([
      'qim-cod',
      'general',
    ]);
  });

  it('asks a sign once, heaviest first, where it can be looked at', () => {
    const signs: Sign[] = [
      { ...sign('a', 'smell'), weight: 1 },
      { ...sign('b', 'flesh'), weight: 3 },
      { ...sign('b', 'flesh'), weight: 9 },
      { ...sign('c', 'eyes'), weight: 2, conditions: ['whole'] },
      { ...sign('d', 'eyes'), weight: 2, species: ['cod'] },
      { ...sign('e', 'eyes'), weight: 2, groups: ['blue'] },
    ];
    expect(signsFor({ signs }, hake, 'gutted').map((s) => [s.id, s.weight])).toEqual([
      ['b', 3],
      ['a', 1],
    ]);
  });
});

describe('damage', () => {
  const forms = formBook();
  it.each(damages)('%s bars what its rule names and nothing else', (damage) => {
    for (const form of forms.values()) {
      const named = damageRules[damage].not.includes(form.section);
      const refusal = damageRefusal([damage], form);
      if (!named) expect(refusal, form.id).toBeNull();
      else if (damage !== 'net_burn')
        expect(refusal?.params, form.id).toEqual({ damageRules: damageRules[damage].name });
    }
    expect(damageRefusal([], formOf(forms, 'whole'))).toBeNull();
    expect(codes(observedAdvice({ ...nothingObserved, damage: [damage] }, { farmed: false }))).toEqual([
      'damage_and_what_of_it',
    ]);
  });

  it('burnt skin bars a fish sold in its skin', () => {
    expect(damageRefusal(['net_burn'], formOf(forms, 'whole'))).not.toBeNull();
  });

  it.each([
    ['in rigor', { rigor: 'in_rigor' }, ['stiff_so_hours_old_keep_it_and_do']],
    ['full of roe', { roe: 'full' }, ['full_of_roe_the_flesh_yields_less']],
    ['spent', { roe: 'spent' }, ['spent_thin_soft_low_yield_agree']],
    ['bled', { bled: 'yes' }, ['bled_paler_gills_are_no_fault_of']],
    ['worn', { finsWorn: true }, ['fins_and_tail_are_worn_as_in_nets']],
    ['nothing', {}, []],
  ] as const)('%s', (_name, seen, advice) => {
    expect(codes(observedAdvice({ ...nothingObserved, ...seen }, { farmed: false }))).toEqual(advice);
  });
});

describe('the pace as landed', () => {
  it.each([
    ['gutted', 1],
    ['side', 1 / 0.75],
    ['boned_side', 1 / 0.75],
    ['loin', 1 / 0.65],
    ['whole', 1 / 0.75],
  ] as const)('%s', (condition, pace) => {
    expect(landedPace(hake, condition)).toBeCloseTo(pace, 12);
  });
});

describe('the last day of sale', () => {
  const toSix = (weekdays: number[]) => sameHours(weekdays, { opens: 8 * 60, closes: 18 * 60 });
  const daily = { timeZone: 'UTC', hours: toSix([0, 1, 2, 3, 4, 5, 6]), shut: [] };
  const noon = new Date('2026-11-25T12:00:00Z');
  it('a life that ends as the shop closes is sold on that day', () => {
    expect(sellBy(noon, 0.25, daily)).toBe('2026-11-25');
    expect(sellBy(noon, 1.25, daily)).toBe('2026-11-26');
    expect(sellBy(noon, 1.24, daily)).toBe('2026-11-25');
  });
  it('today is the last day that is tried, and a shut today is none', () => {
    const shut = { ...daily, hours: toSix([4]) };
    expect(sellBy(noon, 0.3, shut)).toBeNull();
    expect(sellBy(noon, 1.3, shut)).toBe('2026-11-26');
    expect(sellBy(noon, 1.2, shut)).toBeNull();
  });
});
