import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { served } from '../../testing/served.tsx';
import Buying from './Buying.tsx';
import { Suppliers } from './Suppliers.tsx';

const manager = { id: 1, name: 'Ines Corrie', role: 'manager' as const };
const tap = (name: RegExp | string) => fireEvent.click(screen.getByRole('button', { name }));

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
