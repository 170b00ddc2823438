import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { By, complaints, fill, Key, pageSays, patientMs, press, see, type WebDriver } from './src/browser.ts';
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

  const said = 'Type the order as the customer says it';
  const say = async (text: string) => {
    await fill(driver, said, text);
    await driver.actions().sendKeys(Key.ENTER).perform();
  };

  it('reads it while it is typed, says what it did not understand, and takes it', async () => {
    await fill(driver, said, '4 x 150 g hake portions and 2 hake steaks with parsley tomorrow 16:00');
    await pageSays(driver, 'Hake: 4 × portions, straight cut, skin on, 150 g each');
    await pageSays(driver, 'not understood: parsley');
    await say('4 x 150 g hake portions and 2 hake steaks tomorrow 16:00');
    await pageSays(driver, 'Yes');
    await fill(driver, 'Customer', 'Quill');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await press(driver, 'Take the order');
    await pageSays(driver, 'taken for Quill');
    // The next caller's order begins at its first line, in sight.
    const top = await driver.executeScript<number>(
      'return document.querySelector("form[aria-label=\\"New order\\"] input").getBoundingClientRect().top - document.querySelector("form[aria-label=\\"New order\\"]").closest("section").getBoundingClientRect().top',
    );
    expect(top).toBeGreaterThan(0);
    const [order] = await hand.ok(contract.orders.list);
    expect(order!.lines.map((l) => [l.form, l.pieces, l.pieceGrams])).toEqual([
      ['portion', 4, 150],
      ['steaks', 2, 200],
    ]);
  });

  it('refuses what no fish gives, and takes the nearest that one does', async () => {
    await say('1 boneless joint hake 1.4 kg');
    await pageSays(driver, 'closest we can do');
    const offer = await see(driver, By.css('form[aria-label="New order"] [role=status] button'));
    const words = await offer.getText();
    expect(words).toMatch(/boneless joint/);
    await offer.click();
    await pageSays(driver, 'Yes');
    expect(await complaints(driver)).toEqual([]);
  });

  it('knows who is on the telephone, and gives the same again, every week', async () => {
    // What was typed outlasts a reload; a person throws it away.
    await driver.navigate().refresh();
    await pageSays(driver, 'Take an order');
    await pageSays(driver, 'Yes');
    await press(driver, 'Throw away');
    await fill(driver, 'Customer', 'Quill');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await pageSays(driver, '4 × 150 g portions, straight cut, skin on, Hake; 2 × 200 g steaks, Hake');
    await press(driver, 'note something');
    await fill(driver, 'About this customer', 'rings at seven');
    await press(driver, 'Keep');
    await pageSays(driver, 'rings at seven');
    await press(driver, 'The same again as on');
    await press(driver, 'Every week');
    await press(driver, 'Keep it for every week');
    await pageSays(driver, 'Quill has this every');
    await press(driver, 'every week');
    await pageSays(driver, '1 weekly order');
    const [weekly] = await hand.ok(contract.orders.standing);
    expect(weekly!.lines.map((l) => [l.form, l.pieces])).toEqual([
      ['portion', 4],
      ['steaks', 2],
    ]);
    const made = (await hand.ok(contract.orders.list)).filter((o) => o.standingId === weekly!.id);
    expect(made.length).toBeGreaterThan(0);
  });

  it('takes any white fish, with people, thickness and trim kept as said', async () => {
    await press(driver, 'all orders');
    await hand.land('cod', 'gutted', 2, 5200);
    await say(
      '4 x 160 g any white fish portions for 4, 2 cod steaks 30 mm with head and bones tomorrow 12:00',
    );
    // Of the hake and the cod the one that must go soonest, where the weekly orders have left enough of it.
    await pageSays(driver, ': 1 fish from');
    await fill(driver, 'Customer', 'Osk');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await fill(driver, 'Deposit', '10');
    await press(driver, 'Take the order');
    await pageSays(driver, 'taken for Osk');
    const order = (await hand.ok(contract.orders.list)).find((o) => o.customer === 'Osk')!;
    expect(order).toMatchObject({
      deposit: 1000,
      lines: [
        { anyWhite: true, pieces: 4, pieceGrams: 160 },
        { speciesId: 'cod', thickMm: 30, trimWish: 'stock' },
      ],
    });
    await pageSays(driver, '2 steaks, 30 mm thick, with head and bones');
  });

  it('changes an order line by line, and lets one go that is not wanted', async () => {
    const at = async () => (await hand.ok(contract.orders.list)).find((o) => o.customer === 'Osk');
    const { number } = (await at())!;
    await press(driver, `Change order ${number}`);
    await press(driver, 'take this line off');
    await fill(driver, 'Note', 'one bag');
    await press(driver, 'Change it');
    await driver.wait(async () => (await at())?.remarks === 'one bag', patientMs, 'it was not changed');
    expect((await at())!.lines.map((l) => l.state)).toEqual(['cancelled', 'open']);
    await press(driver, `Cancel order ${number}`);
    await press(driver, 'kept');
    await fill(driver, 'Why', 'gone away');
    await press(driver, 'Cancel the order');
    await driver.wait(async () => (await at()) === undefined, patientMs, 'it is still there');
    expect(await complaints(driver)).toEqual([]);
  });
});
