import { inWords } from '@ember-slate/words/core';
import { remembered } from '../../platform/kept.ts';
import type { AnswerOf, contract, StockRow } from '@ember-slate/contract';
import { addDays } from '@ember-slate/core/calendar';
import { formName } from '@ember-slate/core/forms';
import { shortName } from '@ember-slate/core/species';
import { today, type Reader } from '../../platform/context.ts';
import { placeholders, row } from '../../platform/db.ts';
import { formsOf } from '../../platform/settings.ts';
import { lotsOnHand } from '../../shop/onHand.ts';
import { ordersWhere } from '../../shop/orders.ts';
import { unanswered } from '../../shop/places.ts';
import { stock } from '../../shop/stock.ts';
import { cutsOf, openTimers, ticketsWhere } from '../../shop/tickets.ts';
import { say } from './say.ts';

type Summary = AnswerOf<typeof contract.summary.stages>;

/** Counts that need no sums: one round trip. */
const countsSql = (lots: number) => `SELECT
  (SELECT COUNT(*) FROM delivery WHERE state = 'open') AS deliveries,
  (SELECT COUNT(*) FROM lot l WHERE l.grade_id IS NULL AND l.id IN (${placeholders(lots)})) AS ungraded,
  (SELECT COUNT(*) FROM lot l LEFT JOIN grade g ON g.id = l.grade_id
    WHERE (g.verdict = 'hold' OR (l.hold_reason IS NOT NULL AND COALESCE(g.verdict, '') <> 'reject')) AND l.id IN (${placeholders(lots)})) AS held,
  (SELECT COUNT(*) FROM customer_order WHERE state IN ('open', 'ready')) AS orders,
  (SELECT COUNT(*) FROM customer_order WHERE state = 'open' AND due_at < ?) AS lateOrders,
  (SELECT COUNT(*) FROM order_line l WHERE l.state IN ('open', 'planned') AND NOT EXISTS (SELECT 1 FROM ticket_cut t WHERE t.line_id = l.id)) AS unplanned,
  (SELECT COUNT(*) FROM ticket WHERE state IN ('waiting', 'cutting')) AS tickets,
  (SELECT COUNT(*) FROM (SELECT b.lot_id, SUM(b.grams) AS g, MAX(l.grams) AS whole FROM balance b JOIN lot l ON l.id = b.lot_id
    WHERE b.account = 'end:unaccounted' AND b.lot_id IN (${placeholders(lots)})
    GROUP BY b.lot_id HAVING ABS(g) > GREATEST(10, ROUND(whole * 0.015))) AS off) AS unbalanced`;

type Counts = Record<
  'deliveries' | 'ungraded' | 'held' | 'orders' | 'lateOrders' | 'unplanned' | 'tickets' | 'unbalanced',
  number
>;

/** Stock that ends soonest, one line a species and form. */
function endsOf(rows: readonly StockRow[], until: string): Summary['ends'] {
  const seen = new Set<string>();
  return rows
    .filter((r) => r.saleable && !r.blocked && r.sellBy !== null && r.sellBy <= until)
    .filter((r) => {
      const key = `${r.speciesName} ${r.itemName} ${r.sellBy}`;
      if (seen.has(key)) return false;
      seen.add(key);
      return true;
    })
    .slice(0, 8)
    .map((r) => ({
      on: r.sellBy!,
      title: `${shortName(r.speciesName)}, ${r.itemName}`,
      grams: r.grams,
      code: r.code,
    }));
}

/** What waits at each stage, and what comes next across the shop. */
export const stageSummary = remembered(async (work: Reader): Promise<Summary> => {
  const { tx, now } = work;
  const lying = await lotsOnHand(tx);
  const n = (await row<Counts>(tx, countsSql(lying.length), [...lying, ...lying, now, ...lying]))!;
  const soon = new Date(now.getTime() + 10 * 3_600_000);
  const orders = await ordersWhere(tx, "o.state IN ('open', 'ready') AND o.due_at < ?", [soon]);
  const tickets = await ticketsWhere(tx, "t.state IN ('waiting', 'cutting')");
  const cuts = await cutsOf(
    tx,
    tickets.map((t) => t.id),
  );
  const timers = await openTimers(tx);
  const late = tickets.filter((t) => t.dueAt < now).length;
  const rows = await stock(work);
  const trays = rows.filter((r) => r.saleable && r.grams > 0);
  const mustGo = trays.filter((r) =>
    r.sellBy === null ? r.daysLeft !== null : r.blocked === null && r.sellBy <= today(work),
  ).length;
  const due = [
    ...tickets.map((t) => {
      const mine = cuts.filter((c) => c.ticketId === t.id);
      const names = mine.map((c) => inWords(formName(formsOf(work.settings), c.form)));
      return {
        at: t.dueAt,
        title: say('ticket', { number: t.number }),
        detail: [
          shortName(t.speciesName).toLowerCase(),
          ...new Set(names),
          mine[0]?.customer ?? say('counter'),
        ].join(', '),
      };
    }),
    ...timers.map((t) => ({
      at: t.endsAt,
      title: t.name,
      detail: say('ticket_2', { speciesName: shortName(t.speciesName).toLowerCase(), number: t.number }),
    })),
    ...orders
      .filter((o) => !cuts.some((c) => c.orderId === o.id))
      .map((o) => ({
        at: o.dueAt,
        title:
          o.state === 'ready'
            ? say('collect_order', { number: o.number })
            : say('order', { number: o.number }),
        detail: o.customer,
      })),
  ].sort((a, b) => a.at.getTime() - b.at.getTime());
  return {
    stages: {
      landing: { count: n.deliveries, noun: say('open'), hot: null },
      grading: {
        count: n.ungraded,
        noun: say('lots', { n: n.ungraded }),
        hot: n.held > 0 ? say('held', { n: n.held }) : null,
      },
      orders: {
        count: n.orders,
        noun: say('open'),
        hot: n.lateOrders > 0 ? say('late', { n: n.lateOrders }) : null,
      },
      plan: { count: n.unplanned, noun: say('lines', { n: n.unplanned }), hot: null },
      bench: {
        count: n.tickets,
        noun: say('tickets', { n: n.tickets }),
        hot: late > 0 ? say('late', { n: late }) : null,
      },
      counter: {
        count: trays.length,
        noun: say('trays', { n: trays.length }),
        hot: mustGo > 0 ? say('must_go', { n: mustGo }) : null,
      },
      close: {
        count: n.unbalanced,
        noun: say('lots_off', { n: n.unbalanced }),
        hot: n.unbalanced > 0 ? say('lots_off', { n: n.unbalanced }) : null,
      },
    },
    alarms: await unanswered(work),
    due: due.slice(0, 12).map((d) => ({ ...d, at: d.at.toISOString(), hot: d.at < now })),
    ends: endsOf(rows, addDays(today(work), 4)),
  };
});
