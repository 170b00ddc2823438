import type { BuyingLine } from '@ember-slate/contract';
import { fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { counter, manager, tryActs } from '../../testing/acts.tsx';
import { fill, page, press, says, waitsFor } from '../../testing/hands.ts';
import { moneyRules, served, shopDay } from '../../testing/served.tsx';
import Buying from './Buying.tsx';

/*
 * The buying list by its presses: what is asked for, and how many, stands under the name of who keeps it.
 */

const line = (more: Partial<BuyingLine> = {}): BuyingLine => ({
  speciesId: 'hake',
  speciesName: 'European hake',
  supplier: 'Orsay Quay',
  forOrders: { fish: 2, grams: 4600, orders: 1 },
  forms: [
    {
      form: 'steaks',
      formName: 'steaks',
      mean: 3000,
      sd: 600,
      perKg: 2890,
      costPerKg: 1700,
      quantile: 0.8,
      quantity: 3500,
      stock: 400,
      yield: 0.62,
      runOut: 0.18,
      over: 300,
    },
  ],
  fishGrams: 2300,
  paidPerKg: 1150,
  fish: 4,
  grams: 9200,
  boxes: 1,
  money: 10_580,
  runOut: 0.18,
  wasteGrams: 250,
  age: null,
  spent: false,
  ...more,
});
const forecast = {
  from: '2026-11-19',
  to: '2026-11-25',
  rows: [{ name: 'Hake, steaks', expected: 3000, sd: 500, sold: 3200, within: true }],
  error: 0.12,
  bias: 1.04,
};
const choices = {
  speciesId: 'salmon',
  speciesName: 'Salmon',
  condition: 'gutted' as const,
  lot: null,
  paidPerKg: 1000,
  fishGrams: 4000,
  keeps: 1,
  settings: moneyRules,
  forms: [
    {
      form: 'fillet_skin_on',
      name: 'fillets, skin on',
      yield: 0.5,
      learnedFrom: 0,
      perKg: 3000,
      trims: [],
      minutes: 3,
    },
  ],
};
const buying = {
  'GET /api/buying': { day: shopDay, until: shopDay, lines: [line()], money: 10_580 },
  '/api/buying/forecast': forecast,
  'GET /api/buying/holidays': {
    version: 2,
    holidays: [{ day: '2026-12-24', factor: 3, name: 'Christmas Eve' }],
  },
  '/api/costs/choices?speciesId=salmon': choices,
};
tryActs('buying the manager', { me: manager, screen: <Buying />, answers: buying }, [
  {
    does: 'adds a feast to those that are known',
    by: async () => {
      await press('feasts');
      await says(/Christmas Eve/);
      expect(await waitsFor('Add the day')).toBe('name it');
      fireEvent.change(document.querySelector('input[type=date]')!, { target: { value: '2026-12-31' } });
      await fill('Times the usual', '1,8');
      await fill('Name', ' New Year’s Eve ');
      await press('Add the day');
    },
    sends: {
      method: 'PUT',
      path: '/api/buying/holidays',
      body: {
        version: 2,
        holidays: [
          { day: '2026-12-24', factor: 3, name: 'Christmas Eve' },
          { day: '2026-12-31', factor: 1.8, name: 'New Year’s Eve' },
        ],
      },
    },
    answered: { version: 3 },
  },
  {
    does: 'takes a feast off',
    by: async () => {
      await press('feasts');
      await press('off');
    },
    sends: { method: 'PUT', path: '/api/buying/holidays', body: { version: 2, holidays: [] } },
    answered: { version: 3 },
  },
]);

describe('the buying list', () => {
  const at = (more: Partial<BuyingLine> = {}) =>
    served(
      <Buying />,
      { ...buying, 'GET /api/buying': { day: shopDay, until: shopDay, lines: [line(more)], money: 10_580 } },
      manager,
    );
  it.each<[string, Partial<BuyingLine>, RegExp]>([
    ['for one order', {}, /2 fish for an order/],
    ['for several', { forOrders: { fish: 3, grams: 1, orders: 4 } }, /3 fish for 4 order lines/],
    ['by the box', { boxes: 2 }, /2 boxes/],
    ['of no supplier yet', { supplier: null }, /no supplier yet/],
    ['after spawning', { spent: true }, /spent season/],
    ['with what may be left', {}, /18 %250g/],
  ])('says what is bought %s', async (_name, more, words) => {
    at(more);
    await says(words);
  });
  it('shows its working when asked', async () => {
    at();
    await says(/Hake/);
    await press('why?', document.querySelector('table')!);
    await says(/80 %.*3 500 g/);
  });
  it('counts fish for a number of guests, by portion, yield and what is paid', async () => {
    at();
    await press('for a number of guests');
    // 12 people, 170 g each, half of a fish of 4 kg: two fish, 80.00.
    await says(/2 fish, 8\.00 kg, €80\.00|2 fish, 8 000 g, €80\.00/);
    await fill('People', '30');
    await says(/3 fish/);
    await fill('People', '');
    expect(page()).not.toMatch(/3 fish, /);
  });
  it('is the manager’s', async () => {
    served(<Buying />, buying, counter);
    await says(/The manager decides what is bought/);
    expect(page()).not.toMatch(/105\.80/);
  });
});
