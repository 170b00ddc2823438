import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Refusal, served } from '../../testing/served.tsx';
import Frozen from '../cold/Frozen.tsx';
import Rules from './Rules.tsx';

const ines = { id: 1, name: 'Ines Corrie', role: 'manager' } as const;
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('whose rules', () => {
  it('says what each changes, and follows the other with one tap', async () => {
    const sent = served(
      <Rules />,
      {
        'GET /api/people/rules': { version: 4, profile: 'eu' },
        'PUT /api/people/rules': { version: 5 },
      },
      ines,
    );
    await screen.findByRole('heading', { name: /rules of the European Union/ });
    const table = screen.getByRole('table').textContent;
    for (const word of ['2.0 °C', '5.0 °C', '168 h at', 'farmed on feed', 'month before day'])
      expect(table).toContain(word);
    fireEvent.click(screen.getByRole('button', { name: 'Follow these' }));
    await waitFor(() => expect(sent.map((s) => s.body)).toEqual([{ version: 4, profile: 'us' }]));
  });

  it('asks before it follows over what somebody chose meanwhile', async () => {
    const sent = served(
      <Rules />,
      {
        'GET /api/people/rules': { version: 4, profile: 'eu' },
        'PUT /api/people/rules': new Refusal({
          status: 409,
          code: 'stale',
          detail: 'Someone changed this meanwhile: look at it again',
          current: { version: 6, profile: 'eu' },
        }),
      },
      ines,
    );
    fireEvent.click(await screen.findByRole('button', { name: 'Follow these' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Save mine over it' }));
    await waitFor(() => expect(sent.at(-1)!.body).toEqual({ version: 6, profile: 'us' }));
  });
});

describe('what is frozen', () => {
  const row = {
    lotId: 3,
    code: '261125-S1',
    speciesName: 'Salmon',
    itemName: 'fillets, skin on',
    placeName: 'Freezer',
    grams: 900,
    pieces: 2,
    frozenAt: '2026-11-20T09:00:00.000Z',
    thawedAt: null,
    raw: false,
    useBy: '2027-01-19',
    freezing: {
      met: false,
      hours: 10,
      completeAt: '2026-11-21T09:00:00.000Z',
      rule: { celsius: -20, hours: 24, solidAt: null, source: '' },
    },
  };
  it.each([
    [{}, /^10\.0 of 24 h at −20\.0 °C; complete .* if it stays so cold$/],
    [{ freezing: { ...row.freezing, completeAt: null } }, /^not complete: 10\.0 of 24 h/],
    [{ raw: true, freezing: { ...row.freezing, met: true, hours: 30 } }, /^complete since .*: 24 h/],
    [{ raw: true }, /^by its paper$/],
    [{ raw: true, freezing: null }, /^by its paper$/],
    [{ freezing: null }, /^never in the freezer$/],
  ])('%o says %s', async (more, words) => {
    served(<Frozen />, { '/api/cold/frozen': [{ ...row, ...more }] });
    const table = await screen.findByRole('table', { name: 'frozen and thawed' });
    expect(within(table).getAllByRole('cell')[5]!.textContent).toMatch(words);
  });

  it('puts the thawed into its heading, and says so when there is nothing', async () => {
    served(<Frozen />, {
      '/api/cold/frozen': [{ ...row, thawedAt: '2026-11-25T06:00:00.000Z' }, row],
    });
    expect((await screen.findByRole('heading')).textContent).toBe('1 thawed, use it first; 1 in the freezer');
    cleanup();
    served(<Frozen />, { '/api/cold/frozen': [] });
    expect((await screen.findByRole('heading')).textContent).toBe('Nothing is frozen');
  });
});
