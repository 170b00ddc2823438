import { createRequire } from 'node:module';
import { contract } from '@ember-slate/contract';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  By,
  complaints,
  fill,
  Key,
  liveWeight,
  openBrowser,
  pageSays,
  press,
  resize,
  see,
  signIn,
  texts,
  type WebDriver,
} from './src/browser.ts';
import { Hand } from './src/hand.ts';
import { manager, openShop, type Shop } from './src/shop.ts';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const views = [
  'landing',
  'grading',
  'orders',
  'orders/board',
  'orders/buying',
  'orders/weekly',
  'plan',
  'plan/hand',
  'marks',
  'bench',
  'bench/clock',
  'counter',
  'counter/sales',
  'counter/count',
  'counter/trim',
  'close',
  'close/yields',
  'close/costs',
  'close/buying',
  'close/reports',
  'cold',
  'first',
  'lots/1',
  'species/hake',
  'suppliers/1',
  'schemes',
  'forms/boneless_joint',
  'schools',
  'labels',
  'quality',
];

describe('the sample shop on screen', () => {
  let shop: Shop;
  let driver: WebDriver;
  let quit: () => Promise<void>;
  beforeAll(async () => {
    shop = await openShop(true);
    ({ driver, quit } = await openBrowser());
    await driver.get(shop.url);
    await signIn(driver, manager.name, manager.pin);
    // A plan with its fish is on the screen, not only the question for one.
    const hand = await new Hand(shop.url).signIn();
    await hand.ok(contract.plan.start, { body: { horizon: 'all', seconds: 2, keepPinned: true } });
    await driver.wait(
      async () => (await hand.ok(contract.plan.day)).plan?.state === 'done',
      30_000,
      'the plan never ended',
    );
  });
  afterAll(async () => {
    await quit();
    await shop.close();
  });

  /** Loads the app anew with these preferences. */
  const prefer = async (prefs: object) => {
    await driver.executeScript(`localStorage.setItem('ember-slate-prefs', '${JSON.stringify(prefs)}')`);
    await driver.get(`${shop.url}/landing`);
    await see(driver, By.css('main h1'));
  };
  const go = async (path: string) => {
    await driver.executeScript((to: string) => {
      document.querySelector('main h1')?.setAttribute('data-left', '');
      history.pushState({}, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, path);
    await see(driver, By.css('main h1:not([data-left])'));
  };
  /** Goes to a view as its links do, without loading the app again; where it stands already, away and back. */
  const open = async (view: string) => {
    const at = await driver.executeScript<string>('return location.pathname');
    if (at === `/${view}`) await go(view === 'quality' ? '/labels' : '/quality');
    await go(`/${view}`);
    await driver.wait(async () => !(await texts(driver, 'main')).join('').includes('Reading the day'), 8000);
  };
  /** Serious and critical faults axe-core finds, each with where. */
  const faults = async () => {
    await driver.executeScript(axe);
    return driver.executeAsyncScript<string[]>(`
      const done = arguments[arguments.length - 1];
      axe.run(document, { resultTypes: ['violations'] }).then((r) => done(r.violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => v.id + ': ' + v.nodes.map((n) => n.target + ' ' + (n.any[0]?.message ?? '')).slice(0, 3).join(' | '))));`);
  };
  /** Anything that is wider than the window it is in. */
  const overflow = () =>
    driver.executeScript<string[]>(`
      return [...document.querySelectorAll('body *')].filter((e) => {
        const r = e.getBoundingClientRect();
        return r.width > 0 && r.right > innerWidth + 1 && !e.closest('svg') && !e.closest('[class*=overflow-x-auto], .sr-only');
      }).slice(0, 3).map((e) => e.tagName + '.' + e.className.toString().slice(0, 60));`);

  it.each(['slate', 'chalk'])('has no serious fault for assistive technology in %s', async (theme) => {
    await prefer({ theme, units: 'metric' });
    const found: string[] = [];
    for (const view of views) {
      await open(view);
      for (const f of await faults()) found.push(`${view} ${f}`);
    }
    await open('grading/1');
    await see(driver, By.css('[role=radiogroup]'));
    for (const f of await faults()) found.push(`grade ${f}`);
    expect(found).toEqual([]);
  });

  it.each(['metric', 'imperial'])('fits desk, bench tablet and telephone in %s units', async (units) => {
    await prefer({ theme: 'slate', units });
    const found: string[] = [];
    for (const view of views) {
      await open(view);
      for (const [width, height] of [
        [1280, 800],
        [1024, 768],
        [390, 844],
      ] as const) {
        await resize(driver, width, height);
        for (const f of await overflow()) found.push(`${view} ${width} ${f}`);
      }
    }
    await resize(driver, 1280, 800);
    expect(found).toEqual([]);
  });

  it('speaks ounces and Fahrenheit when asked, on every view', async () => {
    await prefer({ theme: 'slate', units: 'imperial' });
    for (const view of ['landing', 'grading', 'counter']) {
      await open(view);
      let said = '';
      await driver.wait(
        async () => /\d\s?(lb|oz)\b/.test((said = (await texts(driver, 'main')).join('\n'))),
        8000,
        `${view} says no ounces`,
      );
      expect(said, view).not.toMatch(/\d\s?(g|kg|°C)\b/);
    }
    await prefer({ theme: 'slate', units: 'metric' });
  });

  it('puts what wants a hand into the heading of each view', async () => {
    await prefer({ theme: 'slate', units: 'metric' });
    const said: Record<string, string> = {};
    for (const view of views) {
      await open(view);
      said[view] = (await texts(driver, 'main h1'))[0]!;
    }
    expect(said.landing).toMatch(/900 g short of the note/);
    expect(said.grading).toMatch(/^Look at the \w+ first$/);
    // The tray that was counted short, to the gram the ledger holds it.
    const [, code, grams] = /^Plaice (\d{6}-P\d) is (\d+) g short$/.exec(said.close!)!;
    const counted = await shop.count('SELECT book_grams - grams FROM stock_count');
    expect(counted).toBe(180);
    expect(Number(grams)).toBeGreaterThanOrEqual(counted);
    expect(Number(grams)).toBe(
      await shop.count(
        `SELECT SUM(b.grams) FROM balance b JOIN lot l ON l.id = b.lot_id WHERE b.account = 'end:unaccounted' AND l.code = '${code}'`,
      ),
    );
    expect(said.counter).toMatch(/^(Sell|Take) the /);
    expect(said.plan).toMatch(/^Plan worth \d+\.\d\d$/);
    expect(said['plan/hand']).toMatch(/cannot be met/);
    expect(said['bench/clock']).toMatch(/late/);
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
    for (let i = 0; i < 20 && (await texts(driver, 'h1'))[0] !== 'Weigh out'; i++) {
      await driver.actions().sendKeys('n').perform();
      await driver.sleep(200);
    }
    await pageSays(driver, 'to find');
    const weighed = () => shop.count('SELECT COUNT(*) FROM weigh_out WHERE grams = 211');
    await shop.shut();
    await pageSays(driver, 'No line to the shop', 12_000);
    await fill(driver, 'No scale? Type', '211');
    await driver.actions().sendKeys(Key.ENTER).perform();
    await pageSays(driver, '1 entry kept on this screen', 15_000);
    await shop.reopen();
    await driver.wait(async () => (await weighed()) === 1, 15_000, 'the kept weight never arrived');
    await pageSays(driver, '211g');
    expect(await weighed()).toBe(1);
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
    await fill(driver, 'Note asks', '12,345');
    await press(driver, 'Open the delivery');
    await pageSays(driver, 'A temperature looks like');
    await pageSays(driver, 'A price looks like 14.90 or 14,90');
    await fill(driver, 'Core by probe', '0.8');
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
      await driver.wait(async () => (await landed()) === before + 1, 8000, 'the new delivery never showed');
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
    await pageSays(driver, 'paid:');
    const estimated = "SELECT COUNT(*) FROM sale_line WHERE weight_source = 'estimated' AND pieces = 2";
    expect(await shop.count(estimated)).toBe(1);
  });

  it('serves a Saturday queue: by place and scale, a mixed basket in cash, by scan', async () => {
    const sales = () => shop.count('SELECT COUNT(*) FROM sale WHERE sold_on = CURDATE()');
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
    await driver.wait(async () => (await sales()) === before + 1, 8000, 'the first was not paid');
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
    await driver.wait(async () => (await sales()) === before + 2, 8000, 'the basket was not paid');
    // A wrapped piece of this morning, read by the scanner.
    const hand = await new Hand(shop.url).signIn();
    const slab = (await hand.ok(contract.counter.stock)).find(
      (r) =>
        r.batch > 0 &&
        r.batch < 1e9 &&
        !r.blocked &&
        r.pieces > 1 &&
        r.pricePerKg !== null &&
        r.place === 'place:slab',
    )!;
    const weight = await shop.count(
      `SELECT id FROM weigh_out WHERE ticket_id = ${slab.batch} AND item = '${slab.item}' AND kind = 'counter' AND struck_at IS NULL LIMIT 1`,
    );
    const label = await hand.ok(contract.bench.makeLabel, {
      params: { id: slab.batch, weightId: weight },
      body: { size: '58x40', print: false },
    });
    const face = await hand.ok(contract.bench.labelFace, { params: { id: label.id } });
    await driver.executeScript(
      `
      for (const key of [...arguments[0], 'Enter'])
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));`,
      face.priceCode,
    );
    await pageSays(driver, '1 item');
    await type(Key.ENTER);
    await driver.wait(async () => (await sales()) === before + 3, 8000, 'the scanned piece was not paid');
    expect(await shop.faults()).toEqual([]);
  });

  it('marks down what would stay, as it is proposed', async () => {
    await open('counter');
    await press(driver, 'more to look at');
    await press(driver, 'Mark down');
    await pageSays(driver, 'a kg now');
    expect(await shop.count('SELECT COUNT(*) FROM markdown WHERE ended_at IS NULL')).toBe(1);
  });

  it('hands a ready order over at the counter', async () => {
    await open('counter');
    const handed = () => shop.count("SELECT COUNT(*) FROM customer_order WHERE state = 'handed'");
    const before = await handed();
    await press(driver, 'Hand over');
    await press(driver, 'Paid, hand over');
    await pageSays(driver, 'handed to');
    expect(await handed()).toBe(before + 1);
    expect(await shop.faults()).toEqual([]);
  });
});
