import { isDate } from '@ember-slate/core/calendar';
import { useCallback, useState } from 'react';
import { useSearchParams } from 'react-router';

/** One word of the address behind the question mark; null puts it away. The way back leads past it, to the page before. */
function useWord(name: string): [word: string | null, set: (word: string | null) => void] {
  const [words, setWords] = useSearchParams();
  const set = useCallback(
    (word: string | null) =>
      setWords(
        (had) => {
          const next = new URLSearchParams(had);
          if (word === null) next.delete(name);
          else next.set(name, word);
          return next;
        },
        { replace: true },
      ),
    [name, setWords],
  );
  return [words.get(name), set];
}

/**
 * Which of a few views is shown, kept in the address: it outlasts a reload, and a link leads to it.
 * @param usual what is shown where the address says nothing, or nothing there is
 */
export function useView<T extends string>(
  name: string,
  all: readonly T[],
  usual: T,
): [view: T, show: (view: T) => void] {
  const [word, set] = useWord(name);
  const show = useCallback((view: T) => set(view === usual ? null : view), [set, usual]);
  return [all.find((v) => v === word) ?? usual, show];
}

/** Which row of a list is looked at, by its key, kept in the address; null while none was chosen. */
export function useChosenRow(
  name: string,
): [key: string | null, choose: (key: string | number | null) => void] {
  const [word, set] = useWord(name);
  const choose = useCallback((key: string | number | null) => set(key === null ? null : String(key)), [set]);
  return [word, choose];
}

/**
 * Which day is looked at, kept in the address.
 * @param usual the day where the address names none, as it was when the page was opened: no midnight turns a page over
 */
export function useDay(name: string, usual: string): [day: string, show: (day: string) => void] {
  const [word, set] = useWord(name);
  const [opened] = useState(usual);
  const show = useCallback((day: string) => set(day === opened ? null : day), [set, opened]);
  return [word !== null && isDate(word) ? word : opened, show];
}
