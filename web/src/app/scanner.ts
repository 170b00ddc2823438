import { useEffect, useRef } from 'react';
import { flushSync } from 'react-dom';
import { say } from './say.ts';
import { notify, store } from './store.ts';

/** Keys of a scan come faster than fingers type, ms between two; the slowest scanners send eleven a second. */
const fast = 90;
/** One that says what code it read begins with a bracket, as no shortcut does (ISO/IEC 15424): it may take its time. */
const patient = 500;
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
    /** Keys of a burst that may be a scan; they are handed on when it turns out to be none. */
    let held: { key: string; target: EventTarget | null }[] = [];
    let timer: ReturnType<typeof setTimeout> | undefined;
    let lastAt = 0;
    const me = {};
    listeners.push(me);
    const pace = () => (held[0]?.key === ']' ? patient : fast);
    const handOn = () => {
      clearTimeout(timer);
      const keys = held;
      held = [];
      for (const { key, target } of keys) {
        const again = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
        replayed.add(again);
        // Each acts on what the one before it left.
        flushSync(() => target?.dispatchEvent(again));
      }
    };
    const onKeyDown = (event: KeyboardEvent) => {
      if (listeners.at(-1) !== me) return;
      if (replayed.has(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.target instanceof HTMLElement && event.target.closest('input, textarea, select')) return;
      if (event.timeStamp - lastAt >= pace()) handOn();
      lastAt = event.timeStamp;
      if (event.key === 'Enter' && held.length >= shortest) {
        event.preventDefault();
        event.stopPropagation();
        clearTimeout(timer);
        // The group separator of a GS1 code comes as F8 from a scanner set to it.
        const text = held.map((h) => (h.key === 'F8' ? '\u001d' : h.key)).join('');
        held = [];
        // A dialog asks for something else: its buttons are not pressed by the Enter of a scan, and it is said why.
        if (document.querySelector('[role=dialog]'))
          store.dispatch(notify({ text: say('scan_waits_for_the_dialog'), problem: true }));
        else latest.current(text);
        return;
      }
      if (event.key === 'Enter' || event.key === ' ') return handOn();
      if (event.key.length !== 1 && event.key !== 'F8') return;
      // The first key of a scan looks like a shortcut: it is one only when nothing follows at once.
      if (held.length === 0 && !/^[\dA-Za-z\]]$/.test(event.key)) return;
      event.stopPropagation();
      held.push({ key: event.key, target: event.target });
      clearTimeout(timer);
      timer = setTimeout(handOn, pace());
    };
    window.addEventListener('keydown', onKeyDown, true);
    return () => {
      clearTimeout(timer);
      listeners.splice(listeners.indexOf(me), 1);
      window.removeEventListener('keydown', onKeyDown, true);
    };
  }, []);
}
