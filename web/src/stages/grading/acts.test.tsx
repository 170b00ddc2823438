import { signsFor, shippedSchemes, type FishSigns } from '@ember-slate/core/freshness';
import { catalogue } from '@ember-slate/core/species';
import { cleanup, fireEvent } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { describe, expect, it, vi, beforeEach } from 'vitest';
import { bench, counter, manager, tryActs } from '../../testing/acts.tsx';
import { button, fill, only, page, press, pressable, says, waitsFor } from '../../testing/hands.ts';
import { served, shopDay } from '../../testing/served.tsx';
import { Calibration } from './Calibration.tsx';
import GradeLot from './GradeLot.tsx';
import type { KeptScheme } from './words.ts';

/*
 * Grading by its presses: the record is of the fish that were looked at and of nothing else, on the scheme it was begun
 * with, with the verdict a person took and why it is another than the advice.
 */
beforeEach(() => void vi.stubGlobal('matchMedia', () => ({ matches: false })));

const schemes = shippedSchemes.map((s) => ({ ...s, version: 3 }));
const general = schemes.find((s) => s.species === null && s.conditions.includes('gutted'))!;
const hake = catalogue.find((s) => s.id === 'hake')!;
const signs = signsFor(general, hake, 'gutted');
const all = (level: 0 | 1 | 2 | 3): FishSigns =>
  Object.fromEntries(signs.map((s) => [s.id, Math.min(level, s.words.length - 1) as 0 | 1 | 2 | 3]));
const lot = (more: object = {}) => ({
  id: 5,
  code: '261126-H1',
  speciesId: 'hake',
  speciesName: 'European hake',
  supplier: 'Harbour Market',
  gear: null,
  boat: '',
  condition: 'gutted',
  pieces: 4,
  grams: 9200,
  landedOn: shopDay,
  caughtOn: null,
  farmed: false,
  probeTenths: 8,
  ice: 'buried',
  verdict: null,
  usedNow: null,
  daysLeft: null,
  sellBy: null,
  expected: 1,
  grades: [],
  schemes: [general, ...schemes.filter((s) => s !== general)],
  ...more,
});
const screen = (
  <Routes>
    <Route path="/grading/:id" element={<GradeLot />} />
    <Route path="*" element={<p>the list</p>} />
  </Routes>
);
const is = (more: object = {}) => ({ '/api/grading/lots/5': lot(more) });
const usual = { me: bench, screen, at: '/grading/5', answers: is() };
const record = (body: object) => ({
  method: 'POST',
  path: '/api/grading/lots/5/grades',
  body: {
    scheme: general.id,
    schemeVersion: 3,
    observed: expect.objectContaining({ identity: 'sure' }) as object,
    fish: [all(0)],
    coreTenths: 8,
    temperatureHistory: false,
    foreignSmell: false,
    verdict: 'accept',
    overrideReason: '',
    ...body,
  },
});
/** Every fish of the sample as fresh as can be. */
const fresh = async (fish: number) => {
  for (let i = 1; i <= fish; i++) {
    await press(String(i));
    await press(/^Mark the rest fresh/);
  }
};
const answered = { id: 1, verdict: 'accept' as const, advised: 'accept' as const };

tryActs('of a lot a hand', usual, [
  {
    does: 'records a whole sample of fresh fish',
    by: async () => {
      await says(/Look at 3 of 4 fish/);
      expect(await waitsFor(/^Record verdict/)).toBe('look at a fish first');
      await fresh(3);
      await press(/^Record verdict/);
    },
    sends: record({ fish: [all(0), all(0), all(0)] }),
    answered,
    says: /the list/,
  },
  {
    does: 'says why fewer fish are enough',
    by: async () => {
      await fresh(1);
      await says(/1 of 3 fish looked at/);
      await fill(/^Why is that enough|1 of 3/, 'one tub, all alike');
      await press(/^Record verdict/);
    },
    sends: record({ overrideReason: 'one tub, all alike' }),
    answered,
  },
  {
    does: 'takes another verdict than the advice, and says why',
    by: async () => {
      await fresh(3);
      await press(/cooked/i);
      await fill(/different verdict/, 'for soup only');
      await press(/^Record verdict/);
    },
    sends: record({
      fish: [all(0), all(0), all(0)],
      verdict: 'cooked_only',
      overrideReason: 'for soup only',
    }),
    answered: { id: 1, verdict: 'cooked_only', advised: 'accept' },
  },
  {
    does: 'writes down what stops a lot whatever its signs say',
    by: async () => {
      await fresh(3);
      const tick = (name: RegExp) =>
        fireEvent.click(
          [...document.querySelectorAll('label')]
            .find((l) => name.test(l.textContent))!
            .querySelector('input')!,
        );
      tick(/taint/i);
      tick(/temperature record/i);
      await fill(/^Core, /, '9.5');
      await says(/over 2\.0 °C/);
      await press(/^Record verdict/);
    },
    sends: record({
      fish: [all(0), all(0), all(0)],
      coreTenths: 95,
      temperatureHistory: true,
      foreignSmell: true,
      verdict: 'reject',
    }),
    answered: { id: 1, verdict: 'reject', advised: 'reject' },
  },
]);

describe('a hard stop', () => {
  it('leaves one verdict, whatever is pressed', async () => {
    served(screen, is(), bench, '/grading/5');
    await fresh(1);
    const smell = [...document.querySelectorAll('label')].find((l) => /taint/i.test(l.textContent))!;
    fireEvent.click(smell.querySelector('input')!);
    await says(/reject/i);
    const offered = pressable(/./).filter(
      (e) => e.getAttribute('role') === 'radio' && e.getAttribute('aria-disabled') === 'false',
    );
    expect(offered.map((e) => e.textContent)).toEqual([expect.stringMatching(/reject/i)]);
  });
});

