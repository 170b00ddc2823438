import { useEffect, useRef } from 'react';
import { store } from './store.ts';

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.closest(
    'input:not([type=radio], [type=checkbox]), textarea, select, [contenteditable], [role=combobox]',
  ) !== null;
/** Whether the hand last chose by tapping; Tab says it now goes by keyboard. */
let tapped = false;
window.addEventListener('pointerdown', () => (tapped = true), true);
window.addEventListener('keydown', (event) => (tapped &&= event.key !== 'Tab'), true);
/** A control reached by keyboard keeps its own Space and Enter; one that was tapped gives the space bar back. */
const pressing = (target: EventTarget | null) =>
  !tapped &&
  target instanceof HTMLElement &&
  target.closest('button, a, [role=radio], [role=option], [type=radio], [type=checkbox], summary') !== null;

type Keys = Readonly<Record<string, () => void>>;
/** What is on the screen, in the order it came; the newest that knows a key gets it. */
const screen: { current: Keys }[] = [];

window.addEventListener('keydown', (event) => {
  if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || typing(event.target))
    return;
  if (document.querySelector('[role=dialog]')) return;
  if ((event.key === 'Enter' || event.key === ' ') && pressing(event.target)) return;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  // The space bar is no letter: it takes the weight, whoever speaks to the screen.
  if (key.length === 1 && key !== ' ' && !store.getState().prefs.keys) return;
  const act = screen.findLast((keys) => keys.current[key])?.current[key];
  if (!act) return;
  event.preventDefault();
  act();
});

/** Shortcuts of the whole screen; they rest while someone types or a dialog is open. */
export function useKeys(keys: Keys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    screen.push(latest);
    return () => void screen.splice(screen.indexOf(latest), 1);
  }, []);
}
