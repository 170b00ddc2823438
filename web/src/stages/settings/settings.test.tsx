import { elsewhere } from '@ember-slate/contract';
import { noTax } from '@ember-slate/core/prices';
import { sameHours } from '@ember-slate/core/calendar';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { Refusal, served } from '../../testing/served.tsx';
import { fill, press, says } from '../../testing/hands.ts';
import { weekInWords } from './OpeningForm.tsx';
import Settings from './Settings.tsx';
import { taxInWords } from './TaxForm.tsx';

const ines = { id: 1, name: 'Ines Corrie', role: 'manager' } as const;
const toSix = (weekdays: number[]) => sameHours(weekdays, { opens: 480, closes: 1080 });
const opening = { timeZone: 'Europe/Dublin', hours: toSix([1, 2, 3, 4, 5, 6]), shut: [] };
const all = {
  shop: {
    version: 2,
    decided: { by: 'Bram Teale', at: '2026-11-20T09:00:00.000Z' },
    name: 'Skerrow Slip',
    address: '4 Quay Street',
    phone: '',
    approval: '',
    taxNumber: '',
    currency: 'EUR',
    currencyFixed: false,
  },
  tax: { version: 5, decided: null, ...noTax },
  opening: { version: 4, decided: null, ...opening },
  screens: { version: 1, decided: { by: null, at: null }, idleLockMinutes: 10, twoSweepers: false },
  devices: {
    version: 7,
    decided: null,
    scale: { address: null, lines: 'own' },
    probe: { address: null },
    sensors: { address: null },
    printer: { address: null, lines: 'own' },
    given: [],
    sensorKey: null,
  },
  backups: { version: 3, decided: null, folder: '' },
  usual: { ...opening, idleLockMinutes: 10, twoSweepers: false },
  elsewhere: elsewhere.map((name) => ({
    name,
    version: 3,
    decided: name === 'labels' ? { by: 'Ines Corrie', at: '2026-11-24T09:00:00.000Z' } : null,
  })),
  program: { version: '0.1.0', dataFolder: '/srv/shop' },
};
const shown = (answers: object = {}, address = '/settings') =>
  served(<Settings />, { 'GET /api/settings': all, ...answers }, ines, address);
const rowOf = (topic: string) => screen.getAllByRole('row').find((r) => r.textContent.startsWith(topic))!;

describe('what a week is called', () => {
  it.each([
    [toSix([1, 2, 3, 4, 5, 6]), 'Mon–Sat 08:00–18:00'],
    [toSix([0, 1, 2, 3, 4, 5, 6]), 'Mon–Sun 08:00–18:00'],
    [toSix([2, 4]), 'Tue 08:00–18:00, Thu 08:00–18:00'],
    [toSix([2, 3, 4, 5]).with(5, { opens: 480, closes: 780 }), 'Tue–Thu 08:00–18:00, Fri 08:00–13:00'],
    [toSix([0]), 'Sun 08:00–18:00'],
  ])('%#', (hours, words) => expect(weekInWords(hours)).toBe(words));
});

