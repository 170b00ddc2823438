import { inWords } from '@ember-slate/words/core';
import { remembered } from '../platform/kept.ts';
import type { AnswerOf, BodyOf, contract, Shortfall } from '@ember-slate/contract';
import { type BenchJob, scheduleByDueDate } from '@ember-slate/core/benchtime';
import { type Packing, type WantedCut, workOf } from '@ember-slate/core/board';
import { dayMs, addDays } from '@ember-slate/core/calendar';
import {
  canPromise,
  ifGraded,
  type LotOffer,
  nearestOffers,
  offerFrom,
  proposePicks,
  type Stock,
  type Want,
  wantedGrams,
} from '@ember-slate/core/cutplan';
import { type Form, formRefusal } from '@ember-slate/core/forms';
import { anyWhite, fishToBuy, pickFree, toBuy, whiteFishFor, wholeFish } from '@ember-slate/core/orders';
import { arrivalFraction, shortName, type Species } from '@ember-slate/core/species';
import { massText } from '@ember-slate/core/units';
import { learnedYield, type TrimWish, type YieldSeen } from '@ember-slate/core/yields';
import { type Reader, today, type Work } from '../platform/context.ts';
import { rows } from '../platform/db.ts';
import { fieldProblem } from '../platform/problem.ts';
import { formsOf } from '../platform/settings.ts';
import { shopLots, wantOf } from './available.ts';
import { benchWork, orderPriority } from './benchWork.ts';
import { speciesById } from './species.ts';
import { say } from './say.ts';

export type LineBody = BodyOf<typeof contract.orders.take>['lines'][number];

/** A form this shop sells; one it does not is the caller's mistake. */
export function formFor(work: Reader, id: string, index: number): Form {
  const form = formsOf(work.settings).get(id);
  if (!form || form.off) throw fieldProblem(`lines.${index}.form`, say('not_a_form_of_this_shop'));
  return form;
}

/** When an order is due: not past, and within a year. Throws at its field. */
export function checkDue(work: Reader, dueAt: string): Date {
  const due = new Date(dueAt);
  if (due.getTime() < work.now.getTime() - 5 * 60_000)
    throw fieldProblem('dueAt', say('that_time_has_passed'));
  if (due.getTime() > work.now.getTime() + 366 * dayMs)
    throw fieldProblem('dueAt', say('more_than_a_year_ahead_check_the'));
  return due;
}

type Answer = AnswerOf<typeof contract.orders.promise>[number];

interface OpenLine {
  id: number;
  orderNumber: number;
  customer: string;
  dueAt: Date;
  speciesId: string;
  form: string;
  use: Want['use'];
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  options: string;
  thickMm: number | null;
  trimWish: TrimWish;
  packing: Packing;
}

/** Lines promised to customers for which no fish is set aside yet, by due time. */
const openLines = (work: Reader, exceptOrder: number | null) =>
  rows<OpenLine>(
    work.tx,
    `SELECT l.id, o.number AS orderNumber, c.name AS customer, o.due_at AS dueAt, l.species_id AS speciesId, l.form, l.intended_use AS \`use\`,
       l.pieces, l.piece_grams AS pieceGrams, l.total_grams AS totalGrams, l.options, l.thick_mm AS thickMm, l.trim_wish AS trimWish, l.packing
     FROM order_line l JOIN customer_order o ON o.id = l.order_id JOIN customer c ON c.id = o.customer_id
     WHERE l.state = 'open' AND l.let_go_by IS NULL AND o.state IN ('open', 'ready') AND NOT EXISTS (SELECT 1 FROM ticket_cut t WHERE t.line_id = l.id)
       AND o.id <> COALESCE(?, 0)
     ORDER BY o.due_at, l.id`,
    [exceptOrder],
  );

/** What lies free by species, and what is left of it once every open line has had its part. */
async function freeStock(work: Reader, book: Map<string, Species>, exceptOrder: number | null = null) {
  const own =
    exceptOrder === null
      ? []
      : await rows<{ id: number }>(work.tx, 'SELECT id FROM order_line WHERE order_id = ?', [exceptOrder]);
  const lots = await shopLots(
    work,
    book,
    own.map((l) => l.id),
  );
  const free = new Map<string, Stock>(
    [...book.values()].map((species) => [
      species.id,
      { species, lots: (lots.get(species.id) ?? []).map((l) => l.available) },
    ]),
  );
  const lines = (await openLines(work, exceptOrder)).filter((l) => formsOf(work.settings).has(l.form));
  const short = lines.map((line) => {
    const stock = free.get(line.speciesId)!;
    const want = wantOf(work, line, line.dueAt);
    const { missing, because, left } = pickFree(stock, want);
    free.set(line.speciesId, { ...stock, lots: left });
    return { line, missing, because };
  });
  return { free, short };
}

