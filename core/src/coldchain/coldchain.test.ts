import fc from 'fast-check';
import integrate from 'integrate-adaptive-simpson';
import { describe, expect, it } from 'vitest';
import { cutPace, spoilageRate } from '../freshness/index.ts';
import {
  episodes,
  histamineAccount,
  rowClocks,
  rowLife,
  TemperatureLog,
  type LotPath,
  type Reading,
  type RowChange,
} from './index.ts';

const hour = 3_600_000;
const day = 24 * hour;
const every5 = (celsius: number, from: number, hours: number): Reading[] =>
  Array.from({ length: hours * 12 + 1 }, (_, i) => ({ at: from + (i * hour) / 12, celsius }));

/** Instants as they are, so that sums and searches work at their size. */
const epoch = Date.UTC(2026, 10, 20);
const readings = fc
  .array(
    fc.record({
      at: fc.integer({ min: 0, max: 40 * hour }).map((ms) => epoch + ms),
      celsius: fc.double({ min: -25, max: 28, noNaN: true }),
    }),
    {
      minLength: 1,
      maxLength: 30,
    },
  )
  .map((rs) => [...new Map(rs.map((r) => [r.at, r])).values()]);

describe('a temperature log', () => {
  // Square-root model, FAO Fisheries Technical Paper 348 (values from memory): 2.25 days a day at 5 C, 4 at 10 C.
  it.each([
    [0, 1],
    [5, 2.25],
    [10, 4],
    [20, 6.25],
    [-18, 0],
  ])('at a constant %f C uses %f days a day', (celsius, rate) => {
    const log = new TemperatureLog(0, every5(celsius, 0, 48));
    expect(log.span(5 * hour, 29 * hour).iceDays).toBeCloseTo(rate, 9);
  });

  it('agrees with adaptive quadrature of the rate over its own line', () => {
    fc.assert(
      fc.property(readings, fc.integer({ min: 0, max: 20 }), (rs, start) => {
        const log = new TemperatureLog(1, rs);
        const [from, to] = [epoch + start * hour, epoch + (start + 9) * hour];
        // Where the line bends or the model jumps the quadrature is given its ends, and the jump at -3 C some room.
        const bends = [
          from,
          ...rs
            .map((r) => r.at)
            .filter((t) => t > from && t < to)
            .sort((a, b) => a - b),
          to,
        ];
        let sum = 0;
        for (let i = 1; i < bends.length; i++) {
          const [a, b] = [bends[i - 1]! + 0.01, bends[i]! - 0.01];
          if (b > a) sum += integrate((t: number) => spoilageRate(log.valueAt(t).celsius), a, b, 1e-4, 24);
        }
        expect(log.span(from, to).iceDays).toBeCloseTo(sum / day, 3);
      }),
      { numRuns: 60 },
    );
  });

  it('splitting a stretch changes nothing', () => {
    const cut = fc.tuple(
      fc.integer({ min: -10, max: 60 }),
      fc.integer({ min: -10, max: 60 }),
      fc.integer({ min: -10, max: 60 }),
    );
    fc.assert(
      fc.property(readings, cut, (rs, hours) => {
        const log = new TemperatureLog(2, rs);
        const [a, b, c] = hours.sort((x, y) => x - y).map((h) => epoch + h * hour) as [
          number,
          number,
          number,
        ];
        const [whole, first, second] = [log.span(a, c), log.span(a, b), log.span(b, c)];
        for (const key of ['iceDays', 'assumedMs', 'warmMs', 'degreeMs'] as const)
          expect(first[key] + second[key]).toBeCloseTo(whole[key], 3);
        expect(whole.hot).toBe(first.hot || second.hot);
      }),
    );
  });

  it('gives one result in whatever order readings come', () => {
    fc.assert(
      fc.property(readings, fc.infiniteStream(fc.nat()), (rs, order) => {
        const inOrder = new TemperatureLog(1, rs);
        const late = new TemperatureLog(1);
        const keys = rs.map(() => order.next().value as number);
        for (const i of rs.map((_, i) => i).sort((a, b) => keys[a]! - keys[b]!)) late.add([rs[i]!]);
        late.add(rs.slice(0, 2));
        expect(late.readings(0, epoch + day * 9)).toEqual(inOrder.readings(0, epoch + day * 9));
        expect(late.span(epoch - 2 * hour, epoch + 60 * hour)).toEqual(
          inOrder.span(epoch - 2 * hour, epoch + 60 * hour),
        );
      }),
    );
  });

  it('fills a long gap with the set point and says so, a short one with a line', () => {
    const long = new TemperatureLog(1, [
      { at: 0, celsius: 9 },
      { at: 7 * hour, celsius: 9 },
    ]);
    expect(long.span(0, 7 * hour)).toMatchObject({ assumedMs: 7 * hour, warmMs: 0 });
    expect(long.span(0, 7 * hour).iceDays).toBeCloseTo((1.21 * 7) / 24, 12);
    const short = new TemperatureLog(1, [
      { at: 0, celsius: 9 },
      { at: 6 * hour, celsius: 9 },
    ]);
    expect(short.span(0, 6 * hour)).toMatchObject({ assumedMs: 0, warmMs: 6 * hour });
    // The newest reading holds for a while, then the set point.
    expect(short.span(6 * hour, 20 * hour)).toMatchObject({ assumedMs: 8 * hour, warmMs: 6 * hour });
    expect(short.expected(13 * hour)).toBe(1);
  });

  it('a warmer log never leaves more life', () => {
    fc.assert(
      fc.property(readings, fc.double({ min: 0, max: 6, noNaN: true }), (rs, more) => {
        const warm = new TemperatureLog(
          2,
          rs.map((r) => ({ ...r, celsius: r.celsius + more })),
        );
        expect(warm.span(epoch, epoch + 30 * hour).iceDays).toBeGreaterThanOrEqual(
          new TemperatureLog(2, rs).span(epoch, epoch + 30 * hour).iceDays - 1e-9,
        );
      }),
    );
  });
});

