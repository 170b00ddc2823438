import type { Work } from '../context.ts';
import { run } from '../db.ts';

/** An order is ready once every line still wanted is; with nothing left to give it is over. */
export async function settleOrder(work: Work, id: number): Promise<void> {
  await run(
    work.tx,
    `UPDATE customer_order o SET o.version = o.version + 1, o.handed_at = IF(
         NOT EXISTS (SELECT 1 FROM order_line l WHERE l.order_id = o.id AND l.state NOT IN ('handed', 'cancelled')), ?, o.handed_at),
       o.state = CASE
         WHEN NOT EXISTS (SELECT 1 FROM order_line l WHERE l.order_id = o.id AND l.state NOT IN ('handed', 'cancelled')) THEN 'handed'
         WHEN NOT EXISTS (SELECT 1 FROM order_line l WHERE l.order_id = o.id AND l.state NOT IN ('ready', 'handed', 'cancelled')) THEN 'ready'
         ELSE 'open' END
     WHERE o.id = ?`,
    [work.now, id],
  );
}
