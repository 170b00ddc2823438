import 'fake-indexeddb/auto';
import { render, screen, waitFor } from '@testing-library/react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { fill, press, says } from '../testing/hands.ts';
import { api } from './api.ts';
import { App } from './App.tsx';
import { lockHere } from './lock.ts';
import { store } from './store.ts';

/*
 * Two people at one screen, one after the other: what the first was answered is shown to no other, on the page that is
 * open and on those looked at before.
 */
const ines = { id: 1, name: 'Ines Corrie', role: 'manager' };
const bram = { id: 2, name: 'Bram Teale', role: 'bench' };
let me: { id: number; name: string; role: string } | null = ines;
const secret = 'Known To Managers';
const people = [{ id: 7, version: 1, name: secret, role: 'counter', active: true, pin: 'own', signedIn: [] }];

class Silent {
  close(): void {}
  addEventListener(): void {}
}
beforeEach(() => {
  me = ines;
  localStorage.clear();
  lockHere(false);
  store.dispatch(api.util.resetApiState());
  window.history.replaceState(null, '', '/people');
  vi.stubGlobal('EventSource', Silent);
  vi.stubGlobal('fetch', (path: string, init: RequestInit = {}) => {
    const json = (body: unknown) => Promise.resolve(new Response(JSON.stringify(body), { status: 200 }));
    if (path === '/api/shop')
      return json({
        name: 'Test Slip',
        sample: false,
        timeZone: 'UTC',
        currency: 'EUR',
        hours: Array(7).fill(null),
        shut: [],
        ruleProfile: 'eu',
        idleLockMinutes: 10,
        staff: [ines, bram].map(({ id, name }) => ({ id, name })),
        devices: { scale: 'none', sensors: 'none', printer: 'none', probe: 'none' },
        me,
      });
    if (path === '/api/session') {
      if (init.method === 'POST') {
        const { staffId } = JSON.parse(init.body as string) as { staffId: number };
        me = staffId === 1 ? ines : bram;
        return json(me);
      }
      return json({});
    }
    if (path === '/api/people' && me?.role === 'manager') return json(people);
    return Promise.resolve(
      new Response(JSON.stringify({ status: 403, code: 'not-allowed', title: 'Not allowed for your role' }), {
        status: 403,
      }),
    );
  });
});
afterEach(() => window.history.replaceState(null, '', '/'));

const signsIn = async (name: string) => {
  await press(name);
  await fill(/PIN/, '1357');
  await press('Sign in');
  await waitFor(() => expect(screen.queryByText(/Who is here/)).toBeNull());
};

it('is asked for anew by whoever signs in after, also by the same person in another role', async () => {
  render(
    <Provider store={store}>
      <App />
    </Provider>,
  );
  await says(new RegExp(secret));
  // The same person again: nothing is asked twice, what was open lies there.
  lockHere(true);
  window.dispatchEvent(Object.assign(new Event('storage'), { key: 'ember-slate-locked', newValue: '1' }));
  await says(/Locked/);
  await signsIn('Ines Corrie');
  expect(document.body.textContent).toContain(secret);

  window.dispatchEvent(Object.assign(new Event('storage'), { key: 'ember-slate-locked', newValue: '1' }));
  await says(/Locked/);
  await signsIn('Bram Teale');
  await waitFor(() => expect(document.body.textContent).not.toContain(secret));

  // Risen meanwhile, and back: each role its own.
  Object.assign(bram, { role: 'manager' });
  store.dispatch(api.util.invalidateTags(['people']));
  await says(new RegExp(secret));
  Object.assign(bram, { role: 'bench' });
  store.dispatch(api.util.invalidateTags(['people']));
  await waitFor(() => expect(document.body.textContent).not.toContain(secret));
});
