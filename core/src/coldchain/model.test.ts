import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  episodes,
  freezingProof,
  histamineAccount,
  longestGapMs,
  rowClocks,
  rowLife,
  TemperatureLog,
  thawedDays,
  frozenDays,
  warmC,
  type LotPath,
  type Reading,
} from './index.ts';
import { hotC } from './log.ts';

const minute = 60_000;
const hour = 60 * minute;
const day = 24 * hour;

/** What a log means, by its definition and without any running sum. */
function valueOf(
  readings: readonly Reading[],
  set: number,
  at: number,
): { celsius: number; assumed: boolean } {
  const before = readings.filter((r) => r.at <= at).at(-1);
  const after = readings.find((r) => r.at > at);
  const assumed = { celsius: set, assumed: true };
  if (before && after) {
    if (after.at - before.at > longestGapMs) return assumed;
    const share = (at - before.at) / (after.at - before.at);
    return { celsius: before.celsius + share * (after.celsius - before.celsius), assumed: false };
  }
  const end = before ?? after;
  return !end || Math.abs(at - end.at) > longestGapMs ? assumed : { celsius: end.celsius, assumed: false };
}

const readings = fc
  .array(
    fc.record({
      at: fc.integer({ min: 60, max: 40 * 60 }).map((m) => m * minute),
      celsius: fc.double({ min: -10, max: 30, noNaN: true }),
    }),
    { maxLength: 14 },
  )
  .map((rs) => [...new Map(rs.map((r) => [r.at, r])).values()].sort((a, b) => a.at - b.at));
const window = fc
  .tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 20 }))
  .map(([from, length]) => [from * hour, (from + length) * hour] as const);
/** The middle of every minute of a stretch. */
const minutesOf = (from: number, to: number) =>
  Array.from({ length: Math.round((to - from) / minute) }, (_, i) => from + (i + 0.5) * minute);

describe('a log against its definition', () => {
  it('has the same temperature at every instant', () => {
    fc.assert(
      fc.property(readings, fc.integer({ min: 0, max: 60 * 60 }), (rs, at) => {
        const log = new TemperatureLog(1, rs);
        const is = log.valueAt(at * minute);
        const should = valueOf(rs, 1, at * minute);
        expect(is.assumed).toBe(should.assumed);
        expect(is.celsius).toBeCloseTo(should.celsius, 9);
      }),
    );
  });

  it('adds up what every minute of it says', () => {
    fc.assert(
      fc.property(readings, window, fc.constantFrom(-20, 2, 8, 25), (rs, [from, to], set) => {
        const log = new TemperatureLog(set, rs);
        const span = log.span(from, to);
        const each = minutesOf(from, to).map((at) => valueOf(rs, set, at));
        const count = (of: (v: { celsius: number; assumed: boolean }) => boolean) => each.filter(of).length;
        // A line is above its limit from a moment within a minute on, once for each stretch.
        const edges = rs.length + 3;
        expect(Math.abs(span.warmMs / minute - count((v) => v.celsius > warmC))).toBeLessThanOrEqual(edges);
        expect(Math.abs(span.assumedMs / minute - count((v) => v.assumed))).toBeLessThanOrEqual(edges);
        const degrees = each.reduce((s, v) => s + v.celsius, 0);
        expect(Math.abs(span.degreeMs / minute - degrees)).toBeLessThanOrEqual(25 * edges);
        const near = rs.some((r) => r.at >= from && r.at <= to && r.celsius > hotC);
        expect(span.hot).toBe(near || [from, to].some((at) => valueOf(rs, set, at).celsius > hotC));
      }),
    );
  });

  it('names its newest reading, replaces one at the same instant, and reads ends included', () => {
    const log = new TemperatureLog(0);
    expect([log.length, log.last]).toEqual([0, null]);
    log.add([{ at: 5, celsius: 1 }]);
    log.add([
      { at: 9, celsius: 3 },
      { at: 5, celsius: 2 },
    ]);
    expect([log.length, log.last]).toEqual([2, { at: 9, celsius: 3 }]);
    log.add([{ at: 9, celsius: 4 }]);
    expect(log.readings(5, 9)).toEqual([
      { at: 5, celsius: 2 },
      { at: 9, celsius: 4 },
    ]);
    expect(log.readings(6, 8)).toEqual([]);
    expect(log.readings(6, 9)).toEqual([{ at: 9, celsius: 4 }]);
  });

  it('expects the mean of the last day, and the set point once nothing was heard for six hours', () => {
    const log = new TemperatureLog(1, [
      { at: 0, celsius: 9 },
      { at: 5 * hour, celsius: 3 },
      { at: 10 * hour, celsius: 5 },
    ]);
    expect(log.expected(10 * hour)).toBeCloseTo((6 * 5 + 4 * 5) / 10, 9);
    expect(log.expected(16 * hour)).toBeCloseTo((6 * 5 + 4 * 5 + 5 * 6) / 16, 9);
    expect(log.expected(16 * hour + 1)).toBe(1);
    expect(new TemperatureLog(4).expected(hour)).toBe(4);
    expect(new TemperatureLog(4, [{ at: hour, celsius: 2 }]).expected(hour)).toBe(2);
  });

  // 1 + 0.1 T squared, its integral over a line by hand: from -3 to 15 the mean of (s0^2 + s0 s1 + s1^2) / 3.
  it.each([
    [-3, -3, 0],
    [-3, 15, (0.49 + 0.7 * 2.5 + 6.25) / 3],
    [15, -3, (0.49 + 0.7 * 2.5 + 6.25) / 3],
    [15, 25, 6.25],
    [-9, -3, 0],
    [-9, 3, (0.5 * (0.49 + 0.7 * 1.3 + 1.69)) / 3],
    [5, 25, (0.5 * (2.25 + 1.5 * 2.5 + 6.25)) / 3 + 0.5 * 6.25],
  ])('a line from %f to %f C over a day uses %f days', (c0, c1, days) => {
    // Readings every six hours on one line: no gap is assumed.
    const line = Array.from({ length: 5 }, (_, i) => ({
      at: i * 6 * hour,
      celsius: c0 + ((c1 - c0) * i) / 4,
    }));
    expect(new TemperatureLog(0, line).span(0, day).iceDays).toBeCloseTo(days, 9);
  });
});

