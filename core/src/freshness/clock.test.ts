import { sameHours } from '../calendar/index.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogue } from '../species/index.ts';
import { cutPace, daysLeft, landedPace, intakeLimit, sellBy, spoilageRate } from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;

describe('the spoilage rate', () => {
  // Square-root model, FAO Fisheries Technical Paper 348 (values from memory).
  it.each([
    [0, 1],
    [5, 2.25],
    [10, 4],
    [-3, 0],
    [-18, 0],
    [15, 6.25],
    [30, 6.25],
  ])('at %f C is %f', (celsius, rate) => {
    expect(spoilageRate(celsius)).toBeCloseTo(rate, 12);
  });

  // Shelf life at 0, 5 and 10 C, days: same paper, table (values from memory). The model must lie within
  // -35 % to +60 % of each measured ratio.
  it.each([
    ['salmon', 11.8, 8.0, 3.0],
    ['packed cod', 14, 6, 3],
    ['crab claw', 10.1, 5.5, 2.6],
  ])('stays near what was measured on %s', (_name, at0, at5, at10) => {
    for (const [celsius, days] of [
      [5, at5],
      [10, at10],
    ] as const) {
      const ratio = spoilageRate(celsius) / (at0 / days);
      expect(ratio).toBeGreaterThan(0.65);
      expect(ratio).toBeLessThan(1.6);
    }
  });

  it('never falls as it gets warmer', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -30, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (t, more) => spoilageRate(t + more) >= spoilageRate(t),
      ),
    );
  });
});

describe('guts in', () => {
  it.each([
    ['sea_bass', 'whole', 1 / 0.75],
    ['mackerel', 'whole', 1 / 0.6],
    ['mackerel', 'gutted', 1],
    ['cod', 'headed_gutted', 1],
    ['salmon', 'whole', 1 / 0.75],
  ] as const)('%s %s runs at %f', (id, condition, factor) => {
    expect(landedPace(of(id), condition)).toBeCloseTo(factor, 12);
  });
});

describe('days left', () => {
  const base = {
    iceDays: 14,
    usedAtGrading: 4,
    halfWidth: 1.2,
    elapsedDays: 0,
    celsius: 0,
    pace: 1,
  };

  it.each([
    [{}, 10],
    [{ elapsedDays: 2 }, 8],
    [{ celsius: 5 }, 10 / 2.25],
    [{ pace: 1 / 0.75 }, 7.5],
    [{ pace: cutPace(0.65) }, 6.5],
    [{ elapsedDays: 2, celsius: 5 }, (14 - 4 - 4.5) / 2.25],
    [{ elapsedDays: 60 }, 0],
    [{ celsius: -18 }, Infinity],
  ])('with %o is %f', (change, left) => {
    expect(daysLeft({ ...base, ...change }).left).toBeCloseTo(left, 10);
  });

  it('is cautious by half the half-width', () => {
    expect(daysLeft(base).cautiousLeft).toBeCloseTo(14 - 4.6, 10);
  });

  it('a piece ends when its cut said it would, however often it is looked at and cut again', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.double({ min: -2.9, max: 15, noNaN: true }),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 8 }),
        (first, second, celsius, looks) => {
          const cut = daysLeft({ ...base, celsius, pace: cutPace(first) });
          expect(cut.left).toBeCloseTo(((14 - 4) * first) / spoilageRate(celsius), 9);
          // At one temperature the end never moves: what has gone and what is left add up to what the cut said.
          for (const share of looks) {
            const gone = cut.left * share;
            const seen = daysLeft({ ...base, celsius, pace: cutPace(first), elapsedDays: gone });
            expect(gone + seen.left).toBeCloseTo(cut.left, 9);
            const again = daysLeft({ ...base, usedAtGrading: seen.used, celsius, pace: cutPace(second) });
            expect(again.left).toBeCloseTo((seen.left * second) / first, 9);
          }
        },
      ),
    );
  });
});

describe('sell by', () => {
  const toSix = (weekdays: number[]) => sameHours(weekdays, { opens: 8 * 60, closes: 18 * 60 });
  const calendar = { timeZone: 'Europe/Dublin', hours: toSix([1, 2, 3, 4, 5, 6]), shut: [] };
  const everyDay = toSix([0, 1, 2, 3, 4, 5, 6]);
  const wednesday = new Date('2026-11-25T10:00:00Z');

  it.each([
    [0.2, null],
    [0.34, '2026-11-25'],
    [1.4, '2026-11-26'],
    // Friday's close is 2.33 days away, Saturday's 3.33, and Sunday the shop is shut.
    [3.3, '2026-11-27'],
    [4.5, '2026-11-28'],
    [5.4, '2026-11-30'],
  ])('with %f days of life is %s', (days, day) => {
    expect(sellBy(wednesday, days, calendar)).toBe(day);
  });

  it('keeps to local time across the change of clocks', () => {
    // Saturday 24 October 2026, 12:00 in summer time; Sunday's close is 31 hours away, as an hour is given back.
    const saturday = new Date('2026-10-24T11:00:00Z');
    const daily = { ...calendar, hours: everyDay };
    expect(sellBy(saturday, 30.9 / 24, daily)).toBe('2026-10-24');
    expect(sellBy(saturday, 31.1 / 24, daily)).toBe('2026-10-25');
  });

  it('counts real hours over the night the clocks change, and evenings as the wall clock has them', () => {
    // Europe/London: on 25 October 2026 the day has 25 hours; 18:00 is 17:00 UTC before it and 18:00 UTC after.
    const before = new Date('2026-10-24T17:00:00Z');
    expect(sellBy(before, 25 / 24, { ...calendar, timeZone: 'Europe/London', hours: everyDay })).toBe(
      '2026-10-25',
    );
    expect(sellBy(before, 24.9 / 24, { ...calendar, timeZone: 'Europe/London', hours: everyDay })).toBe(
      '2026-10-24',
    );
  });

  it('follows the hours of each day, and the days the shop is shut', () => {
    // Friday closes at noon: 50 hours away instead of 56; on Thursday the shop is shut, so Wednesday is the day before.
    const early = calendar.hours.with(5, { opens: 8 * 60, closes: 12 * 60 });
    expect(sellBy(wednesday, 51 / 24, calendar)).toBe('2026-11-26');
    expect(sellBy(wednesday, 51 / 24, { ...calendar, hours: early })).toBe('2026-11-27');
    const shut = [{ from: '2026-11-26', to: '2026-11-26', name: 'Stocktaking' }];
    expect(sellBy(wednesday, 51 / 24, { ...calendar, shut })).toBe('2026-11-25');
    expect(
      sellBy(wednesday, 51 / 24, { ...calendar, shut: [{ ...shut[0]!, from: '2026-11-01' }] }),
    ).toBeNull();
  });

  it('ends also for a fish whose clock stands', () => {
    expect(sellBy(wednesday, Infinity, calendar)).toBe('2027-12-29');
  });
});

describe('the limit at intake', () => {
  // 2 C, Reg. (EC) 853/2004; 4.4 C (40 F), FDA Hazards and Controls Guidance (values from memory).
  it('is 2 C, and 4.4 C for histamine species', () => {
    expect(intakeLimit(of('cod'))).toBe(2);
    expect(intakeLimit(of('mackerel'))).toBe(4.4);
    expect((4.4 * 9) / 5 + 32).toBeCloseTo(40, 0);
  });
});
