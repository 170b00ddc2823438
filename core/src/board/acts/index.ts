import type { ActRule } from './rule.ts';
import { finishActs } from './finish.ts';
import { openingActs } from './opening.ts';
import { pieceActs } from './pieces.ts';
import { sideActs } from './sides.ts';
import { wholeActs } from './whole.ts';
import { wingActs } from './wings.ts';

/** Every act there is, in the order they are done (common practice; minutes and shares our choice). */
export const rules: readonly ActRule[] = [
  ...wholeActs,
  ...wingActs,
  ...openingActs,
  ...sideActs,
  ...pieceActs,
  ...finishActs,
];
