import { mkdirSync, writeFileSync } from 'node:fs';
import { By, openBrowser, press, resize, see, signIn, texts } from './src/browser.ts';
import { openSample } from './src/sample.ts';
import { manager } from './src/shop.ts';

/** Takes the pictures of docs/screenshots anew from the sample shop. */
const out = 'docs/screenshots';
mkdirSync(out, { recursive: true });
const shop = await openSample({ printer: true, backedUp: true });
const { driver, quit } = await openBrowser();

const shoot = async (name: string) => {
  await driver.sleep(900);
  writeFileSync(`${out}/${name}.png`, await driver.takeScreenshot(), 'base64');
  console.log(name);
};
const open = async (path: string, theme: 'slate' | 'chalk' = 'slate', width = 1280, height = 800) => {
  await resize(driver, width, height);
  await driver.executeScript(
    `localStorage.setItem('ember-slate-prefs', JSON.stringify({ theme: '${theme}', units: 'metric' }))`,
  );
  await driver.get(shop.url + path);
  await see(driver, By.css('main h1'));
  await driver.wait(
    async () => !/Opening …|Reading the day/.test((await texts(driver, 'main')).join(' ')),
    40_000,
    `${path} was never read`,
  );
};

try {
  await driver.get(shop.url);
  await signIn(driver, manager.name, manager.pin);
  for (const view of ['landing', 'grading', 'orders', 'plan', 'bench', 'counter', 'close']) {
    await open(`/${view}`, ['orders', 'counter'].includes(view) ? 'chalk' : 'slate');
    if (view === 'plan')
      await driver.wait(
        async () => ((await texts(driver, 'main h1'))[0] ?? '').startsWith('This plan earns'),
        40_000,
        'no plan came',
      );
    await shoot(view);
  }
  for (const [view, name] of [
    ['/orders/due', 'orders-due'],
    ['/counter/trim', 'trim'],
    ['/close/yields', 'yields'],
    ['/close/costs', 'costs'],
    ['/close/buying', 'buying'],
    ['/close/reports', 'reports'],
  ] as const) {
    await open(view, 'chalk');
    await shoot(name);
  }
  for (const [view, name] of [
    ['/cold', 'cold'],
    ['/species/hake', 'species'],
  ] as const) {
    await open(view);
    await shoot(name);
  }
  await open('/grading', 'slate', 390, 844);
  await press(driver, 'Grade ');
  await see(driver, By.css('main [role=radiogroup]'));
  await driver.actions().sendKeys('1', '1', '2').perform();
  await shoot('grading-phone');
  await open('/grading');
  await press(driver, 'Grade ');
  await see(driver, By.css('[aria-label="Fish of the sample"]'));
  for (let fish = 1; fish <= 3; fish++) {
    await driver.actions().sendKeys('f').perform();
    await (await see(driver, By.css('[aria-label^="Eyes"][aria-label*="flat"]'))).click();
    if (fish < 3) await driver.actions().sendKeys('n').perform();
  }
  await shoot('grade-a-lot');
  await open('/bench');
  await press(driver, 'Look');
  await press(driver, 'Take it over');
  await see(driver, By.css('[aria-label=Steps]'));
  shop.put(207);
  await driver.sleep(1500);
  await shoot('bench-ticket');
  shop.put(0);
  for (let i = 0; i < 20 && (await texts(driver, 'h1'))[0] !== 'Weigh out'; i++) {
    await driver.actions().sendKeys('n').perform();
    await driver.sleep(200);
  }
  shop.put(204);
  await driver.sleep(1500);
  await press(driver, 'Take');
  shop.put(0);
  await driver.sleep(1500);
  await press(driver, 'label');
  await press(driver, 'see label');
  await see(driver, By.css('[role=dialog] img'));
  await driver.sleep(600);
  await shoot('label');
} finally {
  await quit();
  await shop.close();
}