/** Weigh-outs of one form alone, over the last 60 days. */
const seenYields = (work: Reader, speciesId: string, condition: string, form: string) =>
  rows<YieldSeen>(
    work.tx,
    `SELECT fish, input_grams AS inputGrams, main_grams / input_grams + 0e0 AS yield FROM yield_point
     WHERE species_id = ? AND arrival_condition = ? AND form = ? AND closed_on >= ?`,
    [speciesId, condition, form, addDays(today(work), -60)],
  );

/** Ready weight the fish picked will give: expected, and the bounds 9 of 10 tickets keep. */
async function expects(
  work: Reader,
  species: Species,
  form: Form,
  picks: readonly { lotId: number; fish: number }[],
  offers: readonly LotOffer[],
): Promise<Answer['expects']> {
  if (picks.length === 0) return null;
  const sum = { fish: 0, low: 0, mean: 0, high: 0 };
  for (const pick of picks) {
    const offer = offers.find((o) => o.lot.lotId === pick.lotId)!;
    const so = learnedYield(offer.yield, await seenYields(work, species.id, offer.lot.condition, form.id));
    const grams = pick.fish * offer.fishGrams;
    sum.fish += pick.fish;
    for (const k of ['low', 'mean', 'high'] as const) sum[k] += so[k] * grams;
  }
  return sum;
}

/** Minutes from `now` until the bench has fish cut into a form, behind all it must cut before. */
function benchTime(work: Reader, bench: Awaited<ReturnType<typeof benchWork>>, queue: readonly BenchJob[]) {
  const hands = bench.hands.map(() => 0);
  const before = hands.length === 0 ? null : scheduleByDueDate([...bench.jobs, ...queue], hands);
  return (job: BenchJob) => {
    if (!before) return null;
    const so = scheduleByDueDate([...bench.jobs, ...queue, job], hands);
    const pushed = Object.keys(so.late).filter((id) => id !== job.id && before.late[id] === undefined).length;
    return { at: new Date(work.now.getTime() + so.done[job.id]! * 60_000), pushed };
  };
}

/** A line as work at the bench, with the fish it would take. */
function jobOf(
  work: Reader,
  id: string,
  species: Species,
  wanted: WantedCut,
  fish: number,
  dueAt: Date,
  raw: boolean,
): BenchJob {
  const { minutes } = workOf({
    species,
    condition: species.arrives,
    scaled: 'no',
    cuts: [wanted],
    fishGrams:
      Math.max(species.typicalG, wanted.form.lightestG ?? 0) * arrivalFraction(species, species.arrives),
    fish: Math.max(1, Math.ceil(fish)),
    month: null,
    shop: work.settings.methods,
  });
  return {
    id,
    due: (dueAt.getTime() - work.now.getTime()) / 60_000,
    work: [minutes],
    wait: 0,
    species: species.id,
    raw: raw || wanted.form.raw,
    priority: orderPriority,
    hand: null,
  };
}

const quarterHour = 15 * 60_000;

/**
 * Answers each line from what open orders and the lines before it leave: stock and its life, expected yield, the
 * bench's time; with what is nearest to one that cannot be promised.
 */
export async function promise(
  work: Reader & Pick<Work, 'units'>,
  body: BodyOf<typeof contract.orders.promise>,
): Promise<AnswerOf<typeof contract.orders.promise>> {
  const dueAt = checkDue(work, body.dueAt);
  const book = await speciesById(work.tx);
  const { free, short } = await freeStock(work, book, body.orderId);
  for (const [id, stock] of free) free.set(id, { ...stock, lots: wholeFish(stock.lots) });
  const forms = formsOf(work.settings);
  const bench = await benchWork(work);
  const queue = short.flatMap(({ line }) => {
    const species = book.get(line.speciesId)!;
    const form = forms.get(line.form);
    const fish = wantedGrams(line) / Math.max(1, species.typicalG * species.filletSkinless);
    return form && !formRefusal(species, null, form)
      ? [
          jobOf(
            work,
            `line ${line.id}`,
            species,
            { ...line, form, options: JSON.parse(line.options) as string[] },
            fish,
            line.dueAt,
            line.use === 'raw',
          ),
        ]
      : [];
  });
  const cutBy = benchTime(work, bench, queue);
  const answers: Answer[] = [];
  for (const [i, line] of body.lines.entries()) {
    const form = formFor(work, line.form, i);
    const want = wantOf(work, line, dueAt);
    const white = line.speciesId === anyWhite ? whiteFishFor([...free.values()], want) : null;
    const species = white?.species ?? book.get(line.speciesId);
    if (!species) throw fieldProblem(`lines.${i}.speciesId`, say('not_in_the_species_book'));
    const stock = free.get(species.id)!;
    const offers = stock.lots.map((l) => offerFrom(species, l, want));
    const { picks } = proposePicks(offers, want);
    const fish = picks.reduce((n, p) => n + p.fish, 0);
    const expected = await expects(work, species, form, picks, offers);
    const cut = cutBy(jobOf(work, 'asked', species, { ...line, form }, fish, dueAt, line.use === 'raw'));
    const said = answerOf(work, { line, form, species, stock, offers, want, expected, cut, dueAt });
    if (white) said.because = `${shortName(species.name)}: ${said.because}; ${inWords(white.because)}`;
    const near = said.answer === 'yes' ? [] : nearTo(work, free, stock, want, body.dueAt, book);
    if (cut && cut.at > dueAt && said.servable > 0)
      near.unshift({
        ...asLine(species, line),
        kind: 'later',
        dueAt: new Date(Math.ceil(cut.at.getTime() / quarterHour) * quarterHour).toISOString(),
      });
    const missing = (line.totalGrams ?? line.pieces!) - said.servable;
    answers.push({
      ...said,
      speciesId: species.id,
      speciesName: species.name,
      expects: expected,
      readyAt: cut && fish > 0 ? cut.at.toISOString() : null,
      nearest: near,
      toBuy:
        missing > 0 && said.answer !== 'if'
          ? fishToBuy([toBuy(species, form, { pieceGrams: line.pieceGrams, missing }, want.month)])
          : null,
    });
    free.set(species.id, { ...stock, lots: wholeFish(pickFree(stock, want).left) });
  }
  return answers;
}

