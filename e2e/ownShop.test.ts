import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { createServer, type Server, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from '@ember-slate/server/launch/database';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Cutting, fourFilletsFor } from './src/cutting.ts';
import { findFresh, keepVerdict, sayLot } from './src/atDoor.ts';
import { viewing } from './src/views.ts';
import {
  By,
  choose,
  complaints,
  fill,
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

/**
 * A shop of one's own, opened and run by its screens alone: set up, a scale that sends plain lines, a price list, other
 * goods, fish landed, graded, ordered, cut and sold with tax and change, a species, a weight and a sale put right, the day closed and backed up; then the backup in
 * another folder tells the same numbers.
 */
const here = mkdtempSync(join(tmpdir(), 'ember-slate-own-'));
// Started by root, the database runs as an account of its own: it goes through here.
chmodSync(here, 0o755);
const { DATABASE_URL: _mine, ...env } = process.env;
const run = (program: string) => [
  '--conditions=built',
  '--disable-warning=ExperimentalWarning',
  `server/dist/launch/${program}.js`,
];

interface Started {
  child: ChildProcess;
  url: string;
  said: () => string;
}

async function start(folder: string): Promise<Started> {
  const port = await freePort();
  const child = spawn(
    process.execPath,
    [...run('start'), '--empty', '--port', String(port), '--data', join(here, folder)],
    { env },
  );
  let said = '';
  await new Promise<void>((done, fail) => {
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk: Buffer) => {
        said += chunk.toString();
        if (said.includes('Ctrl-C closes it.')) done();
      });
    child.once('exit', (code) => fail(new Error(`It ended with ${code}:\n${said}`)));
  });
  return { child, url: `http://127.0.0.1:${port}`, said: () => said };
}
const stop = ({ child }: Started) =>
  new Promise<void>((done) => {
    child.once('exit', () => done());
    child.kill('SIGINT');
  });

/** A bench scale with a network port: it sends what lies on it in grams, over and over. */
function plainScale(): Promise<{ server: Server; address: string; put: (grams: number) => void }> {
  const at = { grams: 0 };
  const lines = new Set<Socket>();
  const server = createServer((socket) => {
    lines.add(socket);
    socket.on('close', () => lines.delete(socket)).on('error', () => undefined);
  });
  const timer = setInterval(() => lines.forEach((l) => l.write(`ST,GS,${at.grams} g\r\n`)), 100);
  server.on('close', () => clearInterval(timer));
  return new Promise((done) =>
    server.listen(0, '127.0.0.1', () =>
      done({
        server,
        address: `127.0.0.1:${(server.address() as { port: number }).port}`,
        put: (grams) => (at.grams = grams),
      }),
    ),
  );
}

