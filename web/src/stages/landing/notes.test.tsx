import type { SupplierRecord } from '@ember-slate/contract';
import { noteFields } from '@ember-slate/core/landing';
import { act, fireEvent, screen } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { bench, counter, manager, tryActs } from '../../testing/acts.tsx';
import { field, fill, only, page, press, pressable, says, waitsFor } from '../../testing/hands.ts';
import { Refusal, served, shopDay } from '../../testing/served.tsx';
import Landing from './Landing.tsx';
import Boats from './Boats.tsx';
import Suppliers from './Suppliers.tsx';

/*
 * A delivery note from a file, and what suppliers' fish was like.
 */

const header = ['fish', 'kg', 'price', 'boxes'];
const columns = { ...Object.fromEntries(noteFields.map((f) => [f, null])), species: 0, weight: 1, price: 2 };
const noteLot = {
  speciesId: 'hake',
  condition: 'gutted' as const,
  pieces: 4,
  grams: 9200,
  pricePerKg: 1150,
  production: 'caught' as const,
  area: '27',
  gear: null,
  boat: '',
  caughtOn: null,
  supplierLot: '',
  remarks: '',
};
const note = (more: object = {}) => ({
  header,
  columns,
  remembered: false,
  rows: [{ line: 2, cells: ['hake', '9.2', '11.50', '1'], lot: noteLot, errors: [] }],
  ...more,
});
const wrong = {
  line: 3,
  cells: ['haik', '4', '9', '1'],
  lot: null,
  errors: [{ field: 'species' as const, message: 'Nobody knows “haik”' }],
};
const answers = {
  '/api/landing/deliveries': [],
  '/api/suppliers': [{ id: 8, name: 'Harbour Market' }],
  'POST /api/landing/notes': note(),
};
const text = 'fish;kg;price;boxes\nhake;9.2;11.50;1';
const pasted = async (lines = text) => {
  await press('From a note');
  await fill('Supplier', 'Harbour Market');
  await fill('Or paste its lines', lines);
};

tryActs('from a note a hand', { me: bench, screen: <Landing />, answers, asks: /\/api\/landing\/notes$/ }, [
  {
    does: 'lands every lot of it at once',
    by: async () => {
      await pasted();
      await says(/1 lot can be landed/);
      await fill('Arrived', '5:20');
      await fill(/^Core by probe/, '0.9');
      await fill('Note number', 'N-12');
      await press(/^Land all 1 lot$/);
    },
    sends: {
      method: 'POST',
      path: '/api/landing/notes/import',
      body: {
        supplier: 'Harbour Market',
        arrivedAt: expect.stringMatching(/:20:00\.000Z$/) as string,
        probeTenths: 9,
        ice: 'buried',
        drains: 'drains',
        noteRef: 'N-12',
        text,
        columns,
      },
    },
    answered: { id: 4, lots: 1 },
    says: /1 lot landed from the note/,
  },
]);

