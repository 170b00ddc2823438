import { addDays } from '@ember-slate/core/calendar';
import type { CostChoices, ListedPrice } from '@ember-slate/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { moneyRules as rules, Refusal, served, shopDay } from '../../testing/served.tsx';
import { MoneyRules } from './MoneyRules.tsx';
import { PriceList } from './PriceList.tsx';
import { WhatIf } from './WhatIf.tsx';

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
  perPiece: null,
  pieceGrams: 200,
  cost: 1200,
  margin: 1 / 3,
  markup: 0.5,
  wanted: 1849,
  changedAt: null,
  ahead: [],
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
      '€1.20',
      '€1.80',
      '33 %',
      '50 %',
      '€1.85',
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
    await screen.findByText(/the target margin asks for €18\.49/);
    type(/Why/, 'the quay');
    tap(/Set the price/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      speciesId: 'hake',
      item: 'steaks',
      was: 1800,
      perKg: 1849,
      perPiece: null,
      from: null,
      reason: 'the quay',
    });
  });

  it('sets a price a piece, and says what that comes to a kilogram', async () => {
    const sent = served(
      <PriceList list={[listed()]} rules={rules} />,
      {
        '/api/prices/history?speciesId=hake&item=steaks': { sold: [], bought: [] },
        '/api/prices': { id: 1 },
      },
      manager,
    );
    tap('price');
    fireEvent.click(await screen.findByRole('radio', { name: 'the piece' }));
    type(/^Price a piece/, '4.50');
    // 200 g each, so a fifth of the kilogram.
    await screen.findByText(/one usually weighs 200 g: €22\.50 a kg/);
    tap(/Set the price/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ was: 1800, perKg: 2250, perPiece: 450 });
  });

  it('sets a price from a day to come, says it beside the one that stands, and drops it', async () => {
    const [tomorrow, later] = [addDays(shopDay, 1), addDays(shopDay, 2)];
    const ahead = [{ id: 5, from: later, perKg: 2100, perPiece: null, by: 'Ines Corrie' }];
    const sent = served(
      <PriceList list={[listed({ ahead })]} rules={rules} />,
      {
        '/api/prices/history?speciesId=hake&item=steaks': { sold: [], bought: [] },
        '/api/prices': { id: 1 },
        '/api/prices/ahead/5/drop': { id: 5 },
      },
      manager,
    );
    expect(screen.getAllByRole('row')[1]!.textContent).toMatch(/€18\.00.*€21\.00 from/);
    tap('price');
    fireEvent.change(await screen.findByLabelText(/Stands from/), { target: { value: tomorrow } });
    tap(/Set the price/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ from: tomorrow, perKg: 1849 });
    tap('price');
    fireEvent.click(await screen.findByRole('button', { name: 'drop it' }));
    await waitFor(() => expect(sent[1]!.path).toBe('/api/prices/ahead/5/drop'));
  });

  it('says the price of a piece where there is one', () => {
    served(<PriceList list={[listed({ perPiece: 450 })]} rules={rules} />, {}, manager);
    expect(screen.getAllByRole('row')[1]!.textContent).toMatch(/€4\.50 each/);
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
    type(/Target margin/, '97');
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
    keeps: 1,
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
    expect(await screen.findByText(/Fillets, skin on earn most a kg of fish: €5\.00 a fish/)).toBeTruthy();
    // 14.00 of whole fish is as good as 30.00 a kilogram on 46.7 % of it.
    expect(screen.getByText(/meet at a yield of/).textContent).toMatch(/46\.7/);
    type(/Yield change/, '-5');
    expect(screen.getByText(/Whole earns most a kg of fish: €4\.00 a fish/)).toBeTruthy();
  });
});
