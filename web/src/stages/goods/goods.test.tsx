import type { Article } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { counter, manager, tryActs } from '../../testing/acts.tsx';
import { fill, press, pressable, says } from '../../testing/hands.ts';
import { served, shopDay } from '../../testing/served.tsx';
import Goods from './Goods.tsx';

const lemon: Article = {
  id: 3,
  version: 4,
  name: 'Lemon',
  unit: 'piece',
  price: 60,
  rate: 700,
  allergens: '',
  counted: true,
  offered: true,
  stock: 12,
};
const mussels: Article = { ...lemon, id: 4, name: 'Mussels', unit: 'kg', rate: null, stock: -200 };
const past = {
  prices: [{ price: 60, at: `${shopDay}T07:00:00.000Z`, by: 'Ines' }],
  acts: [{ id: 1, kind: 'out', amount: -2, reason: 'soft', at: `${shopDay}T08:00:00.000Z`, by: 'Wil' }],
};
const answers = {
  '/api/goods': [lemon, mussels],
  '/api/goods/3': { ...lemon, ...past },
  '/api/goods/4': { ...mussels, ...past },
};

tryActs('other goods', { me: manager, screen: <Goods />, answers }, [
  {
    does: 'adds an article that is weighed',
    by: async () => {
      await press('Add an article');
      await press('Weight');
      await fill('Name', 'Samphire');
      await fill('Price a kg', '22');
      await fill('Tax, %', '7');
      await press('Add it');
    },
    answered: { id: 9 },
    sends: {
      method: 'POST',
      path: '/api/goods',
      body: { name: 'Samphire', unit: 'kg', price: 2200, rate: 700, allergens: '', counted: false },
    },
  },
  {
    does: 'changes a price, with the version that was read',
    by: async () => {
      await press('Lemon');
      await fill('Price a piece', '0.70');
      await press('Save');
    },
    answered: { version: 5 },
    sends: {
      method: 'PUT',
      path: '/api/goods/3',
      body: { version: 4, name: 'Lemon', price: 70, rate: 700, allergens: '', counted: true, offered: true },
    },
  },
  {
    does: 'writes down what came in',
    me: counter,
    by: async () => {
      await press('Lemon');
      await fill('Pieces', '40');
      await press('Record it');
    },
    answered: { id: 2, stock: 52 },
    sends: { method: 'POST', path: '/api/goods/3/acts', body: { kind: 'in', amount: 40, reason: '' } },
  },
  {
    does: 'counts what is weighed, in grams',
    me: counter,
    by: async () => {
      await press('Mussels');
      await press('Counted');
      await fill(/^Weight/, '4200');
      await press('Record it');
    },
    answered: { id: 2, stock: 4200 },
    sends: { method: 'POST', path: '/api/goods/4/acts', body: { kind: 'count', amount: 4200, reason: '' } },
  },
]);

describe('the list of other goods', () => {
  it('heads with what the count says is gone, and shows the counter what was done, but no price to change', async () => {
    served(<Goods />, answers, counter);
    await says(/By the count none left: Mussels/);
    await press('Lemon');
    await says(/Went out unsold −2, soft/);
    await says(/Price set to €0\.60/);
    expect(pressable(/^Save$|Add an article/)).toHaveLength(0);
  });
  it('says what belongs here while there is nothing', async () => {
    served(<Goods />, { '/api/goods': [] }, manager);
    await says(/Lemons, samphire/);
  });
});
