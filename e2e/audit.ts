import { gzipSync } from 'node:zlib';
import { By, openBrowser, see, signIn, type WebDriver } from './src/browser.ts';
import { audit, sizes } from './src/audit.ts';
import { openSample } from './src/sample.ts';
import { atWork, planned, viewing, views } from './src/views.ts';
import { manager } from './src/shop.ts';

/*
 * Every view of the sample shop at every size: what is cut off, printed over, out of reach or too small to touch, what
 * assistive technology would miss, what shows no focus, and what is sent before anybody has signed in.
 * `npm run audit`, or `npm run audit -- counter,plan` for some views only.
 */

/** JavaScript that may be sent for the first view, kB gzipped: a second on a slow line. */
const firstViewKb = 130;

/** What is sent, packed, until one can sign in: kB. */
async function firstView(driver: WebDriver, url: string): Promise<number> {
  await driver.get(url);
  await see(driver, By.xpath(`//button[contains(., "${manager.name}")]`));
  const files = await driver.executeScript<string[]>(
    `return performance.getEntriesByType('resource').map((r) => r.name).filter((n) => n.endsWith('.js'))`,
  );
  const packed = await Promise.all(
    files.map(async (file) => gzipSync(await (await fetch(file)).text()).length),
  );
  return packed.reduce((sum, n) => sum + n, 0) / 1000;
}

const shop = await openSample({});
const { driver, quit } = await openBrowser();
const found: string[] = [];
let asked: readonly string[] = [];
try {
  const kb = await firstView(driver, shop.url);
  console.log(`First view: ${kb.toFixed(1)} kB of JavaScript, gzipped (at most ${firstViewKb}).`);
  if (kb > firstViewKb) found.push(`the first view sends ${kb.toFixed(1)} kB of JavaScript`);
  await signIn(driver, manager.name, manager.pin);
  await planned(driver, shop.url);
  asked = process.argv[2]?.split(',') ?? [...views, ...(await atWork(shop.url))];
  const { open, prefer } = viewing(() => ({ driver, shop }));
  await prefer({ theme: 'slate', units: 'metric' });
  const [desk, , , telephone] = sizes;
  found.push(
    ...(await audit(driver, { views: asked, open, layout: sizes, axe: [desk, telephone], rules: 'all' })),
  );
  // The other theme is the same page in other colours, the other units the same in other figures.
  await prefer({ theme: 'chalk', units: 'imperial' });
  const light = await audit(driver, {
    views: asked,
    open,
    layout: [telephone],
    axe: [desk, telephone],
    rules: 'colours',
  });
  found.push(...light.map((f) => `light, in ounces: ${f}`));
} finally {
  await quit();
  await shop.close();
}
for (const line of found) console.log(line);
console.log(`${asked.length} views at ${sizes.length} sizes in two themes: ${found.length} faults`);
process.exitCode = found.length > 0 ? 1 : 0;
