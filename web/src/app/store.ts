import type { Reading } from '@ember-slate/contract';
import type { UnitSystem } from '@ember-slate/core/units';
import { configureStore, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { drafts, keepDrafts } from './drafts.ts';
import { asked } from './request.ts';

/** What this device prefers; kept in its own storage. */
interface Prefs {
  theme: 'slate' | 'chalk';
  units: UnitSystem;
  /** The key a foot pedal sends for the next step; empty without one. */
  pedal: string;
  /** Whether a letter, a digit or a sign alone does something. */
  keys: boolean;
  /** Whether the first morning walks along, and the station it stands at. */
  walking: boolean;
  morning: number;
}
const prefsKey = 'ember-slate-prefs';
const storedPrefs = (): Prefs => {
  const fallback: Prefs = {
    theme: window.matchMedia('(prefers-color-scheme: light)').matches ? 'chalk' : 'slate',
    units: 'metric',
    pedal: '',
    keys: true,
    walking: false,
    morning: 0,
  };
  try {
    return { ...fallback, ...(JSON.parse(localStorage.getItem(prefsKey) ?? '{}') as Partial<Prefs>) };
  } catch {
    return fallback;
  }
};

const prefs = createSlice({
  name: 'prefs',
  initialState: storedPrefs,
  reducers: { setPrefs: (state, action: PayloadAction<Partial<Prefs>>) => ({ ...state, ...action.payload }) },
});

const noReading: Reading = { grams: 0, tare: 0, state: 'none', seq: 0 };

/** One line that is said to who stands here; `act` is a move or a bin that can be taken back at once. */
interface Notice {
  text: string;
  problem: boolean;
  act?: number;
}

/** The connection to the shop: live or lost, what the scale says, what waits to be sent, the last notice. */
const connection = createSlice({
  name: 'connection',
  initialState: {
    live: false,
    lostAt: null as number | null,
    reading: noReading,
    /** Tenths of a degree the probe says, null while it is off. */
    probe: null as number | null,
    /** Entries kept on this screen: those that wait, and those the shop refused. */
    kept: 0,
    refused: 0,
    /** Somebody locked this screen: dialogs stand aside. */
    locked: false,
    notice: null as Notice | null,
  },
  reducers: {
    connected: (s) => {
      s.live = true;
      s.lostAt = null;
    },
    disconnected: (s, a: PayloadAction<number>) => {
      s.live = false;
      s.lostAt ??= a.payload;
      s.reading.state = 'none';
    },
    weighed: (s, a: PayloadAction<Reading>) => {
      s.reading = a.payload;
    },
    probed: (s, a: PayloadAction<number | null>) => {
      s.probe = a.payload;
    },
    keptCount: (s, a: PayloadAction<{ waiting: number; refused: number }>) => {
      s.kept = a.payload.waiting;
      s.refused = a.payload.refused;
    },
    screenLocked: (s, a: PayloadAction<boolean>) => {
      s.locked = a.payload;
      // What was said to one person, a PIN perhaps, is not for the next.
      if (a.payload) s.notice = null;
    },
    notify: (s, a: PayloadAction<Notice | null>) => {
      s.notice = a.payload;
    },
  },
});

export const { setPrefs } = prefs.actions;
export const {
  connected: connected,
  disconnected: disconnected,
  weighed,
  probed,
  keptCount,
  notify: notify,
  screenLocked,
} = connection.actions;

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    prefs: prefs.reducer,
    connection: connection.reducer,
    drafts: drafts.reducer,
  },
  middleware: (defaults) => defaults().concat(api.middleware),
});
let typed = store.getState().drafts;
let writing: number | undefined;
store.subscribe(() => {
  if (typed === store.getState().drafts) return;
  typed = store.getState().drafts;
  // Not at every key, but before the hand is back from the next one; and at once when the page goes.
  writing ??= window.setTimeout(() => {
    writing = undefined;
    keepDrafts(typed);
  }, 200);
});
window.addEventListener('pagehide', () => keepDrafts(typed));

asked.headers = { Units: store.getState().prefs.units };
let kept = store.getState().prefs;
store.subscribe(() => {
  if (kept === store.getState().prefs) return;
  kept = store.getState().prefs;
  try {
    localStorage.setItem(prefsKey, JSON.stringify(kept));
  } catch {
    // Storage is full or barred: the preference lasts as long as the page.
  }
  document.documentElement.className = kept.theme;
  asked.headers = { Units: kept.units };
});

export type State = ReturnType<typeof store.getState>;
export const useAppSelector = useSelector.withTypes<State>();
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
