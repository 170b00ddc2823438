import type { AnswerOf, contract } from '@ember-slate/contract';
import { row, rows } from '../../../platform/db.ts';
import type { Reader } from '../../../platform/context.ts';
import { problems } from '../../../platform/problem.ts';
import { say } from '../say.ts';

/** What has been made of a lot since it was landed; who puts it right is told first. */
export async function lotUses(work: Reader, id: number): Promise<AnswerOf<typeof contract.landing.lotUses>> {
  const found = await row<{
    graded: number;
    closed: number;
    moved: number;
    labels: number;
    soldGrams: number;
    promised: number;
  }>(
    work.tx,
    `SELECT l.grade_id IS NOT NULL AS graded, d.state = 'closed' AS closed,
       EXISTS (SELECT 1 FROM entry e JOIN movement m ON m.id = e.movement_id WHERE e.lot_id = l.id AND m.kind NOT IN ('land', 'correct')) AS moved,
       (SELECT COUNT(DISTINCT b.id) FROM label b JOIN weigh_out w ON w.id = b.weigh_out_id JOIN ticket_input i ON i.ticket_id = w.ticket_id
         WHERE i.lot_id = l.id AND b.void_at IS NULL) AS labels,
       (SELECT CAST(COALESCE(SUM(x.grams), 0) AS SIGNED) FROM sale_line x WHERE x.lot_id = l.id AND x.way <> 'voided') AS soldGrams,
       (SELECT COUNT(*) FROM pick k WHERE k.lot_id = l.id) AS promised
     FROM lot l JOIN delivery d ON d.id = l.delivery_id WHERE l.id = ?`,
    [id],
  );
  if (!found) throw problems.notFound(say('no_such_lot'));
  const tickets = await rows<{ number: number; closed: number }>(
    work.tx,
    `SELECT DISTINCT t.number, t.state = 'closed' AS closed FROM ticket_input i JOIN ticket t ON t.id = i.ticket_id
     WHERE i.lot_id = ? ORDER BY t.number`,
    [id],
  );
  return {
    graded: found.graded === 1,
    tickets: tickets.map((t) => ({ number: t.number, closed: t.closed === 1 })),
    labels: found.labels,
    soldGrams: found.soldGrams,
    promised: found.promised,
    needsReason:
      found.graded === 1 ||
      found.closed === 1 ||
      found.moved === 1 ||
      found.promised > 0 ||
      tickets.length > 0,
  };
}
