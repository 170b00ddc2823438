import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { fill, pick, press, says, waitsFor } from '../../testing/hands.ts';
import { Refusal, served } from '../../testing/served.tsx';
import { OnePrice, PastedPrices } from './NewPrices.tsx';

const ines = { id: 1, name: 'Ines Corrie', role: 'manager' } as const;
const listed = {
  speciesId: 'hake',
  speciesName: 'European hake',
  item: 'fillet_skin_on',
  itemName: 'fillets, skin on',
  perKg: 2890,
  perPiece: null,
  pieceGrams: 160,
  cost: null,
  margin: null,
  markup: null,
  wanted: null,
  changedAt: null,
  ahead: [],
  soldGrams: 0,
};

describe('a price for what is not there yet', () => {
  it('is set beside what stood there when it was thought of, and the form waits for the next', async () => {
    const sent = served(
      <OnePrice list={[listed]} onDone={() => undefined} />,
      { 'PUT /api/prices': { id: 1 } },
      ines,
    );
    await pick(/^Fish/, 'hake', /^Hake/i);
    await says(/Stands at €28\.90/);
    await press('Set the price');
    await says(/Give the price/);
    expect(sent).toEqual([]);
    await fill(/^Price a kg/, '31');
    await press('Set the price');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({
      speciesId: 'hake',
      item: 'fillet_skin_on',
      was: 2890,
      perKg: 3100,
    });
    await says(/fillets, skin on: €31\.00 a kg/i);
    await fill(/^As/, 'steaks');
    await says(/No price yet/);
    await fill(/^Price a kg/, '20');
    await press('Set the price');
    await waitFor(() => expect(sent[1]?.body).toMatchObject({ item: 'steaks', was: null, perKg: 2000 }));
  });
});

describe('a pasted price list', () => {
  const price = (line: number, perKg: number) => ({
    line,
    cells: ['hake', 'steaks', String(perKg)],
    price: { speciesId: 'hake', speciesName: 'Hake', item: 'steaks', itemName: 'steaks', was: null, perKg },
    errors: [],
  });
  const wrong = {
    line: 3,
    cells: ['unicorn', 'steaks', '1'],
    price: null,
    errors: ['Not one fish of the book'],
  };
  const shown = (rows: object[], more: object = {}) => {
    let done = 0;
    const sent = served(
      <PastedPrices onDone={() => done++} />,
      { 'POST /api/prices/read': { rows }, 'POST /api/prices/list': { set: 1 }, ...more },
      ines,
    );
    return { sent, done: () => done };
  };
  const readIt = async () => {
    await fill(/^Or paste/, 'fish,form,price\nhake,steaks,28.90');
    await press('Read the list');
  };

  it('is read, looked at, and set as a whole', async () => {
    const { sent, done } = shown([price(2, 2890)]);
    expect(await waitsFor('Read the list')).toMatch(/Paste the list/);
    await readIt();
    await says(/28\.90/);
    await press('Set this price');
    await waitFor(() => expect(done()).toBe(1));
    expect(sent.at(-1)!.body).toEqual({
      prices: [{ speciesId: 'hake', item: 'steaks', was: null, perKg: 2890 }],
    });
  });

  it('sets nothing while a line is wrong', async () => {
    const { sent } = shown([price(2, 2890), wrong]);
    await readIt();
    await says(/Not one fish of the book/);
    expect(await waitsFor('Set this price')).toMatch(/One line|1 line/);
    await press('Set this price');
    expect(sent.map((s) => s.path)).toEqual(['/api/prices/read']);
  });

  it('is read again where somebody set one of the prices meanwhile', async () => {
    const { sent } = shown([price(2, 2890)], {
      'POST /api/prices/list': new Refusal({
        status: 409,
        code: 'stale',
        detail: 'Someone set this price meanwhile',
      }),
    });
    await readIt();
    await press('Set this price');
    await waitFor(() =>
      expect(sent.map((s) => s.path)).toEqual(['/api/prices/read', '/api/prices/list', '/api/prices/read']),
    );
    await says(/meanwhile/);
    expect(screen.getByRole('button', { name: 'Set this price' })).toBeTruthy();
  });
});
