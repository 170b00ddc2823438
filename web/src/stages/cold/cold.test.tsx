import { sameHours } from '@ember-slate/core/calendar';
import type { LotLife } from '@ember-slate/contract';
import { cleanup, render, screen, within } from '@testing-library/react';
import fc from 'fast-check';
import { Provider } from 'react-redux';
import { describe, expect, it, beforeEach } from 'vitest';
import { ShopContext } from '../../app/shop.tsx';
import { store } from '../../app/store.ts';
import { spell } from '../../parts/temperature.ts';
import { served } from '../../testing/served.tsx';
import Frozen from './Frozen.tsx';
import { LifePicture } from './LifePicture.tsx';
import { layOut } from '../../testing/laidOut.ts';

const hour = 3_600_000;
const start = Date.parse('2026-11-23T06:00:00Z');
const iso = (h: number) => new Date(start + h * hour).toISOString();

describe('a length of time', () => {
  it.each([
    [0, '0 min'],
    [29.6 * 60_000, '30 min'],
    [hour, '1 h'],
    [4 * hour + 49 * 60_000, '4 h 49 min'],
    [24 * hour, '1 d'],
    [50 * hour, '2 d 2 h'],
  ])('%i ms is %s', (ms, words) => expect(spell(ms)).toBe(words));
  it('never says sixty minutes', () => {
    fc.assert(fc.property(fc.nat({ max: 10 * 24 * hour }), (ms) => !/\b(60 min|24 h)\b/.test(spell(ms))));
  });
});

describe('the life of a lot in one picture', () => {
  beforeEach(() => layOut(680, 400));
  const life = (more: Partial<LotLife> = {}): LotLife => ({
    id: 1,
    code: '261123-H1',
    speciesId: 'hake',
    speciesName: 'European hake',
    iceDays: 11,
    supplier: 'Brannock Boats',
    boat: '',
    condition: 'gutted',
    landedAt: iso(0),
    verdict: 'accept',
    halfWidth: 1,
    pace: 1,
    rows: [
      {
        place: 'place:cold_room',
        placeName: 'Cold room',
        item: 'whole',
        itemName: 'whole, gutted',
        batch: 0,
        grams: 9000,
        pieces: 4,
        used: 4,
        daysLeft: 5,
        daysLeftRange: [4, 6],
        sellBy: '2026-11-29',
        rate: 1.4,
        expected: 1.8,
        assumedHours: 0,
        frozenAt: null,
        thawedAt: null,
      },
    ],
    path: [{ placeName: 'Cold room', item: 'whole', from: iso(0), to: iso(40) }],
    curve: [0, 10, 20, 30, 40].map((h) => ({
      at: iso(h),
      celsius: 1 + h / 20,
      assumed: false,
      used: h === 0 ? null : h === 30 ? 5 : 1 + h / 12,
    })),
    grades: [{ id: 1, at: iso(10), used: 1.8, halfWidth: 1, verdict: 'accept' }],
    cores: [{ at: iso(0), celsius: 0.8, probeId: null }],
    whatIf: [],
    histamine: null,
    freezing: null,
    rawPaper: null,
    ...more,
  });
  const shop = {
    timeZone: 'Europe/London',
    hours: sameHours([1, 2, 3, 4, 5, 6], { opens: 480, closes: 1080 }),
    shut: [],
  };
  const draw = (more: Partial<LotLife> = {}) => {
    const { container } = render(
      <Provider store={store}>
        <ShopContext value={{ shop, me: { id: 1, name: 'Ines', role: 'manager' } } as never}>
          <LifePicture life={life(more)} />
        </ShopContext>
      </Provider>,
    );
    return container;
  };

  it('shows where it lay, its grade and how long it has', () => {
    const drawn = draw();
    expect(drawn.textContent).toMatch(/cold room/);
    expect(drawn.textContent).toMatch(/1\.8 graded 16:00/);
    expect(drawn.textContent).toMatch(/5\.0 days/);
    expect(drawn.innerHTML).not.toMatch(/NaN|Infinity|undefined/);
  });

  it('breaks the line where it was graded again, and keeps both grades', () => {
    const lines = (c: HTMLElement) => c.querySelectorAll('path[stroke-width="2.5"]').length;
    const once = lines(draw());
    document.body.innerHTML = '';
    const twice = draw({
      grades: [
        { id: 1, at: iso(10), used: 1.8, halfWidth: 1, verdict: 'accept' },
        { id: 2, at: iso(30), used: 5, halfWidth: 1, verdict: 'cooked_only' },
      ],
    });
    expect(lines(twice)).toBe(once + 1);
    expect(twice.querySelectorAll('circle')).toHaveLength(2);
  });

  it('draws a core far above the air it lay in', () => {
    const drawn = draw({ cores: [{ at: iso(0), celsius: 12, probeId: null }] });
    const triangle = [...drawn.querySelectorAll('path')].find((p) =>
      p.getAttribute('d')!.includes('l 4.5 8 h -9'),
    )!;
    expect(Number(/M [\d.]+ (-?[\d.]+)/.exec(triangle.getAttribute('d')!)![1])).toBeGreaterThan(0);
  });

  it('draws no line into the future for a fish that is frozen, over, ungraded or gone', () => {
    const row = life().rows[0]!;
    for (const rows of [
      [{ ...row, rate: 0, daysLeft: 100, frozenAt: iso(20) }],
      [{ ...row, daysLeft: 0 }],
      [{ ...row, used: null, daysLeft: null }],
      [],
    ]) {
      const drawn = draw({
        rows,
        ...(rows[0]?.used === null ? { curve: life().curve.map((p) => ({ ...p, used: null })) } : {}),
      });
      expect(drawn.querySelector('path[stroke="var(--rime)"]')).toBeNull();
      expect(drawn.innerHTML).not.toMatch(/NaN|Infinity/);
      document.body.innerHTML = '';
    }
  });

  it('says that a lot just landed has no picture yet', () => {
    expect(draw({ curve: [] }).textContent).toMatch(/just been landed/);
  });
});

