import { look, By, press, see } from './tmp-look.ts';
import { choose, fill, Key, pageSays } from './src/browser.ts';
await look(async ({ driver, shoot, open }) => {
  await open('/bench/166');
  await driver.sleep(500);
  const t0 = (await driver.executeScript('return document.querySelector("main").innerText')) as string;
  if (!t0.includes('Bring')) { await open('/bench'); await (await see(driver, By.xpath("//main//a[contains(.,'166')]"))).click(); await driver.sleep(800);}
  await fill(driver, 'Weight together', '2.4 kg');
  await driver.sleep(300);
  await press(driver, 'Begin cutting');
  await driver.sleep(1500);
  for (let i = 0; i < 16; i++) {
    const t = (await driver.executeScript('return document.querySelector("main").innerText')) as string;
    console.log('-----', i, t.slice(0, 500).replace(/\n+/g, ' | '));
    await shoot('s' + i);
    try { await press(driver, 'Done'); } catch { try { await press(driver, 'Next'); } catch { break; } }
    await driver.sleep(500);
  }
}, 'Bram Teale', '1357');
