import {
  choose,
  fill,
  Key,
  liveWeight,
  pageSays,
  patientMs,
  press,
  see,
  By,
  texts,
  type WebDriver,
} from './browser.ts';

/** What the next tub is expected to weigh, grams; null when none is left. */
async function nextTub(driver: WebDriver): Promise<number | null> {
  for (const row of await texts(driver, '[aria-label="What lies on the pan"] [role=radio]')) {
    const tub = /^(?!fillet|left over|drip|water).*about (\d+) g$/s.exec(row);
    if (tub) return Number(tub[1]);
  }
  return null;
}

/** Fillets of the ticket on the board, from the first step to its close, by what the screens say alone. */
export class Cutting {
  constructor(
    private readonly driver: WebDriver,
    private readonly put: (grams: number) => void,
  ) {}

  private heading = async () => (await texts(this.driver, 'main h1'))[0] ?? '';
  private taken = async () => (await texts(this.driver, 'button')).filter((t) => t === 'remove').length;

  /** Lays this on the pan and gives it to what the screen asks for. */
  private async give(grams: number): Promise<void> {
    this.put(grams);
    await liveWeight(this.driver, grams);
    await this.driver.actions().sendKeys(' ').perform();
  }
  private async lift(): Promise<void> {
    this.put(0);
    await liveWeight(this.driver, 0);
  }

  /** One weight onto the ticket, and the wait until it stands there. */
  async weighOut(grams: number): Promise<void> {
    const before = await this.taken();
    await this.give(grams);
    await this.driver.wait(
      async () => (await this.taken()) === before + 1,
      patientMs,
      `${grams} g never stood on the ticket`,
    );
    await this.lift();
  }

  /** Brings the fish of the ticket that waits first, and walks to where its bones are felt for. */
  async begin(grams: number): Promise<void> {
    await press(this.driver, 'Bench');
    await press(this.driver, 'Begin');
    await pageSays(this.driver, 'Fetch 2 fish from');
    await this.give(grams);
    await press(this.driver, 'Begin cutting');
    await this.lift();
    await pageSays(this.driver, 'Check and wipe');
    while ((await this.heading()) !== 'Bone sweep') {
      const before = await this.heading();
      await press(this.driver, 'Next');
      await this.driver.wait(async () => (await this.heading()) !== before, patientMs);
    }
  }

  /** Both passes, nothing found, and the frame against the light. */
  async sweep(): Promise<void> {
    for (const [n, word] of [
      [1, 'one'],
      [2, 'two'],
    ] as const) {
      await press(this.driver, `Sign pass ${word}`);
      await this.driver.wait(
        async () => (await texts(this.driver, `[aria-label="Pass ${n}"]`))[0]!.includes('found none'),
        patientMs,
      );
    }
    await press(this.driver, 'Next');
    await pageSays(this.driver, 'Frame check');
    await press(this.driver, 'clear');
    await press(this.driver, 'Next');
    await pageSays(this.driver, 'Weigh out');
  }

  /** Fillets one by one, then every tub the ticket expects as heavy as it says, then the drip. */
  async weighAll(fillets: readonly number[], drip: number): Promise<void> {
    for (const grams of fillets) await this.weighOut(grams);
    for (let asked = await nextTub(this.driver); asked; asked = await nextTub(this.driver))
      await this.weighOut(asked);
    await press(this.driver, 'drip, blood, rinse');
    await this.weighOut(drip);
  }

  /** Wraps, labels and closes; what does not balance is said. */
  async close(why: string | null): Promise<void> {
    await press(this.driver, 'Next');
    await pageSays(this.driver, 'Wrap and label');
    await press(this.driver, 'Next');
    await pageSays(this.driver, 'Yield');
    if (why !== null) await fill(this.driver, 'Why it does not close', why);
    await press(this.driver, 'Close the ticket');
    await pageSays(this.driver, 'is done');
  }
}

/** Takes an order for four fillets of sea bass, for tomorrow noon; a deposit where one is given. */
export async function fourFilletsFor(driver: WebDriver, customer: string, deposit: string | null = null) {
  await press(driver, 'Orders');
  await fill(driver, 'Customer', customer);
  await choose(driver, 'For the day', 'tomorrow');
  await fill(driver, 'At', '1200');
  await fill(driver, 'Species', 'sea bass');
  await driver.actions().sendKeys(Key.ARROW_DOWN, Key.ENTER).perform();
  await choose(driver, 'Form', 'fillets, skin on');
  await fill(driver, 'Pieces', '4');
  await fill(driver, 'Each about', '110');
  if (deposit !== null) await fill(driver, 'Deposit', deposit);
  await press(driver, 'Take the order');
  await pageSays(driver, `taken for ${customer}`);
  await see(driver, By.css('main h1'));
}