describe('alarms', () => {
  const log = (...cs: (readonly [minutes: number, celsius: number])[]) =>
    new TemperatureLog(
      0,
      cs.map(([m, celsius]) => ({ at: m * 60_000, celsius })),
    );
  it('a place is warm after half an hour above its limit, not before', () => {
    const crossing = [
      [0, 1],
      [10, 3],
      [40, 3],
      [50, 1],
      [60, 1],
    ] as const;
    expect(episodes(log(...crossing), 2, true, 0, hour)).toEqual([
      { kind: 'warm', from: 5 * 60_000, to: 45 * 60_000, peak: 3, lasts: false },
    ]);
    expect(episodes(log([0, 1], [10, 3], [25, 3], [35, 1]), 2, true, 0, hour)).toEqual([]);
    expect(episodes(log(...crossing), null, true, 0, hour)).toEqual([]);
  });
  it('a warm place that has not cooled lasts', () => {
    expect(episodes(log([0, 5], [60, 6]), 2, true, 0, 70 * 60_000)).toMatchObject([
      { kind: 'warm', lasts: true, peak: 6 },
    ]);
  });
  it('a sensor is silent after two hours; a place without one never', () => {
    const quiet = log([0, 1], [119, 1], [300, 1]);
    expect(episodes(quiet, 2, true, 0, 310 * 60_000)).toEqual([
      { kind: 'silent', from: 119 * 60_000, to: 300 * 60_000, peak: null, lasts: false },
    ]);
    expect(episodes(quiet, 2, false, 0, 310 * 60_000)).toEqual([]);
    expect(episodes(log(), 2, true, 0, 3 * hour)).toMatchObject([{ kind: 'silent', lasts: true }]);
  });
});

