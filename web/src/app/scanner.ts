import { useEffect, useRef } from 'react';

/** Keys of a scan come faster than fingers type, ms between two. */
const fast = 40;
const shortest = 6;

/**
 * A hand scanner types like a keyboard: its characters in one burst, then Enter. Hands whole scans on while no field
 * is being typed into; the keys of a scan do nothing else.
 */
export function useScanner(onScan: (scan: string) => void): void {
  const latest = useRef(onScan);
  useEffect(() => {
    latest.current = onScan;
  });
  useEffect(() => {
    let text = '';
    let lastAt = 0;
    const hear = (event: KeyboardEvent) => {
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
      // The group separator of a GS1 code comes as F8 from a scanner set to it.
      text = (burst ? text : '') + (event.key === 'F8' ? '\u001d' : event.key);
      if (burst && text.length > 1) event.stopPropagation();
    };
    window.addEventListener('keydown', hear, true);
    return () => window.removeEventListener('keydown', hear, true);
  }, []);
}
