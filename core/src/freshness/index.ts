export { clockSource, daysLeft, gutsFactor, sellBy, spoilageRate, type LifeInput } from './clock.ts';
export { huberLocation, weightedMedian, type Vote } from './consensus.ts';
export {
  categories,
  categoryLimits,
  fitRungs,
  grade,
  histamineStop,
  sampleSize,
  verdicts,
  type Category,
  type FishSigns,
  type Grade,
  type GradeInput,
  type SignVote,
  type Use,
  type Verdict,
} from './grade.ts';
export { euGeneral, signsFor, type Level, type Scheme, type Sign } from './scheme.ts';
export { intakeLimit } from './limits.ts';
