export { formBook } from './book.ts';
export type { Base, Form, FormId, Operation, Section } from './form.ts';
export {
  formName,
  formOf,
  formRefusal,
  sizeRefusal,
  keepsSkin,
  offered,
  togetherRefusal,
  type FormBook,
  type OwnForm,
} from './forms.ts';
export { filletsOf, piecesPerFish, usualPieces } from './pieces.ts';
export { shippedForms } from './shipped.ts';
export { likeWork, type Batch, type QueuedTicket } from './batch.ts';
