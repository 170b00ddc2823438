import { addDays, tradingDay } from '@ember-slate/core/calendar';
import { offerFrom, proposePicks } from '@ember-slate/core/cutplan';
import type { Species } from '@ember-slate/core/species';
import type { Work } from '@ember-slate/server/platform/context';
import { cancelOrder, takeOrder } from '@ember-slate/server/stages/orders/commands/orders';
import { keepStanding } from '@ember-slate/server/stages/orders/commands/standing';
import { listOrders } from '@ember-slate/server/stages/orders/queries/orders';
import { shopLots, wantOf } from '@ember-slate/server/shop/available';
import { choosePicks, sendToBench } from '@ember-slate/server/stages/plan/commands/picks';
import { planLines } from '@ember-slate/server/stages/plan/queries/lines';
import { handOver } from '@ember-slate/server/stages/orders/commands/handOver';
import type { SampleLine } from '../scenario/index.ts';

const asLine = (l: SampleLine) => ({
  speciesId: l.species,
  form: l.form,
  use: l.use,
  pieces: l.pieces ?? null,
  pieceGrams: l.pieceG ?? null,
  totalGrams: l.totalG ?? null,
  people: l.people ?? null,
  thickMm: l.thickMm ?? null,
  partAllowed: l.partAllowed ?? false,
  trimWish: l.trimWish ?? ('shop' as const),
  packing: l.packing ?? ('wrapped' as const),
  options: [],
});

/** Orders as they are taken, planned and handed over. */
export class Orders {
  constructor(private readonly book: Map<string, Species>) {}

  async order(
    work: Work,
    o: {
      phone?: string;
      deposit?: number;
      customer: string;
      dueAt: Date;
      remarks?: string;
      lines: readonly SampleLine[];
    },
  ) {
    return takeOrder(work, {
      customer: o.customer,
      phone: o.phone ?? '',
      dueAt: o.dueAt.toISOString(),
      remarks: o.remarks ?? '',
      deposit: o.deposit ?? 0,
      depositPay: 'cash',
      lines: o.lines.map(asLine),
    });
  }

  /** The same every week, from the day so many days ahead. */
  async weekly(
    work: Work,
    w: {
      customer: string;
      phone: string;
      ahead: number;
      minutes: number;
      remarks: string;
      lines: readonly SampleLine[];
    },
  ) {
    const from = addDays(tradingDay(work.now, work.settings), w.ahead);
    await keepStanding(work, {
      customer: w.customer,
      phone: w.phone,
      remarks: w.remarks,
      weekday: new Date(`${from}T00:00:00Z`).getUTCDay(),
      minutes: w.minutes,
      from,
      lines: w.lines.map(asLine),
    });
  }

  /** Nobody comes for an order: it goes back to the cold room. */
  async leave(work: Work, orderId: number) {
    const order = (await listOrders(work)).find((o) => o.id === orderId)!;
    await cancelOrder(work, orderId, {
      version: order.version,
      reason: 'nobody came',
      uncollected: true,
      keepDeposit: false,
    });
  }

  /** Plans the lines of an order as proposed; returns those that could be planned. */
  async plan(work: Work, orderId: number): Promise<number[]> {
    const all = (await listOrders(work)).find((o) => o.id === orderId)!;
    const planned = [];
    for (const line of all.lines) {
      const species = this.book.get(line.speciesId)!;
      const want = wantOf(work, line, new Date(all.dueAt));
      const offers = ((await shopLots(work, this.book)).get(line.speciesId) ?? []).map((l) =>
        offerFrom(species, l.available, want),
      );
      const { picks, missing } = proposePicks(offers, want);
      if (missing > 0 || picks.length === 0) continue;
      await choosePicks(work, line.id, { version: line.version, picks });
      planned.push(line.id);
    }
    return planned;
  }

  async send(work: Work, lineIds: readonly number[]): Promise<number[]> {
    const lines = await planLines(work);
    const tickets = [];
    for (const id of lineIds)
      tickets.push((await sendToBench(work, id, lines.find((l) => l.id === id)!.version)).id);
    return tickets;
  }

  async handOver(work: Work, orderId: number) {
    const order = (await listOrders(work)).find((o) => o.id === orderId)!;
    if (order.state !== 'ready') return;
    await handOver(work, orderId, {
      pay: 'card',
      version: order.version,
      prices: order.lines.map((l) => ({ lineId: l.id, unit: 'kg', perKg: l.pricePerKg ?? 2000 })),
    });
  }
}
