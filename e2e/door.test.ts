import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  By,
  complaints,
  fill,
  Key,
  liveWeight,
  openBrowser,
  pageSays,
  patientMs,
  press,
  see,
  signIn,
  texts,
  type WebDriver,
} from './src/browser.ts';
import { manager, openShop, type Shop } from './src/shop.ts';

/** What a buyer does with one lot at the door, by scale, probe and scanner, and in the books beside it. */
describe('a lot at the door', () => {
  let shop: Shop;
  let driver: WebDriver;
  let quit: () => Promise<void>;
  const dir = mkdtempSync(join(tmpdir(), 'ember-slate-photo-'));
  beforeAll(async () => {
    shop = await openShop();
    ({ driver, quit } = await openBrowser());
    await driver.get(shop.url);
    await signIn(driver, manager.name, manager.pin);
  });
  afterAll(async () => {
    await quit();
    await shop.close();
    rmSync(dir, { recursive: true, force: true });
  });
  const keys = (...pressed: string[]) =>
    driver
      .actions()
      .sendKeys(...pressed)
      .perform();
  const leave = () => driver.executeScript('document.activeElement.blur()');

  it('takes the probe with one tap, and the box code from the scanner', async () => {
    await fill(driver, 'Supplier', 'Tarnwick Salmon');
    await press(driver, 'Take the probe');
    const core = await see(driver, By.xpath('//label[span[contains(., "Core by probe")]]//input'));
    expect(await core.getAttribute('value')).toBe('0.8');
    await press(driver, 'Open the delivery');
    await pageSays(driver, 'Land a lot');
    await fill(driver, 'Scan a box code', '(10)TS-4471(3103)011900(37)3(7008)SAL(7010)03');
    await keys(Key.ENTER);
    await pageSays(driver, '5 read');
    await pageSays(driver, 'Salmo salar');
    const lot = await see(driver, By.xpath('//label[span[contains(., "Supplier’s lot")]]//input'));
    expect(await lot.getAttribute('value')).toBe('TS-4471');
  });

  it('weighs three salmon one by one, doubts a slip of the board, and lands them', async () => {
    await press(driver, 'weigh one by one');
    await pageSays(driver, 'Lay the first fish on the pan');
    for (const [grams, mm] of [
      [4020, '720'],
      [3880, '71'],
      [4100, '725'],
    ] as const) {
      await leave();
      shop.put(grams);
      await liveWeight(driver, grams);
      await keys(' ');
      // The length field has the focus: the fish goes from the scale to the board.
      await keys(mm);
      if (mm === '71') {
        await pageSays(driver, 'Was it read in cm or inches?');
        await (await driver.switchTo().activeElement()).sendKeys(Key.chord(Key.CONTROL, 'a'), '712');
      }
      shop.put(0);
      await liveWeight(driver, 0);
    }
    await pageSays(driver, '3 fish, 12.00');
    await fill(driver, 'Price a kg', '11.80');
    await fill(driver, 'Country of farming', 'Norrland Isles');
    await press(driver, 'Land this lot');
    await pageSays(driver, 'landed. Its label');
    expect(await shop.count('SELECT COUNT(*) FROM lot_fish WHERE length_mm BETWEEN 712 AND 725')).toBe(3);
    await press(driver, 'No more lots');
  });

  it('holds it, lets it go, and splits a fish off', async () => {
    const more = async () => press(driver, 'more');
    await more();
    await press(driver, 'Hold');
    await fill(driver, 'Why it waits', 'papers on the way');
    await press(driver, 'Hold the lot');
    await pageSays(driver, 'held: papers on the way');
    await more();
    await press(driver, 'Release');
    await driver.wait(async () => !(await texts(driver, 'main')).join('').includes('held:'), patientMs);
    await more();
    await press(driver, 'Split');
    await fill(driver, 'Fish, of 3', '1');
    await fill(driver, 'Their weight', '3880');
    await press(driver, 'Split it off');
    await pageSays(driver, 'is a lot of its own now');
    expect(await shop.count('SELECT COUNT(*) FROM lot WHERE parent_id IS NOT NULL AND grams = 3880')).toBe(1);
    expect(await shop.faults()).toEqual([]);
  });

  it('keeps a photo, refuses what is none, shows its label', async () => {
    const png =
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
    writeFileSync(join(dir, 'gills.png'), Buffer.from(png, 'base64'));
    writeFileSync(join(dir, 'not.png'), 'no picture at all');
    await press(driver, 'more');
    await press(driver, 'Photos');
    const input = await driver.findElement(By.css('input[type=file]'));
    await input.sendKeys(join(dir, 'not.png'));
    await pageSays(driver, 'That is no picture');
    await input.sendKeys(join(dir, 'gills.png'));
    await see(driver, By.css('main img'));
    expect(await shop.count('SELECT COUNT(*) FROM photo')).toBe(1);
    await press(driver, 'Label');
    const link = await see(driver, By.xpath("//a[contains(., 'Look at it')]"));
    expect(await link.getAttribute('href')).toMatch(/label\.pdf$/);
    await press(driver, 'Print');
    await pageSays(driver, 'label printer does not answer');
  });

  it('changes a grading scheme in a new version, with its reason', async () => {
    await driver.get(`${shop.url}/schemes`);
    await pageSays(driver, 'Version 1');
    await press(driver, 'EU signs');
    const weight = await see(driver, By.css('[aria-label="Weight of Slime"]'));
    await weight.sendKeys(Key.chord(Key.CONTROL, 'a'), '0');
    await pageSays(driver, 'its weight lies between 0 and 5');
    await weight.sendKeys(Key.chord(Key.CONTROL, 'a'), '0.5');
    await fill(driver, 'What changed and why', 'slime is washed off here');
    await press(driver, 'Make version 2');
    await pageSays(driver, 'Version 2');
    await pageSays(driver, 'version 2: slime is washed off here');
  });

  it('finds a species by another name, refuses what cannot be, and keeps the change', async () => {
    await driver.get(`${shop.url}/species`);
    await fill(driver, 'Name or code', 'branzino');
    await keys(Key.ENTER);
    await pageSays(driver, 'Dicentrarchus labrax');
    await press(driver, 'Change it');
    await fill(driver, 'Fillet skin on', '0.95');
    await pageSays(driver, 'that cannot be');
    await fill(driver, 'Fillet skin on', '0.49');
    await press(driver, 'Keep the change');
    await pageSays(driver, '49 %');
    expect(await shop.count("SELECT version FROM species WHERE id = 'sea_bass'")).toBe(2);
    expect((await complaints(driver)).filter((c) => !/400|503/.test(c))).toEqual([]);
  });
});
