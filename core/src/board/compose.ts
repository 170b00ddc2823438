import { got, nth } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import { said } from './say.ts';
import type { Act } from './act.ts';
import { bodyOf, steakGrams } from '../body/index.ts';
import { filletsPerFish, isBoned, isPiece, isSkinned } from '../species/index.ts';
import type { TrimId } from '../yields/trims.ts';
import { goalOf } from './goal.ts';
import type { Job } from './job.ts';
import { askedOf, layOut, type Quarter } from './layout.ts';
import { questionOf, questions, resolveMethods, type Methods, type QuestionId } from './methods.ts';
import { kindOf, parts, partsOf, type Part } from './parts.ts';
import { rules } from './acts/index.ts';
import { type ActRule } from './acts/rule.ts';
import { Board, emptyParts, type Cut, type FishState, type PieceState } from './state.ts';
import { type ActWords } from './words/entry.ts';
import { wordsOf } from './words/index.ts';
import { toolNames } from './words/tools.ts';

/** What one cut of the ticket comes to, grams of one fish. */
export interface Output {
  grams: number;
  /** Of it what was asked for; the rest goes to the counter in the same form. */
  asked: number;
  /** Stretch along the fish, shares of standard length; null where it takes no stretch of its own. */
  from: number | null;
  to: number | null;
  quarters: readonly Quarter[];
  /** Each part it is made of, grams. */
  parts: Partial<Record<Part, number>>;
  state: PieceState;
}

/** The work on one ticket: acts in their order, and all that follows from them. */
export interface Work {
  acts: readonly Act[];
  methods: Methods;
  outputs: readonly Output[];
  /** Grams of one fish by tub, and what is lost as water, blood and scales. */
  tubs: Partial<Record<TrimId, number>>;
  water: number;
  /** Minutes for the whole ticket. */
  minutes: number;
  fish: FishState;
  /** The board after the last act: for those who prove what it came to. */
  board: Board;
}

const sum = (ns: readonly number[]) => ns.reduce((a, b) => a + b, 0);

/** Cuts with their goals: what the methods are judged by. */
export const goalsOf = (job: Pick<Job, 'species' | 'cuts'>) =>
  job.cuts.map((c) => ({ ...c, goal: goalOf(c.form, c.options, kindOf(job.species)) }));

function start(job: Job): Board {
  const wanted = goalsOf(job);
  const methods = resolveMethods({ ...job, cuts: wanted }, job);
  const share = (id: string) =>
    wanted.find((c) => (c.form.like ?? c.form.id) === id)?.form.yield.share ?? null;
  const season = job.month === null ? { ...job.species, spawningMonths: null } : job.species;
  const fractions = partsOf(season, job.condition, job.fishGrams, job.month ?? 1, {
    roe: job.roe ?? 'unknown',
    roeOrdered: share('roe'),
    liverOrdered: share('livers'),
  });
  const fish = emptyParts();
  for (const p of parts) fish[p] = fractions[p] * job.fishGrams;
  const behind = sum(
    (['flesh', 'skin', 'dark', 'silver', 'frame', 'ribs', 'scrape', 'belly', 'skirts'] as const).map(
      (p) => fish[p],
    ),
  );
  const layout = layOut(job, wanted, behind);
  const firm = !isSkinned(job.condition);
  const cuts = wanted.map((c, index): Cut => ({
    ...c,
    index,
    place: nth(layout.cuts, index),
    mass: emptyParts(),
    state: {
      off: false,
      skin: firm,
      silver: true,
      skirts: true,
      scales: true,
      pins: isBoned(job.condition) ? 'out' : 'in',
      ribs: true,
      belly: 'on',
      shaved: false,
      scored: false,
      slashed: false,
      halved: false,
      endsOff: false,
      bound: 'no',
      paired: false,
      stuffed: false,
      herbs: false,
      shaped: false,
    },
  }));
  return new Board(job, methods, cuts, fish, layout);
}

const of = <T>(value: T | ((b: Board, cuts: readonly Cut[]) => T), b: Board, cuts: readonly Cut[]): T =>
  typeof value === 'function' ? (value as (b: Board, cuts: readonly Cut[]) => T)(b, cuts) : value;

function timesOf(b: Board, rule: ActRule, cuts: readonly Cut[]): number {
  const { fish } = b.job;
  if (rule.per === 'ticket') return 1;
  if (rule.per === 'fillet') return fish * b.fillets;
  if (rule.per !== 'piece') return fish;
  return sum(
    (cuts.length > 0 ? cuts : b.cuts).map(
      (c) => c.pieces ?? (c.form.count === 'fillet' ? fish * b.fillets : fish),
    ),
  );
}

/**
 * The work on a ticket: the acts its forms, options and methods need, in order, and the grams and minutes that follow
 * (common practice; minutes and shares our choice). Throws RangeError for a ticket without a form, and for a fish of
 * no weight.
 */
