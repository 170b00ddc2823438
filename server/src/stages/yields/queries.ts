import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, contract, QueryOf, YieldOf, YieldRow } from '@ember-slate/contract';
import { expectedCut, questions } from '@ember-slate/core/board';
import { addDays, mondayOf, monthName } from '@ember-slate/core/calendar';
import { formName } from '@ember-slate/core/forms';
import { type ArrivalCondition, arrivalFraction, type Species } from '@ember-slate/core/species';
import { controlChart, costOfLost, cutterEffects, learnedYield, signalWords } from '@ember-slate/core/yields';
import { group } from 'd3-array';
import { today, type Reader, type Work } from '../../platform/context.ts';
import { placeholders, rows } from '../../platform/db.ts';
import { problems } from '../../platform/problem.ts';
import { formsOf } from '../../platform/settings.ts';
import { speciesById } from '../../shop/species.ts';
import { say } from './say.ts';

/** Tickets the book looks back over (days), the chart shows, and weeks of money lost it counts. */
const bookDays = 365;
const chartTickets = 40;
const lostDays = 28;

interface Point {
  ticketId: number;
  day: string;
  speciesId: string;
  condition: ArrivalCondition;
  form: string;
  ribs: string;
  pinBones: string;
  supplierId: number;
  cutterId: number;
  fish: number;
  inputGrams: number;
  mainGrams: number;
  expected: number;
  paidPerKg: number;
}

const pointsWhere = (work: Reader, where: string, values: (string | number)[]) =>
  rows<Point>(
    work.tx,
    `SELECT y.ticket_id AS ticketId, y.closed_on AS day, y.species_id AS speciesId, y.arrival_condition AS \`condition\`, y.form,
       y.ribs, y.pin_bones AS pinBones, y.supplier_id AS supplierId, y.cutter_id AS cutterId, y.fish, y.input_grams AS inputGrams,
       y.main_grams AS mainGrams, y.expected, y.paid_per_kg AS paidPerKg
     FROM yield_point y WHERE ${where} ORDER BY y.closed_on, y.ticket_id`,
    values,
  );

/** What each of these is called. */
const named = async (work: Reader, sql: string, values: number[] = []) =>
  new Map((await rows<{ id: number; name: string }>(work.tx, sql, values)).map((r) => [r.id, r.name]));

const reached = (p: Point) => p.mainGrams / p.inputGrams;
const seen = (p: Point) => ({ fish: p.fish, inputGrams: p.inputGrams, yield: reached(p) });

/** Money lost against what was expected, minor units; gains negative. */
const lostOf = (p: Point): number =>
  p.mainGrams === 0 ? 0 : costOfLost(p.expected - reached(p), p.inputGrams, p.paidPerKg / reached(p));

/** Costs are for managers: others see points, not money. */
const money = (work: Pick<Work, 'actor'>, minor: number) => (work.actor.role === 'manager' ? minor : null);

/** What the book expects of a usual fish of this species this month; of a form no book knows, what its tickets did. */
function priorOf(
  work: Reader,
  species: Species,
  condition: ArrivalCondition,
  form: string,
  points: readonly Point[],
): number {
  const grams = species.typicalG * arrivalFraction(species, condition);
  const month = Number(today(work).slice(5, 7));
  const known = formsOf(work.settings).get(form);
  return known
    ? expectedCut({ species, condition, form: known, fishGrams: grams, month, shop: work.settings.methods })
        .yield
    : (points[0]?.expected ?? 0);
}

export async function yieldBook(work: Reader & Pick<Work, 'actor'>): Promise<YieldRow[]> {
  const book = await speciesById(work.tx);
  const points = await pointsWhere(work, 'y.closed_on >= ?', [addDays(today(work), -bookDays)]);
  const recent = addDays(today(work), -lostDays);
  const found = [...group(points, (p) => `${p.speciesId} ${p.condition} ${p.form}`).values()].map(
    (own): YieldRow => {
      const { speciesId, condition, form } = own[0]!;
      const species = book.get(speciesId)!;
      const expected = priorOf(work, species, condition, form, own);
      const shown = own.slice(-chartTickets);
      const signals = controlChart(shown.map(reached))?.signals ?? [];
      // What happened within the last ten tickets still asks for a look.
      const fresh = signals.filter((s) => s.at >= shown.length - 10).at(-1);
      return {
        speciesId,
        condition,
        form,
        speciesName: species.name,
        formName: inWords(formName(formsOf(work.settings), form)),
        tickets: own.length,
        expected,
        learned: learnedYield(expected, own.map(seen)),
        last: reached(own.at(-1)!),
        lost: money(
          work,
          own.filter((p) => p.day >= recent).reduce((s, p) => s + lostOf(p), 0),
        ),
        signal: inWords(fresh ? signalWords(fresh) : null),
      };
    },
  );
  return found.sort((a, b) => (b.lost ?? 0) - (a.lost ?? 0) || b.tickets - a.tickets);
}

