import type { Job, MethodChoices } from '@ember-slate/core/board';
import { formOf } from '@ember-slate/core/forms';
import type { ArrivalCondition, Species } from '@ember-slate/core/species';
import { today, type Reader } from '../platform/context.ts';
import { problems } from '../platform/problem.ts';
import { formsOf } from '../platform/settings.ts';
import { cutAs } from './cutAs.ts';
import type { CutRow, InputRow, TicketRow } from './tickets.ts';
import { say } from './say.ts';

export const gramsOf = (i: InputRow) => i.grams ?? Math.round(i.fishGrams * i.pieces);
export const sum = (ns: readonly number[]) => ns.reduce((a, b) => a + b, 0);
const fishGrams = (inputs: readonly InputRow[]) =>
  sum(inputs.map(gramsOf)) / sum(inputs.map((i) => i.pieces));
const parse = <T>(json: string | null): T => JSON.parse(json ?? '{}') as T;

/** What the fish or pieces of an input are to the board. Throws a conflict for a form that is not cut again. */
export function inputAt(
  work: Reader,
  species: Species,
  i: Pick<InputRow, 'item' | 'arrival' | 'cutWith'>,
): ArrivalCondition {
  const input = cutAs(formsOf(work.settings), species, i);
  if (!input) throw problems.conflict(say('that_is_not_cut_again'));
  return input;
}

/** What the composer needs of a ticket; of several lots, what the fish of one of them give. */
export function jobOf(
  work: Reader,
  species: Species,
  ticket: TicketRow,
  cuts: readonly CutRow[],
  inputs: readonly InputRow[],
  of: readonly InputRow[] = inputs,
): Job {
  const scaled = of.every((i) => i.scaled === 'yes')
    ? 'yes'
    : of.every((i) => i.scaled === 'no')
      ? 'no'
      : 'part';
  const [first] = of;
  return {
    species,
    condition: inputAt(work, species, first!),
    // What the shop cut was scaled before.
    scaled: first!.item === 'whole' ? scaled : 'yes',
    cuts: cuts.map((c) => ({
      form: formOf(formsOf(work.settings), c.form),
      options: JSON.parse(c.options) as string[],
      pieces: c.pieces,
      pieceGrams: c.pieceGrams,
      totalGrams: c.totalGrams,
      thickMm: c.thickMm,
      trimWish: c.trimWish,
      packing: c.packing,
    })),
    fishGrams: fishGrams(of),
    fish: sum(inputs.map((i) => i.pieces)),
    month: of.every((i) => i.production === 'farmed') ? null : Number(today(work).slice(5, 7)),
    roe: of.length === 1 ? first!.roe : 'unknown',
    shop: work.settings.methods,
    cutter: parse<MethodChoices>(ticket.cutterMethods),
    ticket: parse<MethodChoices>(ticket.methods),
  };
}