describe('the warm time of a row', () => {
  const base: LotPath = {
    changes: [{ at: 0, movement: 1, place: 'cold', item: 'whole', batch: 0, grams: 1000 }],
    grades: [],
    cores: [],
    logs: new Map([['cold', new TemperatureLog(1)]]),
    frozenPlaces: new Set(),
    paceOf: () => 1,
    now: 24 * hour,
  };
  const clock = (more: Partial<LotPath>) => rowClocks({ ...base, ...more })[0]!;
  const coreAt = (cores: readonly Reading[], at: number): number => {
    const i = cores.findIndex((c) => c.at > at) - 1;
    const [a, b] = i >= 0 ? [cores[i], cores[i + 1]] : [cores.at(-1), undefined];
    if (!a || at < a.at) return -Infinity;
    return b ? a.celsius + ((at - a.at) / (b.at - a.at)) * (b.celsius - a.celsius) : a.celsius;
  };

  it('is the time either the place or the core was above 4.4 C, counted once', () => {
    const cores = readings.map((rs) => rs.map((r) => ({ at: r.at - hour, celsius: r.celsius })));
    fc.assert(
      fc.property(readings, cores, (rs, core) => {
        const log = new TemperatureLog(2, rs);
        const found = clock({ cores: core, logs: new Map([['cold', log]]) });
        const warm = minutesOf(0, base.now).filter(
          (at) =>
            valueOf(rs, 2, at).celsius > warmC || (core[0] && at >= core[0].at && coreAt(core, at) > warmC),
        ).length;
        expect(Math.abs(found.warmMs / minute - warm)).toBeLessThanOrEqual(rs.length + core.length + 4);
        expect(found.hot).toBe(
          core.some((c) => c.celsius > hotC) || new TemperatureLog(2, rs).span(0, base.now).hot,
        );
        expect(found.assumedMs).toBe(log.span(0, base.now).assumedMs);
      }),
    );
  });

  it.each([
    [[], 0],
    [[[0, 4.4]], 0],
    [[[0, 4.5]], 24],
    [[[30, 9]], 0],
    [
      [
        [0, 9],
        [6, 9],
      ],
      24,
    ],
    [
      [
        [0, 0],
        [6, 8.8],
      ],
      21,
    ],
    [
      [
        [0, 8.8],
        [6, 0],
        [12, 0],
      ],
      3,
    ],
    [
      [
        [0, 4.4],
        [6, 4.4],
        [12, 4.4],
      ],
      0,
    ],
  ] as [readonly (readonly [number, number])[], number][])('cores %j: %f hours', (cores, hours) => {
    const found = clock({ cores: cores.map(([h, celsius]) => ({ at: h * hour, celsius })) });
    expect(found.warmMs / hour).toBeCloseTo(hours, 9);
  });

  it.each([
    [21, false],
    [21.1, true],
  ])('a core of %f C is hot: %s', (celsius, hot) => {
    const cores = [
      { at: -hour, celsius },
      { at: 0, celsius: 1 },
    ];
    expect(clock({ cores }).hot).toBe(hot);
    expect(histamineAccount(clock({ cores })).limitHours).toBe(hot ? 4 : 8);
    // Also of what has not lain anywhere yet.
    expect(clock({ cores, now: 0 }).hot).toBe(hot);
  });
});

