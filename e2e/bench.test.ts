import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  complaints,
  fill,
  liveWeight,
  pageSays,
  press,
  resize,
  see,
  By,
  type WebDriver,
} from './src/browser.ts';
import { AtBench } from './src/atBench.ts';
import type { Hand } from './src/hand.ts';
import { openedShop } from './src/opened.ts';
import type { Shop } from './src/shop.ts';

/** A bench tablet, worked by knuckle: one hake for three things, a venomous fish, a plaice into fine cuts. */
describe('the bench on its tablet', () => {
  let shop: Shop;
  let driver: WebDriver;
  let hand: Hand;
  let bench: AtBench;
  let close: () => Promise<void>;
  beforeAll(async () => {
    ({ shop, hand, driver, close } = await openedShop({ printer: true }));
    await resize(driver, 1024, 768);
    bench = new AtBench(driver, shop);
  });
  afterAll(() => close());

  /** Controls of the step that a wet knuckle would miss: lower than 56 px. */
  const tooSmall = () =>
    driver.executeScript<string[]>(`
      return [...document.querySelectorAll('main button.btn, main a.btn, footer + button')]
        .filter((b) => b.offsetParent !== null && b.getBoundingClientRect().height < 55.5)
        .map((b) => b.innerText + ' ' + Math.round(b.getBoundingClientRect().height));`);

  it('makes joint, steaks and tail of one hake, and takes up where it was when the page is closed', async () => {
    await hand.land('hake', 'gutted', 1, 2310);
    await hand.order('Pell', 'hake', [
      ['boneless_joint', 1, 600],
      ['steaks', 2, 200],
      ['butterflied_tail', 1, 180],
    ]);
    await bench.begin(2310);
    await press(driver, 'Other');
    await press(driver, 'More or fewer forms');
    for (const form of ['steaks', 'butterflied tail']) {
      await see(driver, By.xpath(`//li[contains(., "${form}")]//button[contains(., "Cut it too")]`)).then(
        (b) => b.click(),
      );
      await see(driver, By.xpath(`//li[contains(., "${form}")]//button[contains(., "Back to the plan")]`));
    }
    await driver.actions().sendKeys('\uE00C').perform();
    await bench.walkTo(/^Joint off/);
    expect(await tooSmall()).toEqual([]);
    await bench.take(742);
    await bench.walkTo(/^Cut \d+ mm/);
    // The body model's first steak of 200 g behind the vent of this fish.
    expect(await bench.heading()).toBe('Cut 39 mm');
    await pageSays(driver, 'steak 1 of 2, to weigh 200 g');
    await bench.take(204);
    await driver.wait(async () => (await bench.heading()) === 'Cut 48 mm', 5000, 'the second mark');
    await driver.navigate().refresh();
    await pageSays(driver, 'steak 2 of 2');
    expect(await bench.heading()).toBe('Cut 48 mm');
  });

  it('goes on by typing while the scale is unplugged, and by weight when it is back', async () => {
    shop.unplug(4);
    await pageSays(driver, 'no reading');
    await bench.walkTo(/^Bone sweep/);
    await bench.sweepTwice();
    await bench.walkTo(/^Weigh out/);
    await fill(driver, 'No scale? Type steak', '196');
    const before = await bench.weights();
    await press(driver, 'Put');
    await driver.wait(async () => (await bench.weights()) === before + 1, 6000, 'the typed weight');
    await liveWeight(driver, 0);
    await bench.take(183);
    expect(await shop.count("SELECT COUNT(*) FROM weigh_out WHERE weight_source = 'typed'")).toBe(1);
    // The same fish once more on the pan: more would come out than went in.
    await press(driver, 'heads');
    shop.put(2310);
    await liveWeight(driver, 2310);
    await press(driver, 'Take');
    await pageSays(driver, 'more would come out than went in');
    shop.put(0);
    await liveWeight(driver, 0);
    expect(await shop.count("SELECT COUNT(*) FROM weigh_out WHERE kind = 'trim'")).toBe(0);
    await bench.take(420);
    await press(driver, 'frames');
    await bench.take(300);
    await bench.walkTo(/^Clean down/);
    await fill(driver, 'Why it does not close', 'offcuts went into the pie mix');
    await press(driver, 'Close the ticket');
    await pageSays(driver, 'is done');
    expect(await shop.count("SELECT COUNT(*) FROM order_line WHERE state = 'ready'")).toBe(3);
    expect(await shop.faults()).toEqual([]);
  });

  it('warns of venom before anything is touched, and takes the spines first', async () => {
    await hand.land('lionfish', 'whole', 2, 1040);
    await hand.order('Osk', 'lionfish', [['fillet_skinless', 2, 80]]);
    await bench.begin(520);
    await pageSays(driver, 'Venomous even after death: never bare hands');
    await bench.next();
    expect(await bench.heading()).toBe('Venom spines off');
    await pageSays(driver, 'puncture-proof gloves');
    await pageSays(driver, 'medical help, as your local advice says');
    // Someone else opens the same ticket: it says who has it, and changes hands by one tap.
    const atStep = async () =>
      (await hand.ok(contract.bench.tickets)).find((t) => t.speciesId === 'lionfish')!.stepId;
    await driver.wait(async () => (await atStep()) === 'spines', 5000, 'the step at the other screen');
    await press(driver, 'Other');
    await press(driver, 'Pause this ticket');
    await press(driver, 'serving a customer');
    await pageSays(driver, 'Left lying');
    await press(driver, 'Go on');
    await pageSays(driver, 'Venom spines off');
  });

  it('cuts a plaice into délices, paupiettes and goujons of 80 x 5 mm, with a label', async () => {
    await hand.land('plaice', 'gutted', 6, 4200);
    await hand.order('Quill', 'plaice', [
      ['delice', 4, 60],
      ['paupiette', 4, 60],
      ['goujons', 1, 220],
    ]);
    const mine = (await hand.ok(contract.bench.tickets)).find((t) => t.speciesId === 'plaice')!;
    for (const line of await hand.ok(contract.plan.lines)) {
      const { version } = await hand.ok(contract.bench.ticket, { params: { id: mine.id } });
      await hand.ok(contract.bench.addCut, {
        params: { id: mine.id },
        body: { version, lineId: line.id, form: line.form, pieces: null, pieceGrams: null, totalGrams: null },
      });
    }
    const { inputs } = await hand.ok(contract.bench.ticket, { params: { id: mine.id } });
    await bench.begin(inputs[0]!.grams);
    await bench.walkTo(/^Fold/);
    for (const grams of [61, 58, 63, 60]) await bench.take(grams);
    await bench.walkTo(/^Roll/);
    for (const grams of [62, 59, 60, 57]) await bench.take(grams);
    await bench.walkTo(/^Goujons, 80 x 5 mm/);
    await pageSays(driver, '80 mm long, 5 mm wide');
    await bench.take(226);
    await bench.walkTo(/^Weigh out/);
    await press(driver, 'label');
    await pageSays(driver, 'Label printed');
    await press(driver, 'see label');
    await pageSays(driver, 'Contains FISH.');
    await pageSays(driver, 'Use by');
    expect(
      (await complaints(driver)).filter((c) => !/favicon|the server responded with a status of 400/.test(c)),
    ).toEqual([]);
  });
});
