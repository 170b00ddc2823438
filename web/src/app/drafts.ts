import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What was typed and is not saved yet, by form: it outlasts another stage, a reload, and the power. */
type Fields = Readonly<Record<string, unknown>>;
interface Kept {
  at: number;
  fields: Fields;
}
type Drafts = Readonly<Record<string, Kept>>;

const storageKey = 'ember-slate-drafts';
/** A draft nobody came back to for so long is thrown away, ms. */
const keptMs = 14 * 24 * 3_600_000;

function stored(): Drafts {
  try {
    const all = JSON.parse(localStorage.getItem(storageKey) ?? '{}') as Drafts;
    return Object.fromEntries(Object.entries(all).filter(([, d]) => Date.now() - d.at < keptMs));
  } catch {
    return {};
  }
}

export const drafts = createSlice({
  name: 'drafts',
  initialState: stored,
  reducers: {
    drafted: (state, a: PayloadAction<{ form: string; fields: Fields }>) => ({
      ...state,
      [a.payload.form]: { at: Date.now(), fields: { ...state[a.payload.form]?.fields, ...a.payload.fields } },
    }),
    thrownAway: (state, a: PayloadAction<string>) =>
      Object.fromEntries(Object.entries(state).filter(([form]) => form !== a.payload)),
  },
});
/** Writes drafts to the device; where its storage is full or barred they last as long as the page. */
export function keepDrafts(state: Drafts): void {
  try {
    localStorage.setItem(storageKey, JSON.stringify(state));
  } catch {
    // Nothing else can be done: what is on the screen stays there.
  }
}
