import { byAnyName, sure } from '../found.ts';
import type { Said, Word } from '@ember-slate/words/said';
import { counterFactor } from './compile.ts';
import {
  lackOf,
  lineForm,
  lineRefusal,
  openingCost,
  windowOf,
  type CounterClassId,
  type Plan,
  type PlanFish,
  type PlannedPiece,
  type PlanLine,
  type PlanProblem,
  pieceOff,
} from './problem.ts';
import { counterInOne, modesOf, sectionOf, usesWholeSection, type Mode } from './sections.ts';
import { said } from './say.ts';

/** What a plan is worth, in minor units, and what it does. */
export interface PlanScore {
  value: number;
  /** Filled orders and counter, before costs: what the gap is measured against. */
  gross: number;
  orders: number;
  counter: number;
  trims: number;
  cost: number;
  penalties: number;
  deviation: number;
  /** Share of each line that is filled, 0 to 1, by line. */
  filled: Record<string, number>;
  counterGrams: Partial<Record<CounterClassId, number>>;
  orderGrams: number;
  /** Flesh in no piece, and what comes off beside it, grams by trim. */
  trimGrams: Record<string, number>;
  fishOpened: number;
  gramsOpened: number;
}

/** Takings for these grams of a counter class: full price up to the demand, markdown beyond; minor units. */
export const counterTakings = (of: PlanProblem['counter'][number], grams: number): number =>
  (Math.min(grams, of.demandGrams) * of.perKg + Math.max(0, grams - of.demandGrams) * of.markdownPerKg) /
  1000;

const sum = (pieces: readonly PlannedPiece[]) => pieces.reduce((s, p) => s + p.grams, 0);

/** Share of a line these pieces fill: all or nothing unless the customer takes part. */
export function filledShare(problem: PlanProblem, line: PlanLine, pieces: readonly PlannedPiece[]): number {
  if (line.pieces !== null) {
    if (pieces.length >= line.pieces) return 1;
    return line.partAllowed ? pieces.length / line.pieces : 0;
  }
  const [least, most] = windowOf(problem, line);
  const grams = sum(pieces);
  return grams >= least - 0.5 && grams <= most + 0.5 ? 1 : 0;
}

/** Adds a plan up from its pieces. */
export function score(
  problem: PlanProblem,
  plan: Plan,
  modes: (fish: PlanFish) => Mode[] = (f) => modesOf(problem, f),
): PlanScore {
  const byLine = new Map<string, PlannedPiece[]>();
  const counterGrams: PlanScore['counterGrams'] = {};
  const trimGrams: Record<string, number> = {};
  const { settings } = problem;
  const found = new Map(problem.fish.map((f) => [f.id, f]));
  let [cost, trims, deviation, gramsOpened, orderGrams] = [0, 0, 0, 0, 0];
  for (const planned of plan.fish) {
    const fish = found.get(planned.fish);
    const mode = fish && modes(fish).find((m) => m.id === planned.mode);
    if (!fish || !mode) continue;
    cost += openingCost(fish, settings);
    gramsOpened += fish.grams;
    for (const [t, g] of Object.entries(mode.trims)) {
      trimGrams[t] = (trimGrams[t] ?? 0) + g;
      trims += (g / 1000) * (settings.trimsPerKg[t] ?? 0);
    }
    let offcuts = mode.sections.reduce((s, x) => s + x.copies * x.at(x.lengthMm), 0);
    for (const piece of planned.pieces) {
      const section = sectionOf(mode, piece.section)?.section;
      if (section) offcuts -= section.at(piece.toMm) - section.at(piece.fromMm);
      if (piece.line !== null) byLine.set(piece.line, [...(byLine.get(piece.line) ?? []), piece]);
      else if (piece.counter !== null)
        counterGrams[piece.counter] = (counterGrams[piece.counter] ?? 0) + piece.grams;
    }
    if (mode.id === 'whole') continue;
    trimGrams.offcuts = (trimGrams.offcuts ?? 0) + offcuts;
    trims += (offcuts / 1000) * settings.offcutsPerKg;
  }
  let [orders, penalties] = [0, 0];
  const filled = byAnyName<number>();
  for (const line of problem.lines) {
    const mine = byLine.get(line.id) ?? [];
    const share = filledShare(problem, line, mine);
    filled[line.id] = share;
    orders += share * line.value;
    penalties += (1 - share) * line.penalty;
    orderGrams += sum(mine);
    if (share === 1) deviation += lackOf(line, sum(mine), settings);
    for (const p of mine) deviation += pieceOff(problem, line, p.grams);
  }
  const counter = problem.counter.reduce((s, k) => s + counterTakings(k, counterGrams[k.id] ?? 0), 0);
  return {
    value: orders + counter + trims - cost - penalties - deviation,
    gross: orders + counter,
    orders,
    counter,
    trims,
    cost,
    penalties,
    deviation,
    filled,
    counterGrams,
    orderGrams,
    trimGrams,
    fishOpened: plan.fish.length,
    gramsOpened,
  };
}

