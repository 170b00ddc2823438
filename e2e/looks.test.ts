import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { By, resize, see, texts, type WebDriver } from './src/browser.ts';
import { sampleShop } from './src/sampleShop.ts';
import { type Shop } from './src/shop.ts';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const views = [
  'landing',
  'grading',
  'orders',
  'orders/board',
  'orders/buying',
  'orders/weekly',
  'plan',
  'plan/hand',
  'marks',
  'bench',
  'bench/clock',
  'counter',
  'counter/sales',
  'counter/count',
  'counter/trim',
  'close',
  'close/yields',
  'close/costs',
  'close/buying',
  'close/reports',
  'cold',
  'first',
  'lots/1',
  'species/hake',
  'suppliers/1',
  'schemes',
  'forms/boneless_joint',
  'schools',
  'labels',
  'quality',
];

describe('every view of the sample shop', () => {
  const { at, prefer, open } = sampleShop();
  let shop: Shop;
  let driver: WebDriver;
  beforeAll(() => void ({ shop, driver } = at));

  /** Serious and critical faults axe-core finds, each with where. */
  const faults = async () => {
    await driver.executeScript(axe);
    return driver.executeAsyncScript<string[]>(`
      const done = arguments[arguments.length - 1];
      axe.run(document, { resultTypes: ['violations'] }).then((r) => done(r.violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => v.id + ': ' + v.nodes.map((n) => n.target + ' ' + (n.any[0]?.message ?? '')).slice(0, 3).join(' | '))));`);
  };
  /** Anything that is wider than the window it is in. */
  const overflow = () =>
    driver.executeScript<string[]>(`
      return [...document.querySelectorAll('body *')].filter((e) => {
        const r = e.getBoundingClientRect();
        return r.width > 0 && r.right > innerWidth + 1 && !e.closest('svg') && !e.closest('[class*=overflow-x-auto], .sr-only');
      }).slice(0, 3).map((e) => e.tagName + '.' + e.className.toString().slice(0, 60));`);

  it.each(['slate', 'chalk'])('has no serious fault for assistive technology in %s', async (theme) => {
    await prefer({ theme, units: 'metric' });
    const found: string[] = [];
    for (const view of views) {
      await open(view);
      for (const f of await faults()) found.push(`${view} ${f}`);
    }
    await open('grading/1');
    await see(driver, By.css('[role=radiogroup]'));
    for (const f of await faults()) found.push(`grade ${f}`);
    expect(found).toEqual([]);
  });

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
    // The tray that was counted short, to the gram the ledger holds it.
    const [, code, grams] = /^Plaice (\d{6}-P\d) is (\d+) g short$/.exec(said.close!)!;
    const counted = await shop.count('SELECT book_grams - grams FROM stock_count');
    expect(counted).toBe(180);
    expect(Number(grams)).toBeGreaterThanOrEqual(counted);
    expect(Number(grams)).toBe(
      await shop.count(
        `SELECT SUM(b.grams) FROM balance b JOIN lot l ON l.id = b.lot_id WHERE b.account = 'end:unaccounted' AND l.code = '${code}'`,
      ),
    );
    expect(said.counter).toMatch(/^(Sell|Take) the /);
    expect(said.plan).toMatch(/^Plan worth \d+\.\d\d$/);
    expect(said['plan/hand']).toMatch(/cannot be met/);
    expect(said['bench/clock']).toMatch(/late/);
  });
});
