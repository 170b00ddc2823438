import { catalogue } from '@ember-slate/core/species';
import { waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { manager, tryActs } from '../../testing/acts.tsx';
import { button, fill, press, pressable } from '../../testing/hands.ts';
import { hooked, served } from '../../testing/served.tsx';
import { useSold } from '../../app/shop.tsx';
import Book from './Book.tsx';

const off = ['hake', 'cod'];
const book = catalogue.map((s) => ({ ...s, own: false, version: 1, sold: !off.includes(s.id) }));
const answers = { '/api/species': book, '/api/species/sold': { version: 3, off } };
const at = '/species?what=sold';
const tick = async (name: RegExp) => {
  await button('Tick none');
  const label = [...document.querySelectorAll('label')].find((l) => name.test(l.textContent))!;
  label.click();
};

tryActs('what the shop sells', { me: manager, screen: <Book />, at, answers }, [
  {
    does: 'takes a fish up again, over the version that was read',
    by: async () => {
      await tick(/^Hake$/);
      await press('Save');
    },
    answered: { version: 4 },
    sends: { method: 'PUT', path: '/api/species/sold', body: { version: 3, off: ['cod'] } },
  },
  {
    does: 'sells one fish only',
    by: async () => {
      await press('Tick none');
      await tick(/^Haddock$/);
      await press('Save');
    },
    answered: { version: 4 },
    sends: {
      method: 'PUT',
      path: '/api/species/sold',
      body: { version: 3, off: expect.not.arrayContaining(['haddock']) as string[] },
    },
  },
]);

it('lists to choose from hold what is sold, and what was chosen before it was not', async () => {
  const { now } = hooked(() => [useSold(), useSold('hake')] as const, { '/api/species': book });
  await waitFor(() => expect(now()[0].length).toBeGreaterThan(0));
  const [sold, withHake] = now().map((list) => list.map((s) => s.id));
  expect(sold).toEqual(book.filter((s) => s.sold).map((s) => s.id));
  expect(withHake).toContain('hake');
  expect(withHake).not.toContain('cod');
});

it('the book still holds every fish, and says which is not sold', async () => {
  served(<Book />, answers, manager, '/species');
  await fill('Name or code', 'hake');
  expect((await button(/hake.*not sold here/i)).textContent).toMatch(/not sold here/);
  await fill('Name or code', 'haddock');
  expect(pressable(/haddock.*not sold here/i)).toHaveLength(0);
});
