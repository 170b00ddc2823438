import type { Form } from '../forms/index.ts';
import type { ArrivalCondition, Species } from '../species/index.ts';
import type { TrimWish } from '../yields/index.ts';
import type { MethodChoices } from './methods.ts';
import type { Packing } from './packing.ts';
import type { Seen } from './parts.ts';

/** What is cut, for whom: a form with its options, and how much of it is asked for; grams, mm. */
export interface WantedCut {
  form: Form;
  /** In the words of the order. */
  options: readonly string[];
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  thickMm: number | null;
  /** What of their trim goes along with them; nothing where it is not said. */
  trimWish?: TrimWish;
  /** How they are packed; wrapped where it is not said. */
  packing?: Packing;
}

/** What one ticket cuts: forms from one kind of fish, in the condition it came, by the methods chosen. */
export interface Job {
  species: Species;
  condition: ArrivalCondition;
  scaled: 'no' | 'part' | 'yes';
  cuts: readonly WantedCut[];
  /** Weight of one fish as it lies there, grams: under 700 g small, over 3 kg large. */
  fishGrams: number;
  /** Fish on the ticket: what is asked for is shared among them. */
  fish: number;
  /** Month 1 to 12, for the spent season; null for farmed fish, which do not spawn out. */
  month: number | null;
  /** What grading saw of the roe. */
  roe?: Seen['roe'];
  shop?: MethodChoices;
  cutter?: MethodChoices;
  ticket?: MethodChoices;
}

/** A form with nothing more said about it. */
export const plainCut = (form: Form): WantedCut => ({
  form,
  options: [],
  pieces: null,
  pieceGrams: null,
  totalGrams: null,
  thickMm: null,
});