describe('the clock of a lot', () => {
  const logs = new Map([
    ['cold', new TemperatureLog(0, every5(0, 0, 96))],
    ['slab', new TemperatureLog(0, every5(5, 0, 96))],
    ['freezer', new TemperatureLog(-20, every5(-20, 0, 96))],
  ]);
  let movement = 0;
  const move = (at: number, from: string | null, to: string, grams = 1000, item = 'whole'): RowChange[] => {
    movement += 1;
    const row = { at, movement, batch: 0 };
    return [
      ...(from ? [{ ...row, place: from, item: 'whole', grams: -grams }] : []),
      { ...row, place: to, item, grams },
    ];
  };
  const clocks = (changes: RowChange[], more: Partial<LotPath> = {}) =>
    rowClocks({
      changes,
      grades: [{ at: hour, used: 2 }],
      cores: [],
      logs,
      frozenPlaces: new Set(['freezer']),
      paceOf: () => 1,
      now: 49 * hour,
      ...more,
    });
  const at = (place: string, found: ReturnType<typeof clocks>) => found.find((c) => c.place === place)!;

  it('runs from the grade at the pace of the place it lies in, and a moved part takes its clock along', () => {
    const found = clocks([...move(0, null, 'cold'), ...move(25 * hour, 'cold', 'slab', 400)]);
    expect(at('cold', found).used).toBeCloseTo(4, 9);
    expect(at('slab', found).used).toBeCloseTo(2 + 1 + 2.25, 9);
    expect(at('slab', found).path.map((s) => [s.place, s.from / hour, s.to / hour])).toEqual([
      ['cold', 0, 25],
      ['slab', 25, 49],
    ]);
    expect(at('slab', found).warmMs).toBe(24 * hour);
  });

  it('where parts meet the older clock counts', () => {
    const found = clocks([
      ...move(0, null, 'cold'),
      ...move(hour, 'cold', 'slab', 400),
      ...move(25 * hour, 'slab', 'cold', 200),
    ]);
    expect(at('cold', found).used).toBeCloseTo(2 + 2.25 + 1, 9);
  });

  // A pack put beside older ones, or thawed fish laid among fresh: never proved by the time of the others in the cold.
  it.each([
    [move(10 * hour, 'cold', 'freezer', 300), 'freezer', 10],
    [move(10 * hour, 'freezer', 'cold', 200), 'cold', null],
  ] as const)(
    'where parts meet, what was frozen last or never says what the freezer proves',
    (more, place, from) => {
      // What was frozen first had lain warm: its clock is the older.
      const found = clocks([
        ...move(0, null, 'cold'),
        ...move(hour, 'cold', 'slab', 400),
        ...move(9 * hour, 'slab', 'freezer', 400),
        ...more,
      ]);
      const freezer = at(place, found).path.findLast((s) => s.place === 'freezer');
      expect(freezer === undefined ? null : freezer.from / hour).toBe(from);
    },
  );

  it('a later grade sets it anew, an earlier instant knows nothing of it', () => {
    const found = clocks(move(0, null, 'cold'), {
      grades: [
        { at: hour, used: 2 },
        { at: 25 * hour, used: 6 },
      ],
    });
    expect(at('cold', found).used).toBeCloseTo(7, 9);
    expect(at('cold', clocks(move(0, null, 'cold'), { grades: [] })).used).toBeNull();
  });

  it('a row sold empty forgets its fish: what is put there later brings its own clock', () => {
    const sold = { at: 25 * hour, movement: 1040, place: 'slab', item: 'whole', batch: 0, grams: -400 };
    const found = clocks([
      ...move(0, null, 'cold'),
      ...move(hour, 'cold', 'slab', 400),
      sold,
      ...move(47 * hour, 'cold', 'slab', 100),
    ]);
    expect(at('slab', found).used).toBeCloseTo(2 + 46 / 24 + (2 * 2.25) / 24, 9);
    // Taken back, the sold fish lies there again with the clock it left with, and that is the older one.
    const back = clocks([
      ...move(0, null, 'cold'),
      ...move(hour, 'cold', 'slab', 400),
      sold,
      ...move(47 * hour, 'cold', 'slab', 100),
      { ...sold, at: 48 * hour, movement: 1090, grams: 400, undoes: 1040 },
    ]);
    expect(at('slab', back).used).toBeCloseTo(2 + 2 * 2.25, 9);
    expect(at('slab', back).grams).toBe(500);
  });

  it('rows moved together keep each their own clock, and a count gives none another', () => {
    const row = { movement: 1070, batch: 0, at: 25 * hour };
    const found = clocks([
      ...move(0, null, 'cold', 1000),
      ...move(hour, 'cold', 'slab', 400),
      { ...row, place: 'slab', item: 'whole', grams: -400 },
      { ...row, place: 'van', item: 'whole', grams: 400 },
      { ...row, place: 'cold', item: 'steaks', batch: 4, grams: -1 },
      { ...row, place: 'van', item: 'steaks', batch: 4, grams: 1 },
      { ...row, movement: 1071, place: 'cold', item: 'whole', grams: 7 },
    ]);
    expect(found.find((c) => c.place === 'van' && c.item === 'whole')!.used).toBeCloseTo(2 + 2.25, 9);
    expect(at('cold', found).used).toBeCloseTo(2 + 2, 9);
    expect(at('cold', found).grams).toBe(607);
  });

  it('replays to what lies there, whatever becomes of a lot, and empty rows pass nothing on', () => {
    const places = ['cold', 'slab', 'door'] as const;
    const there = new Map([...logs, ['door', new TemperatureLog(0, every5(3, 0, 96))]]);
    const act = fc.record({
      what: fc.constantFrom('move', 'sell', 'back', 'count', 'bin'),
      from: fc.constantFrom(...places),
      to: fc.constantFrom(...places),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
      all: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 40 }), (acts) => {
        const changes = [...move(0, null, 'cold', 5000)];
        const lies = new Map<string, number>([['cold', 5000]]);
        const sold: { act: number; place: string; grams: number }[] = [];
        const put = (act: number, place: string, grams: number, undoes: number | null = null) => {
          const movement = 1_000_000 + act;
          changes.push({ at: (2 + act) * hour, movement, place, item: 'whole', batch: 0, grams, undoes });
          lies.set(place, (lies.get(place) ?? 0) + grams);
        };
        acts.forEach((a, i) => {
          const has = lies.get(a.from) ?? 0;
          const grams = a.all ? has : Math.floor(has * a.share);
          if (a.what === 'back') {
            const taken = sold.pop();
            if (taken) put(i, taken.place, taken.grams, 1_000_000 + taken.act);
          } else if (grams === 0) return;
          else if (a.what === 'move' && a.from !== a.to) {
            put(i, a.from, -grams);
            put(i, a.to, grams);
          } else if (a.what === 'count') put(i, a.from, Math.ceil(grams * 0.01));
          else if (a.what !== 'move') {
            put(i, a.from, -grams);
            if (a.what === 'sell') sold.push({ act: i, place: a.from, grams });
          }
        });
        const found = clocks(changes, { logs: there, now: 96 * hour });
        for (const [place, grams] of lies) expect(at(place, found).grams).toBe(grams);
        // Nobody is older than fish that lay in the warmest place all along, nor younger than in the coldest.
        for (const c of found) expect(c.used).toBeLessThanOrEqual(2 + (95 * 2.25) / 24 + 1e-9);
        for (const c of found) expect(c.used).toBeGreaterThanOrEqual(2 + 95 / 24 - 1e-9);
      }),
    );
  });

  it('cutting takes the guts out of the pace', () => {
    const found = clocks(
      [...move(0, null, 'cold'), ...move(25 * hour, 'cold', 'cold', 500, 'fillet_skin_on')],
      {
        paceOf: (item) => (item === 'whole' ? 1 / 0.75 : cutPace(0.65)),
      },
    );
    expect(found.find((c) => c.item === 'fillet_skin_on')!.used).toBeCloseTo(2 + 1 / 0.75 + 1 / 0.65, 9);
    expect(found.find((c) => c.item === 'whole')!.used).toBeCloseTo(2 + 2 / 0.75, 9);
  });

  it('freezing stops it, thawing is remembered and ends it within two days', () => {
    const found = clocks([
      ...move(0, null, 'cold'),
      ...move(25 * hour, 'cold', 'freezer', 400),
      ...move(37 * hour, 'freezer', 'cold', 100),
    ]);
    expect(at('freezer', found)).toMatchObject({ frozenAt: 25 * hour, thawedAt: null });
    expect(at('freezer', found).used).toBeCloseTo(3, 9);
    const thawed = at('cold', found);
    expect(thawed).toMatchObject({ frozenAt: null, thawedAt: 37 * hour });
    const life = rowLife({
      species: { iceDays: 14, fat: 'lean' },
      used: thawed.used!,
      halfWidth: 1,
      expectedCelsius: 0,
      pace: 1,
      mostDays: null,
      frozenAt: null,
      thawedAt: thawed.thawedAt,
      now: 49 * hour,
    });
    expect(life.left).toBeCloseTo(1.5, 9);
  });

  it('what was thawed stays thawed wherever it goes, and is never frozen fish again', () => {
    const found = clocks([
      ...move(0, null, 'cold'),
      ...move(2 * hour, 'cold', 'freezer', 1000),
      ...move(20 * hour, 'freezer', 'cold', 1000),
      ...move(22 * hour, 'cold', 'slab', 600),
      ...move(24 * hour, 'slab', 'freezer', 200),
      ...move(40 * hour, 'freezer', 'slab', 100),
    ]);
    for (const place of ['cold', 'slab', 'freezer']) expect(at(place, found).thawedAt, place).toBe(20 * hour);
  });

  it('an hour in the freezer thaws nothing', () => {
    const shorter = [...move(0, null, 'cold'), ...move(2 * hour, 'cold', 'freezer', 1000)];
    for (const [stay, thawedAt] of [
      [1, null],
      [2, 4 * hour],
    ] as const)
      expect(
        at('cold', clocks([...shorter, ...move((2 + stay) * hour, 'freezer', 'cold', 1000)])).thawedAt,
      ).toBe(thawedAt);
  });

  it('a grade at the instant of a movement is of the fish where it lies after it', () => {
    const found = clocks(
      [
        ...move(0, null, 'cold'),
        ...move(25 * hour, 'cold', 'slab', 400),
        ...move(25 * hour, 'cold', 'door', 200),
      ],
      { grades: [{ at: 25 * hour, used: 6 }], now: 25 * hour },
    );
    expect(found.map((c) => c.used)).toEqual([6, 6, 6]);
    const landed = clocks(move(0, null, 'cold'), { grades: [{ at: 0, used: 3 }], now: 24 * hour });
    expect(at('cold', landed).used).toBeCloseTo(4, 9);
  });

  it('a warm fish in a warm place is warm once', () => {
    // Above 4.4 C by its core for the first 6 of 12 hours, in a place of 5 C all the while.
    const cores = [
      { at: 0, celsius: 8 },
      { at: 6 * hour, celsius: 4.4 },
      { at: 12 * hour, celsius: 1 },
    ];
    expect(at('slab', clocks(move(0, null, 'slab'), { cores, now: 12 * hour })).warmMs).toBe(12 * hour);
    expect(at('cold', clocks(move(0, null, 'cold'), { cores, now: 12 * hour })).warmMs).toBeCloseTo(
      6 * hour,
      3,
    );
  });

  it('a fish that came warm counts as warm until it was probed cold', () => {
    const cores = [
      { at: 0, celsius: 7.2 },
      { at: 4 * hour, celsius: 1.6 },
    ];
    // Straight from 7.2 to 1.6 over 4 h: above 4.4 for the first half.
    expect(at('cold', clocks(move(0, null, 'cold'), { cores })).warmMs).toBeCloseTo(2 * hour, 3);
    const never = at('cold', clocks(move(0, null, 'cold'), { cores: [cores[0]!], now: 5 * hour }));
    expect(histamineAccount(never)).toEqual({ hours: 5, limitHours: 8, state: 'half' });
  });

  // Cumulative exposure limits after FDA's hazards guide (from memory).
  it.each([
    [3.99, false, 'open'],
    [4, false, 'half'],
    [7.99, false, 'half'],
    [8, false, 'full'],
    [1.99, true, 'open'],
    [2, true, 'half'],
    [4, true, 'full'],
  ] as const)('%f warm hours, above 21 C %s: %s', (hours, hot, state) => {
    expect(histamineAccount({ warmMs: hours * hour, hot }).state).toBe(state);
  });
});

