export {
  formBook,
  formOf,
  formRefusal,
  keepsSkin,
  offered,
  togetherRefusal,
  type Base,
  type Form,
  type FormBook,
  type FormId,
  type Operation,
  type OwnForm,
  type Section,
} from './forms.ts';
export { shippedForms } from './shipped.ts';
export {
  compose,
  openQuestions,
  speciesCautions,
  ticketMinutes,
  type Composition,
  type Job,
} from './compose.ts';
export { type Drawing, type Step } from './library.ts';
export {
  isChoice,
  questionOf,
  questions,
  resolveSchools,
  schoolRefusal,
  type Chosen,
  type ChosenBy,
  type Question,
  type QuestionId,
  type School,
  type SchoolChoices,
} from './schools.ts';
export { likeWork, type Batch, type QueuedTicket } from './batch.ts';
