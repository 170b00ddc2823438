import type { AccountEntry } from '@ember-slate/contract';
import { screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { fill, press, says } from '../../testing/hands.ts';
import { Refusal, served, shopDay } from '../../testing/served.tsx';
import Customers from './Customers.tsx';

const entry = (more: Partial<AccountEntry>): AccountEntry => ({
  kind: 'sale',
  id: 1,
  number: 12,
  at: `${shopDay}T10:00:00.000Z`,
  on: shopDay,
  money: 1092,
  owes: 1092,
  remarks: '',
  undone: null,
  ...more,
});
const pell = { id: 4, name: 'Pell', phone: '0123', owes: 892, lastAt: null };
const entries = [
  entry({ kind: 'payment', id: 3, number: 1, money: -200, owes: 892, remarks: 'in an envelope' }),
  entry({}),
];
const customer = {
  id: 4,
  version: 1,
  name: 'Pell',
  phone: '0123',
  remarks: '',
  collected: 2,
  uncollected: 0,
};
const shown = (answers: object = {}, address = '/customers/4') =>
  served(
    <Routes>
      <Route path="/customers/:id?" element={<Customers />} />
    </Routes>,
    {
      '/api/accounts': [pell, { ...pell, id: 5, name: 'Marsh', owes: 0 }],
      '/api/accounts/4': { ...pell, entries },
      '/api/customers/4': { ...customer, orders: [], standing: [] },
      ...answers,
    },
    undefined,
    address,
  );

describe('customers', () => {
  it('say together what is owed, and by how many', async () => {
    shown({}, '/customers');
    await says(/1 customer owes €8\.92/);
    await fill(/^Find/, 'mar');
    await waitFor(() => expect(screen.queryByRole('button', { name: /Pell/ })).toBeNull());
    expect(screen.getByRole('button', { name: 'Marsh' })).toBeTruthy();
  });

  it('pay what they owe, or a part of it', async () => {
    const sent = shown({ '/api/accounts/4/payments': { id: 9, number: 2, owes: 392 } });
    await says(/Pell owes €8\.92/);
    await fill(/^Money they pay/, '5');
    await press('Card');
    await press('Take the money');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({ money: 500, pay: 'card', remarks: '' });
  });

  it.each([
    ['', /Say how much/],
    ['0', /Say how much/],
  ])('pay no "%s"', async (money, said) => {
    const sent = shown();
    await fill(/^Money they pay/, money);
    await press('Take the money');
    await says(said);
    expect(sent).toEqual([]);
  });

  it('have a payment taken back with its reason, and what stands there when it is refused', async () => {
    const closed = new Refusal({ status: 409, code: 'conflict', detail: 'That day is closed' });
    const sent = shown({ 'POST /api/accounts/payments/3/take-back': closed });
    await press('take back');
    await fill(/^Why/, 'it was Marsh');
    await press('take back');
    await waitFor(() => expect(sent.at(-1)?.body).toEqual({ reason: 'it was Marsh' }));
    expect(screen.getByLabelText(/^Why/)).toHaveProperty('value', 'it was Marsh');
  });

  it('show a payment that was taken back as what it was, and nothing more to take back', async () => {
    shown({
      '/api/accounts/4': {
        ...pell,
        owes: -100,
        entries: [entry({ kind: 'payment', undone: 'it was Marsh' })],
      },
    });
    await says(/The shop owes Pell €1\.00.*taken back: it was Marsh/);
    expect(screen.queryByRole('button', { name: 'take back' })).toBeNull();
  });
});
