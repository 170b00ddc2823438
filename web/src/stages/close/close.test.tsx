import type { CostChoices, DayClose, ListedPrice, YieldOf } from '@ember-slate/contract';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { moneyRules as rules, Refusal, served } from '../../testing/served.tsx';
import Buying from './Buying.tsx';
import { CloseDay, Reopen } from './CloseDay.tsx';
import { MoneyRules } from './MoneyRules.tsx';
import { PriceList } from './PriceList.tsx';
import { Suppliers } from './Suppliers.tsx';
import { WhatIf } from './WhatIf.tsx';
import { YieldDetail } from './YieldDetail.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const manager = { id: 1, name: 'Ines Corrie', role: 'manager' as const };
const tap = (name: RegExp | string) => fireEvent.click(screen.getByRole('button', { name }));
const type = (label: RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

const listed = (more: Partial<ListedPrice> = {}): ListedPrice => ({
  speciesId: 'hake',
  speciesName: 'European hake',
  item: 'steaks',
  itemName: 'steaks',
  perKg: 1800,
  cost: 1200,
  margin: 1 / 3,
  markup: 0.5,
  wanted: 1849,
  changedAt: null,
  soldGrams: 4000,
  ...more,
});

describe('the price list', () => {
  const thin = listed({ item: 'fillet_skin_on', itemName: 'fillets, skin on', cost: 2000, margin: -0.11 });
  const still = listed({ speciesName: 'Plaice', itemName: 'whole', item: 'whole', soldGrams: 0 });

  it('says cost, price and margin by the shop’s unit, and finds what did not sell only when asked', () => {
    served(<PriceList list={[thin, listed(), still]} rules={{ ...rules, unit: '100g' }} />, {}, manager);
    const row = screen.getAllByRole('row')[2]!;
    expect(
      within(row)
        .getAllByRole('cell')
        .map((c) => c.textContent),
    ).toEqual([
      'Hake, steaks',
      expect.stringMatching(/^4.000g$/),
      '1.20',
      '1.80',
      '33 %',
      '50 %',
      '1.85',
      'price',
    ]);
    expect(screen.queryByText(/Plaice/)).toBeNull();
    type(/Find/, 'plaice wh');
    expect(screen.getAllByRole('row')).toHaveLength(2);
    type(/Find/, 'turbot');
    expect(screen.getByText(/Nothing of that in the list/)).toBeTruthy();
  });

  it('sets a price with its reason from what the wanted margin asks', async () => {
    const sent = served(
      <PriceList list={[listed()]} rules={rules} />,
      {
        '/api/prices/history?speciesId=hake&item=steaks': { sold: [], bought: [] },
        '/api/prices': { id: 1 },
      },
      manager,
    );
    tap('price');
    await screen.findByText(/the wanted margin asks for 18\.49/);
    type(/Why/, 'the quay');
    tap(/Set the price/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      speciesId: 'hake',
      item: 'steaks',
      was: 1800,
      perKg: 1849,
      reason: 'the quay',
    });
  });
});

describe('how the shop reckons', () => {
  it('takes shares as percent, and how a lower price sells by form; a refusal stands at its field', async () => {
    const sent = served(
      <MoneyRules rules={{ ...rules, version: 3 }} onClose={() => undefined} />,
      {
        '/api/costs/settings': new Refusal({
          status: 400,
          code: 'bad-input',
          detail: 'Something is not right',
          errors: [{ path: 'margin', message: 'at most 95 %' }],
        }),
      },
      manager,
    );
    type(/Wanted margin/, '97');
    type(/1\.1 to 2\.5/, '3');
    expect(screen.getByText('from 1.1 to 2.5')).toBeTruthy();
    tap(/Save/);
    await screen.findByText('at most 95 %');
    expect(sent[0]!.body).toEqual({ ...rules, version: 3, margin: 0.97 });
  });
});

describe('what if', () => {
  // One kilogram at 10.00 a kilo: half of it fillet at 30.00, no trim, no labour.
  const choices: CostChoices = {
    speciesId: 'hake',
    speciesName: 'European hake',
    condition: 'gutted',
    lot: null,
    paidPerKg: 1000,
    fishGrams: 1000,
    settings: { ...rules, perHour: 0 },
    forms: [
      { form: 'whole', name: 'whole', yield: 1, learnedFrom: 0, perKg: 1400, trims: [], minutes: 0 },
      {
        form: 'fillet_skin_on',
        name: 'fillets, skin on',
        yield: 0.5,
        learnedFrom: 12,
        perKg: 3000,
        trims: [],
        minutes: 3,
      },
    ],
  };

  it('says what earns most, where whole and fillet meet, and follows the yield', async () => {
    served(<WhatIf />, { '/api/costs/choices?speciesId=hake': choices }, manager);
    expect(await screen.findByText(/Fillets, skin on earn most a kg of fish: 5\.00 a fish/)).toBeTruthy();
    // 14.00 of whole fish is as good as 30.00 a kilogram on 46.7 % of it.
    expect(screen.getByText(/meet at a yield of/).textContent).toMatch(/46\.7/);
    type(/points more/, '-5');
    expect(screen.getByText(/Whole earns most a kg of fish: 4\.00 a fish/)).toBeTruthy();
  });
});

