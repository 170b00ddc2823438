import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { post } from '../../../platform/books/ledger.ts';
import { nextNumber } from '../../../platform/books/numbers.ts';
import { removeStock } from '../../../platform/books/stock.ts';
import type { Work } from '../../../platform/context.ts';
import { run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { lotsById } from '../../../shop/lots.ts';
import { whole } from '../queries/claims.ts';
import { freeWhole, lockLot } from './lots.ts';
import { say } from '../say.ts';

/** Sends part or all of a lot back, bins it, or keeps it for less money; the claim is kept with its words. */
export async function makeClaim(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.landing.claim>,
): Promise<AnswerOf<typeof contract.landing.claim>> {
  await lockLot(work, id);
  const there = await freeWhole(work, id);
  let movement: number | null = null;
  if (body.outcome === 'keep') {
    const [lot] = await lotsById(work.tx, [id]);
    if (body.grams > lot!.grams) throw fieldProblem('grams', say('the_lot_weighs_g', { grams: lot!.grams }));
  } else {
    if (body.pieces > there.free)
      throw fieldProblem('pieces', say('fish_of_it_are_free_in_the_cold', { free: there.free }));
    const back = body.outcome === 'return';
    const entries = await removeStock(work, whole(id), body, back ? 'outside:returned' : 'end:waste');
    movement = await post(
      work,
      back ? 'return' : 'discard',
      entries,
      back ? body.reason.slice(0, 200) : 'rejected',
    );
  }
  const number = await nextNumber(work.tx, 'claim');
  const made = await run(
    work.tx,
    `INSERT INTO claim (number, lot_id, outcome, grams, pieces, money, reason, wording, movement_id, made_by, made_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      number,
      id,
      body.outcome,
      body.grams,
      body.pieces,
      body.money,
      body.reason,
      body.wording,
      movement,
      work.actor.id,
      work.now,
    ],
  );
  return { id: made.insertId, number };
}

export async function settleClaim(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.landing.settle>,
): Promise<{ id: number }> {
  const done = await run(
    work.tx,
    'UPDATE claim SET settled_money = ?, settled_at = ? WHERE id = ? AND settled_at IS NULL',
    [body.money, work.now, id],
  );
  if (done.affectedRows === 0) throw problems.conflict(say('no_such_open_claim_it_may_be'));
  return { id };
}
