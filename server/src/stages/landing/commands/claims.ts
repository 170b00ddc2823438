import { massText } from '@ember-slate/core/units';
import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { keepCorrection } from '../../../platform/books/corrections.ts';
import { post, undo } from '../../../platform/books/ledger.ts';
import { nextNumber } from '../../../platform/books/numbers.ts';
import { removeStock } from '../../../platform/books/stock.ts';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { moneyText } from '../../../platform/money.ts';
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
  const claim = await lockClaim(work, id);
  if (claim.settled !== null)
    throw problems.conflict(say('claim_was_paid_already', { number: claim.number }));
  await run(work.tx, 'UPDATE claim SET settled_money = ?, settled_at = ? WHERE id = ?', [
    body.money,
    work.now,
    id,
  ]);
  return { id };
}

interface KeptClaim {
  number: number;
  lotId: number;
  grams: number;
  settled: number | null;
  movement: number | null;
}

/** The claim as it stands, nobody else writing on its lot meanwhile. Refused where there is none, or it was taken back. */
async function lockClaim(work: Work, id: number): Promise<KeptClaim> {
  const at = await row<{ lotId: number }>(work.tx, 'SELECT lot_id AS lotId FROM claim WHERE id = ?', [id]);
  if (!at) throw problems.notFound(say('no_such_claim'));
  await lockLot(work, at.lotId);
  const claim = await row<KeptClaim & { isVoid: number }>(
    work.tx,
    `SELECT number, lot_id AS lotId, grams, settled_money AS settled, movement_id AS movement, void_at IS NOT NULL AS isVoid
     FROM claim WHERE id = ? FOR UPDATE`,
    [id],
  );
  if (claim!.isVoid === 1) throw problems.conflict(say('claim_was_taken_back', { number: claim!.number }));
  return claim!;
}

/** Puts right what was paid for a claim, or that nothing was yet; costs of its lot follow. */
export async function putCreditRight(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.landing.putCreditRight>,
): Promise<{ id: number }> {
  const claim = await lockClaim(work, id);
  if (claim.settled !== body.was) throw problems.conflict(say('its_payment_was_changed_meanwhile'));
  if (body.money === body.was) throw problems.conflict(say('that_is_what_it_says'));
  await run(
    work.tx,
    'UPDATE claim SET settled_money = ?, settled_at = IF(? IS NULL, NULL, settled_at) WHERE id = ?',
    [body.money, body.money, id],
  );
  const words = (money: number | null) => (money === null ? say('not_paid_yet') : moneyText(work, money));
  await keepCorrection(work, 'claim', {
    id,
    name: say('claim', { number: claim.number }),
    changes: [{ what: say('paid'), was: words(body.was), now: words(body.money) }],
    reason: body.reason,
  });
  return { id };
}

/** Takes a claim back that was a mistake. Fish that left with it today lie where they lay; of another day they do not. */
export async function withdrawClaim(
  work: Work,
  id: number,
  { reason }: BodyOf<typeof contract.landing.withdrawClaim>,
): Promise<{ id: number }> {
  const claim = await lockClaim(work, id);
  if (claim.settled !== null) throw problems.conflict(say('it_was_paid_put_that_right_first'));
  if (claim.movement !== null && (await undo(work, claim.movement)) === null)
    throw problems.conflict(say('its_fish_left_on_another_day'));
  await run(work.tx, 'UPDATE claim SET void_at = ? WHERE id = ?', [work.now, id]);
  await keepCorrection(work, 'claim', {
    id,
    name: say('claim', { number: claim.number }),
    changes: [{ what: say('weight'), was: massText(claim.grams, work.units), now: say('is_taken_back') }],
    reason,
  });
  return { id };
}
