import type { Packing } from '@ember-slate/core/board';
import type { BodyOf, PlanLine, contract } from '@ember-slate/contract';
import { canPromise, offerFrom, proposePicks } from '@ember-slate/core/cutplan';
import type { FormId } from '@ember-slate/core/forms';
import type { Use } from '@ember-slate/core/freshness';
import type { Work } from '../platform/context.ts';
import { marks, row, rows, run } from '../platform/db.ts';
import { nextNumber } from '../platform/numbers.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { formsOf } from '../platform/settings.ts';
import { lockLots } from '../platform/stock.ts';
import { speciesById } from '../species/queries.ts';
import { shopLots, wantOf } from './available.ts';

interface StoredLine {
  id: number;
  version: number;
  orderId: number;
  orderNumber: number;
  customer: string;
  dueAt: Date;
  speciesId: string;
  form: FormId;
  use: Use;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  options: string;
  packing: Packing;
  state: 'open' | 'planned';
}

/** Lines without a ticket, by due time. */
const linesToPlan = (work: Work, where = 'TRUE', values: number[] = []) =>
  rows<StoredLine>(
    work.tx,
    `SELECT l.id, l.version, l.order_id AS orderId, o.number AS orderNumber, c.name AS customer, o.due_at AS dueAt,
       l.species_id AS speciesId, l.form, l.intended_use AS \`use\`, l.pieces, l.piece_grams AS pieceGrams, l.total_grams AS totalGrams, l.options, l.packing, l.state
     FROM order_line l JOIN customer_order o ON o.id = l.order_id JOIN customer c ON c.id = o.customer_id
     WHERE l.state IN ('open', 'planned') AND NOT EXISTS (SELECT 1 FROM ticket_cut t WHERE t.line_id = l.id) AND ${where} ORDER BY o.due_at, l.id`,
    values,
  );

export async function planLines(work: Work): Promise<PlanLine[]> {
  const book = await speciesById(work.tx);
  const lines = (await linesToPlan(work)).filter((l) => formsOf(work.settings).has(l.form));
  const lots = await shopLots(work, book);
  const picks = await rows<{ line_id: number; lot_id: number; fish: number }>(
    work.tx,
    `SELECT line_id, lot_id, fish FROM pick WHERE line_id IN (${marks(lines.length)}) ORDER BY lot_id`,
    lines.map((l) => l.id),
  );
  return lines.map((line) => {
    const species = book.get(line.speciesId)!;
    const want = wantOf(work, line, line.dueAt);
    const mine = picks.filter((p) => p.line_id === line.id);
    const offers = (lots.get(line.speciesId) ?? []).map(({ available, inRoom, lot }) => {
      // Its own fish are free to itself, so that the choice can be changed.
      const own = mine.find((p) => p.lot_id === available.lotId)?.fish ?? 0;
      const freePieces = Math.min(inRoom.pieces, available.freePieces + own);
      const free = {
        ...available,
        freePieces,
        freeGrams: inRoom.pieces === 0 ? 0 : (inRoom.grams * freePieces) / inRoom.pieces,
      };
      return { offer: offerFrom(species, free, want), landedOn: lot.landedOn };
    });
    const all = offers.map((o) => o.offer);
    return {
      ...line,
      options: JSON.parse(line.options) as string[],
      dueAt: line.dueAt.toISOString(),
      speciesName: species.name,
      picks: mine.map((p) => ({ lotId: p.lot_id, fish: p.fish })),
      proposal: proposePicks(all, want).picks,
      promise: canPromise(all, want),
      offers: offers
        .sort(
          (a, b) =>
            Number(a.offer.refusal !== null) - Number(b.offer.refusal !== null) ||
            a.offer.daysLeftCut - b.offer.daysLeftCut,
        )
        .map(({ offer: { lot, fishNeeded: _needed, ...o }, landedOn }) => ({
          ...o,
          lotId: lot.lotId,
          code: lot.code,
          condition: lot.condition,
          farmed: lot.farmed,
          roe: lot.roe,
          verdict: lot.verdict,
          landedOn,
        })),
    };
  });
}