/** What plans are held against each other by, minor units: their worth, less what the lines they leave were to be kept for. */
export const rankOf = (problem: PlanProblem, of: Pick<PlanScore, 'value' | 'filled'>): number =>
  problem.lines.reduce((rank, l) => rank - (1 - (of.filled[l.id] ?? 0)) * (l.keep ?? 0), of.value);

/** How far a stated weight may be from what the geometry says, grams. */
const sameG = 0.6;

/**
 * Every rule the cuts of each fish break, and the pieces each line gets of them. Weighs each piece anew on the body
 * model: it shares no number with the solver.
 */
export function cutFaults(
  problem: PlanProblem,
  plan: Plan,
): { faults: Said[]; byLine: ReadonlyMap<string, readonly PlannedPiece[]> } {
  const faults: Said[] = [];
  const fishById = new Map(problem.fish.map((f) => [f.id, f]));
  const lineById = new Map(problem.lines.map((l) => [l.id, l]));
  const byLine = new Map<string, PlannedPiece[]>();
  const seen = new Set<string>();
  for (const planned of plan.fish) {
    const fish = fishById.get(planned.fish);
    if (!fish) {
      faults.push(said('no_such_fish', { fish: planned.fish }));
      continue;
    }
    if (seen.has(fish.id)) faults.push(said('cut_twice', { id: fish.id }));
    seen.add(fish.id);
    const mode = modesOf(problem, fish).find((m) => m.id === planned.mode);
    if (!mode) {
      faults.push(said('is_not_cut_as', { id: fish.id, mode: planned.mode }));
      continue;
    }
    for (const piece of planned.pieces) {
      const say = (what: Word) =>
        faults.push(
          said('to_mm', {
            id: fish.id,
            section: piece.section,
            fromMm: Math.round(piece.fromMm),
            toMm: Math.round(piece.toMm),
            what,
          }),
        );
      const there = sectionOf(mode, piece.section);
      if (!there) {
        say(said('a_fish_cut_as_has_no_such_part', { id: mode.id }));
        continue;
      }
      const { section, parent } = there;
      const copies = section.copies * (parent?.copies ?? 1);
      if (piece.copy < 0 || piece.copy >= copies) say(said('it_has_only_of_it', { copies }));
      if (!(piece.fromMm >= -1e-6 && piece.toMm <= section.lengthMm + 1e-6 && piece.toMm > piece.fromMm))
        say(said('runs_past_its_ends'));
      if (section.inOne && (piece.fromMm > 0 || piece.toMm < section.lengthMm))
        say(said('goes_in_one_piece'));
      const base = section.at(piece.toMm) - section.at(piece.fromMm);
      if ((piece.line === null) === (piece.counter === null)) {
        say(said('is_for_nobody_or_for_two'));
        continue;
      }
      if (piece.line !== null) {
        const line = lineById.get(piece.line);
        if (!line) {
          say(said('no_line', { line: piece.line }));
          continue;
        }
        const form = lineForm(problem, line.form);
        const factor = section.factor(form, line.options);
        if (factor === null) say(said('are_not_cut_of_it', { form: form.name }));
        else if (Math.abs(base * factor - piece.grams) > sameG)
          say(said('weighs_g_not', { base: Math.round(base * factor), grams: Math.round(piece.grams) }));
        const refused = lineRefusal(problem, fish, line);
        if (refused) say(refused);
        const [least, most] = windowOf(problem, line);
        if (line.pieces !== null && (piece.grams < least - sameG || piece.grams > most + sameG))
          say(
            said('g_lies_outside_to_g', {
              grams: Math.round(piece.grams),
              least: Math.round(least),
              most: Math.round(most),
            }),
          );
        const part = piece.fromMm > 0 || piece.toMm < section.lengthMm;
        if (line.pieceGrams !== null && part && usesWholeSection(section, form, line.pieceGrams))
          say(said('goes_in_one_piece'));
        const thick = piece.toMm - piece.fromMm;
        if (line.thickMm && (thick < line.thickMm[0] - 1e-6 || thick > line.thickMm[1] + 1e-6))
          say(said('is_not_of_the_thickness_asked_for'));
        byLine.set(line.id, [...(byLine.get(line.id) ?? []), piece]);
      } else {
        const kind = problem.counter.find((k) => k.id === piece.counter);
        const factor = kind ? counterFactor(problem, fish, section, kind) : null;
        if (factor === null) say(said('is_no_piece_for_the_counter'));
        else if (Math.abs(base * factor - piece.grams) > sameG) say(said('is_stated_at_another_weight'));
        const long = piece.toMm - piece.fromMm;
        const [shortest, longest] = problem.settings.counterMm;
        const inOne = factor !== null && counterInOne(section, factor, problem.settings.counterLeastG);
        const fits = inOne
          ? piece.fromMm === 0 && piece.toMm === section.lengthMm
          : long >= shortest - 1e-6 &&
            long <= longest + 1e-6 &&
            piece.grams >= problem.settings.counterLeastG - sameG;
        if (!fits) say(said('is_too_small_or_too_long_for_the'));
      }
    }
    faults.push(...overlaps(fish.id, mode, planned.pieces));
  }
  return { faults, byLine };
}

