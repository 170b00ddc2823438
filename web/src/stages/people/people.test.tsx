import { fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { store } from '../../app/store.ts';
import { Refusal, served } from '../../testing/served.tsx';
import { fill, press, says } from '../../testing/hands.ts';
import People from './People.tsx';
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

describe('people', () => {
  const at = '2026-11-25T06:00:00.000Z';
  const all = [
    {
      id: 1,
      version: 3,
      name: 'Ines Corrie',
      role: 'manager',
      active: true,
      pin: 'own',
      signedIn: ['10.0.0.4', '10.0.0.4', ''].map((address) => ({ address, since: at, seenAt: at })),
    },
    { id: 4, version: 2, name: 'Tam Rook', role: 'bench', active: true, pin: 'handed', signedIn: [] },
    { id: 5, version: 9, name: 'Old Hand', role: 'counter', active: false, pin: 'own', signedIn: [] },
  ];
  const shown = (answers: object = {}) => served(<People />, { 'GET /api/people': all, ...answers }, ines);

  it('stand with what they do, where they are signed in, and who left', async () => {
    shown();
    await screen.findByRole('heading', { name: '2 people work here' });
    const rows = screen.getAllByRole('row').map((r) => r.textContent);
    expect(rows[1]).toMatch(/Ines Corrie.*Manager.*signed in at 10\.0\.0\.4, this machine, last seen/);
    expect(rows[2]).toMatch(/Tam Rook.*Bench.*PIN handed over, not used yet/);
    expect(rows[3]).toMatch(/Old Hand.*Counter.*left/);
  });

  it('are added with a PIN made up here, which is not kept as a draft', async () => {
    const sent = shown({ 'POST /api/people': { id: 6 } });
    await press('Add somebody');
    await says(/Sells, takes orders/);
    await fill(/^Name/, 'Nell Dace');
    await press('Manager');
    await says(/Everything, and prices/);
    const pin = screen.getByLabelText<HTMLInputElement>(/PIN to hand over/).value;
    expect(pin).toMatch(/^[1-9]\d{5}$/);
    expect(JSON.stringify(localStorage) + JSON.stringify(store.getState().drafts)).not.toContain(pin);
    await press('Add');
    await waitFor(() =>
      expect(sent.map((s) => s.body)).toEqual([{ name: 'Nell Dace', role: 'manager', pin }]),
    );
    await waitFor(() => expect(screen.queryByLabelText(/PIN to hand over/)).toBeNull());
  });

  it('are told at its field what is wrong with a name or a PIN', async () => {
    const sent = shown({
      'POST /api/people': new Refusal({
        status: 400,
        code: 'bad-input',
        detail: 'Somebody here is called that already',
        errors: [{ path: 'name', message: 'Somebody here is called that already' }],
      }),
    });
    await press('Add somebody');
    await fill(/^Name/, 'Tam Rook');
    await fill(/PIN to hand over/, '12a');
    await press('Add');
    await says(/A PIN is 4 to 8 digits/);
    expect(sent).toEqual([]);
    await fill(/PIN to hand over/, '4455');
    await press('Add');
    await says(/called that already/);
  });

  it('leave, with what follows said before', async () => {
    const sent = shown({ 'PUT /api/people/4': { version: 3 } });
    await press('Tam Rook');
    await press('left');
    await says(/stays in the records under that name/);
    await press('Save');
    await waitFor(() =>
      expect(sent.map((s) => [s.path, s.body])).toEqual([
        ['/api/people/4', { version: 2, name: 'Tam Rook', role: 'bench', active: false }],
      ]),
    );
  });

  it('who forgot their PIN are given another, and those signed in are signed out', async () => {
    const sent = shown({ 'POST /api/people/1/pin': { id: 1 }, 'POST /api/people/1/sign-out': { id: 1 } });
    await press('Ines Corrie');
    await press('Sign out everywhere');
    await press('Give a new PIN');
    const pin = screen.getByLabelText<HTMLInputElement>(/PIN to hand over/).value;
    await press('Give this PIN');
    await waitFor(() =>
      expect(sent.map((s) => [s.path, s.body])).toEqual([
        ['/api/people/1/sign-out', {}],
        ['/api/people/1/pin', { pin }],
      ]),
    );
    await waitFor(() => expect(JSON.stringify(store.getState().connection)).toContain(pin));
    // Who is signed in nowhere is signed out of nothing; who left signs in nowhere.
    await press('Tam Rook');
    expect(screen.queryByRole('button', { name: 'Sign out everywhere' })).toBeNull();
    await press('Old Hand');
    expect(screen.queryByRole('button', { name: 'Give a new PIN' })).toBeNull();
  });
});
