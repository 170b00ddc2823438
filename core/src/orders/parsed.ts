import type { Act } from './lexicon.ts';
import type { Form, FormId } from '../forms/index.ts';
import type { Packing } from '../board/index.ts';
import type { Species } from '../species/index.ts';
import type { TrimWish } from '../yields/index.ts';
import type { Use } from '../freshness/index.ts';

/** What a shop's words may mean: its book, its forms, the day it is, and what lies graded there. */
export interface OrderWords {
  species: readonly Species[];
  forms: readonly Form[];
  /** The trading day, and its weekday, 0 for Sunday. */
  today: string;
  weekday: number;
  /** Species of which graded fish lie in the shop; null or left out where that is not known. */
  inStock?: readonly string[] | null;
}

/** What a careful person would ask back before the fish is cut. */
export type Question = 'species' | 'form' | 'amount' | 'each_or_all';

export interface ParsedLine {
  /** What was said for it. */
  text: string;
  /** A fish of the book, or `any_white`; null where it was not said, or two are meant equally. */
  speciesId: string | null;
  /** Fish to choose from where that is to be asked. */
  candidates: string[];
  form: FormId | null;
  /** Forms to choose from where that is to be asked. */
  formCandidates: FormId[];
  /** Slices asked for by thickness, mm. */
  thickMm: number | null;
  trimWish: TrimWish;
  packing: Packing;
  /** Fewer will do. */
  partAllowed: boolean;
  /** Whole fish it was said of, where pieces follow from them. */
  fish: number | null;
  pieces: number | null;
  pieceGrams: number | null;
  /** The weight of a piece was said; else it is the usual one of that fish in that form. */
  weighed: boolean;
  totalGrams: number | null;
  /** A weight of which is to be asked whether it is each piece's or all of them together. */
  eachOrAllGrams: number | null;
  /** People it is to feed. */
  people: number | null;
  use: Use | null;
  /** Wishes beside the form, by their names in the lexicon. */
  options: Act[];
  ask: Question[];
  /** Slips of the finger, and what they were taken for. */
  slips: { said: string; meant: string }[];
  /** Words nobody understood, and wishes the form cannot have. */
  left: string;
}

/** What somebody answered to the questions about a line. */
export interface Answered {
  speciesId?: string;
  form?: FormId;
  /** A weight is each piece's; false where it is all of them together. */
  each?: boolean;
}

export interface ParsedOrder {
  lines: ParsedLine[];
  day: string | null;
  /** Minutes after midnight. */
  minutes: number | null;
  /** What they had before is wanted: it must be looked up. */
  again: boolean;
}
