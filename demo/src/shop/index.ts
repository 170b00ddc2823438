import { instantOn } from '@ember-slate/core/calendar';
import type { Species } from '@ember-slate/core/species';
import type { Tx } from '@ember-slate/server/platform/db';
import type { ReadSettings } from '@ember-slate/server/platform/settings';
import { type Actor, quietly, type Work } from '@ember-slate/server/platform/context';
import { Kept } from '@ember-slate/server/platform/kept';
import type { SampleArticles } from '../articles.ts';
import type { Random } from '../random.ts';
import { Bench } from './bench.ts';
import { Counter } from './counter.ts';
import { Door } from './door.ts';
import { Orders } from './orders.ts';

/** The sample shop at work: every step goes through the same services the screens use. */
export class SampleShop {
  readonly door: Door;
  readonly orders: Orders;
  readonly bench: Bench;
  readonly counter: Counter;
  private readonly kept = new Kept();

  constructor(
    private readonly tx: Tx,
    private readonly settings: ReadSettings,
    private readonly people: readonly Actor[],
    book: Map<string, Species>,
    random: Random,
    articles: SampleArticles,
    private readonly end: Date,
  ) {
    this.door = new Door(book, random);
    this.orders = new Orders(book);
    this.bench = new Bench(book, random, this.orders);
    this.counter = new Counter(random, articles);
  }

  /** Work by the person of this role at a local time of a day, never later than the moment of making. */
  at(day: string, minutes: number, role: Actor['role'] = 'manager'): Work {
    const wanted = instantOn(day, minutes, this.settings);
    const now = wanted < this.end ? wanted : this.end;
    return quietly({
      tx: this.tx,
      actor: this.people.find((p) => p.role === role)!,
      now,
      settings: this.settings,
      kept: this.kept,
    });
  }
}
