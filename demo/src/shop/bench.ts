import { formBook, formOf } from '@ember-slate/core/forms';
import { filletsPerFish, type Species } from '@ember-slate/core/species';
import { trims } from '@ember-slate/core/yields';
import type { Work } from '@ember-slate/server/platform/context';
import { listOrders } from '@ember-slate/server/stages/orders/queries/orders';
import { oneTicket } from '@ember-slate/server/stages/bench/queries/tickets';
import { closeTicket, startTicket, weighOut } from '@ember-slate/server/stages/bench/commands/cutting';
import { goToStep, gradeFrame, signSweep } from '@ember-slate/server/stages/bench/commands/board';
import { addCut, makeTicket } from '@ember-slate/server/stages/bench/commands/cuts';
import { stock } from '@ember-slate/server/shop/stock';
import { trimOnHand } from '@ember-slate/server/stages/trim/queries';
import { make } from '@ember-slate/server/stages/trim/commands';
import type { Random } from '../random.ts';
import { madeInto } from '../scenario/index.ts';
import type { Orders } from './orders.ts';

/** The bench: what is cut and weighed out, and what is made of the trim. */
export class Bench {
  constructor(
    private readonly book: Map<string, Species>,
    private readonly random: Random,
    private readonly orders: Orders,
  ) {}

  async start(work: Work, ticketId: number) {
    const ticket = await oneTicket(work, ticketId);
    await startTicket(work, ticketId, {
      version: ticket.version,
      limp: false,
      inputs: ticket.inputs.map((i) => ({
        lotId: i.lotId,
        grams: Math.round(i.grams * (1 + this.random.normal() * 0.012)),
        source: 'simulated' as const,
      })),
    });
  }

  /** Cuts and weighs out a started ticket the way a good cutter would, some better than others. */
  async cut(work: Work, ticketId: number, skill = 1) {
    const ticket = await oneTicket(work, ticketId);
    const species = this.book.get(ticket.speciesId)!;
    const about = (grams: number, spread: number) =>
      Math.max(1, Math.round(grams * (1 + this.random.normal() * spread)));
    const weigh = (
      kind: 'order' | 'counter' | 'trim' | 'waste' | 'drip',
      item: string,
      grams: number,
      pieces = 0,
      cutId: number | null = null,
    ) => weighOut(work, ticketId, { cutId, kind, item, grams, pieces, source: 'simulated' });
    let main = 0;
    for (const [i, c] of ticket.cuts.entries()) {
      const form = formOf(formBook(), c.form);
      // No more comes out than went in.
      const grams = Math.min(about(ticket.expected.mains[i]! * skill, 0.012), ticket.balance.input - main);
      main += grams;
      const made =
        form.count === 'fish'
          ? ticket.fish
          : Math.max(
              c.pieces ?? ticket.fish * filletsPerFish(species),
              c.pieceGrams === null ? 0 : Math.floor(grams / c.pieceGrams),
            );
      const wanted = Math.min(c.pieces ?? made, made);
      const forOrder =
        c.pieces !== null && c.pieceGrams !== null
          ? Math.min(grams, Math.round((grams * wanted) / made))
          : grams;
      if (c.lineId !== null) await weigh('order', c.form, forOrder, wanted, c.id);
      const rest = c.lineId === null ? grams : grams - forOrder;
      if (rest > 0)
        await weigh('counter', c.form, rest, c.lineId === null ? made : Math.max(1, made - wanted));
    }
    let left = ticket.balance.input - main;
    for (const { part, grams } of ticket.expected.trims) {
      const given = Math.min(left, about(grams * (1 - (skill - 1)), 0.02));
      if (given < 1) continue;
      await weigh(trims[part].keep ? 'trim' : 'waste', part, given);
      left -= given;
    }
    const loose = Math.min(left, this.random.whole(0, Math.max(2, Math.round(ticket.balance.allowed * 0.4))));
    if (left - loose >= 1) await weigh('drip', '', left - loose);
    if (ticket.stepIds.includes('sweep'))
      for (const pass of [1, 2] as const)
        await signSweep(work, ticketId, {
          pass,
          found: this.random.next() < (pass === 1 ? 0.4 : 0.12) ? 1 : 0,
          broken: [],
          second: null,
        });
    if (ticket.stepIds.includes('frame')) await gradeFrame(work, ticketId, skill > 0.98 ? 0 : 1);
    const spent = ticket.minutes * (1.9 - skill) * (1 + this.random.normal() * 0.08);
    const done = { ...work, now: new Date(work.now.getTime() + spent * 60_000) };
    await goToStep(done, ticketId, 'weigh');
    const now = await oneTicket(work, ticketId);
    await closeTicket(work, ticketId, {
      version: now.version,
      reason: now.balance.closes ? '' : 'tub of trim went down the drain',
    });
  }

  /** One ticket for all lines of an order, begun and half cut: the joint and a steak are weighed. */
  async cutTogether(work: Work, orderId: number) {
    const order = (await listOrders(work)).find((o) => o.id === orderId)!;
    const [first, ...others] = order.lines;
    const [ticketId] = await this.orders.send(work, [first!.id]);
    for (const line of others) {
      const { version } = await oneTicket(work, ticketId!);
      await addCut(work, ticketId!, {
        version,
        lineId: line.id,
        form: line.form,
        pieces: null,
        pieceGrams: null,
        totalGrams: null,
        options: [],
        thickMm: null,
        packing: 'wrapped',
      });
    }
    await this.start(work, ticketId!);
    const ticket = await oneTicket(work, ticketId!);
    for (const [i, grams] of [ticket.expected.mains[0]!, first!.pieceGrams! - 360].entries()) {
      const c = ticket.cuts[i]!;
      await weighOut(work, ticketId!, {
        cutId: c.id,
        kind: 'order',
        item: c.form,
        grams,
        pieces: 1,
        source: 'simulated',
      });
    }
    await goToStep(work, ticketId!, 'slices');
  }

  /** Fish cut for the counter: no order asked for it. */
  async cutForCounter(work: Work, speciesId: string, form: string, fish: number, skill: number) {
    const row = (await stock(work)).find(
      (r) =>
        r.speciesId === speciesId &&
        r.place === 'place:cold_room' &&
        r.item === 'whole' &&
        !r.blocked &&
        r.freePieces >= fish,
    );
    if (!row) return;
    const made = await makeTicket(work, {
      lotId: row.lotId,
      item: 'whole',
      batch: 0,
      place: 'place:cold_room',
      fish,
      form,
      pieces: null,
      pieceGrams: null,
      totalGrams: Math.round((row.grams * fish) / row.pieces / 2),
      options: [],
      thickMm: null,
      packing: 'wrapped',
      dueAt: new Date(work.now.getTime() + 3_600_000).toISOString(),
    });
    await this.start(work, made.id);
    await this.cut({ ...work, now: new Date(work.now.getTime() + 10 * 60_000) }, made.id, skill);
  }

  /** An evening's trim made into stock packs and cake mix, what is refused left out. */
  async makeOfTrim(work: Work) {
    for (const [product, parts] of madeInto) {
      const { rows } = await trimOnHand(work);
      const inputs = rows.filter((r) => parts.includes(r.part) && r.refused[product] === undefined);
      const grams = inputs.reduce((s, r) => s + r.grams, 0);
      if (grams < 800) continue;
      await make(work, {
        product,
        inputs: inputs.map(({ place, lotId, item, batch, grams: g }) => ({
          place,
          lotId,
          item,
          batch,
          grams: g,
        })),
        grams: Math.round(grams * 0.97),
        remarks: '',
      });
    }
  }
}
