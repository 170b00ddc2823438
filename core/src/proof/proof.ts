import { got, sure } from '../found.ts';
import { inWords } from '@ember-slate/words/core';
import { shippedForms, type Form } from '../forms/index.ts';
import {
  arrivalFraction,
  catalogue,
  conditionsFor,
  isBoned,
  isSkinned,
  type ArrivalCondition,
  type Species,
} from '../species/index.ts';
import { composed, goalsOf, type Composition, type Step, type Work } from '../board/compose.ts';
import { toolNames } from '../board/words/tools.ts';
import { plainCut, type Job, type WantedCut } from '../board/job.ts';
import { questions, methodRefusal, type MethodChoices } from '../board/methods.ts';
import { packings, packingWords, usualPacking } from '../board/packing.ts';
import { kindOf, parts } from '../board/parts.ts';
import { jobFaults, optionOffered } from '../board/refusals.ts';
import { bellyOf, pinsOf } from '../board/acts/share.ts';

const sum = (ns: readonly number[]) => ns.reduce((a, b) => a + b, 0);

/** What does not add up: pieces, tubs and water are what lay there, and every tub is what the acts put in it. */
function unbalanced(job: Job, w: Work): string[] {
  const found: string[] = [];
  const tubs = Object.values(w.tubs);
  const all = sum(w.outputs.map((o) => o.grams)) + sum(tubs) + w.water;
  if (Math.abs(all - job.fishGrams) > 1e-6 * job.fishGrams)
    found.push(`${all.toFixed(2)} g of ${job.fishGrams.toFixed(2)} g are accounted for`);
  const by = new Map<string, number>();
  for (const a of w.acts) for (const t of a.taken) by.set(t.tub, (by.get(t.tub) ?? 0) + t.grams);
  for (const [tub, grams] of Object.entries(w.tubs))
    if (Math.abs((by.get(tub) ?? 0) - grams) > 1e-6) found.push(`${tub} is expected and no act takes it off`);
  const left = parts.filter((p) => Math.abs(w.board.fish[p]) > 1e-6);
  if (left.length > 0) found.push(`${left.join(', ')} stay on the board`);
  if ([...w.outputs.map((o) => o.grams), ...tubs, w.water].some((g) => g < -1e-9))
    found.push('less than nothing');
  return found;
}

/** Where the end is not the goal. */
function unmet(w: Work): string[] {
  const b = w.board;
  return b.cuts.flatMap((c): string[] => {
    if (c.goal.take === 'trim' || c.goal.take === 'nothing') return [];
    const { goal, state, mass } = c;
    const whole = ['fish', 'butterfly_back', 'butterfly_belly'].includes(goal.take);
    const not = (bad: boolean, what: string) => (bad ? [`${c.form.id}: ${what}`] : []);
    const held = (...p: (keyof typeof mass)[]) => sum(p.map((k) => mass[k])) > 1e-9;
    const headThere = b.job.condition === 'whole' || b.job.condition === 'gutted';
    return [
      ...not(!state.off, 'is not off'),
      ...not(!goal.headOn && held('head', 'gills', 'eyes'), 'head is on'),
      ...not(whole && goal.headOn && headThere && b.kind !== 'ray' && !held('head'), 'head is off'),
      ...not(!goal.gills && held('gills'), 'gills are in'),
      ...not(held('guts', 'roe', 'liver', 'body'), 'guts are in'),
      ...not(goal.fins === 'off' && held('finsBack', 'finsVent', 'finsBelly'), 'fins are on'),
      ...not(goal.fins === 'off' && whole && goal.headOn && held('finsBreast'), 'breast fins are on'),
      ...not(
        goal.fins === 'on' && whole && headThere && !held('finsBack') && b.kind !== 'ray',
        'fins are off',
      ),
      ...not(goal.tailFin === 'off' && held('tailFin'), 'tail fin is on'),
      ...not(goal.skin === 'off' && (state.skin || held('skin')), 'skin is on'),
      ...not(goal.skin === 'on' && !state.skin && !isSkinned(b.job.condition), 'skin is off'),
      ...not(goal.scales === 'off' && state.scales && state.skin, 'scales are on'),
      ...not(goal.tray && !state.scales && b.job.scaled === 'no', 'scales are off'),
      ...not(goal.silver === 'off' && held('silver'), 'silver skin is on'),
      ...not(goal.skirts === 'off' && held('skirts'), 'skirts are on'),
      ...not(
        goal.skirts === 'on' && b.kind === 'flat' && goal.take === 'sides' && !b.piece && !held('skirts'),
        'skirts are off',
      ),
      ...not(
        ['butterfly_back', 'butterfly_belly', 'joint', 'tail', 'sides'].includes(goal.take) &&
          held('frame', 'ribs', 'scrape'),
        'bones are in',
      ),
      ...not(goal.ribs === 'out' && state.ribs, 'ribs are in'),
      ...not(state.pins !== pinsOf(b, c) && !isBoned(b.job.condition), `pin bones are ${state.pins}`),
      ...not(bellyOf(b, c) !== 'on' && held('belly'), 'belly is on'),
      ...not(goal.scored !== state.scored, 'scored'),
      ...not(goal.slashed !== state.slashed, 'slashed'),
      ...not(goal.halved !== state.halved, 'halved'),
      ...not(goal.endsOff !== state.endsOff, 'ends'),
      ...not(goal.bound !== state.bound, `is ${state.bound}`),
      ...not(goal.paired !== state.paired, 'paired'),
      ...not(goal.shaved && !state.shaved, 'is not shaved'),
      ...not(goal.take === 'sides' && goal.shape !== null && !state.shaped, `is no ${goal.shape}`),
    ];
  });
}

