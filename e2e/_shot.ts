import { writeFileSync } from 'node:fs';
import { openBrowser, resize, signIn, By } from '/work/main/e2e/src/browser.ts';
const [,, base, out, ...specs] = process.argv;
const { driver, quit } = await openBrowser();
try {
  await driver.get(base!);
  await new Promise(r => setTimeout(r, 1200));
  if (specs[0] === 'signin') { writeFileSync(`${out}/signin.png`, await driver.takeScreenshot(), 'base64'); specs.shift(); }
  await signIn(driver, process.env.WHO ?? 'Ines Corrie', process.env.PIN ?? '2468');
  for (const spec of specs) {
    const [name, path, theme = 'slate', w = '1280', h = '800', js] = spec.split('|');
    await resize(driver, +w, +h);
    await driver.executeScript(`localStorage.setItem('ember-slate-prefs', JSON.stringify({theme:'${theme}',units:'${process.env.UNITS ?? 'metric'}'}))`);
    await driver.get(base + path!);
    await new Promise(r => setTimeout(r, 1500));
    if (js) { await driver.executeScript(js); await new Promise(r => setTimeout(r, 900)); }
    writeFileSync(`${out}/${name}.png`, await driver.takeScreenshot(), 'base64');
  }
  for (const l of await driver.manage().logs().get('browser')) if (!/favicon/.test(l.message)) console.log(l.level.name, l.message.slice(0, 400));
} finally { await quit(); }
