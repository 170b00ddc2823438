import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { AtBench } from './src/atBench.ts';
import { fill, liveWeight, pageSays, press, texts, type WebDriver } from './src/browser.ts';
import type { Hand } from './src/hand.ts';
import { openedShop } from './src/opened.ts';
import type { Shop } from './src/shop.ts';

/** A weight that was promised and a day that was given follow the fish to the bag: what it lacks is asked, today is on its label. */
describe('what was promised', () => {
  let shop: Shop;
  let hand: Hand;
  let driver: WebDriver;
  let close: () => Promise<void>;
  beforeAll(async () => {
    ({ shop, hand, driver, close } = await openedShop({ printer: true }));
    await hand.land('hake', 'gutted', 1, 2310, 'use_today');
    await hand.order('Pell', 'hake', [['fillet_skin_on', null, 600]]);
  });
  afterAll(() => close());

  it('has today on the label of what was graded for today, before and after the knife', async () => {
    await press(driver, 'Grading');
    await pageSays(driver, 'Accept, use today');
    const bench = new AtBench(driver, shop);
    await bench.begin(2310);
    await bench.walkTo(/^Weigh out/);
    await bench.take(480);
    await press(driver, 'label');
    await pageSays(driver, 'Label printed');
    await press(driver, 'see label');
    await pageSays(driver, 'Use today');
    const told = (await texts(driver, '[role=dialog]')).join();
    expect(told).not.toContain('Use by');
    await driver.actions().sendKeys('\uE00C').perform();
  });

  it('is said to be short at the board when less was cut than asked for, by how much, and to whom', async () => {
    const bench = new AtBench(driver, shop);
    for (const [trim, grams] of [
      ['heads', 420],
      ['frames', 300],
    ] as const) {
      await press(driver, trim);
      await bench.take(grams);
    }
    await bench.walkTo(/^Clean down/);
    await fill(driver, 'Why it does not close', 'the rest went into the pie mix');
    await press(driver, 'Close the ticket');
    await pageSays(driver, 'is done');
    await liveWeight(driver, 0);
    await press(driver, 'Orders');
    await pageSays(driver, '120 g short');
    await press(driver, 'orders due');
    await pageSays(driver, 'ready, but short: ask Pell');
    await pageSays(driver, '120 g short');
    const [order] = await hand.ok(contract.orders.list);
    expect(order).toMatchObject({ state: 'ready', lines: [{ readyGrams: 480, totalGrams: 600 }] });
    expect(await shop.faults()).toEqual([]);
  });
});
