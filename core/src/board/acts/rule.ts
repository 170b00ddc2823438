import type { Board, Cut } from '../state.ts';
import type { QuestionId } from '../methods.ts';

export type ToolId =
  | 'towel'
  | 'scissors'
  | 'gloves'
  | 'thick_gloves'
  | 'salt'
  | 'scaler'
  | 'jet'
  | 'goggles'
  | 'short_knife'
  | 'spoon'
  | 'dry_cloth'
  | 'heavy_knife'
  | 'stiff_knife'
  | 'flexible_knife'
  | 'long_blade'
  | 'tweezers'
  | 'pliers'
  | 'string'
  | 'film'
  | 'ruler'
  | 'trays'
  | 'vacuum_packer'
  | 'lamp'
  | 'scale'
  | 'printer'
  | 'sharps_box'
  | 'water';

/** What lies on the board while the act is done: the picture shows it. */
export type Lies =
  | 'fish'
  | 'cavity'
  | 'disc'
  | 'wing'
  | 'wing_face'
  | 'monk'
  | 'side'
  | 'quarter'
  | 'joint'
  | 'slice'
  | 'portion'
  | 'head'
  | 'frame'
  | 'nothing';

/** The line the blade takes. */
export type Drawing =
  | 'scale'
  | 'fins'
  | 'gut'
  | 'gills'
  | 'head'
  | 'vee_head'
  | 'wings_off'
  | 'back'
  | 'back_tail'
  | 'belly_up'
  | 'joint'
  | 'steaks'
  | 'tail'
  | 'fillet'
  | 'midline'
  | 'cross'
  | 'wing'
  | 'ribs'
  | 'rib_cage'
  | 'pin_line'
  | 'pin_vee'
  | 'belly'
  | 'skirt'
  | 'skin'
  | 'skin_pull'
  | 'portions'
  | 'bias'
  | 'block'
  | 'strips'
  | 'slash'
  | 'score'
  | 'sweep'
  | 'collars'
  | 'cheeks'
  | 'halve';

/** Where the blade rides, seen in a cross-section. */
export type BladeView =
  | 'over_ribs'
  | 'through_ribs'
  | 'under_ribs'
  | 'on_backbone'
  | 'along_bones'
  | 'under_skin'
  | 'to_skin'
  | 'cartilage';

export type Minutes = readonly [small: number, medium: number, large: number];
type Of<T> = T | ((b: Board, cuts: readonly Cut[]) => T);

/** One act: what needs it, what it does, how long it takes. What is said of it stands in words.ts. */
export interface ActRule {
  id: string;
  /** The cuts it is for; true where it is for the fish as a whole; false where nothing needs it. */
  of: (b: Board) => readonly Cut[] | boolean;
  does?: (b: Board, cuts: readonly Cut[]) => void;
  minutes: Of<Minutes>;
  /** For each fish, each fillet, each ready piece, or once for the ticket. */
  per?: 'fillet' | 'piece' | 'ticket';
  /** Methods whose minutes are spent here. */
  by?: readonly QuestionId[];
  tools: Of<readonly ToolId[]>;
  /** An edge is drawn along or through the fish: where to begin, which way, where the other hand is are said. */
  knife?: true;
  lies: Of<Lies>;
  draws?: Of<Drawing | null>;
  view?: Of<BladeView | null>;
  timer?: number;
}