describe('one yield', () => {
  const point = (n: number, got: number): YieldOf['points'][number] => ({
    ticketId: n,
    number: 100 + n,
    day: `2026-11-${String(n).padStart(2, '0')}`,
    yield: got,
    expected: 0.5,
    inputGrams: 2000,
    fish: 2,
    supplier: 'Orsay Quay',
    lost: null,
  });
  const of: YieldOf = {
    speciesId: 'hake',
    condition: 'gutted',
    form: 'steaks',
    speciesName: 'European hake',
    formName: 'steaks',
    expected: 0.5,
    learned: { mean: 0.49, low: 0.45, high: 0.53, fish: 22 },
    spent: { months: [4, 5], factor: 0.93 },
    chart: { mean: 0.5, low: 0.47, high: 0.53 },
    signals: [
      { kind: 'outside', direction: 'down', ticketIds: [3], words: 'One ticket far below the others' },
    ],
    points: [point(1, 0.51), point(2, 0.5), point(3, 0.4)],
    by: { method: [], supplier: [], month: [], size: [], year: [] },
    weeks: [],
  };

  it('leads from a signal in words to its ticket, and shows no money to who sees none', async () => {
    const row = { ...of, tickets: 3, last: 0.4, lost: null, signal: of.signals[0]!.words };
    served(
      <YieldDetail of={row} />,
      { '/api/yields/one?speciesId=hake&condition=gutted&form=steaks': of },
      { id: 2, name: 'Bram Teale', role: 'bench' },
    );
    const words = await screen.findByText('One ticket far below the others');
    const link = within(words.parentElement!).getByRole('link');
    expect([link.textContent, link.getAttribute('href')]).toEqual(['103', '/bench/3']);
    expect(screen.getByText('45.0 % to 53.0 %')).toBeTruthy();
    expect(screen.getByText(/Spent around Apr, May/)).toBeTruthy();
    expect(screen.queryByText(/Money lost/)).toBeNull();
  });
});

describe('buying', () => {
  it('says that nothing is needed, and is the manager’s', async () => {
    const none = { day: '2026-11-27', until: '2026-11-27', lines: [], suppliers: [], money: 0 };
    const forecast = { from: '2026-11-19', to: '2026-11-25', rows: [], error: null, bias: null };
    const answers = { '/api/buying': none, '/api/buying/forecast': forecast };
    served(<Buying />, answers, manager);
    expect(await screen.findByText(/Nothing to buy for/)).toBeTruthy();
    expect(await screen.findByText(/Nothing sold last week to compare with/)).toBeTruthy();
    cleanup();
    served(<Buying />, answers);
    expect(screen.getByText('The manager decides what is bought')).toBeTruthy();
  });

  it('keeps a supplier’s days and boxes, and asks for nothing while nothing changed', async () => {
    const sent = served(
      <Suppliers onClose={() => undefined} />,
      {
        '/api/buying/suppliers': [{ id: 4, version: 2, name: 'Orsay Quay', days: [1, 3], boxGrams: 6000 }],
        '/api/buying/suppliers/4': { id: 4 },
      },
      manager,
    );
    const friday = await screen.findByRole('checkbox', { name: 'Fri' });
    tap(/Keep/);
    expect(sent).toHaveLength(0);
    fireEvent.click(friday);
    fireEvent.click(screen.getByRole('checkbox', { name: 'Mon' }));
    tap(/Keep/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({ version: 2, days: [3, 5], boxGrams: 6000 });
  });
});

describe('closing', () => {
  const till = { sales: 12_000, deposits: 500, refunds: -300, expected: 12_200 };
  const day = {
    day: '2026-11-25',
    tills: { cash: till, card: till, account: { ...till, expected: 0 } },
  } as unknown as DayClose;

  it('says how far the till is off and what is open, sends both counts, and shows the refusal', async () => {
    const sent = served(
      <CloseDay
        day={day}
        toDo={['2 orders left']}
        counted={{ cash: 12_000, card: 12_200 }}
        onClose={() => undefined}
      />,
      {
        '/api/close/2026-11-25': new Refusal({
          status: 400,
          code: 'bad-input',
          detail: 'Not yet',
          errors: [{ path: 'remarks', message: 'say what you know of it' }],
        }),
      },
      manager,
    );
    expect(screen.getByText(/Cash is 2\.00 short/)).toBeTruthy();
    expect(screen.getByText(/Still open: 2 orders left/)).toBeTruthy();
    tap(/Close and lock/);
    await screen.findByText('say what you know of it');
    expect(sent[0]!.body).toEqual({ remarks: '', countedCash: 12_000, countedCard: 12_200 });
  });

  it('is undone only with a reason', async () => {
    const closed = vi.fn();
    const sent = served(<Reopen day="2026-11-25" onClose={closed} />, {}, manager);
    tap(/Open it again/);
    expect(sent).toHaveLength(0);
    type(/Why/, 'a sale was forgotten');
    tap(/Open it again/);
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(sent[0]).toMatchObject({
      path: '/api/close/2026-11-25/reopen',
      body: { reason: 'a sale was forgotten' },
    });
  });
});