/** Words that speak of a part, and when that part is there to be spoken of. */
const speaks: readonly [words: RegExp, fits: (s: Step, w: Work, job: Job) => boolean][] = [
  [/pin[- ]bone/i, (_s, w) => w.board.kind === 'round'],
  [/\bribs?\b|\brib /i, (_s, w) => w.board.kind === 'round' || w.board.kind === 'flat'],
  [/teeth cut/i, (s, _w, j) => j.species.sharp === 'teeth' && (s.before.head || s.lies === 'head')],
  [/venomous even/i, (s, w) => w.board.venom && s.before.spines],
  [/spines on the head/i, (s, _w, j) => /head/.test(j.species.sharp ?? '') && s.before.head],
  [/thorn/i, (s, w) => w.board.kind === 'ray' && (s.before.skin || s.id === 'tail_muscle')],
  [/scales fly|armour/i, (s) => s.before.scales],
  [/strokes? through (the )?skin|through the skin/i, (s) => s.before.skin],
  [/skin side (down|up)/i, (_s, w) => w.outputs.some((o) => o.state.skin)],
  [/skirt|frill/i, (_s, w) => w.board.kind === 'flat'],
  [/gall\b/i, (s) => s.before.guts || s.id === 'liver'],
  [/gill cover/i, (s) => s.before.head],
  [/silver skin|grey skin/i, (_s, w) => w.board.kind === 'monk'],
  [/vent\b/i, (_s, w) => w.board.kind !== 'ray' && !w.board.piece],
  [/bony knobs/i, (s, _w, j) => j.species.sharp === 'tubercles' && s.before.skin],
  [/cartilage/i, (_s, w) => w.board.kind === 'ray'],
  [/kidney line/i, (_s, w) => w.board.kind !== 'ray' && !w.board.piece],
  [
    /guts/i,
    (s) =>
      s.before.guts ||
      s.before.head ||
      ['gut', 'board_again', 'vee_head', 'guts_last', 'skin_pulled', 'wings_off', 'cavity'].includes(s.id),
  ],
  [/turned over|second fillet/i, (_s, w) => !w.board.piece],
];