const asLine = (species: Species, line: LineBody) => ({
  speciesId: species.id,
  speciesName: species.name,
  form: line.form,
  pieces: line.pieces,
  pieceGrams: line.pieceGrams,
  totalGrams: line.totalGrams,
});

function answerOf(
  work: Pick<Work, 'units'>,
  asked: {
    line: LineBody;
    form: Form;
    species: Species;
    stock: Stock;
    offers: readonly LotOffer[];
    want: Want;
    expected: Answer['expects'];
    cut: { at: Date; pushed: number } | null;
    dueAt: Date;
  },
): Pick<Answer, 'answer' | 'because' | 'servable'> {
  const { line, form, species, stock, offers, want, expected, cut, dueAt } = asked;
  const refused = formRefusal(species, null, form);
  if (refused) return { answer: 'no', because: inWords(refused), servable: 0 };
  const said = canPromise(offers, want);
  if (said.answer !== 'yes') {
    const hoped = ifGraded(stock, want);
    return hoped.length > 0
      ? {
          ...said,
          answer: 'if',
          because: say('if_turns_out_fit_not_graded_yet', { hoped: hoped.join(', ') }),
        }
      : inWords(said);
  }
  const doubts: string[] = [];
  if (cut && cut.at > dueAt) {
    const late = Math.ceil((cut.at.getTime() - dueAt.getTime()) / 60_000);
    doubts.push(say('the_bench_is_minutes_late_with_it', { late }));
  } else if (cut && cut.pushed > 0) doubts.push(say('others_would_be_late_for_it', { pushed: cut.pushed }));
  const least = (line.totalGrams ?? 0) * (1 - form.tolerance);
  if (expected && line.totalGrams !== null && expected.low < least)
    doubts.push(say('the_fish_give_in_a_bad_case', { low: massText(Math.round(expected.low), work.units) }));
  return doubts.length === 0
    ? inWords(said)
    : {
        ...said,
        answer: 'if',
        because: say('but', { because: inWords(said.because), doubts: doubts.join('; ') }),
      };
}

function nearTo(
  work: Reader,
  free: ReadonlyMap<string, Stock>,
  stock: Stock,
  want: Want,
  dueAt: string,
  book: ReadonlyMap<string, Species>,
): Answer['nearest'] {
  const others = [...free.values()].filter((s) => s.species.id !== stock.species.id && s.lots.length > 0);
  return nearestOffers(stock, others, [...formsOf(work.settings).values()], want).map(
    ({ dueInDays, ...n }) => ({
      ...n,
      speciesName: book.get(n.speciesId)!.name,
      dueAt:
        dueInDays === want.dueInDays ? dueAt : new Date(work.now.getTime() + dueInDays * dayMs).toISOString(),
    }),
  );
}

/** What open orders lack, as fish to buy, the soonest wanted first. */
export const buyingList = remembered(async (work: Reader): Promise<Shortfall[]> => {
  const book = await speciesById(work.tx);
  const { short } = await freeStock(work, book);
  const lacking = short.filter((s) => s.missing > 0);
  return inWords(
    [...new Set(lacking.map((s) => s.line.speciesId))].map((id) => {
      const species = book.get(id)!;
      const mine = lacking.filter((s) => s.line.speciesId === id);
      const bought = mine.map(({ line, missing }) => {
        const want = wantOf(work, line, line.dueAt);
        return toBuy(species, want.form, { pieceGrams: line.pieceGrams, missing }, want.month);
      });
      return {
        speciesId: id,
        speciesName: species.name,
        ...fishToBuy(bought),
        firstDue: mine[0]!.line.dueAt.toISOString(),
        for: mine.map(({ line, missing, because }) => ({
          orderNumber: line.orderNumber,
          customer: line.customer,
          dueAt: line.dueAt.toISOString(),
          form: line.form,
          missing,
          pieceGrams: line.pieceGrams,
          because,
        })),
      };
    }),
  );
});
