import { contract } from '@ember-slate/contract';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  By,
  complaints,
  fill,
  focused,
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
import { Hand } from './src/hand.ts';
import { sampleShop } from './src/sampleShop.ts';
import { type Shop } from './src/shop.ts';

describe('the sample shop on screen', () => {
  const { at, open } = sampleShop();
  let shop: Shop;
  let driver: WebDriver;
  beforeAll(() => void ({ shop, driver } = at));

  it('was lived through the services: sixty days that balance, and a morning with its hard cases', async () => {
    expect(await shop.faults()).toEqual([]);
    const count = (sql: string) => shop.count(`SELECT COUNT(*) FROM ${sql}`);
    expect(await count('day_close')).toBe(60);
    expect(await count("ticket WHERE state = 'closed'")).toBeGreaterThan(20);
    expect(await count('sale')).toBeGreaterThan(50);
    expect(
      await count("lot l JOIN delivery d ON d.id = l.delivery_id WHERE d.state = 'open'"),
    ).toBeGreaterThan(0);
    expect(await count('lot WHERE grade_id IS NULL')).toBeGreaterThan(2);
    for (const verdict of ['accept', 'hold', 'reject'])
      expect(await count(`grade WHERE verdict = '${verdict}'`), verdict).toBeGreaterThan(0);
    for (const state of ['open', 'ready', 'handed'])
      expect(await count(`customer_order WHERE state = '${state}'`), state).toBeGreaterThan(0);
    expect(await count('(SELECT DISTINCT form FROM order_line) f')).toBeGreaterThanOrEqual(6);
  });

  it('names the sign at odds and says why it is often harmless', async () => {
    await open('grading');
    await press(driver, 'Grade ');
    await pageSays(driver, 'What do the signs say?');
    await driver.actions().sendKeys('f').perform();
    await pageSays(driver, 'ice days used');
    const eyes = await see(
      driver,
      By.css('[aria-label^="Eyes: "][aria-label*="flat"], [aria-label*="Eyes"][aria-label*="flat"]'),
    );
    await eyes.click();
    await pageSays(driver, 'Eyes at odds: look again');
    await pageSays(driver, 'ice on the eye');
  });

  it('keeps a weight that finds no line, and sends it once when the line is back', async () => {
    await open('bench');
    await press(driver, 'Look');
    await press(driver, 'Take it over');
    await pageSays(driver, 'Cut ');
    // A step takes as long as a busy machine needs.
    for (let i = 0; i < 100 && (await texts(driver, 'h1'))[0] !== 'Weigh out'; i++) {
      await driver.actions().sendKeys('n').perform();
      await driver.sleep(300);
    }
    await pageSays(driver, 'still to weigh');
    const weighed = () => shop.count('SELECT COUNT(*) FROM weigh_out WHERE grams = 211');
    const before = await weighed();
    await shop.shut();
    await pageSays(driver, 'Offline', 12_000);
    await fill(driver, 'No scale? Type', '211');
    await driver.actions().sendKeys(Key.ENTER).perform();
    await pageSays(driver, '1 entry kept on this screen', 15_000);
    await shop.reopen();
    await driver.wait(async () => (await weighed()) === before + 1, 15_000, 'the kept weight never arrived');
    await pageSays(driver, '211g');
    expect(await weighed()).toBe(before + 1);
    expect(
      (await complaints(driver)).filter(
        (c) => !/ERR_CONNECTION_REFUSED|ERR_INCOMPLETE|ERR_EMPTY|ERR_NETWORK/.test(c),
      ),
    ).toEqual([]);
  });

  it('says what is wrong beside the field and keeps what was typed', async () => {
    await open('landing');
    await press(driver, 'New delivery');
    await fill(driver, 'Core by probe', 'cold');
    await fill(driver, 'Total on note', '12,345');
    await press(driver, 'Open the delivery');
    await pageSays(driver, 'A temperature looks like');
    await pageSays(driver, 'A price looks like 14.90 or 14,90');
    // Nothing is sent while something cannot be read: the hand is led to it.
    expect(await focused(driver)).toContain('Core by probe');
    expect((await texts(driver, 'body'))[0]).not.toContain('Say the supplier');
    await fill(driver, 'Core by probe', '0.8');
    await fill(driver, 'Total on note', '12,34');
    await press(driver, 'Open the delivery');
    await pageSays(driver, 'Say the supplier');
    const probe = await see(driver, By.xpath('//label[span[contains(., "Core by probe")]]//input'));
    expect(await probe.getAttribute('value')).toBe('0.8');
  });

  it('shows what another screen did without being asked', async () => {
    const other = await openBrowser();
    try {
      await other.driver.get(shop.url);
      await signIn(other.driver, 'Bram Teale', '1357');
      await other.driver.get(`${shop.url}/landing`);
      await press(other.driver, 'New delivery');
      await open('landing');
      const landed = async () => (await texts(driver, '[aria-label="Deliveries today"] button')).length;
      const before = await landed();
      await fill(other.driver, 'Supplier', 'Brannock Boats');
      await press(other.driver, 'Open the delivery');
      await driver.wait(
        async () => (await landed()) === before + 1,
        patientMs,
        'the new delivery never showed',
      );
    } finally {
      await other.quit();
    }
  });

  it('shows the counter hand no cost and no close', async () => {
    const other = await openBrowser();
    try {
      await other.driver.get(shop.url);
      await signIn(other.driver, 'Wil Aster', '9753');
      await other.driver.get(`${shop.url}/close`);
      await pageSays(other.driver, 'The manager closes the day');
      await other.driver.get(`${shop.url}/landing`);
      await pageSays(other.driver, 'Orsay Quay');
      expect((await texts(other.driver, 'main')).join(' ')).not.toMatch(/8\.90|357\.11/);
    } finally {
      await other.quit();
    }
  });

  it('sells a bag weighed on the scale and empties it', async () => {
    await open('counter');
    await press(driver, 'Whiting, whole');
    shop.put(380);
    await liveWeight(driver, 380);
    await press(driver, 'Into the bag');
    shop.put(0);
    await pageSays(driver, '1 item');
    await press(driver, 'Card');
    await pageSays(driver, 'paid:');
    await pageSays(driver, 'Weigh it: the corner puts it in the bag.');
    expect(await shop.faults()).toEqual([]);
  });

  it('sells by the piece when there is no scale, at the tray’s own mean, and says it was estimated', async () => {
    await open('counter');
    await press(driver, 'Whiting, whole');
    await press(driver, 'one piece more');
    await press(driver, 'no scale?');
    await pageSays(driver, '2 by the piece');
    await pageSays(driver, 'the mean of this tray');
    await press(driver, 'Put it in the bag');
    await pageSays(driver, '1 item');
    await press(driver, 'Card');
    // The bag before said that it was paid, too: this one is in the books.
    const estimated = "SELECT COUNT(*) FROM sale_line WHERE weight_source = 'estimated' AND pieces = 2";
    await driver.wait(
      async () => (await shop.count(estimated)) === 1,
      patientMs,
      'it was not sold by the piece',
    );
  });

  it('serves a Saturday queue of five: by place and scale, a mixed basket in cash, by scan, an order, by the piece', async () => {
    const sales = () => shop.count('SELECT COUNT(*) FROM sale');
    const before = await sales();
    // Fingers are slower than a scanner.
    const type = async (keys: string) => {
      await driver.sleep(120);
      await driver.actions().sendKeys(keys).perform();
    };
    const weighed = async (grams: number) => {
      shop.put(grams);
      await liveWeight(driver, grams);
      await type(' ');
      shop.put(0);
    };
    await open('counter');
    // Somebody for the fish at A5: two keys, the scale, two more.
    await type('a');
    await type('5');
    await weighed(450);
    await pageSays(driver, '1 item');
    await type(Key.ENTER);
    await driver.wait(async () => (await sales()) === before + 1, patientMs, 'the first was not paid');
    // A mixed basket by names, paid with a note.
    for (const [name, grams] of [
      ['whiting whole', 350],
      ['gurnard whole', 340],
    ] as const) {
      await type('/');
      await type(name);
      await type(Key.ENTER);
      await weighed(grams);
    }
    await pageSays(driver, '2 items');
    await press(driver, 'Cash');
    await fill(driver, 'Given', '50');
    await pageSays(driver, 'change');
    await type(Key.ENTER);
    await driver.wait(async () => (await sales()) === before + 2, patientMs, 'the basket was not paid');
    // A wrapped piece of this morning, read by the scanner.
    const hand = await new Hand(shop.url).signIn();
    // One whose tray still holds all that its label says.
    const { batch, weight } = (
      await Promise.all(
        (await hand.ok(contract.counter.stock))
          .filter(
            (r) =>
              r.place === 'place:slab' && r.batch > 0 && r.batch < 1e9 && !r.blocked && r.pricePerKg !== null,
          )
          .map(async (r) => ({
            batch: r.batch,
            weight: await shop.count(
              `SELECT COALESCE(MIN(id), 0) FROM weigh_out WHERE ticket_id = ${r.batch} AND item = '${r.item}' AND kind = 'counter'
                 AND struck_at IS NULL AND grams <= ${r.grams} AND pieces BETWEEN 1 AND ${r.pieces}`,
            ),
          })),
      )
    ).find((r) => r.weight > 0)!;
    const label = await hand.ok(contract.labels.make, {
      params: { id: batch, weightId: weight },
      body: { size: '58x40', print: false },
    });
    const face = await hand.ok(contract.labels.one, { params: { id: label.id } });
    await driver.executeScript(
      `
      for (const key of [...arguments[0], 'Enter'])
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));`,
      face.priceCode,
    );
    await pageSays(driver, '1 item');
    await type(Key.ENTER);
    await driver.wait(
      async () => (await sales()) === before + 3,
      patientMs,
      'the scanned piece was not paid',
    );
    // An order that lies ready.
    const handed = () => shop.count("SELECT COUNT(*) FROM customer_order WHERE state = 'handed'");
    const collected = await handed();
    await press(driver, 'Hand over');
    await press(driver, 'Paid, hand over');
    await pageSays(driver, 'handed to');
    expect(await handed()).toBe(collected + 1);
    // One whiting by the piece: the scale is under somebody else's fish.
    await type('/');
    await type('whiting whole');
    await type(Key.ENTER);
    await press(driver, 'no scale?');
    await press(driver, 'Put it in the bag');
    await pageSays(driver, '1 item');
    await type(Key.ENTER);
    await driver.wait(async () => (await sales()) === before + 5, patientMs, 'the last one was not paid');
    expect(await shop.faults()).toEqual([]);
  });

  it('marks down what would stay, as it is proposed', async () => {
    await open('counter');
    // Which fish it is, and whether its price falls today or only in some days, depends on the weekday and the hour.
    const offer = By.xpath(
      "//button[starts-with(normalize-space(), 'Mark down to') or contains(., 'more to look at')]",
    );
    await (await see(driver, offer)).click();
    const down = By.xpath("//*[@role='dialog']//button[starts-with(normalize-space(), 'Mark down')]");
    await (await see(driver, down)).click();
    await pageSays(driver, 'a kg now');
    expect(await shop.count('SELECT COUNT(*) FROM markdown WHERE ended_at IS NULL')).toBe(1);
  });
});
