import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { By, complaints, fill, Key, pageSays, press, see, type WebDriver } from './src/browser.ts';
import type { Hand } from './src/hand.ts';
import { openedShop } from './src/opened.ts';

/** The telephone rings: an order in one line, and one that cannot be met. */
describe('orders as they are said', () => {
  let driver: WebDriver;
  let hand: Hand;
  let close: () => Promise<void>;
  beforeAll(async () => {
    ({ driver, hand, close } = await openedShop());
    await hand.land('hake', 'gutted', 3, 6600);
    await press(driver, 'Orders');
  });
  afterAll(() => close());

  const said = 'The order as it is said';
  const say = async (text: string) => {
    await fill(driver, said, text);
    await driver.actions().sendKeys(Key.ENTER).perform();
  };

  it('reads it while it is typed, says what it did not understand, and takes it', async () => {
    await fill(driver, said, '4 x 150 g hake portions and 2 hake steaks with parsley tomorrow 16:00');
    await pageSays(driver, '4 × 150 g portions, straight cut, skin on, Hake');
    await pageSays(driver, 'not understood: parsley');
    await say('4 x 150 g hake portions and 2 hake steaks tomorrow 16:00');
    await pageSays(driver, 'Yes');
    await fill(driver, 'Customer', 'Quill');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await press(driver, 'Take the order');
    await pageSays(driver, 'taken for Quill');
    const [order] = await hand.ok(contract.orders.list);
    expect(order!.lines.map((l) => [l.form, l.pieces, l.pieceGrams])).toEqual([
      ['portion', 4, 150],
      ['steaks', 2, 200],
    ]);
  });

  it('refuses what no fish gives, and takes the nearest that one does', async () => {
    await say('1 boneless joint hake 1.4 kg');
    await pageSays(driver, 'nearest that can be');
    const offer = await see(driver, By.css('form[aria-label="New order"] [role=status] button'));
    const words = await offer.getText();
    expect(words).toMatch(/boneless joint/);
    await offer.click();
    await pageSays(driver, 'Yes');
    expect(await complaints(driver)).toEqual([]);
  });
});
