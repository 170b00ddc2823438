import { useEffect, useRef } from 'react';

/** Keys of a scan come faster than fingers type, ms between two. */
const fast = 40;
const shortest = 6;
/** Who listens for scans: whoever came last hears them alone. */
const listeners: object[] = [];
/** Keys handed on after a moment: no scanner looks at them again. */
const replayed = new WeakSet<Event>();

/**
 * A hand scanner types like a keyboard: its characters in one burst, then Enter. Hands whole scans on while no field
 * is being typed into; the keys of a scan do nothing else. Of several that listen the one that came last hears it.
 */
export function useScanner(onScan: (scan: string) => void): void {
  const latest = useRef(onScan);
  useEffect(() => {
    latest.current = onScan;
  });
  useEffect(() => {
    let text = '';
    let lastAt = 0;
    let held: ReturnType<typeof setTimeout> | undefined;
    const me = {};
    listeners.push(me);
    const onKeyDown = (event: KeyboardEvent) => {
      if (listeners.at(-1) !== me || document.querySelector('[role=dialog]')) return;
      if (replayed.has(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.target instanceof HTMLElement && event.target.closest('input, textarea, select')) return;
      const burst = event.timeStamp - lastAt < fast;
      lastAt = event.timeStamp;
      if (event.key === 'Enter') {
        if (burst && text.length >= shortest) {
          event.preventDefault();
          event.stopPropagation();
          latest.current(text);
        }
        text = '';
        return;
      }
      if (event.key.length !== 1 && event.key !== 'F8') return;
      clearTimeout(held);
      // The first key of a scan looks like a shortcut: it is one only when nothing follows at once.
      const first = !burst || text === '';
      if (first && /^[\dA-Za-z]$/.test(event.key)) {
        event.stopPropagation();
        const { key, target } = event;
        held = setTimeout(() => {
          const again = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
          replayed.add(again);
          target?.dispatchEvent(again);
        }, fast);
      }
      // The group separator of a GS1 code comes as F8 from a scanner set to it.
      text = (burst ? text : '') + (event.key === 'F8' ? '\u001d' : event.key);
      if (!first) event.stopPropagation();
    };
    window.addEventListener('keydown', onKeyDown, true);
    return () => {
      clearTimeout(held);
      listeners.splice(listeners.indexOf(me), 1);
      window.removeEventListener('keydown', onKeyDown, true);
    };
  }, []);
}
