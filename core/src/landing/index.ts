export {
  findSpecies,
  guessColumns,
  looksLikeFormula,
  noteFields,
  readDate,
  readNoteRow,
  type NoteColumns,
  type NoteField,
  type NoteLot,
  type NoteRow,
} from './note.ts';
export {
  fishDoubt,
  lengthCm,
  lotDoubts,
  relativeCondition,
  spreadOf,
  weightG,
  type FishDoubt,
  type FishSpread,
  type MeasuredFish,
} from './plausible.ts';
