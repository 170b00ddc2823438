import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract, WeightSource } from '@ember-slate/contract';
import { formName } from '@ember-slate/core/forms';
import { type Entry, transfer } from '@ember-slate/core/ledger';
import { trimAlong } from '@ember-slate/core/orders';
import { fishMoney, type Unit } from '@ember-slate/core/prices';
import { leastSure } from '@ember-slate/core/units';
import type { TrimWish } from '@ember-slate/core/yields';
import { post } from '../../../platform/books/ledger.ts';
import { settleOrder } from '../../../platform/books/orderState.ts';
import { recordSale } from '../../../platform/books/sales.ts';
import type { Work } from '../../../platform/context.ts';
import { placeholders, rows, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { noteDeposit } from './deposits.ts';
import { shelfOf, shelfShare } from './lines.ts';
import { lockOrder } from './orders.ts';
import { say } from '../say.ts';

/** How the weight of what is handed over is known: as it was weighed out, by the least sure of its weighings. */
async function knownAs(work: Work, of: { batch: number; item: string }): Promise<WeightSource> {
  const found = await rows<{ source: WeightSource }>(
    work.tx,
    'SELECT DISTINCT weight_source AS source FROM weigh_out WHERE ticket_id = ? AND item = ? AND struck_at IS NULL',
    [of.batch, of.item.replace(/^trim:/, '')],
  );
  return leastSure(found.map((f) => f.source)) ?? 'typed';
}

/** What came off the fish of these tickets and still lies there, and what was weighed out of each for whom. */
async function trimsOf(work: Work, tickets: readonly number[]) {
  const lying = await rows<Entry>(
    work.tx,
    `SELECT account, lot_id AS lotId, item, batch, grams, pieces FROM balance
     WHERE account = 'place:cold_room' AND batch IN (${placeholders(tickets.length)}) AND item LIKE 'trim:%' AND grams > 0
     ORDER BY lot_id, item FOR UPDATE`,
    [...tickets],
  );
  const weighed = await rows<{
    ticketId: number;
    lineId: number | null;
    grams: number;
    wish: TrimWish;
    had: number;
  }>(
    work.tx,
    `SELECT w.ticket_id AS ticketId, c.line_id AS lineId, CAST(SUM(w.grams) AS SIGNED) AS grams, COALESCE(l.trim_wish, 'shop') AS wish,
       COALESCE(l.state = 'handed', 0) AS had
     FROM weigh_out w LEFT JOIN ticket_cut c ON c.id = w.cut_id LEFT JOIN order_line l ON l.id = c.line_id
     WHERE w.ticket_id IN (${placeholders(tickets.length)}) AND w.struck_at IS NULL AND w.kind IN ('order', 'counter')
     GROUP BY w.ticket_id, c.line_id`,
    [...tickets],
  );
  return { lying, weighed: weighed.map((w) => ({ ...w, had: w.had === 1 })) };
}

/** Takes the trim that goes along with a line off what lies there, ticket by ticket. */
function takeTrim({ lying, weighed }: Awaited<ReturnType<typeof trimsOf>>, lineId: number): Entry[] {
  const taken = lying.map((e) => {
    const here = weighed.filter((w) => w.ticketId === e.batch);
    const mine = here.find((w) => w.lineId === lineId);
    const grams = mine
      ? trimAlong(
          e.grams,
          e.item.slice('trim:'.length),
          mine,
          here.filter((w) => w !== mine),
        )
      : 0;
    e.grams -= grams;
    return { ...e, grams, pieces: 0 };
  });
  for (const w of weighed) if (w.lineId === lineId) w.had = true;
  return taken.filter((e) => e.grams > 0);
}

/** Hands ready lines over with the trim their customer wishes, as one sale; what is left of the order waits. */
export async function handOver(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.orders.handOver>,
): Promise<{ id: number; total: number; toPay: number }> {
  const { order, lines } = await lockOrder(work, id, body.version);
  const chosen = lines.filter((l) => body.prices.some((p) => p.lineId === l.id));
  if (chosen.length === 0) throw fieldProblem('prices', say('none_of_these_lines_is_in_the'));
  const notYet = chosen.find((l) => l.state !== 'ready');
  if (notYet)
    throw problems.conflict(
      say('order_of_are', {
        number: order.number,
        settings: inWords(formName(formsOf(work.settings), notYet.form)),
        speciesName: notYet.speciesName,
        state: notYet.state === 'handed' ? say('handed_over_already') : say('not_ready'),
      }),
    );
  const shelf = await shelfOf(
    work,
    lines.flatMap((l) => l.tickets),
  );
  const trims = await trimsOf(
    work,
    chosen.flatMap((l) => (l.trimWish === 'shop' ? [] : l.tickets)),
  );
  const entries: Entry[] = [];
  const sold: (Entry & { speciesId: string; unit: Unit; perKg: number; money: number })[] = [];
  for (const line of chosen) {
    const { unit, perKg } = body.prices.find((p) => p.lineId === line.id)!;
    for (const held of shelfShare(shelf, line)) {
      const { account: _shelf, ...what } = held;
      entries.push(...transfer(what, 'place:order_shelf', 'outside:customer'));
      sold.push({
        ...held,
        speciesId: line.speciesId,
        unit,
        perKg,
        money: fishMoney({ ...held, unit, perKg }),
      });
    }
    for (const trim of takeTrim(trims, line.id)) {
      const { account: _room, ...what } = trim;
      entries.push(...transfer(what, 'place:cold_room', 'outside:customer'));
      // It is theirs with the fish they paid for.
      sold.push({ ...trim, speciesId: line.speciesId, unit: 'kg', perKg: 0, money: 0 });
    }
  }
  if (entries.length === 0)
    throw problems.conflict(say('nothing_of_order_lies_on_the_shelf', { number: order.number }));
  const movement = await post(work, 'hand_over', entries, say('order', { number: order.number }));
  const { total, depositUsed: used } = await recordSale(
    work,
    movement,
    { orderId: id, customerId: null, pay: body.pay, deposit: order.deposit },
    await Promise.all(
      sold.map(async (s) => ({
        ...s,
        source: await knownAs(work, s),
        fullPerKg: s.perKg,
        priceReason: null,
      })),
    ),
  );
  for (const line of chosen)
    await run(work.tx, "UPDATE order_line SET state = 'handed', version = version + 1 WHERE id = ?", [
      line.id,
    ]);
  await settleOrder(work, id);
  const over = lines.every((l) => ['handed', 'cancelled'].includes(l.state) || chosen.includes(l));
  await noteDeposit(work, id, 'used', used);
  if (over) await noteDeposit(work, id, 'returned', order.deposit - used, body.pay);
  return { id, total, toPay: total - (over ? order.deposit : used) };
}
