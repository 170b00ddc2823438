import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import {
  By,
  fill,
  Key,
  openBrowser,
  pageSays,
  patientMs,
  press,
  resize,
  see,
  signIn,
  texts,
  type WebDriver,
} from './src/browser.ts';
import { openSampleOf } from './src/sample.ts';
import { manager, openShop, type Shop } from './src/shop.ts';

const note = [
  'Species,Presentation,Pcs,Net kg,Price,FAO,Gear,Catch date',
  'Hake,GUT,12,26.4,9.80,27,longlines,',
  'Mackerel,WHL,12,4.5,4.20,27,purse seine,',
  'Thornback ray,WNG,6,6.6,8.20,27,trawl,',
  'Plaice,GUT,10,5.2,6.10,27,trawl,',
  'Cod,GUT,3,8.1,8.90,27,longlines,',
  'Sea bass,WHL,8,3.7,10.90,27,longlines,',
];

/** A mixed delivery at the back door, by keyboard, from the note to its verdicts and its claim. */
describe('a mixed delivery of six lots', () => {
  let shop: Shop;
  let driver: WebDriver;
  let quit: () => Promise<void>;
  beforeAll(async () => {
    shop = await openShop();
    ({ driver, quit } = await openBrowser());
    await driver.get(shop.url);
    await signIn(driver, manager.name, manager.pin);
  });
  afterAll(async () => {
    await quit();
    await shop.close();
  });
  const keys = async (...pressed: string[]) => {
    for (const key of pressed) await driver.actions().sendKeys(key).perform();
  };
  const leave = () => driver.executeScript('document.activeElement.blur()');

  it('refuses a note with a wrong line, and lands all six once it is right', async () => {
    await press(driver, 'From a note');
    const paste = await see(driver, By.css('textarea'));
    await fill(driver, 'Supplier', 'Ledge Market');
    await paste.sendKeys(note.join('\n').replace('26.4', '=26+4'));
    await keys(Key.TAB);
    await pageSays(driver, '1 of 6 lines needs a hand');
    await pageSays(driver, 'looks like a spreadsheet formula');
    await paste.sendKeys(Key.chord(Key.CONTROL, 'a'), note.join('\n'));
    await keys(Key.TAB);
    await pageSays(driver, '6 lots can be landed');
    await fill(driver, 'Core by probe', '1.2');
    await keys(Key.ENTER);
    await pageSays(driver, '6 lots landed from the note');
    expect(await shop.count('SELECT COUNT(*) FROM lot')).toBe(6);
  });

  it('grades them one sign at a time: mackerel held, skate rejected, cloudy-eyed hake for today, the rest accepted', async () => {
    await leave();
    await keys('2');
    // How each sampled fish looks, level by level as the run asks: 1 is the best.
    const looks: Record<string, string> = {
      Mackerel: '11111111',
      'Thornback ray': '31111111',
      Hake: '11111113',
      Plaice: '11111111',
      Cod: '1111111111',
      'Sea bass': '1111111',
    };
    for (let graded = 0; graded < 6; graded++) {
      await pageSays(driver, `${6 - graded} ${6 - graded === 1 ? 'lot waits' : 'lots wait'} for a grade`);
      await keys(Key.ENTER);
      await pageSays(driver, 'What do the signs say?');
      const name = (await texts(driver, 'main strong'))[0]!.split(',')[0]!;
      await keys('g');
      await pageSays(driver, 'fish 1 of 3, sign 1 of');
      for (let fish = 0; fish < 3; fish++) await keys(...looks[name]!);
      // After the last sign of the last fish the whole strip stands there.
      await pageSays(driver, 'one sign at a time');
      if (name === 'Mackerel') {
        await fill(driver, 'Core', '7.2');
        await leave();
        await press(driver, 'Hold');
        await fill(driver, 'Why a different verdict', 'papers asked for');
        await leave();
      }
      await keys(Key.ENTER);
      await pageSays(driver, 'recorded');
    }
    await pageSays(driver, 'Every lot is graded');
    const found = await texts(driver, 'main tbody tr');
    const verdict = (name: string) => found.find((r) => r.includes(name));
    expect(verdict('Mackerel')).toContain('Hold');
    expect(verdict('Thornback ray')).toContain('Reject');
    expect(verdict('Hake')).toContain('Accept, use today');
    for (const name of ['Plaice', 'Cod', 'Sea bass']) expect(verdict(name)).toMatch(/Accept\s/);
  });

  it('claims the skate: sent back, with the smell in the reason', async () => {
    await keys('1');
    await pageSays(driver, 'rejected: claim it');
    const row = await see(driver, By.xpath("//tr[contains(., 'Thornback')]//button[contains(., 'more')]"));
    await row.click();
    await press(driver, 'Write the claim');
    await pageSays(driver, 'Claim 1 is written');
    expect(
      await shop.count(
        "SELECT COUNT(*) FROM claim WHERE outcome = 'return' AND reason LIKE '%slight ammonia%'",
      ),
    ).toBe(1);
    expect(await shop.count("SELECT SUM(grams) FROM balance WHERE account = 'outside:returned'")).toBe(6600);
    expect(await shop.faults()).toEqual([]);
  });

  it('can be graded on a phone in the hand that holds the torch', async () => {
    await resize(driver, 390, 844);
    await driver.get(`${shop.url}/grading/1`);
    await pageSays(driver, 'fish 1 of 3');
    const rings = await driver.findElements(By.css('main [role=radiogroup] [role=radio]'));
    for (const ring of rings.slice(0, 4)) {
      const box = await ring.getRect();
      expect(box.height).toBeGreaterThanOrEqual(56);
      expect(box.x + box.width).toBeLessThanOrEqual(391);
    }
    await resize(driver, 1280, 800);
  });
});

