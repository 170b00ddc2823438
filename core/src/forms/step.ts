import type { ArrivalCondition, Species } from '../species/index.ts';
import type { Form, Operation } from './form.ts';
import type { QuestionId } from './schools.ts';

/** The line a step draws on the fish. */
export type Drawing =
  | 'scale'
  | 'fins'
  | 'gut'
  | 'head'
  | 'vee_head'
  | 'back'
  | 'joint'
  | 'steaks'
  | 'tail'
  | 'fillet'
  | 'midline'
  | 'cross'
  | 'wing'
  | 'ribs'
  | 'pin_line'
  | 'pin_vee'
  | 'belly'
  | 'skin'
  | 'portions'
  | 'bias'
  | 'block'
  | 'strips'
  | 'sweep';

export interface Step {
  id: string;
  title: string;
  /** A word or two for the beads. */
  short: string;
  why: string;
  how: readonly string[];
  tool: string;
  /** What done looks like. */
  check: string;
  cautions: readonly string[];
  /** Minutes for one fish, or once for the ticket when `once`. */
  minutes: number;
  once: boolean;
  /** Runs on its own while other work goes on, minutes. */
  timer: number | null;
  /** Trims it makes. */
  trims: readonly string[];
  draws: Drawing | null;
}

export type StepSpecies = Pick<
  Species,
  | 'id'
  | 'name'
  | 'bodyPlan'
  | 'bodyRow'
  | 'scales'
  | 'sharp'
  | 'reefToxin'
  | 'histamine'
  | 'fat'
  | 'typicalG'
  | 'frameStock'
>;

/** What a step's rule may look at. */
export interface Bench {
  species: StepSpecies;
  condition: ArrivalCondition;
  /** Whether it came scaled: fish sold as scaled is often only part scaled. */
  scaled: 'no' | 'part' | 'yes';
  forms: readonly Form[];
  round: boolean;
  flat: boolean;
  wing: boolean;
  tail: boolean;
  headOn: boolean;
  /** Guts still in when the ticket begins. */
  gutsIn: boolean;
  does: (...ops: Operation[]) => boolean;
  school: (q: QuestionId) => string;
  option: (word: string) => boolean;
}

export type Minutes = readonly [small: number, medium: number, large: number] | number;
type Of<T> = T | ((b: Bench) => T);
export interface StepRule {
  id: string;
  title: Of<string>;
  short: string;
  why: Of<string>;
  how: Of<readonly string[]>;
  tool: Of<string>;
  check: Of<string>;
  minutes: Of<Minutes>;
  once?: boolean;
  timer?: number;
  trims?: readonly string[];
  draws?: Of<Drawing | null>;
  cautions?: (b: Bench) => (string | false)[];
  when: (b: Bench) => boolean;
}
