import { choose, fill, Key, pageSays, press, type WebDriver } from './browser.ts';

/** What is said of a lot at the back door, before its weight. */
interface Landed {
  /** As it is typed, and the scientific name the screen answers with. */
  species: string;
  scientific: string;
  fish: string;
  priceAKg: string;
}

/** Fills in what a lot is; its weight and the landing of it are the caller's. */
export async function sayLot(driver: WebDriver, lot: Landed): Promise<void> {
  await pageSays(driver, 'Land a lot');
  await fill(driver, 'Species', lot.species);
  await driver.actions().sendKeys(Key.ARROW_DOWN, Key.ENTER).perform();
  await pageSays(driver, lot.scientific);
  await fill(driver, 'Number of fish', lot.fish);
  await fill(driver, 'Price a kg', lot.priceAKg);
  await choose(driver, 'Gear', 'hooks and lines');
}

/** Looks at so many fish of the only lot that waits, finds them fresh by every sign, and comes to the verdict. */
export async function findFresh(driver: WebDriver, species: string, fish = 3): Promise<void> {
  await press(driver, 'Grading');
  await pageSays(driver, `Look at the ${species} first`);
  await driver.actions().sendKeys(Key.ENTER).perform();
  await pageSays(driver, 'What do the signs say?');
  for (let left = fish; left > 0; left--) {
    await driver.actions().sendKeys('f').perform();
    if (left > 1) await driver.actions().sendKeys('n').perform();
  }
  await pageSays(driver, 'Accept');
}

/** Keeps the verdict that was come to; no lot waits any more. */
export async function keepVerdict(driver: WebDriver): Promise<void> {
  await press(driver, 'Record verdict');
  await pageSays(driver, 'Every lot is graded');
}
