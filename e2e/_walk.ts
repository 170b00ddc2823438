// usage: WHO= PIN= npx tsx e2e/_walk.ts url key=value...
import { mkdirSync, writeFileSync } from 'node:fs';
import { By, Key, openBrowser, resize } from './src/browser.ts';
const [url, ...acts] = process.argv.slice(2);
mkdirSync('/tmp/s', { recursive: true });
const { driver, quit } = await openBrowser(Number(process.env.W ?? 1280), Number(process.env.H ?? 800));
const sleep = (ms: number) => new Promise((r) => setTimeout(r, ms));
const click = async (t: string) => {
  const found = await driver.findElements(By.xpath(`//*[self::button or self::a or @role='option' or @role='menuitem' or self::label][contains(normalize-space(.), "${t}")]`));
  for (const e of found) if (await e.isDisplayed()) { await e.click(); return; }
  console.log('NO', t);
};
try {
  await driver.get(url!);
  await sleep(900);
  await click(process.env.WHO ?? 'Ines Corrie');
  await sleep(300);
  for (const d of process.env.PIN ?? '2468') await driver.actions().sendKeys(d).perform();
  await sleep(200);
  await driver.actions().sendKeys(Key.ENTER).perform();
  await sleep(1200);
  for (const a of acts) {
    const i = a.indexOf('=');
    const [k, v] = [a.slice(0, i), a.slice(i + 1)];
    if (k === 'go') { await driver.executeScript(`history.pushState({}, '', '${v}'); window.dispatchEvent(new PopStateEvent('popstate'))`); await sleep(1200); }
    else if (k === 'press') { await click(v); await sleep(600); }
    else if (k === 'wait') await sleep(Number(v));
    else if (k === 'key') { await driver.actions().sendKeys(v === 'space' ? ' ' : v === 'enter' ? Key.ENTER : v === 'tab' ? Key.TAB : v === 'esc' ? Key.ESCAPE : v).perform(); await sleep(400); }
    else if (k === 'type') { await driver.actions().sendKeys(v).perform(); await sleep(400); }
    else if (k === 'theme') { await driver.executeScript(`document.documentElement.dataset.theme='${v}'`); await sleep(200); }
    else if (k === 'size') { const [w, h] = v.split('x').map(Number); await resize(driver, w!, h!); await sleep(400); }
    else if (k === 'css') { const e = await driver.findElements(By.css(v)); if (e[0]) await e[0].click(); else console.log('NO css', v); await sleep(500); }
    else if (k === 'js') { console.log(await driver.executeScript(v)); await sleep(300); }
    else if (k === 'text') console.log((await driver.findElements(By.css(v))).length ? await (await driver.findElement(By.css(v))).getText() : 'none');
    else if (k === 'shot') writeFileSync(`/tmp/s/${v}.png`, Buffer.from(await driver.takeScreenshot(), 'base64'));
  }
  const logs = await driver.manage().logs().get('browser');
  for (const l of logs) if (l.level.name === 'SEVERE') console.log('LOG', l.message.slice(0, 300));
} finally { await quit(); }
