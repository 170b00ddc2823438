import { expect, it } from 'vitest';
import { proveBooks } from '../src/platform/books/proof/index.ts';
import { run, transaction } from '../src/platform/db.ts';
import { landBass, proof, shopForEach } from './testShop.ts';

/* Books of years are proved a stretch of rows at a time: no row falls between two. */
const getShop = shopForEach();
const fault = new Error('Not kept');

it.each([998, 999, 1000, 1001, 1999, 2000])('a lot of the number %i is proved with the rest', async (id) => {
  const shop = getShop();
  await landBass(shop);
  await shop.pool.query(`ALTER TABLE lot AUTO_INCREMENT = ${id}`);
  expect((await landBass(shop)).lotId).toBe(id);
  await landBass(shop);
  expect((await proof(shop)).faults).toEqual([]);
  const told = transaction(shop.pool, async (tx) => {
    await run(tx, "UPDATE balance SET grams = grams + 1 WHERE lot_id = ? AND account = 'place:cold_room'", [
      id,
    ]);
    fault.message = (await proveBooks(tx)).faults.join();
    throw fault;
  });
  await expect(told).rejects.toThrow(new RegExp(`lot ${id}\\b`, 'i'));
});