describe('a shop of one’s own, from its first evening to its first closed day', () => {
  let shop: Started;
  let scale: Awaited<ReturnType<typeof plainScale>>;
  let driver: WebDriver;
  let quit: () => Promise<void>;
  const pin = '864201';
  beforeAll(async () => {
    scale = await plainScale();
    shop = await start('shop');
    ({ driver, quit } = await openBrowser());
  }, 120_000);
  afterAll(async () => {
    await quit();
    await stop(shop);
    scale.server.close();
    rmSync(here, { recursive: true, force: true });
  });
  const { open } = viewing(() => ({ driver, shop }));
  const weigh = async (grams: number) => {
    scale.put(grams);
    await liveWeight(driver, grams);
    await driver.actions().sendKeys(' ').perform();
  };
  const lift = async () => {
    scale.put(0);
    await liveWeight(driver, 0);
  };

  it('opens with the printed PIN, which its owner changes before anything else', async () => {
    const printed = /Manager, PIN (\d{6})/.exec(shop.said())![1]!;
    await driver.get(shop.url);
    await press(driver, 'Manager');
    const keyed = async (text: string) => {
      const input = await see(driver, By.css('input[type=password]'));
      await input.sendKeys(text, Key.ENTER);
    };
    await keyed(printed);
    await pageSays(driver, 'New PIN, 4 to 8 digits');
    await keyed(pin);
    await pageSays(driver, 'New PIN once more');
    await keyed(pin);
    await see(driver, By.css('nav[aria-label="Stages"]'));
    await pageSays(driver, 'before the first sale');
  });

  it('is told what it is called, what tax it charges, and who works there', async () => {
    await open('settings?what=shop');
    await fill(driver, 'Name', 'Skerrow Quay');
    await fill(driver, 'Address', '4 Quay Street');
    await press(driver, 'Save');
    await pageSays(driver, 'Skerrow Quay, 4 Quay Street');
    await open('settings?what=tax');
    await fill(driver, 'Fish, %', '7');
    await press(driver, 'Save');
    await pageSays(driver, 'Fish 7 %, in the price');
    await open('people');
    for (const [name, role] of [
      ['Bram Teale', 'Bench'],
      ['Wil Aster', 'Counter'],
    ] as const) {
      await press(driver, 'Add somebody');
      await fill(driver, 'Name', name);
      await (await see(driver, By.xpath(`//form//*[@role='radio'][contains(., '${role}')]`))).click();
      await (await see(driver, By.css('form button[type=submit]'))).click();
      await pageSays(driver, name);
      await driver.wait(async () => (await driver.findElements(By.css('form'))).length === 0, patientMs);
    }
  });

  it('has a scale at an address, tried before it is trusted', async () => {
    await open('settings?what=devices');
    await fill(driver, 'Scale: address and port', scale.address);
    await choose(driver, 'It sends', 'Plain lines, g');
    scale.put(1234);
    await press(driver, 'Try it');
    await pageSays(driver, 'steady');
    await press(driver, 'Save');
    await liveWeight(driver, 1234);
    scale.put(0);
  });

  it('has its prices by a list', async () => {
    await open('close/costs');
    await press(driver, 'Paste a price list');
    const field = await see(driver, By.css('textarea'));
    await field.sendKeys('fish,form,price\nsea bass,whole,24.00\nsea bass,"fillets, skin on",41.30');
    await press(driver, 'Read the list');
    await pageSays(driver, 'Set these 2 prices');
    await press(driver, 'Set these 2 prices');
    await pageSays(driver, '2 prices set');
  });

  it('sells lemons too', async () => {
    await open('goods');
    await press(driver, 'Add an article');
    await fill(driver, 'Name', 'Lemon');
    await fill(driver, 'Price a piece', '0.60');
    await fill(driver, 'Tax, %', '7');
    await press(driver, 'Add it');
    await pageSays(driver, 'One article besides fish');
  });

  it('lands fish by its weight, and grades it', async () => {
    await press(driver, 'Landing');
    await fill(driver, 'Supplier', 'Brannock Boats');
    await fill(driver, 'Core by probe', '0,8');
    await press(driver, 'Open the delivery');
    await sayLot(driver, {
      species: 'gilthead',
      scientific: 'Sparus aurata',
      fish: '40',
      priceAKg: '14,50',
    });
    scale.put(19_520);
    await liveWeight(driver, 19_520);
    await press(driver, 'Take lot weight');
    scale.put(0);
    await press(driver, 'Land this lot');
    await pageSays(driver, 'Its label carries this code');
    await press(driver, 'No more lots');
    await press(driver, 'Note checked, close');
    await pageSays(driver, '1 delivery landed and checked');
    await findFresh(driver, 'gilthead sea bream', 5);
    await keepVerdict(driver);
  });

  it('puts right that it was sea bass, and lighter by the ice in the box', async () => {
    await press(driver, 'Landing');
    await press(driver, 'more');
    await press(driver, 'put right');
    await pageSays(driver, 'Put lot');
    await fill(driver, 'Species', 'sea bass');
    await driver.actions().sendKeys(Key.ARROW_DOWN, Key.ENTER).perform();
    await pageSays(driver, 'graded again before anything of it is sold');
    scale.put(18_400);
    await liveWeight(driver, 18_400);
    await press(driver, 'Take lot weight');
    scale.put(0);
    await fill(driver, 'Why is it put right?', 'no gold band, and ice on the pan');
    await press(driver, 'Put it right');
    await findFresh(driver, 'sea bass', 5);
    await keepVerdict(driver);
    await open('close/put-right');
    await pageSays(driver, 'One thing was put right');
    await pageSays(driver, 'no gold band, and ice on the pan');
  });

  it('takes six orders, one with a deposit', async () => {
    await fourFilletsFor(driver, 'Pell', '5');
    for (const customer of ['Ashdown', 'Quill', 'Vane', 'Osk', 'Tolland'])
      await fourFilletsFor(driver, customer);
    await pageSays(driver, 'Tolland');
  });

  it('plans and cuts three of them', async () => {
    const cutting = new Cutting(driver, scale.put);
    for (let ticket = 0; ticket < 3; ticket++) {
      await press(driver, 'Cut plan');
      await press(driver, 'choose fish by hand');
      await pageSays(driver, '4 of 4 pieces');
      await press(driver, 'Send to bench');
      await pageSays(driver, 'waits at the bench');
      await cutting.begin(920);
      await cutting.sweep();
      await cutting.weighAll([112, 108, 111, 109], 14);
      await cutting.close(null);
    }
    await press(driver, 'Orders');
    await press(driver, 'Hand over');
    await fill(driver, 'Price a kg', '41.30');
    await press(driver, 'Paid, hand over');
    await pageSays(driver, 'handed to');
  });

  it('sells ten bags: with change, on account, by card, lemons alone; and takes a wrong one back', async () => {
    await press(driver, 'Counter');
    const bag = async (grams: number) => {
      await weigh(grams);
      await pageSays(driver, '1 item');
      await lift();
    };
    const byCard = async (paid: string) => {
      await driver.actions().sendKeys(Key.ENTER).perform();
      await pageSays(driver, `paid: ${paid}`);
    };
    // The tray stays chosen for the next customer.
    await press(driver, 'Sea bass, whole');
    await bag(455);
    await press(driver, 'Cash');
    await fill(driver, 'Given', '20');
    await driver.actions().sendKeys(Key.ENTER).perform();
    // 455 g at 24.00 a kilogram is 10.92.
    await pageSays(driver, 'Given €20.00, change €9.08');
    await bag(471);
    await press(driver, 'on account');
    await fill(driver, 'Customer', 'Pell');
    await (await see(driver, By.css('[role=dialog] button[type=submit]'))).click();
    await pageSays(driver, 'paid: €11.30');
    for (const [grams, paid] of [
      [450, '€10.80'],
      [462, '€11.09'],
      [447, '€10.73'],
      [470, '€11.28'],
      [458, '€10.99'],
      [465, '€11.16'],
    ] as const) {
      await bag(grams);
      await byCard(paid);
    }
    await press(driver, 'Other goods');
    for (const had of ['Lemon', '1 in the bag']) await press(driver, had);
    await press(driver, 'Back');
    await pageSays(driver, '2 at €0.60');
    await byCard('€1.20');
    await bag(448);
    await byCard('€10.75');
    await open('counter/sales');
    await press(driver, 'Take the whole sale back');
    await fill(driver, 'Why', 'wrong bag');
    await press(driver, 'Take it back');
    // With the order that was handed over: 89.47 and 18.17.
    await pageSays(driver, '10 sales, €107.64');
    await open('customers');
    await pageSays(driver, '1 customer owes €11.30');
  });

  it('closes the day over what was counted, and keeps a backup', async () => {
    await open('close');
    await press(driver, 'Cash and card');
    await pageSays(driver, '7 %');
    await fill(driver, 'Cash in the till', '15.92');
    await press(driver, 'Close the day');
    await fill(driver, 'Remark', 'first day: the thermometer comes tomorrow');
    await press(driver, 'Close and lock');
    await pageSays(driver, 'Closed by');
    await open('settings?what=backups');
    await press(driver, 'Back up now');
    await pageSays(driver, 'Last backup');
    // The printed PIN opened nothing, which the browser notes.
    expect((await complaints(driver)).filter((c) => !c.includes('/api/session - '))).toEqual([]);
  });

  /** What the books say, as the screens say it. */
  async function numbers(): Promise<string[]> {
    const said = [];
    for (const path of ['close', 'close/reports', 'close/costs', 'counter/sales', 'customers']) {
      await open(path);
      // What is fetched stands there once the page is still.
      let before = '';
      await driver.wait(async () => {
        const now = ((await texts(driver, '#slab'))[0] ?? '').replace(/(Last backup|No backup).*/, '');
        const still = now !== '' && now === before && !/Adding up|Reading the day/.test(now);
        before = now;
        await driver.sleep(500);
        return still;
      }, patientMs);
      said.push(before);
    }
    return said;
  }

  it('is the same shop in another folder, to the gram and the coin', async () => {
    const before = await numbers();
    expect(before.join(' ')).toContain('€107.64');
    await stop(shop);
    const kept = join(here, 'shop', 'backups');
    // A shop that was empty in the night has a backup of that as well: the last one counts.
    const file = readdirSync(kept)
      .filter((f) => f.endsWith('.gz'))
      .map((f) => join(kept, f))
      .reduce((a, b) => (statSync(a).mtimeMs > statSync(b).mtimeMs ? a : b));
    const restored = spawnSync(process.execPath, [...run('restore'), file, '--data', join(here, 'again')], {
      env,
      encoding: 'utf8',
    });
    expect(restored.status, restored.stderr).toBe(0);
    shop = await start('again');
    await driver.get(shop.url);
    await signIn(driver, 'Manager', pin);
    expect(await numbers()).toEqual(before);
  }, 180_000);
});
