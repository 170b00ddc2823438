import type { Act } from '../act.ts';
import type { Board, Cut } from '../state.ts';
import type { Said, Word } from '@ember-slate/words/said';
import { said } from '../say.ts';

/** What is said of an act. Of one that cuts: where to begin, which way the blade runs, where the other hand is. */
export interface ActWords {
  title: Said;
  /** A word or two for the beads. */
  short: Said;
  why: Said;
  begin: Word;
  way: Word;
  hand: Word;
  /** All lines in the order they are said. */
  how: readonly Word[];
  /** What done looks like. */
  check: Said;
  cautions: readonly Word[];
}

/** The act, the board it finds, and the cuts it is for. */
export interface Context {
  b: Board;
  act: Act;
  cuts: readonly Cut[];
}
export type Line = Word | false | null | undefined;
export interface Entry {
  title: Said | ((s: Context) => Said);
  short: Said;
  why: Said | ((s: Context) => Said);
  begin?: Said | ((s: Context) => Said);
  way?: Said | ((s: Context) => Said);
  /** Lines between the way and the hand. */
  more?: (s: Context) => readonly Line[];
  hand?: Said | ((s: Context) => Said);
  check: Said | ((s: Context) => Said);
  cautions?: (s: Context) => readonly Line[];
}

export const rawBoard = said('raw_fish_board_and_knife_only');
export const blade = said('sharp_knife_glove_on_the_holding');
export const firstAid = said('venomous_even_after_death_never');
export const choke = said('bones_left_in_can_choke_the_notice');
export const shell = said('do_not_pierce_the_skin');

export const armour = ({ b, act }: Context) =>
  b.job.species.scales === 'armour' && act.before.scales && said('armour_enter_between_scales_cut');
export const teeth = ({ b, act }: Context) =>
  b.job.species.sharp === 'teeth' && act.before.head && said('teeth_cut_badly_never_a_hand_in');
export const headSpines = ({ b, act }: Context) =>
  /head/.test(b.job.species.sharp ?? '') && act.before.head && said('spines_on_the_head_hold_it_with_a');
export const knobs = ({ b, act }: Context) =>
  b.job.species.sharp === 'tubercles' && act.before.skin && said('bony_knobs_on_the_skin_hold_it');
export const thorns = ({ b, act }: Context) =>
  b.job.species.sharp === 'thorns' && act.before.skin && said('thorns_on_the_back_and_tail_thick');
export const towel = said('towel_between_hand_and_fish_it');
export const dry = ({ b }: Context) => b.method('washing') === 'dry_only';
export const mm = (cuts: readonly Cut[]) => cuts.find((c) => c.thickMm !== null)?.thickMm ?? null;
const shapes = (cuts: readonly Cut[]) => cuts.flatMap((c) => c.goal.size ?? []);

export const eachOf = (cuts: readonly Cut[]) => {
  const [least, most] = shapes(cuts);
  return least !== undefined && most !== undefined && said('to_g_each', { least, most });
};
