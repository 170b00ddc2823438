import { beforeAll, describe, expect, it } from 'vitest';
import { layoutOf, sizes } from './src/audit.ts';
import { By, patientMs, resize, see, texts, toBrowser, type WebDriver } from './src/browser.ts';
import { sampleShop } from './src/sampleShop.ts';
import { type Shop } from './src/shop.ts';

describe('the views of the sample shop', () => {
  const { at, prefer, open } = sampleShop();
  let shop: Shop;
  let driver: WebDriver;
  beforeAll(() => void ({ shop, driver } = at));

  it('put what wants a hand into their headings', async () => {
    const said: Record<string, string> = {};
    for (const view of ['landing', 'grading', 'close', 'counter', 'plan', 'plan/hand', 'bench/clock']) {
      await open(view);
      said[view] = (await texts(driver, 'main h1'))[0] ?? '';
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
    expect(said.plan).toMatch(/^This plan earns €\d+\.\d\d$/);
    expect(said['plan/hand']).toMatch(/cannot be met/);
    expect(said['bench/clock']).toMatch(/late/);
  });

  it('speak ounces and Fahrenheit when asked', async () => {
    await prefer({ theme: 'slate', units: 'imperial' });
    for (const view of ['landing', 'grading', 'counter']) {
      await open(view);
      let said = '';
      await driver.wait(
        async () => /\d\s?(lb|oz)\b/.test((said = (await texts(driver, 'main')).join('\n'))),
        patientMs,
        `${view} says no ounces`,
      );
      expect(said, view).not.toMatch(/\d\s?(g|kg|°C)\b/);
    }
  });

  it('say on a telephone what the frame says on a desk: the line is gone, and what is kept here', async () => {
    await prefer({ theme: 'slate', units: 'metric' });
    await open('landing');
    await resize(driver, 390, 844);
    await shop.shut();
    const strip = await see(driver, By.xpath('//*[@role="status"][contains(., "Offline")]'));
    expect((await strip.getRect()).height).toBeGreaterThan(20);
    expect(await layoutOf(driver, 'landing', sizes[3])).toEqual([]);
    await shop.reopen();
    await driver.wait(async () => !(await texts(driver, 'body'))[0]!.includes('Offline'), patientMs);
    await resize(driver, 1280, 800);
  });

  it('are drawn in the colours of the system where it chooses them, the focus of a field too', async () => {
    const forced = (value: string) =>
      toBrowser(driver, 'Emulation.setEmulatedMedia', { features: [{ name: 'forced-colors', value }] });
    await forced('active');
    await open('bench/clock');
    const [fills, ink] = await driver.executeScript<[string[], string]>(
      'return [[...document.querySelectorAll("svg text")].map((e) => getComputedStyle(e).fill), getComputedStyle(document.body).color]',
    );
    expect(fills.length).toBeGreaterThan(5);
    expect([...new Set(fills)]).toEqual([ink]);
    await open('orders');
    const outline = await driver.executeScript<string>(
      'const f = document.querySelector("main .field-value"); f.focus(); return getComputedStyle(f).outlineStyle',
    );
    expect(outline).toBe('solid');
    await forced('none');
  });
});
