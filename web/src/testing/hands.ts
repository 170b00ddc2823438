import { act, fireEvent } from '@testing-library/react';
import { store } from '../app/store.ts';

/*
 * What a person does on a screen, by what stands there to be read. Each act waits until the thing is there, and says
 * what is there instead where it never comes.
 */
type Name = string | RegExp;

const calls = (name: Name, text: string) =>
  typeof name === 'string' ? text.toLowerCase() === name.toLowerCase() : name.test(text);
const written = (e: Element) =>
  (e.getAttribute('aria-label') ?? e.textContent).replace(/[\s\u2009]+/g, ' ').trim();
const unhidden = (e: Element) => e.closest('[hidden], [aria-hidden=true]') === null;

/** All that can be pressed, or only what is so named. */
export const pressable = (name: Name = /./, within: ParentNode = document): HTMLElement[] =>
  [
    ...within.querySelectorAll<HTMLElement>(
      'button, a, summary, [role=radio], [role=option], [role=menuitem]',
    ),
  ]
    .filter(unhidden)
    .filter((e) => calls(name, written(e)));

/** Long enough for any machine: what never comes is told by what stands there instead. */
const mostMs = 15_000;

/** Asks until there is an answer; null where none ever comes. */
async function until<T>(ask: () => T | undefined): Promise<T | null> {
  const late = Date.now() + mostMs;
  for (;;) {
    const answer = ask();
    if (answer !== undefined) return answer;
    if (Date.now() > late) return null;
    await act(() => new Promise((done) => setTimeout(done, 4)));
  }
}

async function found<T>(find: () => T | undefined, what: Name, there: () => string[]): Promise<T> {
  const one = await until(find);
  if (one === null) throw new Error(`No ${String(what)} among: ${there().join(' | ')}`);
  return one;
}

/** The one that is so named, or the first of several. */
export const button = (name: Name, within: ParentNode = document): Promise<HTMLElement> =>
  found(
    () => {
      const all = pressable(name, within);
      return all.find((e) => written(e) === name) ?? all[0];
    },
    name,
    () => pressable(/./, within).map(written),
  );

export async function press(name: Name, within?: ParentNode): Promise<void> {
  fireEvent.click(await button(name, within));
}

type Input = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;
const labelOf = (input: Input) =>
  (
    input.getAttribute('aria-label') ??
    input.closest('label')?.querySelector('.field-label')?.textContent ??
    input.closest('label')?.textContent ??
    ''
  )
    .replace(/[\s\u2009]+/g, ' ')
    .trim();
const inputs = () => [...document.querySelectorAll<Input>('input, select, textarea')].filter(unhidden);

/** The field with this label; of several the n-th. */
export const field = (label: Name, n = 0): Promise<Input> =>
  found(
    () => inputs().filter((i) => calls(label, labelOf(i)))[n],
    label,
    () => inputs().map(labelOf),
  );

/** Types into a field, or chooses in it, and goes on. */
export async function fill(label: Name, value: string, n = 0): Promise<void> {
  const input = await field(label, n);
  fireEvent.focus(input);
  fireEvent.change(input, { target: { value } });
  fireEvent.blur(input);
}

/** Types into a field that offers what fits, and takes the offer. */
export async function pick(label: Name, text: string, offer: Name): Promise<void> {
  const input = await field(label);
  fireEvent.focus(input);
  fireEvent.change(input, { target: { value: text } });
  fireEvent.mouseDown(await button(offer), { button: 0 });
}

/** What a field holds. */
export const holds = async (label: Name, n = 0): Promise<string> => (await field(label, n)).value;

/** Whether it can be pressed, and if not, what it says of that. */
export const waitsFor = async (name: Name): Promise<string | null> => {
  const it = await button(name);
  if (it.getAttribute('aria-disabled') !== 'true') return null;
  const why = it.getAttribute('aria-describedby');
  return (why ? document.getElementById(why)?.textContent : it.getAttribute('title')) ?? '';
};

/** All a person reads there, with single blanks; last what the frame around every page says of the last act. */
export const page = (): string =>
  `${document.body.textContent} ${store.getState().connection.notice?.text ?? ''}`.replace(
    /[\s\u2009]+/g,
    ' ',
  );

/** Waits until the screen says so. */
export async function says(what: RegExp): Promise<void> {
  const said = await until(() => what.test(page()) || undefined);
  if (said === null) throw new Error(`Not said: ${String(what)}. It says: ${page().slice(0, 900)}`);
}

/** Waits until so many requests were sent; returns the last of them. */
export async function only<T>(sent: () => readonly T[], count = 1): Promise<T> {
  const all = await until(() => sent().length >= count || undefined);
  if (all === null || sent().length > count)
    throw new Error(`${sent().length} sent, not ${count}. The screen says: ${page().slice(0, 900)}`);
  return sent()[count - 1]!;
}
