import { cleanup } from '@testing-library/react';
import { afterEach, beforeEach, vi } from 'vitest';
import { layOut } from './laidOut.ts';
import { setPrefs, store } from '../app/store.ts';
import { expectAgreed } from './served.tsx';

/* Files of tests share one page, one after the other: each test finds it as the first one did. */
beforeEach(() => {
  layOut();
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
  store.dispatch(setPrefs({ keys: true }));
  localStorage.clear();
  document.body.replaceChildren();
  expectAgreed();
});