describe('where parts meet', () => {
  const at = (place: string, celsius: number): [string, TemperatureLog] => [
    place,
    new TemperatureLog(
      celsius,
      Array.from({ length: 25 }, (_, i) => ({ at: i * hour, celsius })),
    ),
  ];
  const logs = new Map([at('cold', 0), at('room', 24), at('counter', 8), ['van', new TemperatureLog(0)]]);
  const row = (movement: number, h: number, place: string, grams: number, item = 'whole', batch = 0) => ({
    movement,
    at: h * hour,
    place,
    item,
    batch,
    grams,
  });
  const clocks = (changes: LotPath['changes'], now = 12) =>
    rowClocks({
      changes,
      grades: [{ at: 0, used: 2 }],
      cores: [],
      logs,
      frozenPlaces: new Set(),
      paceOf: () => 1,
      now: now * hour,
    });
  const of = (found: ReturnType<typeof clocks>, place: string, item = 'whole') =>
    found.find((c) => c.place === place && c.item === item)!;
  const landed = row(1, 0, 'cold', 1000);

  // Each account counts for all by its worst part, and by nothing else of that part.
  it.each([
    ['room', { warm: 4, hot: true }],
    ['counter', { warm: 4, hot: false }],
    ['cold', { warm: 0, hot: false }],
  ] as const)('what lay in the %s makes all of it so', (place, { warm, hot }) => {
    const parted = [landed, row(2, 1, 'cold', -400), row(2, 1, place === 'cold' ? 'van' : place, 400)];
    const from = place === 'cold' ? 'van' : place;
    for (const [out, into] of [
      [from, 'cold'],
      ['cold', from],
    ] as const) {
      const found = of(clocks([...parted, row(3, 5, out, -100), row(3, 5, into, 100)], 5), into);
      expect([found.warmMs / hour, found.hot]).toEqual([warm, hot]);
      expect(found.assumedMs / hour).toBe(place === 'cold' ? 4 : 0);
    }
  });

  it('a part keeps its own clock among rows of other items and other cuts', () => {
    const lying = [
      landed,
      row(2, 1, 'cold', -500),
      row(2, 1, 'counter', 300, 'steaks', 1),
      row(2, 1, 'cold', 200, 'steaks', 2),
      row(3, 1, 'cold', -100),
      row(3, 1, 'room', 100, 'roe', 1),
    ];
    const moved = [
      row(4, 5, 'counter', -300, 'steaks', 1),
      row(4, 5, 'cold', -200, 'steaks', 2),
      row(4, 5, 'room', -100, 'roe', 1),
      row(4, 5, 'van', 300, 'steaks', 1),
      row(4, 5, 'van', 200, 'steaks', 2),
      row(4, 5, 'van', 100, 'roe', 1),
    ];
    const found = clocks([...lying, ...moved], 5).filter((c) => c.place === 'van');
    expect(found.map((c) => [c.item, c.batch, c.warmMs / hour])).toEqual([
      ['steaks', 1, 4],
      ['steaks', 2, 0],
      ['roe', 1, 4],
    ]);
    expect(found.map((c) => c.hot)).toEqual([false, false, true]);
  });

  it('what is cut of two rows has the worst of both; what comes from nowhere has the worst of the lot', () => {
    const lying = [landed, row(2, 1, 'cold', -400), row(2, 1, 'counter', 400)];
    const cut = [row(3, 5, 'cold', -300), row(3, 5, 'counter', -300), row(3, 5, 'cold', 500, 'steaks', 3)];
    expect(of(clocks([...lying, ...cut], 5), 'cold', 'steaks').warmMs / hour).toBe(4);
    const found = of(clocks([...lying, row(4, 6, 'van', 50, 'trim:belly')], 6), 'van', 'trim:belly');
    expect([found.warmMs / hour, found.used]).toEqual([5, of(clocks(lying, 6), 'counter').used]);
  });

  it('a row that a movement names without weight is left as it is', () => {
    const found = clocks([landed, row(2, 3, 'cold', 0), row(2, 3, 'room', 0)]);
    expect(found.map((c) => [c.place, c.grams])).toEqual([['cold', 1000]]);
  });

  it('remembers only what was taken back, with the clock it had when it left', () => {
    const sold = row(2, 4, 'counter', -300);
    const lying = [row(1, 0, 'counter', 300), sold];
    const back = clocks([...lying, { ...row(3, 9, 'counter', 300), undoes: 2 }], 10);
    // It was away from the fourth hour to the ninth and stands as if it had stayed.
    expect([of(back, 'counter').warmMs / hour, of(back, 'counter').grams]).toEqual([10, 300]);
  });
});

