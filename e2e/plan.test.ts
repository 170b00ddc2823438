import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  By,
  complaints,
  Key,
  pageSays,
  patientMs,
  press,
  see,
  texts,
  type WebDriver,
} from './src/browser.ts';
import type { Hand } from './src/hand.ts';
import { AtBench } from './src/atBench.ts';
import { openedShop } from './src/opened.ts';
import type { Shop } from './src/shop.ts';

/** A day planned on the screen, a line given to another fish, sent, cut and collected. */
describe('the cut plan', () => {
  let driver: WebDriver;
  let hand: Hand;
  let shop: Shop;
  let close: () => Promise<void>;
  beforeAll(async () => {
    ({ driver, hand, shop, close } = await openedShop());
  });
  afterAll(() => close());

  const take = (customer: string, form: string, pieces: number, pieceGrams: number) =>
    hand.ok(contract.orders.take, {
      body: {
        customer,
        phone: '',
        dueAt: new Date(Date.now() + 3 * 3_600_000).toISOString(),
        remarks: '',
        lines: [{ speciesId: 'hake', form, pieces, pieceGrams, totalGrams: null, use: 'fry' }],
      },
    });
  const plan = async () => (await hand.ok(contract.plan.day)).plan!;
  /** The fish that hold pieces for this customer. */
  const holders = async (customer: string) => {
    const hake = (await plan()).species.find((s) => s.speciesId === 'hake')!;
    const line = hake.lines.find((l) => l.customer === customer)!.id;
    return hake.found!.plan.fish.filter((f) => f.pieces.some((p) => p.line === line)).map((f) => f.fish);
  };

  it('says on day one what it is for', async () => {
    await press(driver, 'Cut plan');
    await pageSays(driver, 'No line waits');
  });

  it('plans fish and lines, and shows each fish with its marks', async () => {
    await hand.land('hake', 'gutted', 4, 9200);
    await take('Pell', 'steaks', 2, 200);
    await take('Osk', 'boneless_joint', 1, 600);
    await take('Quill', 'portion', 4, 150);
    // The day may have been planned by itself before the key is pressed: a person's plan takes its place.
    await see(driver, By.xpath('//main[contains(., "3 lines wait") or contains(., "3 of 3 lines")]'));
    await driver.actions().sendKeys('p').perform();
    const mine = async () => {
      const p = await plan();
      return p?.state === 'done' && p.madeBy !== null;
    };
    await driver.wait(mine, patientMs, 'it never ended');
    await pageSays(driver, '3 of 3 lines');
    const drawn: string[] = await driver.executeScript(() =>
      [...document.querySelectorAll('[role=group] [role=img]')].map((e) => e.getAttribute('aria-label')),
    );
    expect(drawn.join()).toMatch(/European hake, \d+ mm: a \d+ g/);
    await press(driver, 'costs of this plan');
    await pageSays(driver, 'first come');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
  });

  it('gives a line to another fish, by dragging and by keyboard, and goes back', async () => {
    const [from] = await holders('Pell');
    const before = await plan();
    const row = By.xpath('//*[@role="group"]//li//button[contains(., "Pell")]');
    // The card of another fish than the one the line lies on.
    const other = await see(
      driver,
      By.xpath('//*[@role="group"][.//h2][not(.//button[contains(., "Pell")])]'),
    );
    await driver
      .actions()
      .move({ origin: await see(driver, row) })
      .press()
      .move({ origin: await see(driver, row), x: 20, y: 10, duration: 100 })
      .move({ origin: other, duration: 300 })
      .release()
      .perform();
    await driver.wait(async () => (await plan()).id !== before.id, patientMs, 'nothing was moved');
    expect(await holders('Pell')).not.toContain(from);
    await pageSays(driver, 'Changed by hand');
    await press(driver, 'back to the plan before');
    await driver.wait(async () => (await holders('Pell'))[0] === from, patientMs, 'it did not come back');

    await driver.wait(async () => (await texts(driver, 'main')).join().includes('pin'), 5000);
    // A hand that tabs goes by keyboard from now on.
    await driver.actions().sendKeys(Key.TAB).perform();
    // The screen may draw itself anew between two looks: focus is given and used until the question stands, never again
    // once it does.
    const asked = async () => (await texts(driver, '[role=dialog]')).join().includes('from which fish?');
    await driver.wait(
      async () => {
        if (await asked()) return true;
        const focused = await driver.executeScript<boolean>(() => {
          const rows = [...document.querySelectorAll<HTMLElement>('[role=group] li button')];
          rows.find((b) => b.innerText.includes('Pell'))?.focus();
          return document.activeElement?.textContent?.includes('Pell') === true;
        });
        if (!focused) return false;
        await driver.actions().sendKeys(Key.ENTER).perform();
        return driver.wait(asked, 2000).catch(() => false);
      },
      patientMs,
      'it never asked from which fish',
    );
    await driver.wait(
      async () => (await texts(driver, '[role=dialog] li button')).length > 0,
      5000,
      'no fish was offered',
    );
    const first = await see(driver, By.css('[role=dialog] li button:not([aria-disabled])'));
    await first.sendKeys(Key.ENTER);
    await pageSays(driver, 'Moved');
    await driver.wait(
      async () => (await texts(driver, '[role=dialog]')).length === 0,
      patientMs,
      'it stayed open',
    );
  });

  it('is sent, cut by tapping along its marks, and collected from the orders due', async () => {
    await press(driver, 'Send to bench');
    await pageSays(driver, 'at the bench');
    const tickets = await hand.ok(contract.bench.tickets);
    expect(tickets.length).toBeGreaterThan(0);
    const bench = new AtBench(driver, shop);
    for (let i = 0; i < tickets.length; i++) await bench.cutFirst(hand);
    expect((await hand.ok(contract.orders.list)).map((o) => o.state)).toEqual(['ready', 'ready', 'ready']);
    await press(driver, 'Orders');
    await press(driver, 'orders due');
    await pageSays(driver, '3 of 3 ready to collect today');
    for (let left = 2; left >= 0; left--) {
      await press(driver, 'Hand over');
      const price = await see(driver, By.css('[role=dialog] input[inputmode=decimal]'));
      await price.sendKeys(Key.chord(Key.CONTROL, 'a'), '28.00');
      await press(driver, 'Paid, hand over');
      await pageSays(driver, left === 0 ? 'Nothing more to collect today' : `${left} of ${left} ready`);
    }
    expect(await hand.ok(contract.orders.list)).toEqual([]);
    expect(await shop.faults()).toEqual([]);
    expect(await complaints(driver)).toEqual([]);
  });
});