/** A fridge that went warm overnight, told late: every clock in it is shorter, and someone answers for it. */
describe('a warm night in the cold room', () => {
  let shop: Shop;
  let driver: WebDriver;
  let quit: () => Promise<void>;
  beforeAll(async () => {
    shop = await openSampleOf(inject('sampleDir'));
    ({ driver, quit } = await openBrowser());
    await driver.get(shop.url);
    await signIn(driver, manager.name, manager.pin);
  });
  afterAll(async () => {
    await quit();
    await shop.close();
  });

  it('shortens every clock in it while someone looks on', async () => {
    await driver.get(`${shop.url}/first`);
    await pageSays(driver, 'use it first');
    const left = async () => {
      const found = await texts(driver, 'main tbody tr');
      const days = new Map<string, number>();
      for (const row of found) {
        const code = /\d{6}-[A-Z]\d+/.exec(row)?.[0];
        const d = /([\d.]+) days left/.exec(row)?.[1];
        if (code && d && row.includes('cold room') && row.includes('whole')) days.set(code, Number(d));
      }
      return days;
    };
    const before = await left();
    expect(before.size).toBeGreaterThan(5);
    await shop.sense('place:cold_room', 5, 0.2, 12);
    await driver.wait(
      async () => {
        const now = await left();
        return now.size > 0 && [...now].every(([code, d]) => !before.has(code) || d < before.get(code)!);
      },
      patientMs,
      'some clock did not move',
    );
  });

  it('asks what was done, and keeps the answer', async () => {
    await press(driver, '1 cold-chain alarm');
    await pageSays(driver, 'Cold room');
    const open = () => texts(driver, '[aria-label=Places] .text-embertext');
    for (let left = (await open()).length; left > 0; left = (await open()).length) {
      await press(driver, 'Record what was done');
      await press(driver, 'Door was open: shut');
      await press(driver, 'Keep the answer');
      await driver.wait(
        async () => (await open()).length < left,
        patientMs,
        'an answer was given, and the place still asks for one',
      );
    }
    await pageSays(driver, 'Every place is as cold as it should be');
    expect(
      await shop.count("SELECT COUNT(*) FROM alarm_answer WHERE done = 'Door was open: shut'"),
    ).toBeGreaterThan(0);
  });
});