describe('what is frozen', () => {
  const row = {
    lotId: 3,
    code: '261125-S1',
    speciesName: 'Salmon',
    itemName: 'fillets, skin on',
    placeName: 'Freezer',
    grams: 900,
    pieces: 2,
    frozenAt: '2026-11-20T09:00:00.000Z',
    thawedAt: null,
    raw: false,
    useBy: '2027-01-19',
    freezing: {
      met: false,
      hours: 10,
      completeAt: '2026-11-21T09:00:00.000Z',
      rule: { celsius: -20, hours: 24, solidAt: null, source: '' },
    },
  };
  it.each([
    [{}, /^10\.0 of 24 h at −20\.0 °C; complete .* if it stays so cold$/],
    [{ freezing: { ...row.freezing, completeAt: null } }, /^not complete: 10\.0 of 24 h/],
    [{ raw: true, freezing: { ...row.freezing, met: true, hours: 30 } }, /^complete since .*: 24 h/],
    [{ raw: true }, /^by its paper$/],
    [{ raw: true, freezing: null }, /^by its paper$/],
    [{ freezing: null }, /^never in the freezer$/],
  ])('%o says %s', async (more, words) => {
    served(<Frozen />, { '/api/cold/frozen': [{ ...row, ...more }] });
    const table = await screen.findByRole('table', { name: 'frozen and thawed' });
    expect(within(table).getAllByRole('cell')[5]!.textContent).toMatch(words);
  });

  it('puts the thawed into its heading, and says so when there is nothing', async () => {
    served(<Frozen />, {
      '/api/cold/frozen': [{ ...row, thawedAt: '2026-11-25T06:00:00.000Z' }, row],
    });
    expect((await screen.findByRole('heading')).textContent).toBe('1 thawed, use it first; 1 in the freezer');
    cleanup();
    served(<Frozen />, { '/api/cold/frozen': [] });
    expect((await screen.findByRole('heading')).textContent).toBe('Nothing is frozen');
  });
});
