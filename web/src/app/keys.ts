import { useEffect, useRef } from 'react';

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

/** Shortcuts of the whole screen; they rest while someone types or a dialog is open. */
export function useKeys(keys: Readonly<Record<string, () => void>>): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || typing(event.target))
        return;
      if (document.querySelector('[role=dialog]')) return;
      if ((event.key === 'Enter' || event.key === ' ') && pressing(event.target)) return;
      const act = latest.current[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