describe('a note from a file', () => {
  const at = (more: object = {}) => {
    const sent = served(<Landing />, { ...answers, ...more }, bench);
    return () => sent;
  };
  it('says what is wrong at its cell, and lands nothing of it', async () => {
    at({ 'POST /api/landing/notes': note({ rows: [note().rows[0], wrong] }) });
    await pasted();
    await says(/1 of 2 lines needs a hand/);
    await says(/haik.*Nobody knows “haik”/);
    expect(await waitsFor(/^Land all/)).toMatch(/^every line must be right/);
  });

  it('is read again with the column that was chosen', async () => {
    const sent = at();
    await pasted();
    await says(/1 lot can be landed/);
    await fill('Column of Weight', '3');
    const asked = (await only(sent, 2)) as { body: { columns: Record<string, number | null> } };
    expect(asked.body.columns).toEqual({ ...columns, weight: 3 });
    await fill('Column of Price', '');
    expect(((await only(sent, 3)) as typeof asked).body.columns.price).toBeNull();
  });

  it('that cannot be read says so, and keeps its lines', async () => {
    at({
      'POST /api/landing/notes': new Refusal({
        status: 400,
        code: 'bad-input',
        detail: 'The first line names no columns',
      }),
    });
    await pasted('1;2;3');
    await says(/The first line names no columns/);
    expect((await field('Or paste its lines')).value).toBe('1;2;3');
  });

  it.each<[string, Uint8Array, RegExp]>([
    ['UTF-8', new TextEncoder().encode('fish;kg\nmerlú;4'), /UTF-8; comma, semicolon or tab/],
    [
      'UTF-16 by its mark',
      new Uint8Array([0xff, 0xfe, 0x66, 0, 0x3b, 0, 0x6b, 0]),
      /UTF-8; comma, semicolon or tab/,
    ],
    [
      'an old Western file',
      new Uint8Array([0x6d, 0x65, 0x72, 0x6c, 0xfa, 0x3b, 0x34]),
      /it was read as Western/,
    ],
  ])('is read as %s', async (_name, bytes, words) => {
    const sent = at();
    await press('From a note');
    const file = new File([bytes as BlobPart], 'note.csv', { type: 'text/csv' });
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
    Object.defineProperty(input, 'files', { value: [file], configurable: true });
    await act(() => Promise.resolve(fireEvent.change(input)));
    await says(words);
    expect(((await only(sent)) as { body: { text: string } }).body.text).toMatch(
      /fish;kg\nmerlú;4|f;k|merlú;4/,
    );
  });

  it('that is far too long is asked about, and not sent', async () => {
    const sent = at();
    await press('From a note');
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
    const file = new File([new Uint8Array(180_001)], 'photo.csv');
    Object.defineProperty(input, 'files', { value: [file], configurable: true });
    await act(() => Promise.resolve(fireEvent.change(input)));
    await says(/at most 180 kB: is this the right file/);
    expect(sent()).toEqual([]);
  });

  it('is left without a trace', async () => {
    at();
    await pasted();
    await press('Cancel');
    await says(/Nothing has landed today/);
    await press('From a note');
    expect((await field('Or paste its lines')).value).toBe('');
  });
});

const point = (value: number) => ({ at: '2026-11-20T06:00:00.000Z', value, about: 'H1' });
const record = (more: Partial<SupplierRecord> = {}): SupplierRecord => ({
  id: 8,
  name: 'Harbour Market',
  version: 3,
  claimWording: 'Credit as agreed',
  dressedMeans: null,
  deliveries: 4,
  lots: 9,
  grams: 84_000,
  money: 96_000,
  temperatures: [point(0.8)],
  marks: [point(82), point(78)],
  weights: [point(-1.2)],
  yields: [],
  ages: [],
  verdicts: { accept: 7, use_today: 1, cooked_only: 0, hold: 0, reject: 1 },
  claims: [
    {
      id: 2,
      number: 14,
      code: '261120-H1',
      speciesName: 'Hake',
      at: '2026-11-20T08:00:00.000Z',
      outcome: 'return',
      grams: 2100,
      money: 2400,
      reason: 'soft',
      settledMoney: null,
    },
  ],
  ...more,
});
const suppliers = {
  me: manager,
  at: '/suppliers/8',
  screen: (
    <Routes>
      <Route path="/suppliers/:id" element={<Suppliers />} />
      <Route path="/suppliers" element={<Suppliers />} />
    </Routes>
  ),
  answers: {
    'GET /api/suppliers': [
      { id: 8, name: 'Harbour Market' },
      { id: 9, name: 'Quay Boats' },
    ],
    'GET /api/suppliers/8': record(),
    'GET /api/suppliers/9': record({ id: 9, name: 'Quay Boats', lots: 0, claims: [] }),
  },
};
tryActs('of a supplier the manager', suppliers, [
  {
    does: 'keeps what it means by dressed, and how claims to it are worded',
    by: async () => {
      await press('Head off, gutted');
      await fill('Wording of claims to it', 'Money back within a week');
      await press('Keep it');
    },
    sends: {
      method: 'PUT',
      path: '/api/suppliers/8',
      body: { version: 3, claimWording: 'Money back within a week', dressedMeans: 'headed_gutted' },
    },
  },
  {
    does: 'notes that a claim was paid in full',
    by: () => press('Paid in full'),
    sends: { method: 'POST', path: '/api/landing/claims/2/settle', body: { money: 2400 } },
  },
]);

