import { look, By, press, see } from './tmp-look.ts';
import { choose, fill, Key, pageSays } from './src/browser.ts';
await look(async ({ driver, shoot, open }) => {
  await open('/grading');
  await (await see(driver, By.xpath("//main//a[contains(.,'261128-S3')]"))).click();
  await see(driver, By.css('[aria-label="Fish of the sample"]'));
  await shoot('g2');
  for (let f = 0; f < 3; f++) {
    await driver.actions().sendKeys('f').perform();
    await driver.sleep(300);
    if (f < 2) await driver.actions().sendKeys('n').perform();
    await driver.sleep(200);
  }
  await shoot('g3');
  await driver.actions().sendKeys(Key.ENTER).perform();
  await driver.sleep(1000);
  await open('/counter/stock').catch(() => undefined);
  await shoot('c1');
  console.log(((await driver.executeScript('return document.querySelector("main").innerText')) as string).slice(0,600));
});
