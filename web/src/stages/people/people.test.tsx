import { fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { Refusal, served } from '../../testing/served.tsx';
import Rules from './Rules.tsx';

const ines = { id: 1, name: 'Ines Corrie', role: 'manager' } as const;

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
