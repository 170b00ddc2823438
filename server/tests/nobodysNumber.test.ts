import { bodiesOf } from '@ember-slate/contract/testing';
import { contract, type Route } from '@ember-slate/contract';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { everyRow } from './everyRow.ts';
import { landBass, noon, openTestShop, type TestShop } from './testShop.ts';

/** Named in the address: by a number, a species, a table, a setting. A day is always there, a part of the fish mostly. */
const named = Object.entries(contract).flatMap(([room, all]) =>
  Object.entries(all as Record<string, Route>)
    .filter(([, route]) => /:(?!day\b|part\b|product\b)\w+/.test(route.path))
    .map(([name, route]) => [`${room}.${name}`, route] as const),
);
/** What is looked at before anything is looked up: the picture, the name of a scheme in its body, the species of a price. */
const earlier: Record<string, RegExp> = {
  'landing.addPhoto': /no picture/,
  'grading.changeScheme': /keeps its name/,
  'plan.price': /Choose the species/,
};

describe('what is asked of something nobody has', () => {
  let shop: TestShop;
  let before: Record<string, string[]>;
  beforeAll(async () => {
    shop = await openTestShop(inject('databaseUrl'));
    await landBass(shop);
    before = await everyRow(shop.url);
  });
  afterAll(async () => {
    expect(await everyRow(shop.url)).toEqual(before);
    await shop.close();
  });

  it.each(named)('%s says that it is not there', async (name, route) => {
    const known = {
      species: ['sea_bass'],
      items: ['whole', 'fillet_skin_on'],
      days: ['2026-11-25'],
      now: noon,
    };
    const params = Object.fromEntries([...route.path.matchAll(/:(\w+)/g)].map((m) => [m[1]!, 4_000_001]));
    const said: [number, string][] = [];
    for (const raw of fc.sample(bodiesOf(route, known), { numRuns: route.body ? 12 : 1, seed: 20 })) {
      const { status, problem } = await shop.manager.send(route, { params, ...(route.body ? { raw } : {}) });
      said.push([status, problem.errors?.[0]?.message ?? problem.detail ?? '']);
    }
    // A body may be at fault itself, which is said first.
    expect(said.filter(([status]) => status !== 404 && status !== 400)).toEqual([]);
    const words = said.filter(([status]) => status === 404).map(([, words]) => words);
    const early = earlier[name];
    if (early) expect(said.map(([, words]) => words).join()).toMatch(early);
    else expect(words.length).toBeGreaterThan(0);
    for (const word of words) expect(word).not.toMatch(/nothing like that here|no such request/i);
  });
});
