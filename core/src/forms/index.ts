export { formBook } from './book.ts';
export type { Base, Form, FormId, Operation, Section } from './form.ts';
export {
  formName,
  formOf,
  formRefusal,
  keepsSkin,
  offered,
  togetherRefusal,
  type FormBook,
  type OwnForm,
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
export type { Drawing, Step } from './step.ts';
export {
  isChoice,
  questionOf,
  questions,
  resolveSchools,
  schoolRefusal,
  schoolsChosen,
  type Chosen,
  type ChosenBy,
  type Question,
  type QuestionId,
  type School,
  type SchoolChoices,
} from './schools.ts';
export { likeWork, type Batch, type QueuedTicket } from './batch.ts';