/** Tickets that share something, as one yield: grams out over grams in. */
function parts(points: readonly Point[], nameOf: (p: Point) => string | null): YieldOf['by']['method'] {
  return [...group(points, nameOf)].flatMap(([name, own]) =>
    name === null
      ? []
      : [
          {
            name,
            tickets: own.length,
            inputGrams: own.reduce((s, p) => s + p.inputGrams, 0),
            yield: own.reduce((s, p) => s + p.mainGrams, 0) / own.reduce((s, p) => s + p.inputGrams, 0),
          },
        ],
  );
}

const methodName = (question: 'ribs' | 'pin_bones', id: string) =>
  questions.find((q) => q.id === question)!.methods.find((s) => s.id === id)?.name ?? id;

/** A fish against the usual one of its kind. */
function sizeOf(species: Species, p: Point): string {
  const usual = species.typicalG * arrivalFraction(species, p.condition);
  const share = p.inputGrams / p.fish / usual;
  return share < 0.75 ? 'small' : share > 1.35 ? 'large' : 'usual';
}

export async function yieldOf(
  work: Reader & Pick<Work, 'actor'>,
  asked: QueryOf<typeof contract.yields.one>,
): Promise<YieldOf> {
  const book = await speciesById(work.tx);
  const species = book.get(asked.speciesId);
  if (!species || !formsOf(work.settings).has(asked.form)) throw problems.notFound(say('no_such_yield'));
  const { condition, form } = asked;
  const from = asked.from ?? addDays(today(work), -bookDays);
  const points = await pointsWhere(
    work,
    'y.species_id = ? AND y.arrival_condition = ? AND y.form = ? AND y.closed_on >= ?',
    [species.id, condition, form, from],
  );
  const expected = priorOf(work, species, condition, form, points);
  const shown = points.slice(-chartTickets);
  const numbers = await named(
    work,
    `SELECT id, number AS name FROM ticket WHERE id IN (${placeholders(shown.length)})`,
    shown.map((p) => p.ticketId),
  );
  const suppliers = await named(work, 'SELECT id, name FROM supplier');
  const chart = controlChart(shown.map(reached));
  const year = today(work).slice(0, 4);
  return {
    speciesId: species.id,
    condition,
    form,
    speciesName: species.name,
    formName: inWords(formName(formsOf(work.settings), form)),
    expected,
    learned: learnedYield(expected, points.map(seen)),
    spent:
      species.spawningMonths && species.spentFactor
        ? { months: monthsOf(species.spawningMonths), factor: species.spentFactor }
        : null,
    chart: chart && { mean: chart.mean, low: chart.low, high: chart.high },
    signals: inWords(
      (chart?.signals ?? []).map((s) => ({
        kind: s.kind,
        direction: s.direction,
        ticketIds: shown.slice(s.from, s.at + 1).map((p) => p.ticketId),
        words: signalWords(s),
      })),
    ),
    points: shown.map((p) => ({
      ticketId: p.ticketId,
      number: Number(numbers.get(p.ticketId)),
      day: p.day,
      yield: reached(p),
      expected: p.expected,
      inputGrams: p.inputGrams,
      fish: p.fish,
      supplier: suppliers.get(p.supplierId)!,
      lost: money(work, lostOf(p)),
    })),
    by: {
      method: parts(points, (p) =>
        p.ribs === ''
          ? null
          : `${inWords(methodName('ribs', p.ribs))}; ${inWords(methodName('pin_bones', p.pinBones))}`,
      ),
      supplier: parts(points, (p) => suppliers.get(p.supplierId)!),
      month: parts(points, (p) => p.day.slice(5, 7))
        .sort((a, b) => a.name.localeCompare(b.name))
        .map((m) => ({ ...m, name: monthName(Number(m.name)) })),
      size: parts(points, (p) => sizeOf(species, p)),
      year: parts(points, (p) => (p.day.slice(0, 4) === year ? say('this_year') : p.day.slice(0, 4))),
    },
    weeks: [...group(points, (p) => mondayOf(p.day))].slice(-12).map(([week, own]) => ({
      from: week,
      lost: money(
        work,
        own.reduce((s, p) => s + lostOf(p), 0),
      ),
      tickets: own.length,
    })),
  };
}

/** Months of "11-02" or "5". */
function monthsOf(text: string): number[] {
  const [from, to = from] = text.split('-').map(Number) as [number, number?];
  const months = [from];
  for (let m = from; m !== to && months.length < 12;) months.push((m = (m % 12) + 1));
  return months;
}

/** Cutters against the mean of the same forms, half a year back; a cutter sees only their own. */
export async function cutters(
  work: Reader & Pick<Work, 'actor'>,
): Promise<AnswerOf<typeof contract.yields.cutters>> {
  const points = await pointsWhere(work, 'y.closed_on >= ?', [addDays(today(work), -183)]);
  const effects = cutterEffects(
    points.map((p) => ({
      cutterId: p.cutterId,
      group: `${p.speciesId} ${p.condition} ${p.form}`,
      yield: reached(p),
    })),
  ).filter((e) => work.actor.role === 'manager' || e.cutterId === work.actor.id);
  const names = await named(
    work,
    `SELECT id, name FROM staff WHERE id IN (${placeholders(effects.length)})`,
    effects.map((e) => e.cutterId),
  );
  return effects.map((e) => ({ ...e, name: names.get(e.cutterId)! }));
}