/** Acts that must come before others, where both are done (common practice). */
const before: readonly [first: string, then: string][] = [
  ['check', 'spines'],
  ['spines', 'scale'],
  ['spines', 'gut'],
  ['scale', 'gut'],
  ['scale', 'head'],
  ['scale', 'fillet_first'],
  ['fins', 'gut'],
  ['gut', 'kidney'],
  ['gut', 'head'],
  ['kidney', 'board'],
  ['head', 'board'],
  ['vee_head', 'flat_eyed'],
  ['board', 'fillet_first'],
  ['board', 'flat_eyed'],
  ['board', 'joint'],
  ['board', 'slices'],
  ['board', 'open_back'],
  ['fillet_first', 'fillet_second'],
  ['flat_eyed', 'flat_blind'],
  ['head_last', 'guts_last'],
  ['head_last', 'board_again'],
  ['guts_last', 'board_again'],
  ['guts_last', 'frame'],
  ['board_again', 'skin'],
  ['board_again', 'pin_bones'],
  ['salt', 'pin_bones'],
  ['pin_bones', 'sweep'],
  ['sweep', 'portion'],
  ['tail_end', 'portion'],
  ['tail_end', 'bias'],
  ['soak', 'weigh'],
  ['frame', 'weigh'],
  ['weigh', 'label'],
  ['label', 'clean'],
];

const oneOf: readonly [RegExp, RegExp][] = [
  [/over the ribs/i, /straight through the (soft )?ribs/i],
  [/right through/i, /skin under it stays whole/i],
  [/slanting to the skin/i, /pull along it/i],
];

/** What is wrong with what is said: of parts that are not there, without a hand, out of order, at odds. */
function missaid(job: Job, w: Work, steps: readonly Step[], tools: readonly string[]): string[] {
  const found: string[] = [];
  const at = new Map(steps.map((s, i) => [s.id, i]));
  let all = '';
  if (at.size !== steps.length) found.push('an act is done twice');
  for (const s of steps) {
    const how = inWords(s.how).join(' ');
    all += `${how} `;
    const text = `${inWords(s.title)} ${how} ${inWords(s.check)} ${inWords(s.cautions).join(' ')}`;
    for (const [words, fits] of speaks)
      if (words.test(text) && !fits(s, w, job))
        found.push(`${s.id}: ${sure(words.exec(text))[0]} of a part that is not there`);
    if (s.knife && (s.begin === '' || s.way === '' || s.hand === ''))
      found.push(`${s.id}: begin, way or hand is not said`);
    if (s.knife && s.cautions.length === 0) found.push(`${s.id}: a knife without a caution`);
    if (s.how.length === 0) found.push(`${s.id}: says nothing`);
    const missing = s.tools.map((t) => inWords(toolNames[t])).find((t) => !tools.includes(t));
    if (missing) found.push(`${s.id}: ${missing} is not laid out`);
  }
  for (const [first, then] of before)
    if (at.has(first) && at.has(then) && got(at, first) > got(at, then))
      found.push(`${then} before ${first}`);
  const weigh = got(at, 'weigh');
  steps.forEach((s, i) => {
    if (i > weigh && s.taken.length > 0) found.push(`${s.id} changes the weight after it is weighed`);
  });
  for (const [a, b] of oneOf) if (a.test(all) && b.test(all)) found.push(`${a.source} and ${b.source}`);
  return found;
}

/** What does not hold of a job as it was composed; empty where everything does. */
export function faultsOf(job: Job, c: Composition & Pick<Work, 'board'>): string[] {
  const w = { ...c, acts: c.steps };
  return [...unbalanced(job, w), ...unmet(w), ...missaid(job, w, c.steps, inWords(c.tools))];
}

/** What does not hold of a job's work. */
export const brokenHolds = (job: Job): string[] => faultsOf(job, composed(job));

export interface Refused {
  refused: string;
  because: string;
}

/** A job, and what is asked of it. */
export interface Case {
  name: string;
  job: Job;
  work(): Composed;
  /** The option or method that must change something, and the work without it. */
  without: { asked: string; work: Composed } | null;
  /**
   * Of two things asked at once, and of what changes no cut, the build of the fish: much the same on every other fish of
   * that build. Null for the rest.
   */
  build: string | null;
}

/** A job's work in words, with the board as it lies at the end. */
export type Composed = ReturnType<typeof composed>;

