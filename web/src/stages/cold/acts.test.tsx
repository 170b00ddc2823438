import type { ColdPlace, LotLife } from '@ember-slate/contract';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { probed, setPrefs, store } from '../../app/store.ts';
import { bench, counter, manager, tryActs } from '../../testing/acts.tsx';
import { fill, only, press, pressable, says, waitsFor } from '../../testing/hands.ts';
import { served } from '../../testing/served.tsx';
import Cold from './Cold.tsx';
import LotLifePage from './LotLifePage.tsx';

/*
 * The cold chain by its presses: what is read, by whom and for when; what was done where it was warm; and how cold it is
 * said in the degrees of this screen.
 */

const now = Date.now();
const ago = (hours: number) => new Date(now - hours * 3_600_000).toISOString();
const place = (more: Partial<ColdPlace> = {}): ColdPlace => ({
  id: 1,
  account: 'place:cold_room',
  removable: false,
  name: 'Cold room',
  setTenths: 5,
  limitTenths: 20,
  sensor: null,
  version: 7,
  watched: true,
  last: { at: ago(0.1), celsius: 1.2, source: 'sensor' },
  expected: 1.1,
  episodes: [],
  lots: 3,
  ...more,
});
const slab = place({
  id: 2,
  account: 'place:slab',
  name: 'Slab',
  limitTenths: 40,
  watched: false,
  last: null,
});
const warm: ColdPlace['episodes'][number] = {
  kind: 'warm',
  from: ago(3),
  to: ago(1),
  lasts: false,
  peak: 4.6,
  answer: null,
};
const log = (...readings: [number, number][]) => ({
  readings: readings.map(([hours, celsius]) => [now - hours * 3_600_000, celsius]),
  total: readings.length,
});
const logs = Object.fromEntries(
  [1, 2].flatMap((id) =>
    [1, 7, 60].map((days) => [`/api/cold/places/${id}/log?days=${days}`, log([2, 1.1], [1, 1.2])]),
  ),
);
const answers = { ...logs, '/api/cold/places': [place(), slab] };

tryActs('of the cold a hand', { me: bench, screen: <Cold />, answers }, [
  {
    does: 'reads a place by its probe for now',
    by: async () => {
      expect(await waitsFor('Save the reading')).toBe('read the probe first');
      await fill(/^By probe/, '1.4');
      await press('Save the reading');
    },
    sends: {
      method: 'POST',
      path: '/api/cold/places/1/readings',
      body: { at: expect.stringMatching(/^\d{4}-/) as string, tenths: 14 },
    },
    says: /Cold room.*1\.4 °C/,
  },
  {
    does: 'walks a round and says what was done where it is too warm',
    by: async () => {
      await press('A round of temperatures');
      expect(await waitsFor('Write them down')).toBe('read one place at least');
      await fill(/^Cold room, /, '3.1');
      await fill(/^Too warm/, ' door shut ');
      await fill(/^Slab, /, '3.9');
      await press('Write them down');
    },
    sends: {
      method: 'POST',
      path: '/api/cold/rounds',
      body: {
        readings: [
          { id: 1, tenths: 31, done: 'door shut' },
          { id: 2, tenths: 39, done: '' },
        ],
      },
    },
    answered: { read: 2 },
  },
  {
    does: 'answers for a warm stretch with one tap',
    answers: { '/api/cold/places': [place({ episodes: [warm] })] },
    by: async () => {
      await says(/Cold room was warm for 2 h/i);
      await press('Record what was done');
      expect(await waitsFor('Keep the answer')).toMatch(/record what was done/i);
      await press(/^fish moved and re-iced/i);
      await press('Keep the answer');
    },
    sends: {
      method: 'POST',
      path: '/api/cold/places/1/answers',
      body: {
        kind: 'warm',
        from: warm.from,
        done: expect.stringMatching(/moved and re-iced/i) as string,
      },
    },
  },
  {
    does: 'answers for a silent stretch in words of its own',
    answers: {
      '/api/cold/places': [place({ episodes: [{ ...warm, kind: 'silent', peak: null, lasts: true }] })],
    },
    by: async () => {
      await says(/no reading/i);
      await press('Record what was done');
      await fill('What was done', 'cable chewed, taped');
      await press('Keep the answer');
    },
    sends: {
      method: 'POST',
      path: '/api/cold/places/1/answers',
      body: { kind: 'silent', from: warm.from, done: 'cable chewed, taped' },
    },
  },
  {
    does: 'changes what a place is kept at, over the version that was seen',
    me: manager,
    by: async () => {
      await fill('Name', 'Walk-in');
      await fill(/^Set point/, '0');
      await fill(/^Warm above/, '');
      await press('Change it');
    },
    sends: {
      method: 'PUT',
      path: '/api/cold/places/1',
      body: { name: 'Walk-in', setTenths: 0, limitTenths: null, sensor: null, version: 7 },
    },
    answered: { id: 1 },
  },
  {
    does: 'puts a reading by hand right, and says why',
    answers: {
      '/api/cold/places/1/by-hand': [{ at: warm.from, tenths: 310, by: 'Bram Teale' }],
    },
    by: async () => {
      await press('put right');
      expect(await waitsFor('Put it right')).toMatch(/say why/i);
      await fill(/^It was/, '3.1');
      await fill('Why is it put right', 'the point was missing');
      await press('Put it right');
    },
    sends: {
      method: 'PUT',
      path: '/api/cold/places/1/readings',
      body: { at: warm.from, was: 310, tenths: 31, reason: 'the point was missing' },
    },
    answered: { id: 1 },
  },
  {
    does: 'takes a reading away that there never was',
    answers: {
      '/api/cold/places/1/by-hand': [{ at: warm.from, tenths: 31, by: 'Bram Teale' }],
    },
    by: async () => {
      await press('put right');
      await fill('Why is it put right', 'read of the slab');
      await press('There was no such reading');
    },
    sends: {
      method: 'PUT',
      path: '/api/cold/places/1/readings',
      body: { at: warm.from, was: 31, tenths: null, reason: 'read of the slab' },
    },
    answered: { id: 1 },
  },
  {
    does: 'adds a place of a kind, kept at what is usual for it',
    me: manager,
    by: async () => {
      await press('Add a place');
      await fill('What it is', 'display');
      await fill('Name', 'Window case');
      await press('Add it');
    },
    sends: {
      method: 'POST',
      path: '/api/cold/places',
      body: { kind: 'display', name: 'Window case', setTenths: 15, limitTenths: 40, sensor: null },
    },
    answered: { id: 9 },
  },
  {
    does: 'removes a place the shop has no more',
    me: manager,
    answers: { '/api/cold/places': [place({ removable: true })] },
    by: () => press('Remove this place'),
    sends: { method: 'PUT', path: '/api/cold/places/1/removed', body: { removed: true, version: 7 } },
    answered: { id: 1 },
  },
  {
    does: 'has a removed place again',
    me: manager,
    answers: {
      'GET /api/cold/removed': [{ id: 5, name: 'Van', version: 3, at: ago(70) }],
    },
    by: async () => {
      await press('Add a place');
      await press('Put it back');
    },
    sends: { method: 'PUT', path: '/api/cold/places/5/removed', body: { removed: false, version: 3 } },
    answered: { id: 5 },
  },
]);

