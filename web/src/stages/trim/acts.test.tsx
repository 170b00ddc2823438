import { act, fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { TrimBook } from '@ember-slate/contract';
import { store, weighed } from '../../app/store.ts';
import { manager, tryActs } from '../../testing/acts.tsx';
import { fill, pick, press, says, waitsFor } from '../../testing/hands.ts';
import { served, shopDay } from '../../testing/served.tsx';
import TrimPage from './TrimPage.tsx';

/*
 * Trim by its presses: what is made of it, and by which rule it goes, reaches the books as it lies there.
 */

const head = {
  place: 'place:cold_room' as const,
  lotId: 2,
  item: 'trim:head',
  batch: 9,
  part: 'head' as const,
  name: 'heads',
  code: '261125-H1',
  speciesName: 'European hake',
  grams: 900,
  sellBy: shopDay,
  refused: {},
};
const products = [
  { id: 'stock_pack', name: 'Stock pack', how: 'Rinse and bag.', food: true, soakMinutes: 0, perKg: 490 },
  { id: 'bait', name: 'Bait', how: 'Salt it.', food: false, soakMinutes: 0, perKg: null },
];
const headRule = { keep: true, perKg: 490, demandGrams: 1000, goesTo: 'counter' as const };
const book: TrimBook = {
  from: shopDay,
  to: shopDay,
  versions: { rules: 4, customs: 2 },
  parts: [
    {
      part: 'head',
      name: 'heads',
      uses: ['stock'],
      rule: 'Gills out.',
      mostDays: 1,
      setting: headRule,
      customs: null,
      came: 900,
      ends: { sold: 0, made: 0, kitchen: 0, binned: 0, there: 900 },
      money: 0,
      missed: 0,
    },
    {
      part: 'roe',
      name: 'roe',
      uses: ['fried'],
      rule: '',
      mostDays: null,
      setting: { ...headRule, keep: false, perKg: null, goesTo: 'bin' },
      customs: ['cod'],
      came: 0,
      ends: { sold: 0, made: 0, kitchen: 0, binned: 0, there: 0 },
      money: 0,
      missed: 0,
    },
  ],
  recoveredGrams: 0,
  recoveredMoney: 0,
  binnedGrams: 0,
  missedMoney: 0,
  lots: [],
  made: [],
};
const trim = {
  me: manager,
  screen: <TrimPage />,
  answers: {
    '/api/trim/on-hand': { version: 1, products, rows: [head, { ...head, lotId: 3, code: '261124-H2' }] },
    ...Object.fromEntries(
      [0, 6, 29].map((back) => {
        const from = new Date(Date.parse(`${shopDay}T12:00:00Z`) - back * 86_400_000)
          .toISOString()
          .slice(0, 10);
        return [`/api/trim?from=${from}&to=${shopDay}`, book];
      }),
    ),
  },
};
const tick = async (name: RegExp) => {
  await says(name);
  const box = [...document.querySelectorAll('label')].find((l) => name.test(l.textContent))!;
  fireEvent.click(box.querySelector('input')!);
};
tryActs('of trim a hand', trim, [
  {
    does: 'makes a batch of the tubs it chose, and weighs what came of it',
    by: async () => {
      expect(await waitsFor('Make stock pack')).toBe('choose what goes in');
      await tick(/261124-H2/);
      expect(await waitsFor('Make stock pack')).toBe('weigh what came out');
      act(() => {
        store.dispatch(weighed({ grams: 0, tare: 0, state: 'steady', seq: 2, simulated: false }));
      });
      await fill(/^Batch weight/, '850');
      await fill('Note', 'bagged at 4');
      await press('Make stock pack');
    },
    sends: {
      method: 'POST',
      path: '/api/trim/made',
      body: {
        product: 'stock_pack',
        inputs: [{ place: 'place:cold_room', lotId: 3, item: 'trim:head', batch: 9, grams: 900 }],
        grams: 850,
        remarks: 'bagged at 4',
      },
    },
    says: /Stock pack made of 1 tub: 850 g/,
  },
  {
    does: 'changes the rule of a part',
    by: async () => {
      await press('rule');
      await press('thrown away');
      await fill('Goes to', 'bait');
      await fill(/^Price a kg/, '');
      await press('Keep the rule');
    },
    sends: {
      method: 'PUT',
      path: '/api/trim/rules/head',
      body: { keep: false, perKg: null, demandGrams: 1000, goesTo: 'bait', version: 4 },
    },
    answered: { version: 5 },
  },
  {
    does: 'says that the roe of one more fish is eaten here',
    by: async () => {
      await press('roe');
      await pick('One more species', 'hake', /^European hake|^hake/i);
    },
    sends: {
      method: 'PUT',
      path: '/api/trim/customs/roe',
      body: { version: 2, speciesIds: ['cod', 'hake'] },
    },
    answered: { version: 3 },
  },
  {
    does: 'takes a fish off that list',
    by: async () => {
      await press('roe');
      await press('off');
    },
    sends: { method: 'PUT', path: '/api/trim/customs/roe', body: { version: 2, speciesIds: [] } },
    answered: { version: 3 },
  },
]);

describe('trim that may not go in', () => {
  it('says why where the product is made of such parts, and nothing where it never is', async () => {
    const why = 'Past its day: not for people';
    served(
      <TrimPage />,
      {
        ...trim.answers,
        '/api/trim/on-hand': {
          version: 1,
          products,
          rows: [
            { ...head, refused: { stock_pack: why } },
            {
              ...head,
              lotId: 3,
              item: 'trim:viscera',
              part: 'viscera',
              name: 'guts',
              refused: { stock_pack: 'never' },
            },
          ],
        },
      },
      manager,
    );
    await says(/Past its day: not for people/);
    expect(document.body.textContent).not.toMatch(/never\)/);
  });
});
