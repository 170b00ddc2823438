import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { By, complaints, pageSays, press, see, type WebDriver } from './src/browser.ts';
import type { Hand } from './src/hand.ts';
import { openedShop } from './src/opened.ts';

/** Nobody plans: the plan of the day comes by itself, keeps its orders, and lets one go when a person says so. */
describe('a plan that is always there', () => {
  let driver: WebDriver;
  let hand: Hand;
  let close: () => Promise<void>;
  beforeAll(async () => {
    ({ driver, hand, close } = await openedShop());
  });
  afterAll(() => close());

  const take = (customer: string, form: string, pieces: number | null, grams: number) =>
    hand.ok(contract.orders.take, {
      body: {
        customer,
        phone: '',
        dueAt: new Date(Date.now() + 3 * 3_600_000).toISOString(),
        remarks: '',
        lines: [
          {
            speciesId: 'hake',
            form,
            pieces,
            pieceGrams: pieces === null ? null : grams,
            totalGrams: pieces === null ? grams : null,
            use: 'fry',
          },
        ],
      },
    });

  it('shows the lines against the fish until it is there, and comes without a press', async () => {
    await press(driver, 'Cut plan');
    await take('Pell', 'steaks', 2, 200);
    await take('Osk', 'fillet_skin_on', null, 600);
    await pageSays(driver, 'Fish that could serve it');
    await hand.land('hake', 'gutted', 2, 4600);
    await pageSays(driver, '2 of 2 lines');
    await pageSays(driver, 'may be');
    const { plan } = await hand.ok(contract.plan.day);
    expect(plan).toMatchObject({ state: 'done', madeBy: null, changed: false });
    expect(await complaints(driver)).toEqual([]);
  });

  it('plans a late line into it, with nobody at the screen', async () => {
    await take('Quill', 'portion', 2, 150);
    await pageSays(driver, '3 of 3 lines');
  });

  it('lets a line go for money, says what that is worth, and cuts it after all', async () => {
    const line = await see(driver, By.xpath('//*[@role="group"]//li//button[contains(., "Pell")]'));
    await line.click();
    await pageSays(driver, 'Letting it go');
    await press(driver, 'Let it go');
    await pageSays(driver, 'Let go. Tell Pell');
    await pageSays(driver, 'Let go on the plan by');
    await pageSays(driver, '2 of 3 lines');
    const row = await see(driver, By.xpath('//ul//button[contains(., "Pell")]'));
    await row.click();
    await press(driver, 'Cut it after all');
    await pageSays(driver, '3 of 3 lines');
    expect(await complaints(driver)).toEqual([]);
  });
});
