import { formBook, formOf } from '../../forms/index.ts';
import { catalogue, type ArrivalCondition } from '../../species/index.ts';
import { compose, plainCut, type Job, type WantedCut } from '../index.ts';

/** A species of the book. */
export const of = (id: string) => catalogue.find((s) => s.id === id)!;
/** A form of the book. */
export const the = (id: string) => formOf(formBook(), id);
export const sum = (ns: readonly number[]) => ns.reduce((a, b) => a + b, 0);
/** A cut as it is without wishes, but for these. */
export const cut = (form: string, more: Partial<WantedCut> = {}): WantedCut => ({
  ...plainCut(the(form)),
  ...more,
});
/** A ticket of one fish of its usual weight, in June. */
export const job = (
  id: string,
  condition: ArrivalCondition,
  cuts: readonly WantedCut[],
  more: Partial<Job> = {},
): Job => ({
  species: of(id),
  condition,
  scaled: 'no',
  cuts,
  fishGrams: of(id).typicalG,
  fish: 1,
  month: 6,
  ...more,
});
/** Cuts of these forms, parted by blanks, each with these options. */
export const forms = (text: string, options: readonly string[] = []) =>
  text.split(' ').map((f) => cut(f, { options }));
/** The acts of a ticket, in their order. */
export const acts = (j: Job) => compose(j).steps.map((s) => s.id);