describe('the record of a supplier', () => {
  const at = (more: Partial<SupplierRecord>, me = manager) =>
    served(
      suppliers.screen,
      { ...suppliers.answers, 'GET /api/suppliers/8': record(more) },
      me,
      '/suppliers/8',
    );
  it.each<[string, Partial<SupplierRecord>, RegExp]>([
    ['what was rejected', {}, /Harbour Market: 1 of 9 lots rejected/],
    [
      'one lot as one',
      { lots: 1, verdicts: { accept: 0, use_today: 0, cooked_only: 0, hold: 0, reject: 1 } },
      /1 of 1 lot rejected/,
    ],
    [
      'its mark where nothing was rejected',
      { verdicts: { accept: 9, use_today: 0, cooked_only: 0, hold: 0, reject: 0 } },
      /average grade 80 of 100/,
    ],
    ['that it brought nothing yet', { lots: 0 }, /has brought nothing yet/],
    ['means below nothing with a true minus', {}, /−1\.2 % on average/],
    ['nothing yet of what was not measured', {}, /nothing yet/],
    ['what was paid of a claim', { claims: [{ ...record().claims[0]!, settledMoney: 2000 }] }, /20\.00/],
    ['its temperature', {}, /0\.8 °C on average/],
  ])('says %s', async (_name, more, words) => {
    at(more);
    await says(words);
  });

  it('is changed and settled by the manager alone', async () => {
    at({}, counter);
    await says(/1 of 9 lots rejected/);
    expect(pressable(/Keep it|Paid in full/)).toEqual([]);
    expect(page()).toMatch(/open/);
  });

  it('of another is one press away', async () => {
    served(suppliers.screen, suppliers.answers, manager, '/suppliers/8');
    await press('Quay Boats');
    await says(/Quay Boats has brought nothing yet/);
  });

  it('is none before the first delivery', async () => {
    served(suppliers.screen, { 'GET /api/suppliers': [] }, manager, '/suppliers');
    await says(/No supplier yet/);
  });
});

describe('the page of a boat', () => {
  const lots = [
    {
      id: 5,
      code: '261126-H1',
      speciesName: 'European hake',
      supplier: 'Quay Boats',
      landedOn: shopDay,
      caughtOn: null,
      grams: 9200,
      verdict: 'use_today',
      mark: 60,
    },
    {
      id: 6,
      code: '261126-C1',
      speciesName: 'Cod',
      supplier: 'Harbour Market',
      landedOn: shopDay,
      caughtOn: shopDay,
      grams: 800,
      verdict: null,
      mark: null,
    },
  ];
  const boats = (
    <Routes>
      <Route path="/boats/:id" element={<Boats />} />
      <Route path="/boats" element={<Boats />} />
    </Routes>
  );
  const answers = {
    'GET /api/boats': [
      { name: 'Grey Petrel', lots: 2, last: shopDay },
      { name: 'Tarnwick Sound pens', lots: 1, last: shopDay },
    ],
    'GET /api/boats/lots?name=Grey+Petrel': { name: 'Grey Petrel', farm: false, lots },
    'GET /api/boats/lots?name=Tarnwick+Sound+pens': {
      name: 'Tarnwick Sound pens',
      farm: true,
      lots: lots.slice(1),
    },
  };

  it('says what was landed of it, whoever brought it, and how good it was', async () => {
    served(boats, answers, bench, '/boats');
    await says(/Grey Petrel: average grade 60 of 100/);
    expect(page()).toMatch(/2 lots landed of it, 10\.00 kg in all/);
    for (const words of [/Quay Boats/, /Harbour Market/, /for the day/, /not graded yet/, /Caught on/])
      expect(page()).toMatch(words);
    expect(screen.getByRole('link', { name: '261126-H1' }).getAttribute('href')).toBe('/lots/5');
    await press(/Tarnwick Sound pens/);
    await says(/1 lot landed of it/);
    expect(page()).toMatch(/Harvested on/);
  });

  it('says how one comes to be there', async () => {
    served(boats, { 'GET /api/boats': [] }, bench, '/boats');
    await says(/No boat or farm yet/);
  });
});