describe('how cold it is', () => {
  const at = (places: ColdPlace[], me = bench) =>
    served(<Cold />, { ...logs, '/api/cold/places': places }, me);
  it.each<[string, ColdPlace[], RegExp]>([
    ['all is well', [place()], /Every place is as cold as it should be/],
    ['nobody read one', [place(), slab], /Slab was/],
    ['nobody read two', [slab, { ...slab, id: 1 }], /2 places were/],
    ['it is warm now', [place({ episodes: [{ ...warm, lasts: true }] })], /Cold room is warm/],
    ['it was warm', [place({ episodes: [warm] })], /was too warm/],
    ['one lot lies there', [place({ episodes: [warm], lots: 1 })], /1 lot lies there; its clock has/],
    ['it was silent', [place({ episodes: [{ ...warm, kind: 'silent', peak: null }] })], /was silent/],
    ['a stand-in read it', [place({ last: { at: ago(1), celsius: 1, source: 'simulated' } })], /simulated/],
    [
      'it was answered',
      [place({ episodes: [{ ...warm, answer: { by: 'Bram', at: ago(0.5), done: 'door shut' } }] })],
      /door shut · Bram/,
    ],
    ['the shop has no place', [], /no place to keep/],
  ])('%s: the page says it', async (_name, places, words) => {
    at(places);
    await says(words);
  });

  it('is changed by the manager alone', async () => {
    at([place()]);
    await says(/Read it by hand/i);
    expect(pressable(/Change it|Add a place|Remove this place/)).toEqual([]);
  });

  it('is read at an hour of today where the hour is said', async () => {
    const sent = at([place()]);
    await fill(/^By probe/, '2');
    await fill('Read at', '0:05');
    await press('Save the reading');
    expect((await only(() => sent)).body).toMatchObject({
      tenths: 20,
      at: expect.stringMatching(/:05:00\.000Z$/) as string,
    });
  });

  it('is said and taken in Fahrenheit where the screen is imperial', async () => {
    const sent = at([place()]);
    store.dispatch(setPrefs({ units: 'imperial' }));
    await says(/34\.2 °F/);
    await fill(/^By probe, °F/, '35.6');
    await press('Save the reading');
    expect((await only(() => sent)).body).toMatchObject({ tenths: 20 });
  });

  it('is taken from the probe with one tap', async () => {
    const sent = at([place()]);
    store.dispatch(probed(7));
    await press(/^Take the probe/);
    await press('Save the reading');
    expect((await only(() => sent)).body).toMatchObject({ tenths: 7 });
    store.dispatch(probed(null));
  });
});