async function lockLine(work: Work, id: number, version: number): Promise<StoredLine> {
  await row(work.tx, 'SELECT id FROM order_line WHERE id = ? FOR UPDATE', [id]);
  const [line] = await linesToPlan(work, 'l.id = ?', [id]);
  if (!line) throw problems.conflict('This line is at the bench or gone already');
  if (line.version !== version)
    throw problems.stale('Someone planned this line meanwhile: look at it again', {
      version: line.version,
      picks: await rows<{ lotId: number; fish: number }>(
        work.tx,
        'SELECT lot_id AS lotId, fish FROM pick WHERE line_id = ? ORDER BY lot_id',
        [id],
      ),
    });
  return line;
}

/** Promises fish to a line. Lots are locked, so the same fish is never promised twice. */
export async function choosePicks(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.plan.choose>,
): Promise<{ id: number }> {
  await lockLots(
    work.tx,
    body.picks.map((p) => p.lotId),
  );
  const line = await lockLine(work, id, body.version);
  const book = await speciesById(work.tx);
  const species = book.get(line.speciesId)!;
  const lots = (await shopLots(work, book, [id])).get(line.speciesId) ?? [];
  const want = wantOf(work, line, line.dueAt);
  if (new Set(body.picks.map((p) => p.lotId)).size !== body.picks.length)
    throw fieldProblem('picks', 'One choice a lot, please');
  for (const [i, pick] of body.picks.entries()) {
    const lot = lots.find((l) => l.lot.id === pick.lotId);
    if (!lot) throw fieldProblem(`picks.${i}.lotId`, `No ${species.name} of that lot in the cold room`);
    const offer = offerFrom(species, lot.available, want);
    if (offer.refusal) throw fieldProblem(`picks.${i}.lotId`, `${lot.lot.code}: ${offer.refusal}`);
    if (pick.fish > offer.fishFree)
      throw fieldProblem(
        `picks.${i}.fish`,
        `${lot.lot.code} has ${offer.fishFree} fish that are not promised`,
      );
  }
  await run(work.tx, 'DELETE FROM pick WHERE line_id = ?', [id]);
  for (const pick of body.picks)
    await run(work.tx, 'INSERT INTO pick (line_id, lot_id, fish) VALUES (?, ?, ?)', [
      id,
      pick.lotId,
      pick.fish,
    ]);
  await run(work.tx, 'UPDATE order_line SET state = ?, version = version + 1 WHERE id = ?', [
    body.picks.length > 0 ? 'planned' : 'open',
    id,
  ]);
  return { id };
}

/** Makes the ticket of a planned line; its fish stay promised until they come to the bench. */
export async function sendToBench(
  work: Work,
  id: number,
  version: number,
): Promise<{ id: number; number: number }> {
  const line = await lockLine(work, id, version);
  if (line.state !== 'planned') throw problems.conflict('Choose its fish first');
  const number = await nextNumber(work.tx, 'ticket');
  const made = await run(work.tx, 'INSERT INTO ticket (number, species_id, due_at) VALUES (?, ?, ?)', [
    number,
    line.speciesId,
    line.dueAt,
  ]);
  await run(
    work.tx,
    `INSERT INTO ticket_cut (ticket_id, line_id, form, pieces, piece_grams, total_grams, options)
     SELECT ?, id, form, pieces, piece_grams, total_grams, options FROM order_line WHERE id = ?`,
    [made.insertId, id],
  );
  await run(
    work.tx,
    'INSERT INTO ticket_input (ticket_id, lot_id, pieces) SELECT ?, lot_id, fish FROM pick WHERE line_id = ?',
    [made.insertId, id],
  );
  await run(work.tx, 'UPDATE order_line SET version = version + 1 WHERE id = ?', [id]);
  return { id: made.insertId, number };
}
