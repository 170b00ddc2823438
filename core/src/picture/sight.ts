import type { Act } from '../board/act.ts';
import type { ArrivalCondition, Species } from '../species/index.ts';
import type { Piece } from '../body/index.ts';

/** A point in mm: right from the snout (of a piece: from its cut face), up from the middle line. */
export type Spot = readonly [x: number, y: number];

/** What a line is: the interface gives each its colour in every theme. */
export type Ink =
  | 'body'
  | 'flesh'
  | 'loin'
  | 'belly'
  | 'hollow'
  | 'edge'
  | 'detail'
  | 'faint'
  | 'fin'
  | 'ray'
  | 'bone'
  | 'scar'
  | 'gone'
  | 'cut';
export interface Stroke {
  ink: Ink;
  points: readonly Spot[];
  closed?: boolean;
  /** Drawn as one soft curve through its points. */
  smooth?: boolean;
}
/** Labels of parts, by what they are; their words stand with the interface. */
export type LabelId =
  | 'pin_bones'
  | 'rib_scar'
  | 'tab'
  | 'skirt'
  | 'vent'
  | 'tail_muscle'
  | 'waste_body'
  | 'bone_lay'
  | 'spine'
  | 'loin'
  | 'belly_wall'
  | 'ribs_stay'
  | 'pins_stay'
  | 'pocket'
  | 'gill_plate'
  | 'bones_level'
  | 'skin_down';
export interface Label {
  id: LabelId;
  at: Spot;
  to: Spot;
}
export interface Scene {
  strokes: readonly Stroke[];
  /** The way of the blade, from where it begins. More than one where it goes twice. */
  blades: readonly (readonly Spot[])[];
  labels: readonly Label[];
  /** Where the ruler lies: its zero, mm, and how far it goes; null where nothing is measured. */
  ruler: { from: number; to: number } | null;
  /** Rows of marks, mm from the ruler's zero. */
  rows: readonly { row: 'one' | 'loin' | 'belly'; mm: readonly number[] }[];
  /** Everything drawn lies within. */
  box: { left: number; right: number; top: number; bottom: number };
}

export interface Sight {
  species: Species;
  input: ArrivalCondition;
  /** One fish, or one piece, grams. */
  grams: number;
  act: Pick<Act, 'id' | 'lies' | 'draws' | 'before'>;
  /** Stretches of the plan or of what is asked for, shares of standard length, head end first; by row. */
  pieces?: readonly Piece[];
  bellyPieces?: readonly Piece[];
  /** So many of the pieces are off: the blade goes to the mark of the next. */
  off?: number;
  /** Where the fish begins now, share of standard length: what is in front is off. */
  face?: number;
  /** Acts that are done already. */
  done?: readonly string[];
  /** First way of the fillet: along the back or up from the belly, from the head or from the tail. */
  firstCut?: string;
}
