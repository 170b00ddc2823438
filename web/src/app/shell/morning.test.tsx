import { afterEach, describe, expect, it } from 'vitest';
import { act } from '@testing-library/react';
import { counter, manager } from '../../testing/acts.tsx';
import { press, pressable, says } from '../../testing/hands.ts';
import { served } from '../../testing/served.tsx';
import { setPrefs, store } from '../store.ts';
import { Morning } from './Morning.tsx';

const begin = (walking = true, morning = 0) => act(() => void store.dispatch(setPrefs({ walking, morning })));
const shown = (me = manager, sample = true) => served(<Morning />, {}, me, '/landing', { sample });
afterEach(() => begin(false));

describe('the first morning', () => {
  it('walks through the stages in the order of a day, and is over after the last', async () => {
    shown();
    begin();
    const seen = [];
    for (let n = 1; n <= 8; n++) {
      await says(new RegExp(`First morning, ${n} of 8`));
      seen.push(document.querySelector('section strong')!.textContent);
      if (n < 8) await press(/^Next: /);
    }
    expect(new Set(seen).size).toBe(8);
    await press('That was the morning');
    expect(document.querySelector('section')).toBeNull();
    expect(store.getState().prefs).toMatchObject({ walking: false, morning: 0 });
  });

  it('is left, and goes on later where it was left', async () => {
    shown();
    begin(true, 3);
    await says(/4 of 8/);
    await press('leave it for now');
    expect(document.querySelector('section')).toBeNull();
    begin(true, store.getState().prefs.morning);
    await says(/4 of 8/);
    await press('Back');
    await says(/3 of 8/);
  });

  it('leads nobody where they may not go', async () => {
    shown(counter);
    begin();
    await says(/1 of 7/);
    while (pressable(/^Next: /).length > 0) {
      expect(pressable(/Close the day/)).toHaveLength(0);
      await press(/^Next: /);
    }
    await says(/7 of 7/);
  });

  it('is nothing in a shop of one’s own, or until it is asked for', () => {
    shown(manager, false);
    begin();
    expect(document.querySelector('section')).toBeNull();
    begin(false);
    expect(document.querySelector('section')).toBeNull();
  });
});
