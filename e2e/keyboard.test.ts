import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  focused,
  Key,
  liveWeight,
  openBrowser,
  pageSays,
  patientMs,
  texts,
  type WebDriver,
} from './src/browser.ts';
import { manager, openShop, type Shop } from './src/shop.ts';

/** The same day without a mouse: every control is reached with Tab and pressed with a key. */
describe('by keyboard alone', () => {
  let shop: Shop;
  let driver: WebDriver;
  let quit: () => Promise<void>;
  beforeAll(async () => {
    shop = await openShop();
    ({ driver, quit } = await openBrowser());
    await driver.get(shop.url);
  });
  afterAll(async () => {
    await quit();
    await shop.close();
  });

  const keys = (...k: string[]) =>
    driver
      .actions()
      .sendKeys(...k)
      .perform();
  /** Tabs on until what has the focus is called this, by its label or its own words. */
  const tabTo = async (name: string) => {
    for (let i = 0; i < 90; i++) {
      if ((await focused(driver)).includes(name)) return;
      await keys(Key.TAB);
    }
    throw new Error(`Tab never reached "${name}"`);
  };
  const type = async (name: string, text: string) => {
    await tabTo(name);
    await keys(text);
  };
  /** Leaves whatever field has the focus, so that keys of the screen count again. */
  const leave = () => driver.executeScript('document.activeElement.blur()');
  const weigh = async (grams: number) => {
    shop.put(grams);
    await liveWeight(driver, grams);
    await leave();
    await keys(' ');
    shop.put(0);
    await liveWeight(driver, 0);
  };

  it('signs in', async () => {
    await pageSays(driver, manager.name);
    await tabTo(manager.name);
    await keys(Key.SPACE);
    await type('PIN', manager.pin);
    await keys(Key.ENTER);
    await pageSays(driver, 'A delivery is at the door');
  });

  it('lands and grades', async () => {
    await type('Supplier', 'Ledge Market');
    await tabTo('Open the delivery');
    await keys(Key.ENTER);
    await pageSays(driver, 'Land a lot');
    await type('Species', 'BSS');
    await keys(Key.ARROW_DOWN, Key.ENTER);
    await type('Number of fish', '10');
    await type('Price a kg', '14.50');
    await weigh(4600);
    await pageSays(driver, 'from the simulated scale');
    await type('Gear', 'hooks');
    await tabTo('Land this lot');
    await keys(Key.ENTER);
    await pageSays(driver, 'landed. Its label');
    await tabTo('No more lots');
    await keys(Key.ENTER);
    await tabTo('Note checked, close');
    await keys(Key.ENTER);
    await pageSays(driver, 'landed and checked');
    await leave();
    await keys('2');
    await pageSays(driver, 'Look at the sea bass first');
    await keys(Key.ENTER);
    await pageSays(driver, 'What do the signs say?');
    // One sign with the arrows' own way: Tab to it, Space to give it; the rest is fresh.
    await keys('f', 'n', 'f', 'n', 'f');
    await pageSays(driver, 'ice days used');
    await keys(Key.ENTER);
    await pageSays(driver, 'Every lot is graded');
  });

  it('takes an order and sends it to the bench', async () => {
    await keys('3');
    await pageSays(driver, 'Take an order');
    await type('Customer', 'Osk');
    await tabTo('For the day');
    await keys('tom');
    await type('At', '1200');
    await type('Species', 'BSS');
    await keys(Key.ARROW_DOWN, Key.ENTER);
    await tabTo('Form');
    await keys('scaled');
    await type('Fish', '2');
    await type('Each about', '400');
    await pageSays(driver, 'Yes');
    await tabTo('Take the order');
    await keys(Key.ENTER);
    await pageSays(driver, 'taken for Osk');
    await leave();
    await keys('4');
    // The plan comes by itself.
    await pageSays(driver, '1 of 1 line');
    await pageSays(driver, 'This plan earns');
    await keys(Key.ENTER);
    await pageSays(driver, 'ticket waits at the bench');
  });

  it('cuts, weighs out, closes the ticket and hands over', async () => {
    await keys('5');
    await tabTo('Begin');
    await keys(Key.ENTER);
    await pageSays(driver, 'Fetch 2 fish');
    await weigh(920);
    await tabTo('Begin cutting');
    await keys(Key.ENTER);
    await pageSays(driver, 'Check and wipe');
    await leave();
    for (let i = 0; i < 20 && (await texts(driver, 'h1'))[0] !== 'Weigh out'; i++) {
      await keys('n');
      await driver.sleep(150);
    }
    await weigh(812);
    await pageSays(driver, '108 g still to weigh');
    await tabTo('guts and gills');
    await keys(Key.SPACE);
    await weigh(92);
    await pageSays(driver, '16 g still to weigh');
    await tabTo('drip, blood, rinse');
    await keys(Key.SPACE);
    await weigh(8);
    await leave();
    await keys('n');
    await pageSays(driver, 'Wrap and label');
    await keys('n');
    await pageSays(driver, 'Yield 88.3 %');
    await tabTo('Close the ticket');
    await keys(Key.ENTER);
    await pageSays(driver, 'is done');
    await leave();
    await keys('3');
    await tabTo('Hand over');
    await keys(Key.ENTER);
    await type('Price a kg', '24.00');
    await tabTo('Paid, hand over');
    await keys(Key.ENTER);
    await pageSays(driver, 'handed to Osk: €19.49');
    expect(await shop.faults()).toEqual([]);
  });

  it('never loses the focus ring', async () => {
    await leave();
    await keys('6');
    await pageSays(driver, 'Cold room');
    for (let i = 0; i < 12; i++) {
      await keys(Key.TAB);
      const ring = await driver.executeScript<string>(
        'const s = getComputedStyle(document.activeElement); return s.outlineStyle + s.outlineWidth + s.borderBottomWidth',
      );
      // After the last control the browser's own bar has the focus for one step.
      if (await focused(driver)) expect(ring, await focused(driver)).toMatch(/solid[23]|auto|[23]px$/);
    }
  });

  it('locks with a key, and what was begun lies underneath', async () => {
    await leave();
    await keys('l');
    await pageSays(driver, 'Locked. Who is here?');
    await tabTo(manager.name);
    await keys(Key.SPACE);
    await type('PIN', '0000');
    await keys(Key.ENTER);
    await pageSays(driver, 'do not match');
    await keys(manager.pin, Key.ENTER);
    await driver.wait(
      async () => !(await texts(driver, 'body'))[0]!.includes('Who is here?'),
      patientMs,
      'it stayed locked',
    );
    await pageSays(driver, 'Cold room');
  });

  it('comes to the line of a new order within five tabs of the top of the page', async () => {
    await driver.get(`${shop.url}/orders`);
    await pageSays(driver, 'Take an order');
    let tabs = 0;
    while (!(await focused(driver)).includes('as the customer says it') && tabs < 6) {
      await keys(Key.TAB);
      tabs++;
    }
    expect(tabs).toBeLessThanOrEqual(5);
  });
});
