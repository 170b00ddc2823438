export type { Act } from './act.ts';
export {
  compose,
  goalsOf,
  minutesOf,
  openQuestions,
  workOf,
  type Composition,
  type Output,
  type Step,
  type Work,
} from './compose.ts';
export {
  expectedCut,
  expectedGrams,
  expectedTicket,
  ticketGrams,
  type ExpectedCut,
  type ExpectedTicket,
} from './expected.ts';
export { goalOf, type Goal } from './goal.ts';
export { plainCut, type Job, type WantedCut } from './job.ts';
export {
  isChoice,
  methodRefusal,
  methodsChosen,
  questionOf,
  questions,
  resolveMethods,
  type Chosen,
  type ChosenBy,
  type Method,
  type MethodChoices,
  type Question,
  type QuestionId,
} from './methods.ts';
export { optionClash, optionOf, optionsOf, optionWords, type OptionId } from './options.ts';
export {
  packingRefusal,
  packings,
  packingWords,
  refrozen,
  usualPacking,
  vacuumCelsius,
  vacuumDays,
  type Packing,
} from './packing.ts';
export { kindOf, partsOf, type Kind } from './parts.ts';
export { jobFaults, pieceOf, optionOffered, optionRefusal, type Fault } from './refusals.ts';
export { speciesCautions } from './cautions.ts';
export type { BladeView, Drawing, Lies } from './acts/rule.ts';
export { methodEffect, type MethodEffect } from './effect.ts';