describe('the freezer’s proof at its edges', () => {
  const of = (...rs: (readonly [hours: number, celsius: number])[]) =>
    new TemperatureLog(
      -20,
      rs.map(([h, celsius]) => ({ at: h * hour, celsius })),
    );
  const every = (from: number, to: number, celsius: number) =>
    Array.from({ length: Math.floor((to - from) / 6) + 1 }, (_, i) => [from + 6 * i, celsius] as const);

  it('six hours between readings do not break a run, a minute more does', () => {
    expect(freezingProof(of(...every(0, 24, -20)), 0, day, 'eu').met?.hours).toBe(24);
    const gap = of([0, -20], [6.02, -20], [12, -20], [18, -20], [24, -20]);
    expect(freezingProof(gap, 0, day, 'eu').met).toBeNull();
  });

  it('names the rule that is nearest by its own hours', () => {
    // At -36: 10 of 15 h, and 10 of 24 h at -20.
    const cold = freezingProof(of([0, -36], [5, -36], [10, -36]), 0, 10 * hour, 'eu');
    expect([cold.nearest.rule.celsius, cold.nearest.hours, cold.completeAt]).toEqual([-35, 10, 15 * hour]);
    const mild = freezingProof(of([0, -21], [5, -21], [10, -21]), 0, 10 * hour, 'eu');
    expect([mild.nearest.rule.celsius, mild.nearest.hours]).toEqual([-20, 10]);
    // US: 168 h at -20, or frozen solid at -35 and then 24 h: after an hour at -35 the latter is nearer.
    const solid = freezingProof(of([0, -35], [1, -35], [6, -20], [12, -20]), 0, 12 * hour, 'us');
    expect([solid.nearest.rule.hours, solid.nearest.rule.solidAt, solid.nearest.hours]).toEqual([
      24, -35, 12,
    ]);
  });

  it('frozen solid is asked for anew after a warm reading or a gap', () => {
    const ends = [...every(6, 36, -20)];
    expect(freezingProof(of([0, -35], ...ends), 0, 36 * hour, 'us').met?.solidAt).toBe(-35);
    expect(freezingProof(of([0, -35], [3, -19], ...ends), 0, 36 * hour, 'us').met).toBeNull();
    expect(freezingProof(of([-1, -35], ...ends), -hour, 36 * hour, 'us').met).toBeNull();
    expect(freezingProof(of(), 0, day, 'us')).toMatchObject({ met: null, completeAt: null });
  });
});