// Both regimes at, just under and just over each limit: Reg. (EC) 853/2004 as amended; US FDA Food Code 3-402.11
// (values from memory).
describe('the life of a row', () => {
  const base = {
    species: { iceDays: 14, fat: 'lean' as const },
    used: 4,
    halfWidth: 1,
    expectedCelsius: 0,
    pace: 1,
    mostDays: null,
    frozenAt: null,
    thawedAt: null,
    now: 100 * day,
  };
  it.each([
    [{}, 10],
    [{ expectedCelsius: 5 }, 10 / 2.25],
    [{ pace: 1 / 0.65 }, 6.5],
    [{ pace: 1 / 0.6 }, 6],
    [{ mostDays: 1 }, 1],
    [{ used: 15 }, 0],
    [{ expectedCelsius: -20, frozenAt: 90 * day }, 170],
    [{ expectedCelsius: -20, frozenAt: 90 * day, species: { iceDays: 9, fat: 'oily' as const } }, 50],
    [{ expectedCelsius: -20, used: 14 }, 0],
  ])('%j leaves %f days', (more, left) => {
    expect(rowLife({ ...base, ...more }).left).toBeCloseTo(left, 9);
  });
  it('what is left is never more than what the estimate gives', () => {
    const life = rowLife(base);
    expect(life.cautiousLeft).toBeCloseTo(9.5, 9);
    expect(rowLife({ ...base, mostDays: 1 }).cautiousLeft).toBe(1);
  });
});
