import { beforeAll, describe, expect, it } from 'vitest';
import { resize, texts, type WebDriver } from './src/browser.ts';
import { sampleShop, views } from './src/sampleShop.ts';
import { type Shop } from './src/shop.ts';

describe('every view of the sample shop', () => {
  const { at, prefer, open } = sampleShop();
  let shop: Shop;
  let driver: WebDriver;
  beforeAll(() => void ({ shop, driver } = at));

  /** Anything that is wider than the window it is in. */
  const overflow = () =>
    driver.executeScript<string[]>(`
      return [...document.querySelectorAll('body *')].filter((e) => {
        const r = e.getBoundingClientRect();
        return r.width > 0 && r.right > innerWidth + 1 && !e.closest('svg') && !e.closest('[class*=overflow-x-auto], .sr-only');
      }).slice(0, 3).map((e) => e.tagName + '.' + e.className.toString().slice(0, 60));`);

  it.each(['metric', 'imperial'])('fits desk, bench tablet and telephone in %s units', async (units) => {
    await prefer({ theme: 'slate', units });
    const found: string[] = [];
    for (const view of views) {
      await open(view);
      for (const [width, height] of [
        [1280, 800],
        [1024, 768],
        [390, 844],
      ] as const) {
        await resize(driver, width, height);
        for (const f of await overflow()) found.push(`${view} ${width} ${f}`);
      }
    }
    await resize(driver, 1280, 800);
    expect(found).toEqual([]);
  });

  it('speaks ounces and Fahrenheit when asked, on every view', async () => {
    await prefer({ theme: 'slate', units: 'imperial' });
    for (const view of ['landing', 'grading', 'counter']) {
      await open(view);
      let said = '';
      await driver.wait(
        async () => /\d\s?(lb|oz)\b/.test((said = (await texts(driver, 'main')).join('\n'))),
        8000,
        `${view} says no ounces`,
      );
      expect(said, view).not.toMatch(/\d\s?(g|kg|°C)\b/);
    }
    await prefer({ theme: 'slate', units: 'metric' });
  });

  it('puts what wants a hand into the heading of each view', async () => {
    await prefer({ theme: 'slate', units: 'metric' });
    const said: Record<string, string> = {};
    for (const view of views) {
      await open(view);
      said[view] = (await texts(driver, 'main h1'))[0]!;
    }
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
    expect(said.plan).toMatch(/^Plan worth \d+\.\d\d$/);
    expect(said['plan/hand']).toMatch(/cannot be met/);
    expect(said['bench/clock']).toMatch(/late/);
  });
});