describe('alarms at their edges', () => {
  const log = (...rs: (readonly [minutes: number, celsius: number])[]) =>
    new TemperatureLog(
      0,
      rs.map(([m, celsius]) => ({ at: m * minute, celsius })),
    );
  const warm = (l: TemperatureLog, to: number, limit: number | null = 2) =>
    episodes(l, limit, true, 0, to * minute)
      .filter((e) => e.kind === 'warm')
      .map((e) => [e.from / minute, e.to / minute, e.peak, e.lasts]);

  it.each([
    [
      'half an hour',
      [
        [0, 3],
        [30, 3],
      ],
      30,
      [[0, 30, 3, true]],
    ],
    [
      'a minute less',
      [
        [0, 3],
        [29, 3],
      ],
      29,
      [],
    ],
    [
      'at the limit',
      [
        [0, 2],
        [60, 2],
      ],
      60,
      [],
    ],
    [
      'from the limit up',
      [
        [0, 2],
        [10, 4],
        [50, 4],
      ],
      50,
      [[0, 50, 4, true]],
    ],
    [
      'up, down and up',
      [
        [0, 0],
        [20, 4],
        [60, 4],
        [80, 0],
        [100, 4],
        [140, 3],
      ],
      140,
      [
        [10, 70, 4, false],
        [90, 140, 4, true],
      ],
    ],
    [
      'back to the limit',
      [
        [0, 5],
        [30, 5],
        [60, 2],
        [90, 1],
      ],
      90,
      [[0, 60, 5, false]],
    ],
    [
      'two hours unheard',
      [
        [0, 5],
        [30, 5],
      ],
      150,
      [[0, 30, 5, true]],
    ],
    [
      'longer unheard',
      [
        [0, 5],
        [30, 5],
      ],
      151,
      [[0, 30, 5, false]],
    ],
    [
      'across six hours',
      [
        [0, 1],
        [360, 5],
        [400, 5],
      ],
      400,
      [[90, 400, 5, true]],
    ],
    [
      'across a longer gap',
      [
        [0, 1],
        [361, 5],
        [401, 5],
      ],
      401,
      [[361, 401, 5, true]],
    ],
    [
      'warm on both sides of a gap',
      [
        [0, 5],
        [40, 5],
        [401, 6],
        [441, 6],
      ],
      441,
      [
        [0, 40, 5, false],
        [401, 441, 6, true],
      ],
    ],
  ] as [string, [number, number][], number, unknown[]][])('%s', (_name, rs, to, found) => {
    expect(warm(log(...rs), to)).toEqual(found);
  });

  it.each([
    [120, 0],
    [121, 1],
  ])('%i minutes without a reading: %i silences', (minutes, silences) => {
    expect(episodes(log([0, 1], [minutes, 1]), 2, true, 0, minutes * minute)).toHaveLength(silences);
    expect(episodes(log([0, 1]), 2, true, 0, minutes * minute)).toHaveLength(silences);
    expect(episodes(log([0, 1]), 2, false, 0, minutes * minute)).toEqual([]);
  });
});

describe('how long frozen and thawed fish keeps', () => {
  const row = {
    species: { iceDays: 400, fat: 'lean' as const },
    used: 0,
    halfWidth: 2,
    expectedCelsius: 0,
    pace: 1,
    mostDays: null,
    frozenAt: null,
    thawedAt: null,
    now: 10 * day,
  };
  it.each([
    ['fresh', {}, 400],
    ['in a freezer from the start', { expectedCelsius: -20 }, frozenDays('lean')],
    ['frozen four days ago', { expectedCelsius: -20, frozenAt: 6 * day }, frozenDays('lean') - 4],
    ['frozen, in a place that has warmed', { frozenAt: 6 * day }, frozenDays('lean') - 4],
    ['oily', { expectedCelsius: -20, species: { iceDays: 9, fat: 'oily' } }, frozenDays('oily')],
    ['thawed a day ago', { thawedAt: 9 * day }, thawedDays - 1],
    ['thawed three days ago', { thawedAt: 7 * day }, 0],
    ['its life used', { used: 400 }, 0],
    ['its life used and frozen then', { used: 400, expectedCelsius: -20, frozenAt: 6 * day }, 0],
    ['half its life used', { used: 200 }, 200],
  ] as const)('%s', (_name, more, left) => {
    expect(rowLife({ ...row, ...more }).left).toBeCloseTo(left, 9);
  });
});
