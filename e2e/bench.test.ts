import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  complaints,
  fill,
  liveWeight,
  openBrowser,
  pageSays,
  press,
  resize,
  see,
  signIn,
  texts,
  By,
  type WebDriver,
} from './src/browser.ts';
import { Hand } from './src/hand.ts';
import { manager, openShop, type Shop } from './src/shop.ts';

/** A bench tablet, worked by knuckle: one hake for three things, a venomous fish, a plaice into fine cuts. */
describe('the bench on its tablet', () => {
  let shop: Shop;
  let driver: WebDriver;
  let hand: Hand;
  let quit: () => Promise<void>;
  beforeAll(async () => {
    shop = await openShop(false, { printer: true });
    hand = await new Hand(shop.url).signIn();
    ({ driver, quit } = await openBrowser());
    await driver.get(shop.url);
    await signIn(driver, manager.name, manager.pin);
    await resize(driver, 1024, 768);
  });
  afterAll(async () => {
    await quit();
    await shop.close();
  });

  const heading = async () => (await texts(driver, 'main h1'))[0] ?? '';
  const weights = () => shop.count('SELECT COUNT(*) FROM weigh_out WHERE struck_at IS NULL');
  /** Lays it on the pan, taps Take, lifts it off. */
  const take = async (grams: number, words = 'Take') => {
    const before = await weights();
    shop.put(grams);
    await liveWeight(driver, grams);
    await press(driver, words);
    await driver.wait(async () => (await weights()) === before + 1, 6000, `${grams} g was not taken`);
    shop.put(0);
    await liveWeight(driver, 0);
  };
  const next = async () => {
    const before = await heading();
    await press(driver, 'Next');
    await driver.wait(async () => (await heading()) !== before, 6000, `stayed at ${before}`);
  };
  const walkTo = async (title: RegExp) => {
    for (let i = 0; i < 20 && !title.test(await heading()); i++) await next();
    expect(await heading()).toMatch(title);
  };
  const begin = async (grams: number) => {
    await press(driver, 'Bench');
    await press(driver, 'Begin');
    await pageSays(driver, 'Bring');
    shop.put(grams);
    await liveWeight(driver, grams);
    await press(driver, 'Take ');
    shop.put(0);
    await press(driver, 'Begin cutting');
    await pageSays(driver, 'Check and wipe');
  };
  const sweepTwice = async () => {
    await press(driver, 'Sign pass one');
    await driver.wait(
      async () => (await texts(driver, '[aria-label="Pass 1"]'))[0]!.includes('found none'),
      5000,
    );
    await press(driver, 'Sign pass two');
    await driver.wait(
      async () => (await texts(driver, '[aria-label="Pass 2"]'))[0]!.includes('found none'),
      5000,
    );
  };
  /** Controls of the step that a wet knuckle would miss: lower than 56 px. */
  const tooSmall = () =>
    driver.executeScript<string[]>(`
      return [...document.querySelectorAll('main button.btn, main a.btn, footer + button')]
        .filter((b) => b.offsetParent !== null && b.getBoundingClientRect().height < 55.5)
        .map((b) => b.innerText + ' ' + Math.round(b.getBoundingClientRect().height));`);

  it('makes joint, steaks and tail of one hake, and takes up where it was when the page is closed', async () => {
    await hand.land('hake', 'gutted', 1, 2310);
    await hand.order('Pell', 'hake', [
      ['boneless_joint', 1, 560],
      ['steaks', 2, 200],
      ['butterflied_tail', 1, 180],
    ]);
    await begin(2310);
    await press(driver, 'Other');
    await press(driver, 'More or fewer forms');
    for (const form of ['steaks', 'butterflied tail']) {
      await see(driver, By.xpath(`//li[contains(., "${form}")]//button[contains(., "Cut it too")]`)).then(
        (b) => b.click(),
      );
      await see(driver, By.xpath(`//li[contains(., "${form}")]//button[contains(., "Back to the plan")]`));
    }
    await driver.actions().sendKeys('\uE00C').perform();
    await walkTo(/^Joint off/);
    expect(await tooSmall()).toEqual([]);
    await take(742, 'Take anyway');
    await walkTo(/^Cut \d+ mm/);
    // The body model's first steak of 200 g behind the vent of this fish.
    expect(await heading()).toBe('Cut 39 mm');
    await pageSays(driver, 'steak 1 of 2, to weigh 200 g');
    await take(204);
    await driver.wait(async () => (await heading()) === 'Cut 49 mm', 5000, 'the second mark');
    await driver.navigate().refresh();
    await pageSays(driver, 'steak 2 of 2');
    expect(await heading()).toBe('Cut 49 mm');
  });

  it('goes on by typing while the scale is unplugged, and by weight when it is back', async () => {
    shop.unplug(4);
    await pageSays(driver, 'no reading');
    await walkTo(/^Bone sweep/);
    await sweepTwice();
    await walkTo(/^Weigh out/);
    await fill(driver, 'No scale? Type steak', '196');
    const before = await weights();
    await press(driver, 'Put');
    await driver.wait(async () => (await weights()) === before + 1, 6000, 'the typed weight');
    await liveWeight(driver, 0);
    await take(183);
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
    await take(420);
    await press(driver, 'frames');
    await take(300);
    await walkTo(/^Clean down/);
    await fill(driver, 'Why it does not close', 'offcuts went into the pie mix');
    await press(driver, 'Close the ticket');
    await pageSays(driver, 'is done');
    expect(await shop.count("SELECT COUNT(*) FROM order_line WHERE state = 'ready'")).toBe(3);
    expect(await shop.faults()).toEqual([]);
  });

  it('warns of venom before anything is touched, and takes the spines first', async () => {
    await hand.land('lionfish', 'whole', 2, 1040);
    await hand.order('Osk', 'lionfish', [['fillet_skinless', 2, 80]]);
    await begin(520);
    await pageSays(driver, 'Venomous even after death: never bare hands');
    await next();
    expect(await heading()).toBe('Venom spines off');
    await pageSays(driver, 'puncture-proof gloves');
    await pageSays(driver, 'medical help, as your local advice says');
    // Someone else opens the same ticket: it says who has it, and changes hands by one tap.
    const mine = (await hand.ok(contract.bench.tickets)).find((t) => t.speciesId === 'lionfish')!;
    expect(mine.stepId).toBe('spines');
    await press(driver, 'Other');
    await press(driver, 'Leave it lying');
    await press(driver, 'serving a customer');
    await pageSays(driver, 'Left lying');
    await press(driver, 'Go on');
    await pageSays(driver, 'Venom spines off');
  });

  it('cuts a plaice into délices, paupiettes and goujons of 80 x 5 mm, with a label', async () => {
    await hand.land('plaice', 'gutted', 3, 2100);
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
    await begin(inputs[0]!.grams);
    await walkTo(/^Fold/);
    for (const grams of [61, 58, 63, 60]) await take(grams);
    await walkTo(/^Roll/);
    for (const grams of [62, 59, 60, 57]) await take(grams);
    await walkTo(/^Cut goujons 80 x 5 mm/);
    await pageSays(driver, '80 long, 5 wide');
    await take(226);
    await walkTo(/^Weigh out/);
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