const life: LotLife = {
  id: 1,
  code: '261123-M1',
  speciesId: 'mackerel',
  speciesName: 'Atlantic mackerel',
  iceDays: 9,
  supplier: 'Brannock Boats',
  boat: 'Morwen Jane',
  condition: 'whole',
  landedAt: ago(40),
  verdict: 'accept',
  halfWidth: 1,
  pace: 1.4,
  rows: [
    {
      place: 'place:cold_room',
      placeName: 'Cold room',
      item: 'whole',
      itemName: 'whole',
      batch: 0,
      grams: 4000,
      pieces: 10,
      used: 3,
      daysLeft: 4,
      daysLeftRange: [3, 5],
      sellBy: null,
      rate: 1.4,
      expected: 1.2,
      assumedHours: 0,
      frozenAt: null,
      thawedAt: null,
    },
  ],
  path: [],
  curve: [],
  grades: [],
  cores: [],
  whatIf: [],
  histamine: { hours: 3, limitHours: 4, state: 'half', source: 'FDA', clearance: null },
  freezing: null,
  rawPaper: null,
};
const lot = (more: Partial<LotLife> = {}) => ({ '/api/cold/lots/1': { ...life, ...more } });
const page = (
  <Routes>
    <Route path="/lots/:id" element={<LotLifePage />} />
  </Routes>
);
tryActs('of a lot a hand', { me: manager, screen: page, at: '/lots/1', answers: lot() }, [
  {
    does: 'writes its core down',
    by: async () => {
      expect(await waitsFor('Save the reading')).toBe('read the probe first');
      await fill(/^Core now/, '0.9');
      await press('Save the reading');
    },
    sends: { method: 'POST', path: '/api/cold/lots/1/probes', body: { tenths: 9 } },
  },
  {
    does: 'clears its histamine account by a test',
    answers: lot({ histamine: { ...life.histamine!, hours: 5, state: 'full' } }),
    by: async () => {
      expect(await waitsFor('Clear the lot')).toBe('say which test');
      await fill('Test and its result', 'Lab 77: 12 mg/kg');
      await press('Clear the lot');
    },
    sends: { method: 'POST', path: '/api/cold/lots/1/clearance', body: { reason: 'Lab 77: 12 mg/kg' } },
  },
]);

describe('the life of a lot', () => {
  const row = life.rows[0]!;
  it.each<[string, Partial<LotLife>, RegExp]>([
    ['is so many days', {}, /4\.0 days left where it lies/],
    ['is over', { rows: [{ ...row, daysLeft: 0 }] }, /Out of date/],
    ['has no clock before a grade', { rows: [{ ...row, daysLeft: null, used: null }] }, /Not graded yet/],
    ['stands while it is frozen', { rows: [{ ...row, frozenAt: ago(9) }] }, /Frozen: its clock is stopped/],
    ['ends with the last of it', { rows: [] }, /Nothing of it is left in the shop/],
    ['was cleared by a test', { histamine: { ...life.histamine!, clearance: 'Lab 77' } }, /Lab 77/],
    [
      'is fit for raw use once the freezer proved it',
      {
        freezing: {
          met: true,
          hours: 26,
          completeAt: ago(2),
          rule: { celsius: -20, hours: 24, solidAt: null, source: 'EU 853/2004' },
        },
      },
      /Freezing for raw use: on record/i,
    ],
    [
      'is not fit for raw use before that',
      {
        freezing: {
          met: false,
          hours: 10,
          completeAt: ago(-14),
          rule: { celsius: -20, hours: 24, solidAt: null, source: 'EU 853/2004' },
        },
      },
      /10\.0 h unbroken of 24 h/,
    ],
    ['may be eaten raw by its paper', { rawPaper: { ground: 'farmed_feed', document: 'HA-77' } }, /HA-77/],
  ])('%s', async (_name, more, words) => {
    served(page, lot(more), manager, '/lots/1');
    await says(words);
  });

  it('is cleared by the manager alone', async () => {
    served(page, lot({ histamine: { ...life.histamine!, state: 'full' } }), counter, '/lots/1');
    await says(/Histamine/);
    expect(pressable('Clear the lot')).toEqual([]);
  });
});
