import { beforeAll, describe, expect, it } from 'vitest';
import { type WebDriver } from './src/browser.ts';
import { sampleShop } from './src/sampleShop.ts';
import { type Shop } from './src/shop.ts';
import { walk } from './src/walk.ts';

describe('every view of the sample shop, dark and in grams', () => {
  const { at, prefer, open } = sampleShop();
  let shop: Shop;
  let driver: WebDriver;
  beforeAll(() => void ({ shop, driver } = at));
  /** What each view says first. */
  let said: Record<string, string> = {};

  it('fits desk, bench tablet and telephone, and assistive technology', async () => {
    await prefer({ theme: 'slate', units: 'metric' });
    const walked = await walk(driver, open, 'all');
    said = walked.said;
    expect(walked.found).toEqual([]);
  }, 300_000);

  it('puts what wants a hand into the heading of each view', async () => {
    expect(said.landing).toMatch(/900 g short of the note/);
    expect(said.grading).toMatch(/^Look at the \w+ first$/);
    // In the morning the bench comes first; what was counted short is in the ledger, to the gram.
    expect(said.close).toMatch(/^Finish \d+ tickets? at the bench$/);
    const counted = await shop.count('SELECT book_grams - grams FROM stock_count');
    expect(counted).toBe(180);
    const lost = await shop.count(
      `SELECT MAX(lost) FROM (SELECT SUM(b.grams) AS lost FROM balance b JOIN lot l ON l.id = b.lot_id
         JOIN stock_count c ON c.lot_id = l.id WHERE b.account = 'end:unaccounted' GROUP BY l.id) AS lots`,
    );
    expect(lost).toBeGreaterThanOrEqual(counted);
    expect(said.counter).toMatch(/^(Sell|Take) the /);
    expect(said.plan).toMatch(/^Plan worth €\d+\.\d\d$/);
    expect(said['plan/hand']).toMatch(/cannot be met/);
    expect(said['bench/clock']).toMatch(/late/);
  });
});