/** Every rule a plan breaks; none for a plan that may be cut. */
export function planFaults(problem: PlanProblem, plan: Plan): Said[] {
  const { faults, byLine } = cutFaults(problem, plan);
  for (const line of problem.lines) {
    const { id } = line;
    const pieces = byLine.get(id);
    if (!pieces) continue;
    if (line.pieces !== null && pieces.length > line.pieces)
      faults.push(said('line_more_pieces_than_it_wants', { id }));
    if (filledShare(problem, line, pieces) === 0)
      faults.push(said('line_has_pieces_but_is_not_filled', { id }));
  }
  return faults;
}

/** Grams claimed twice: pieces over one another, or a section cut whole and opened at once. */
function overlaps(fish: string, mode: Mode, pieces: readonly PlannedPiece[]): Said[] {
  const faults: Said[] = [];
  for (const a of mode.sections) {
    const own = pieces.filter((p) => p.section === a.id);
    const inside = pieces.filter((p) => a.split.some((s) => s.id === p.section));
    const opened = new Set(
      inside.map((p) => Math.floor(p.copy / sure(a.split.find((s) => s.id === p.section)).copies)),
    );
    if (own.some((p) => opened.has(p.copy)))
      faults.push(said('a_is_cut_along_and_opened_at_once', { fish, id: a.id }));
  }
  for (const [i, p] of pieces.entries())
    for (const q of pieces.slice(i + 1))
      if (
        p.section === q.section &&
        p.copy === q.copy &&
        p.fromMm < q.toMm - 1e-6 &&
        q.fromMm < p.toMm - 1e-6
      )
        faults.push(
          said('two_pieces_over_one_another_at_mm', {
            fish,
            fromMm: Math.round(q.fromMm),
            section: p.section,
          }),
        );
  return faults;
}