export function workOf(job: Job, each?: (act: Act, b: Board, cuts: readonly Cut[]) => void): Work {
  if (job.cuts.length === 0) throw new RangeError('A ticket cuts at least one form');
  if (!(job.fishGrams > 0)) throw new RangeError('A fish weighs more than nothing');
  const b = start(job);
  const acts: Act[] = [];
  for (const rule of rules) {
    const found = rule.of(b);
    const cuts = Array.isArray(found) ? (found as readonly Cut[]) : [];
    if (found === false || (Array.isArray(found) && found.length === 0)) continue;
    // Minutes are those of a fish: a piece takes its share of them.
    const share = b.piece && rule.per === undefined ? 1 / filletsPerFish(job.species) : 1;
    const own = of(rule.minutes, b, cuts)[b.size] * share;
    const more = sum((rule.by ?? []).map((q) => extra(b, q))) * share;
    const act: Act = {
      id: rule.id,
      cuts: cuts.map((c) => c.index),
      taken: [],
      minutes: Math.max(0, own + more),
      times: timesOf(b, rule, cuts),
      tools: of(rule.tools, b, cuts),
      knife: rule.knife ?? false,
      lies: of(rule.lies, b, cuts),
      draws: of(rule.draws ?? null, b, cuts),
      view: of(rule.view ?? null, b, cuts),
      timer: rule.timer ?? null,
      before: b.asItLies(),
    };
    // Words are said of the board as the cutter finds it.
    each?.(act, b, cuts);
    rule.does?.(b, cuts);
    act.taken = b.taken();
    acts.push(act);
  }
  finish(b);
  const { fishGrams } = job;
  const slab = (mm: number) => {
    const body = isPiece(job.condition) ? null : bodyOf(job.species, job.condition, fishGrams);
    return body ? steakGrams(body, body.mm(body.profile.vent), mm) : 0;
  };
  const outputs = b.cuts.map((c): Output => {
    const grams = sum(parts.map((p) => c.mass[p]));
    const asked = askedOf(c, job, slab);
    return {
      grams,
      asked: asked === 0 ? grams : Math.min(grams, asked),
      from: c.place.from,
      to: c.place.to,
      quarters: c.place.quarters,
      parts: Object.fromEntries(parts.filter((p) => c.mass[p] > 1e-9).map((p) => [p, c.mass[p]])),
      state: c.state,
    };
  });
  const tubs = Object.fromEntries(
    [...b.tubs.keys()].map((t) => [t, b.grams(t)] as const).filter(([, g]) => g > 1e-6),
  );
  return {
    acts,
    methods: b.methods,
    outputs,
    tubs,
    water: b.water,
    minutes: sum(acts.map((a) => a.minutes * a.times)),
    fish: b.state,
    board: b,
  };
}

/** Minutes of the method chosen, where they are spent; skinning first costs its wipe only when it is done. */
const extra = (b: Board, q: QuestionId): number => b.chosen(q).minutes[b.size];

/** What is still in one piece when all is done: the whole form's, and what was lost as water off an opened fish. */
function finish(b: Board): void {
  const whole = b.mains.filter((c) => !c.state.off);
  if (b.state.open || b.mains.length === 0) {
    b.water += b.fish.water;
    b.fish.water = 0;
  }
  b.divide(whole, parts, (c) => c.place.offBone);
  for (const c of whole)
    Object.assign(c.state, {
      off: true,
      skin: b.state.skin,
      silver: b.state.silver,
      skirts: b.state.skirts,
      scales: b.state.scales,
    });
}

const onceOnly = new Set(rules.filter((r) => r.per === 'ticket').map((r) => r.id));

/** An act as it is said at the bench. */
export interface Step extends Act, ActWords {
  tool: Said;
  once: boolean;
  /** Tubs it fills. */
  trims: readonly string[];
}

export interface Composition extends Omit<Work, 'acts' | 'board'> {
  steps: readonly Step[];
  /** Tools to lay out before the first cut. */
  tools: readonly Said[];
}

/** The work of a ticket in words: what the bench shows, step by step. */
export function compose(job: Job): Composition {
  const { board: _board, ...rest } = composed(job);
  return rest;
}

/** `compose`, with the board as it lies at the end. */
export function composed(job: Job): Composition & Pick<Work, 'board'> {
  const words = new Map<string, ActWords>();
  const { acts, ...rest } = workOf(job, (act, b, cuts) => words.set(act.id, wordsOf(act, b, cuts)));
  const steps = acts.map((a): Step => {
    const w = got(words, a.id);
    return {
      title: w.title,
      short: w.short,
      why: w.why,
      begin: w.begin,
      way: w.way,
      hand: w.hand,
      how: w.how,
      check: w.check,
      cautions: w.cautions,
      id: a.id,
      cuts: a.cuts,
      taken: a.taken,
      minutes: a.minutes,
      times: a.times,
      tools: a.tools,
      knife: a.knife,
      lies: a.lies,
      draws: a.draws,
      view: a.view,
      timer: a.timer,
      before: a.before,
      tool: said('tools', { tools: a.tools.map((t) => toolNames[t]) }),
      once: onceOnly.has(a.id),
      trims: a.taken.filter((t) => t.tub !== 'water' && t.grams > 0).map((t) => t.tub),
    };
  });
  const tools = [...new Set(acts.filter((a) => a.id !== 'clean').flatMap((a) => a.tools))].map(
    (t) => toolNames[t],
  );
  return { ...rest, steps, tools };
}

/** Minutes of these steps, each as often as it is done. */
export const minutesOf = (steps: readonly Pick<Act, 'minutes' | 'times'>[]): number =>
  sum(steps.map((s) => s.minutes * s.times));

/** Questions whose answer changes anything on this job: those a cutter is asked about. */
export function openQuestions(job: Job): QuestionId[] {
  const base = outcomeOf(job);
  const { consulted } = composed(job).board;
  return questions
    .map((q): QuestionId => q.id)
    .filter(
      (q) =>
        consulted.has(q) &&
        questionOf(q).methods.some(
          (m) => outcomeOf({ ...job, ticket: { ...job.ticket, [q]: m.id } }) !== base,
        ),
    );
}

/** Everything a job comes to, but who chose its methods: two jobs with the same are the same work. */
function outcomeOf(job: Job): string {
  const { methods: _methods, ...rest } = compose(job);
  return JSON.stringify(rest);
}
