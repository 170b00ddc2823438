import { contract } from '@ember-slate/contract';
import { By, fill, liveWeight, pageSays, press, see, texts, type WebDriver } from './browser.ts';
import type { Hand } from './hand.ts';
import type { Shop } from './shop.ts';

/** A cutter at the bench: taps, and lays things on the pan. */
export class AtBench {
  constructor(
    private readonly driver: WebDriver,
    private readonly shop: Shop,
  ) {}

  heading = async (): Promise<string> => (await texts(this.driver, 'main h1'))[0] ?? '';
  weights = (): Promise<number> => this.shop.count('SELECT COUNT(*) FROM weigh_out WHERE struck_at IS NULL');

  /** Lays it on the pan, taps Take, lifts it off. */
  async take(grams: number, words = 'Take'): Promise<void> {
    const before = await this.weights();
    this.shop.put(grams);
    await liveWeight(this.driver, grams);
    await press(this.driver, words);
    await this.driver.wait(
      async () => (await this.weights()) === before + 1,
      6000,
      `${grams} g was not taken`,
    );
    this.shop.put(0);
    await liveWeight(this.driver, 0);
  }

  async next(): Promise<void> {
    const before = await this.heading();
    await press(this.driver, 'Next');
    await this.driver.wait(async () => (await this.heading()) !== before, 6000, `stayed at ${before}`);
  }

  async walkTo(title: RegExp): Promise<void> {
    for (let i = 0; i < 24 && !title.test(await this.heading()); i++) {
      if (/^Bone sweep/.test(await this.heading()) && (await this.open('Sign pass one')))
        await this.sweepTwice();
      await this.next();
    }
    const at = await this.heading();
    if (!title.test(at)) throw new Error(`Stood at ${at}, not ${String(title)}`);
  }

  private async open(words: string): Promise<boolean> {
    return (await this.driver.findElements(By.xpath(`//button[contains(., "${words}")]`))).length > 0;
  }

  /** Begins the first ticket of the queue with fish of this weight, lot by lot. */
  async begin(grams: number): Promise<void> {
    await press(this.driver, 'Bench');
    await press(this.driver, 'Begin');
    await pageSays(this.driver, 'Fetch');
    this.shop.put(grams);
    await liveWeight(this.driver, grams);
    await press(this.driver, 'Take ');
    this.shop.put(0);
    await press(this.driver, 'Begin cutting');
    await pageSays(this.driver, 'Check and wipe');
  }

  async sweepTwice(): Promise<void> {
    for (const [n, word] of [
      [1, 'one'],
      [2, 'two'],
    ] as const) {
      await press(this.driver, `Sign pass ${word}`);
      await this.driver.wait(
        async () => (await texts(this.driver, `[aria-label="Pass ${n}"]`))[0]!.includes('found none'),
        5000,
      );
    }
  }

  /** Cuts the first ticket of the queue from the first step to its close; gives its id. */
  async cutFirst(hand: Hand): Promise<number> {
    const [first] = (await hand.ok(contract.bench.tickets)).filter((t) => t.state === 'waiting');
    const { inputs } = await hand.ok(contract.bench.ticket, { params: { id: first!.id } });
    await this.begin(inputs[0]!.grams);
    await this.walkTo(/^Weigh out/);
    const id = Number(/\/bench\/(\d+)/.exec(await this.driver.getCurrentUrl())![1]);
    const { cuts } = await hand.ok(contract.bench.ticket, { params: { id } });
    for (const [i, c] of cuts.entries()) {
      const row = `(//ul[@aria-label="What lies on the pan"]//button[@role="radio"])[${i + 1}]`;
      await (await see(this.driver, By.xpath(row))).click();
      for (let n = 1; n < (c.pieces ?? 1); n++) await press(this.driver, '+');
      await this.take(c.totalGrams ?? c.pieces! * c.pieceGrams!);
    }
    await this.walkTo(/^Clean down/);
    await fill(this.driver, 'Why it does not close', 'heads and frames went into the stock pot');
    await press(this.driver, 'Close the ticket');
    await pageSays(this.driver, 'is done');
    return id;
  }
}