describe('settings', () => {
  it('say of each what stands, and who decided it', async () => {
    shown();
    await says(/What this shop decides/);
    expect(rowOf('The shop').textContent).toMatch(/Skerrow Slip, 4 Quay Street, EUR.*Bram Teale/);
    expect(rowOf('Opening').textContent).toMatch(/Mon–Sat 08:00–18:00.*As it came/);
    expect(rowOf('Screens').textContent).toMatch(/10 minutes.*Since the shop was set up/);
    expect(screen.getByText(/Ember Slate 0\.1\.0.*\/srv\/shop/)).toBeTruthy();
    // Only what somebody decided has a way back.
    expect(screen.getAllByRole('button', { name: 'Back to the usual' })).toHaveLength(1);
  });

  it('go back to what the shop came with, of the version that was seen', async () => {
    const sent = shown({ 'PUT /api/settings/usual/labels': { version: 4 } });
    await says(/What this shop decides/);
    fireEvent.click(within(rowOf('Labels')).getByRole('button', { name: 'Back to the usual' }));
    await waitFor(() =>
      expect(sent).toEqual([{ method: 'PUT', path: '/api/settings/usual/labels', body: { version: 3 } }]),
    );
  });

  it('take the hours of a week, and days it is shut', async () => {
    const sent = shown({ 'PUT /api/settings/opening': { version: 5 } }, '/settings?what=opening');
    const closes = await screen.findAllByLabelText('Closes');
    const opens = screen.getAllByLabelText('Opens');
    fireEvent.change(closes[5]!, { target: { value: '1' } });
    fireEvent.change(closes[5]!, { target: { value: '13' } });
    fireEvent.change(opens[0]!, { target: { value: '' } });
    // A half of the hours is no day: it is said beside the field, and nothing is sent.
    await press('Save');
    await says(/Give a time/);
    expect(sent).toEqual([]);
    fireEvent.change(closes[0]!, { target: { value: '' } });
    await press('Add days it is shut');
    await fill(/^First day/, '2026-12-25');
    await fill(/^Reason/, 'Christmas');
    await press('Save');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      version: 4,
      timeZone: 'Europe/Dublin',
      hours: toSix([2, 3, 4, 5, 6]).with(6, { opens: 480, closes: 780 }),
      shut: [{ from: '2026-12-25', to: '2026-12-25', name: 'Christmas' }],
    });
  });

  it.each([
    [
      { fish: '7', trim: '5,5', made: '' },
      { fish: 700, trim: 550, made: null },
    ],
    [
      { fish: '0', trim: '19.6 %', made: '100' },
      { fish: 0, trim: 1960, made: 10_000 },
    ],
  ])('tax what is sold at the rates that were typed: %j', async (typed, rates) => {
    const sent = shown({ 'PUT /api/settings/tax': { version: 6 } }, '/settings?what=tax');
    await press(/^Without tax; it is added/);
    await fill(/^Fish/, typed.fish);
    await fill(/^Trim/, typed.trim);
    await fill(/^Made of trim/, typed.made);
    await press('Save');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({ version: 5, added: true, rates });
  });

  it.each([
    ['seven', /Give a rate in per cent/],
    ['101', /at most 100 %/],
    ['7.555', /two decimals at most/],
  ])('send no rate of %s', async (typed, said) => {
    const sent = shown({ 'PUT /api/settings/tax': { version: 6 } }, '/settings?what=tax');
    await fill(/^Fish/, typed);
    await press('Save');
    await says(said);
    expect(sent).toEqual([]);
  });

  it('say the rates in a line', () => {
    expect(taxInWords(noTax)).toBe('No tax is charged');
    expect(taxInWords({ added: true, rates: { fish: 700, trim: null, made: 1950 } })).toBe(
      'Fish 7 %, Made of trim 19.5 %, added at the till',
    );
  });

  it('keep what was typed beside what somebody else saved', async () => {
    const sent = shown(
      {
        'PUT /api/settings/screens': new Refusal({
          status: 409,
          code: 'stale',
          detail: 'Someone changed this meanwhile',
          current: { version: 6, idleLockMinutes: 30, twoSweepers: false },
        }),
      },
      '/settings?what=screens',
    );
    await fill(/^Minutes until/, '5');
    await press('Save');
    await press('Save mine over it');
    await waitFor(() =>
      expect(sent.at(-1)!.body).toEqual({ version: 6, idleLockMinutes: 5, twoSweepers: false }),
    );
  });

  it('say when the shop was backed up last, or why it was not, and back it up now', async () => {
    const last = { at: '2026-11-20T21:04:00.000Z', bytes: 38_200_000, file: '/b/x.gz' };
    const failed = { at: '2026-11-21T02:00:00.000Z', why: 'no space left on device' };
    const sent = shown(
      {
        'GET /api/settings/backups': { folder: '/b', last, failed, running: false },
        'PUT /api/settings/backups': { version: 4 },
      },
      '/settings?what=backups',
    );
    await says(/Last backup .*38 MB.*failed.*no space left/);
    await press('Back up now');
    await says(/being made/);
    await fill(/^Folder on the server/, 'usb');
    await press('Save');
    await says(/A whole path/);
    await fill(/^Folder on the server/, '/mnt/usb');
    await press('Save');
    await waitFor(() => expect(sent.at(-1)!.body).toEqual({ version: 3, folder: '/mnt/usb' }));
    expect(sent.map((s) => s.method)).toEqual(['POST', 'PUT']);
  });

  it('try a device before it is saved: what it says, beside how that is read', async () => {
    const heard = [
      { line: 'ST,GS,+0.460kg', grams: 460, tenths: null, steady: true },
      { line: 'garbage', grams: null, tenths: null, steady: false },
    ];
    const sent = shown(
      {
        'POST /api/settings/devices/try': { reached: true, heard },
        'PUT /api/settings/devices': { version: 8 },
      },
      '/settings?what=devices',
    );
    await fill(/^Scale: address/, ' 192.168.1.40:4001 ');
    await press('Try it');
    await says(/ST,GS,\+0\.460kg/);
    await says(/460 g, steady/);
    await says(/not understood/);
    expect(sent[0]!.body).toEqual({ kind: 'scale', address: '192.168.1.40:4001', lines: 'kg' });
    await press('Save');
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body).toEqual({
      version: 7,
      scale: { address: '192.168.1.40:4001', lines: 'kg' },
      probe: { address: null },
      sensors: { address: null },
      printer: { address: null, lines: 'raw' },
    });
  });

  it('ask for nothing of a device that was given where the server was started', async () => {
    shown(
      { 'GET /api/settings': { ...all, devices: { ...all.devices, given: ['scale', 'printer'] } } },
      '/settings?what=devices',
    );
    await says(/Given where the server was started: Scale, Label printer/);
    expect(screen.queryByLabelText(/^Scale: address/)).toBeNull();
    expect(screen.getByLabelText(/^Probe: address/)).toBeTruthy();
  });

  it('offer no other currency once money is in the books', async () => {
    shown(
      { 'GET /api/settings': { ...all, shop: { ...all.shop, currencyFixed: true } } },
      '/settings?what=shop',
    );
    await says(/reckons in EUR/);
    expect(screen.queryByLabelText('Currency')).toBeNull();
  });
});

describe('sensors that send by themselves', () => {
  it('get a key that is shown once, as the shop has it, and another each time', async () => {
    const sent = shown({ 'POST /api/settings/sensor-key': { id: 1 } }, '/settings?what=devices');
    const keys: string[] = [];
    for (let n = 0; n < 2; n++) {
      await press('Make a key');
      await waitFor(() => expect(sent).toHaveLength(n + 1));
      keys.push((sent[n]!.body as { key: string }).key);
      await says(new RegExp(`Authorization: Bearer ${keys[n]}`));
    }
    expect(keys[0]).toMatch(/^[A-Za-z0-9_-]{43}$/);
    expect(keys[1]).not.toBe(keys[0]);
  });
  it('lose it when it is taken back', async () => {
    const sensorKey = { by: 'Ines Corrie', at: '2026-11-24T09:00:00.000Z' };
    const sent = shown(
      {
        'GET /api/settings': { ...all, devices: { ...all.devices, sensorKey } },
        'POST /api/settings/sensor-key': { id: 0 },
      },
      '/settings?what=devices',
    );
    await says(/a key that Ines Corrie made/);
    await press('Take the key back');
    await waitFor(() => expect(sent[0]!.body).toEqual({ key: null }));
  });
});
