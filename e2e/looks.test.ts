import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { By, resize, see, texts, type WebDriver } from './src/browser.ts';
import { sampleShop, views } from './src/sampleShop.ts';
import { type Shop } from './src/shop.ts';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

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

  /** Serious and critical faults for assistive technology, each with where. */
  const faults = async (rules: 'all' | 'colours') => {
    await driver.executeScript(`if (!window.axe) { ${axe} }`);
    return driver.executeAsyncScript<string[]>(`
      const done = arguments[arguments.length - 1];
      const only = ${rules === 'colours' ? "{ runOnly: ['color-contrast', 'link-in-text-block'] }" : '{}'};
      axe.run(document, { resultTypes: ['violations'], ...only }).then((r) => done(r.violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => v.id + ': ' + v.nodes.map((n) => n.target + ' ' + (n.any[0]?.message ?? '')).slice(0, 3).join(' | '))));`);
  };

  /** What each view says first, of the walk in metric units. */
  const said: Record<string, string> = {};

  // One walk for each: the other theme is the same page in other colours, the other units the same in other figures.
  it.each([
    ['slate', 'metric', 'all'],
    ['chalk', 'imperial', 'colours'],
  ] as const)(
    'fits desk, bench tablet and telephone, and assistive technology: %s, %s',
    async (theme, units, rules) => {
      await prefer({ theme, units });
      const found: string[] = [];
      for (const view of views) {
        await open(view);
        if (units === 'metric') said[view] = (await texts(driver, 'main h1'))[0]!;
        for (const f of await faults(rules)) found.push(`${view} ${f}`);
        for (const [width, height] of [
          [1280, 800],
          [1024, 768],
          [390, 844],
        ] as const) {
          await resize(driver, width, height);
          for (const f of await overflow()) found.push(`${view} ${width} ${f}`);
        }
        await resize(driver, 1280, 800);
      }
      await open('grading/1');
      await see(driver, By.css('[role=radiogroup]'));
      for (const f of await faults(rules)) found.push(`grade ${f}`);
      expect(found).toEqual([]);
    },
  );

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