const usualGrams = (species: Species, input: ArrivalCondition) =>
  species.typicalG * arrivalFraction(species, input);

/** Trims that come off beside other forms are tried beside the first form that gives them. */
const besideOf = (species: Species, input: ArrivalCondition, form: Form): WantedCut[] => {
  if (form.section !== 'trim') return [];
  const grams = usualGrams(species, input);
  for (const id of ['fillet_skin_on', 'fillet_skinless', 'monk_fillets', 'wing_fillet', 'wing']) {
    const f = sure(shippedForms.find((x) => x.id === id));
    const job = plain(species, input, [plainCut(form), plainCut(f)], grams);
    if (jobFaults(job).length === 0) return [plainCut(f)];
  }
  return [];
};

const plain = (species: Species, input: ArrivalCondition, cuts: WantedCut[], fishGrams: number): Job => ({
  species,
  condition: input,
  scaled: 'no',
  cuts,
  fishGrams,
  fish: 1,
  month: 6,
});

/**
 * Every species in every condition as every form, plain, with each option, and with each method, alone and beside an
 * option; with each wish for its trim and each packing; and what is refused, with its reason.
 */
export function* everyCase(): Generator<Case | Refused> {
  for (const species of catalogue)
    for (const input of conditionsFor(species))
      for (const form of shippedForms) {
        // A form cut from large or small fish only is tried on one of that size.
        const whole = Math.max(form.lightestG ?? 0, Math.min(form.heaviestG ?? Infinity, species.typicalG));
        const grams = whole * arrivalFraction(species, input) * 1.0001;
        const name = `${species.id} ${input} ${form.id}`;
        const cut = plainCut(form);
        const fit = plain(species, input, [cut, ...besideOf(species, input, form)], grams);
        const rest = fit.cuts.slice(1);
        const [fault] = jobFaults(fit);
        if (fault) {
          yield { refused: name, because: inWords(fault.message) };
          continue;
        }
        const usual = composed(fit);
        yield { name, job: fit, work: () => usual, without: null, build: null };
        yield* byMethod(name, fit, usual, null);
        const build = `${kindOf(species)} of size ${usual.board.size}`;
        for (const trimWish of ['stock', 'all'] as const)
          yield changed(
            `${name} with trim: ${trimWish}`,
            { ...fit, cuts: [{ ...cut, trimWish }, ...rest] },
            build,
          );
        for (const packing of packings)
          if (packing !== usualPacking)
            yield changed(
              `${name} ${inWords(packingWords[packing])}`,
              { ...fit, cuts: [{ ...cut, packing }, ...rest] },
              build,
            );
        for (const words of form.options) {
          const job = { ...fit, cuts: [{ ...cut, options: [words] }, ...rest] };
          const [no] = jobFaults(job);
          if (!no && !optionOffered(species, input, form, words))
            yield { refused: `${name} + ${words}`, because: 'made so anyway' };
          else if (no) yield { refused: `${name} + ${words}`, because: inWords(no.message) };
          else {
            const work = composed(job);
            const without = { asked: `option ${words}`, work: usual };
            yield { name: `${name} + ${words}`, job, work: () => work, without, build: null };
            yield* byMethod(`${name} + ${words}`, job, work, build);
          }
        }
      }
}

const changed = (name: string, job: Job, build: string | null, without: Case['without'] = null): Case => ({
  name,
  job,
  work: () => composed(job),
  without,
  build,
});

/** A job with each method of each question its acts look at: another changes nothing. */
function* byMethod(name: string, job: Job, work: Composed, build: string | null): Generator<Case | Refused> {
  const at = { ...job, cuts: goalsOf(job) };
  for (const q of questions.filter((x) => work.board.consulted.has(x.id)))
    for (const m of q.methods.slice(1)) {
      const ticket: MethodChoices = { [q.id]: m.id };
      const asked = `${q.id} ${m.id}`;
      const because = methodRefusal(q.id, m.id, at);
      if (because) yield { refused: `${name} / ${asked}`, because: inWords(because) };
      else yield changed(`${name} / ${asked}`, { ...job, ticket }, build, { asked: `method ${asked}`, work });
    }
}
