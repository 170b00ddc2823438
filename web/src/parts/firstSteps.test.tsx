import { firstSteps } from '@ember-slate/contract';
import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { press, says } from '../testing/hands.ts';
import { served } from '../testing/served.tsx';
import { FirstSteps } from './FirstSteps.tsx';

const ines = { id: 1, name: 'Ines Corrie', role: 'manager' } as const;
const states = (open: string[], left: string[] = []) =>
  firstSteps.map((step) => ({
    step,
    state: open.includes(step) ? 'open' : left.includes(step) ? 'left' : 'done',
  }));
const shown = (open: string[], left: string[] = [], all = false) =>
  served(<FirstSteps all={all} />, { 'GET /api/settings/steps': states(open, left) }, ines);

describe('what a new shop has still to do', () => {
  it('is listed with why, and each leads to where it is done', async () => {
    shown([...firstSteps]);
    await says(/10 things still to do before the first sale/);
    const links = screen.getAllByRole('link').map((a) => a.getAttribute('href'));
    expect(links).toHaveLength(firstSteps.length);
    expect(links).toContain('/settings?what=opening');
  });

  it('may be left, and is found again in settings', async () => {
    const sent = shown(['prices']);
    await says(/One thing still to do/);
    await press('Leave it');
    await waitFor(() => expect(sent.map((s) => s.body)).toEqual([{ step: 'prices', leave: true }]));
  });

  it('shows what was left only where it is taken up again', async () => {
    const sent = shown(['prices'], ['stock'], true);
    await says(/Left for now/);
    await press('Take it up again');
    await waitFor(() => expect(sent.map((s) => s.body)).toEqual([{ step: 'stock', leave: false }]));
  });

  it('is one line once the first fish are being landed, and leads to the whole of it', async () => {
    served(<FirstSteps brief />, { 'GET /api/settings/steps': states([...firstSteps]) }, ines);
    await says(/10 things still to do before the first sale/);
    expect(screen.getAllByRole('link').map((a) => a.getAttribute('href'))).toEqual(['/settings']);
    expect(screen.queryByRole('button', { name: 'Leave it' })).toBeNull();
  });

  it('is nothing for whoever cannot do it', async () => {
    const sent = served(<FirstSteps />, { 'GET /api/settings/steps': states(['prices']) });
    await new Promise((done) => setTimeout(done, 30));
    expect(screen.queryByText(/still to do/)).toBeNull();
    expect(sent).toEqual([]);
  });
});