describe('what is begun', () => {
  it('goes on with the version of the scheme it was begun with', async () => {
    const sent = served(screen, is(), bench, '/grading/5');
    await press('1');
    await press(/^Mark the rest fresh/);
    await press(/^reject/i);
    await fill(/Why/, 'gone soft');
    await press(/^Record verdict/);
    expect((await only(() => sent)).body).toMatchObject({
      scheme: general.id,
      schemeVersion: 3,
      verdict: 'reject',
    });
  });

  it('may be of more fish than the sample, and of no more than there are', async () => {
    served(screen, is(), bench, '/grading/5');
    await press('one more');
    expect(pressable('4')).toHaveLength(1);
    expect(pressable('one more')).toEqual([]);
  });

  it('shows the last grade until a sign is looked at, with who gave it', async () => {
    const grade = {
      id: 1,
      gradedAt: `${shopDay}T06:00:00.000Z`,
      gradedBy: 'Ines Corrie',
      scheme: general.id,
      schemeVersion: 3,
      fish: [all(0)],
      observed: null,
      coreTenths: 8,
      temperatureHistory: false,
      foreignSmell: false,
      used: 0.5,
      halfWidth: 1,
      category: 'Extra',
      advised: 'accept',
      verdict: 'accept',
      overrideReason: null,
    };
    served(screen, is({ grades: [grade], verdict: 'accept' }), bench, '/grading/5');
    await says(/Ines Corrie/);
    expect(await waitsFor(/^Record verdict/)).toBe('look at a fish first');
    await press('1');
    await press(/^Mark the rest fresh/);
    expect(page()).not.toMatch(/Ines Corrie/);
  });

  it('turns to one sign at a time by its key and back', async () => {
    served(screen, is(), bench, '/grading/5');
    await button(/all signs on one axis|one sign at a time/);
    const before = page();
    fireEvent.keyDown(window, { key: 'g' });
    await says(/sign 1 of/);
    fireEvent.keyDown(window, { key: 'g' });
    await says(/one sign at a time/);
    expect(page().length).toBe(before.length);
  });

  it('is looked at by the counter, and graded by the back door', async () => {
    served(screen, is(), counter, '/grading/5');
    await says(/What do the signs say/);
    expect(pressable(/Record verdict|Mark the rest fresh|one more/)).toEqual([]);
  });
});

const kept = {
  ...general,
  shipped: true,
  grades: 12,
  history: [],
} as unknown as KeptScheme;
const fit = { slope: 1.1, intercept: 0.3, residualSd: 0.6, pairs: 12, meanDays: 5, spread: 90 };
const calibration = (more: object = {}) => ({
  [`/api/grading/calibration?scheme=${general.id}&species=hake`]: {
    pairs: [
      { days: 2, lotId: 1, index: 2.4, code: '261120-H1', at: '2026-11-20T06:00:00.000Z' },
      { days: 6, lotId: 2, index: 6.9, code: '261121-H1', at: '2026-11-21T06:00:00.000Z' },
    ],
    fit,
    needed: 8,
    shippedSlope: 1,
    applied: null,
    agreement: { fish: 4, kappa: 0.71 },
    ...more,
  },
});
const line = (apply: boolean) => ({
  method: 'POST',
  path: `/api/grading/schemes/${general.id}/calibration`,
  body: { speciesId: 'hake', apply, version: 3 },
});
tryActs(
  'of its own line the manager',
  { me: manager, screen: <Calibration scheme={kept} mayApply />, answers: calibration() },
  [
    {
      does: 'puts it in use',
      by: () => press('Use our own line'),
      sends: line(true),
      answered: { version: 4 },
    },
    {
      does: 'takes it back',
      answers: calibration({ applied: { slope: 1.1, intercept: 0.3, residualSd: 0.6, pairs: 12 } }),
      by: () => press('Back to the shipped one'),
      sends: line(false),
      answered: { version: 4 },
    },
  ],
);
describe('a line of the shop’s own', () => {
  it.each<[string, object, RegExp]>([
    ['has no grade yet', { pairs: [], fit: null }, /No grade of it/],
    ['does not rise', { fit: null }, /no rising line in them yet/],
    [
      'is made of one grade',
      { fit: null, pairs: [{ lotId: 1, days: 2, index: 2, code: 'x', at: '2026-11-20T06:00:00.000Z' }] },
      /1 grade: no rising/,
    ],
    ['has too few', { fit: { ...fit, pairs: 3 } }, /3 grades/],
    ['is in use', { applied: { slope: 1, intercept: 0, residualSd: 1, pairs: 9 } }, /in use, from 9 grades/],
    ['was graded by two', {}, /4 fish, agreement 0\.71 of 1/],
  ])('that %s says so', async (_name, more, words) => {
    served(<Calibration scheme={kept} mayApply />, calibration(more), manager);
    await says(words);
  });
  it('is put in use only with enough grades, and by the manager', async () => {
    served(<Calibration scheme={kept} mayApply />, calibration({ fit: { ...fit, pairs: 3 } }), manager);
    expect(await waitsFor('Use our own line')).toBe('it takes 8 grades that rise with the days');
    cleanup();
    served(<Calibration scheme={kept} mayApply={false} />, calibration(), bench);
    await says(/12 grades/);
    expect(pressable('Use our own line')).toEqual([]);
  });
});
