import type { DayClose } from '@ember-slate/contract';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { Refusal, served } from '../../testing/served.tsx';
import { CloseDay, Reopen } from './CloseDay.tsx';

const manager = { id: 1, name: 'Ines Corrie', role: 'manager' as const };
const tap = (name: RegExp | string) => fireEvent.click(screen.getByRole('button', { name }));
const type = (label: RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

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
    expect(screen.getByText(/Cash is €2\.00 short/)).toBeTruthy();
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
    expect(sent).toHaveLength(0);
    type(/Who signs too/, 'alone');
    tap(/Open it again/);
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(sent[0]).toMatchObject({
      path: '/api/close/2026-11-25/reopen',
      body: { reason: 'a sale was forgotten', second: 'alone' },
    });
  });

  it('is signed by somebody else’s PIN, which goes nowhere else and is gone when it was wrong', async () => {
    const closed = vi.fn();
    const vouch = 'POST /api/session/second';
    const staff = [
      { id: 1, name: 'Ines Corrie' },
      { id: 2, name: 'Bram Teale' },
    ];
    const open = (answer: unknown) =>
      served(<Reopen day="2026-11-25" onClose={closed} />, { [vouch]: answer }, manager, '/', { staff });
    const give = (pin: string) => {
      type(/Why/, 'a sale was forgotten');
      type(/Who signs too/, '2');
      type(/Their PIN/, pin);
      tap(/Open it again/);
    };
    const wrong = open(
      new Refusal({ status: 401, code: 'not-signed-in', detail: 'Name and PIN do not match' }),
    );
    expect([...screen.getByLabelText<HTMLSelectElement>(/Who signs too/).options].map((o) => o.text)).toEqual(
      ['choose', 'Bram Teale', 'I am alone in the shop'],
    );
    give('1111');
    await screen.findByText('Name and PIN do not match');
    expect(wrong).toHaveLength(1);
    expect(screen.getByLabelText<HTMLInputElement>(/Their PIN/).value).toBe('');
    cleanup();
    const token = 't'.repeat(43);
    const sent = open({ token, name: 'Bram Teale' });
    give('1357');
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(sent.map((s) => s.body)).toEqual([
      { staffId: 2, pin: '1357' },
      { reason: 'a sale was forgotten', second: token },
    ]);
  });
});
