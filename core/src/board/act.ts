import type { BladeView, Drawing, Lies, ToolId } from './acts/rule.ts';
import type { FishState, TubWeight } from './state.ts';

/** One act of the work on a ticket, without its words. */
export interface Act {
  id: string;
  /** Cuts it is for, by their index; empty where it is for the fish as a whole. */
  cuts: readonly number[];
  /** Grams it takes of one fish, by tub; what moves from one tub to another counts in both. */
  taken: TubWeight[];
  /** Minutes for one fish, fillet or piece; or once for the ticket. */
  minutes: number;
  times: number;
  tools: readonly ToolId[];
  knife: boolean;
  lies: Lies;
  draws: Drawing | null;
  view: BladeView | null;
  /** Runs on its own while other work goes on, minutes. */
  timer: number | null;
  /** The fish as it lies when the act begins. */
  before: FishState;
}
