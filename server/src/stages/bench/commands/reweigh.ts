import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import { formOf } from '@ember-slate/core/forms';
import { itemName, reverse, summed } from '@ember-slate/core/ledger';
import { massText } from '@ember-slate/core/units';
import { massBalance } from '@ember-slate/core/yields';
import { type Correction, keepCorrection } from '../../../platform/books/corrections.ts';
import { refuseClosed } from '../../../platform/books/days.ts';
import { post } from '../../../platform/books/ledger.ts';
import { lockLots } from '../../../platform/books/stock.ts';
import { today, type Work } from '../../../platform/context.ts';
import { run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { cutsOf, inputsOf, type WeighOutRow, weighOutsOf } from '../../../shop/tickets.ts';
import { weightsOf } from '../queries/tickets.ts';
import { cutOf, itemOf, lockOrders, mustLieThere, notYet, putWeight, strike } from './cutting.ts';
import { lockTicket } from './lock.ts';
import { reckon } from './recut.ts';
import { say } from '../say.ts';

/** A weight as it stands on a ticket, with its pieces where they are counted. */
const weightText = (work: Work, w: Pick<WeighOutRow, 'grams' | 'pieces'> | null): string =>
  w === null
    ? say('not_weighed')
    : w.pieces > 0
      ? say('pieces_of_grams', { pieces: w.pieces, grams: massText(w.grams, work.units) })
      : massText(w.grams, work.units);

/**
 * Puts a weight of a closed ticket right while its day is open: one that was wrong is struck, one that is right or was left
 * out is written down; stock, losses and yield follow by the difference. Refused where what it takes back was sold or used.
 */
export async function putWeightRight(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.putRight>,
): Promise<{ id: number }> {
  await lockOrders(work, id);
  const inputs = await inputsOf(work.tx, [id]);
  await lockLots(
    work.tx,
    inputs.map((i) => i.lotId),
  );
  const ticket = await lockTicket(work, id, ['closed'], body.version);
  if (ticket.inputGrams === null) throw problems.conflict(say('that_ticket_was_given_up_its_fish'));
  if (ticket.closedOn !== today(work)) throw problems.conflict(say('it_was_closed_on_another_day_count'));
  await refuseClosed(work, today(work), say('open_it_again_to_weigh_in_it'));
  const cuts = await cutsOf(work.tx, [id]);
  const before = await weighOutsOf(work.tx, id);
  const wrong = before.find((w) => w.id === body.strike) ?? null;
  if (body.strike !== null) await strike(work, id, body.strike);
  if (body.weight) {
    const item = itemOf(cuts, body.weight);
    if ((body.weight.kind === 'order' || body.weight.kind === 'counter') && body.weight.pieces === 0)
      throw fieldProblem('weight.pieces', say('say_how_many_pieces_lie_on_the_pan'));
    await putWeight(work, id, item, body.weight);
  }
  const after = await weighOutsOf(work.tx, id);
  const balance = massBalance(weightsOf(inputs, after));
  if (balance.unaccounted < -balance.allowed)
    throw fieldProblem(
      'weight.grams',
      say('more_would_come_out_than_went_in', { unaccounted: massText(-balance.unaccounted, work.units) }),
    );
  const forms = cuts.map((c) => formOf(formsOf(work.settings), c.form));
  const why = notYet(forms, cuts, after, true);
  if (why) throw problems.conflict(why);
  const moved = summed([...reverse(cutOf(id, inputs, before)), ...cutOf(id, inputs, after)]);
  await mustLieThere(work, inputs, moved);
  if (moved.length > 0)
    await post(
      work,
      'cut',
      moved,
      say('weight_of_ticket_put_right', { number: ticket.number, reason: body.reason }).slice(0, 200),
    );
  await run(work.tx, 'UPDATE ticket SET version = version + 1 WHERE id = ?', [id]);
  await reckon(work, ticket);
  const of = wrong ?? after.at(-1)!;
  const change: Correction = {
    what:
      of.kind === 'drip' || of.kind === 'water'
        ? say(of.kind === 'drip' ? 'drip_lost' : 'water_taken_up')
        : inWords(
            itemName(
              of.kind === 'trim' || of.kind === 'waste' ? `trim:${of.item}` : of.item,
              inputs[0]!.arrival,
              formsOf(work.settings),
            ),
          ),
    was: weightText(work, wrong),
    now: weightText(work, body.weight),
  };
  await keepCorrection(work, 'ticket', {
    id,
    name: say('ticket', { number: ticket.number }),
    changes: [change],
    reason: body.reason,
  });
  return { id };
}
