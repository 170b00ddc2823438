import type { BodyPlan } from '../species/index.ts';
import type { TrimId } from '../yields/trims.ts';

/** A form's id: one of the shipped ones, or the shop's own. */
export type FormId = string;

/** What is done to the fish to make a form; the composer turns it into steps. */
export type Operation =
  | 'gut'
  | 'scale'
  | 'fins'
  | 'head'
  | 'tail_fin'
  | 'skin_both'
  | 'skin_head'
  | 'open_back'
  | 'open_belly'
  | 'open_tail'
  | 'steaks'
  | 'troncon'
  | 'fillet'
  | 'block_fillet'
  | 'quarter'
  | 'cross'
  | 'skin'
  | 'portion'
  | 'bias'
  | 'block_cut'
  | 'split'
  | 'slices'
  | 'joint'
  | 'half_shell'
  | 'skin_wing'
  | 'tail_muscle'
  | 'skin_tail'
  | 'fold'
  | 'roll'
  | 'strips'
  | 'loin_block'
  | 'scrape'
  | 'cheeks'
  | 'collars'
  | 'belly_strips'
  | 'skins'
  | 'roe'
  | 'stock';

/** The part of the fish a form is made of, head to tail. */
export type Section = 'fish' | 'cavity' | 'middle' | 'tail' | 'sides' | 'trim';

/** What a form is made of: so much of the fish, or trims. */
export type Base = 'whole' | 'gutted' | 'headed' | 'skin_on' | 'skinless' | readonly TrimId[];

/** A market form. The shop may change the numbers of a shipped one and add forms that are cut like one. */
export interface Form {
  id: FormId;
  name: string;
  /** Other names it is asked for under. */
  names: string;
  /** EU presentation code where one exists (value from memory). */
  code: string | null;
  plans: readonly BodyPlan[];
  section: Section;
  does: readonly Operation[];
  /** Sold as boneless: needs a signed bone sweep. */
  boneless: boolean;
  /** Multiplies the life that remains (our choice). */
  lifeFactor: number;
  /** Counted by the fish, by the fillet, or cut by weight from what there is. */
  count: 'fish' | 'fillet' | 'weight';
  /** A usual piece, grams, and how far a piece may be off it before it is the wrong piece (share). */
  pieceG: number;
  tolerance: number;
  /** Which share of which part becomes the form; what is left of that part goes to `rest`. */
  yield: { of: Base; share: number; rest: string };
  /** Whole fish it is cut from, grams; null where any will do. */
  lightestG: number | null;
  heaviestG: number | null;
  /** What the customer or the cutter may choose, in words. */
  options: readonly string[];
  /** The trade's norm for it (common practice unless said otherwise). */
  norm: string;
  /** How it is usually cooked, for the customer. */
  kitchen: string;
  /** Only for lots fit to be eaten raw. */
  raw: boolean;
  /** For the shop's own: the shipped form it is cut like. */
  like: FormId | null;
  /** This shop does not cut it any more: it keeps its name, and is offered to nobody. */
  off: boolean;
}
