import 'fake-indexeddb/auto';
import { readdirSync, readFileSync } from 'node:fs';
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { Refusal, served, shownTo } from '../testing/served.tsx';
import { store } from './store.ts';
import { ines, own, shared, type Form, type Shared } from '../testing/forms.tsx';

const tap = (name: RegExp) => fireEvent.click(screen.getAllByRole('button', { name })[0]!);
const field = (label: RegExp | string) => screen.findByLabelText<HTMLInputElement>(label);
async function type(label: RegExp | string, value: string) {
  const input = await field(label);
  fireEvent.change(input, { target: { value } });
  fireEvent.blur(input);
}

const opened = async (f: Form) => {
  if (f.open) {
    const button = () => screen.queryAllByRole('button', { name: f.open! })[0];
    // A form that is being written in may stand open already.
    await waitFor(() => expect(button() ?? screen.queryByLabelText(f.label)).toBeTruthy());
    if (screen.queryByLabelText(f.label) === null) fireEvent.click(button()!);
  }
  return field(f.label);
};

describe('a typed word is never lost', () => {
  it.each([...shared, ...own])('$name', async (f) => {
    served(f.screen, f.answers ?? {}, ines);
    await opened(f);
    await type(f.label, f.typed);
    const typed = (await field(f.label)).value;
    expect(typed).toContain(f.typed);
    // Another stage and back; then a screen that starts anew with what the device has.
    cleanup();
    shownTo(ines, f.screen);
    expect((await opened(f)).value).toBe(typed);
    expect(Object.keys(store.getState().drafts).every((k) => k.startsWith('1 '))).toBe(true);
  });

  it('whatever form there is: what a person types into is kept as a draft, or only looks for something', () => {
    // Fields that choose what is shown, and change nothing.
    const looking = [
      'accounts/Customers.tsx setText',
      'buying/Buying.tsx setDay',
      'costs/PriceList.tsx setAll',
      'costs/PriceList.tsx setText',
      'counter/StockTake.tsx setPlace',
      'counter/StockTake.tsx setSkipped',
      'grading/Calibration.tsx setChosen',
      'labels/Labels.tsx setCode',
      'landing/LotActions.tsx setCopies',
      'species/SpeciesEditor.tsx setTouched',
    ];
    const root = `${import.meta.dirname}/..`;
    const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
      (f) => f.endsWith('.tsx') && !f.endsWith('.test.tsx'),
    );
    const lost = files.flatMap((f) => {
      const source = readFileSync(`${root}/${f}`, 'utf8');
      if (!/\buse(Change|Form)\(/.test(source)) return [];
      return [...source.matchAll(/const \[\w+, (set\w+)\] = useState/g)]
        .map((m) => m[1]!)
        .filter((set) => new RegExp(`onChange=\\{(?:[^}]|\\}(?=\\)|,|;))*?\\b${set}\\b`).test(source))
        .map((set) => `${f.replace('stages/', '')} ${set}`);
    });
    expect(files.length).toBeGreaterThan(80);
    expect([...new Set(lost)].sort()).toEqual(looking);
  });
});

describe('nobody writes over what was saved meanwhile', () => {
  const stale = (f: Shared) =>
    new Refusal({ status: 409, code: 'stale', detail: 'changed', current: { ...f.theirs, version: 8 } });
  const met = async (f: Shared) => {
    const method = /\/(hold|deposit)$/.test(f.path) ? 'POST' : 'PUT';
    const sent = served(f.screen, { ...f.answers, [`${method} ${f.path}`]: stale(f) }, ines);
    await opened(f);
    await type(f.label, f.typed);
    if (f.also) await type(...f.also);
    tap(f.save);
    await screen.findByText('Someone else saved this meanwhile');
    expect(sent.at(-1)).toMatchObject({ path: f.path, body: { version: 3 } });
    return sent;
  };

  it.each(shared)('$name: both are shown, and mine is saved over it only when I say so', async (f) => {
    const sent = await met(f);
    const rows = screen.getByRole('alert').querySelectorAll('tbody tr');
    expect(rows.length).toBeGreaterThan(0);
    expect(rows[0]!.querySelectorAll('td')[0]!.textContent).not.toBe(
      rows[0]!.querySelectorAll('td')[1]?.textContent,
    );
    const before = sent.length;
    tap(/Save mine over it/);
    await waitFor(() => expect(sent).toHaveLength(before + 1));
    expect(sent.at(-1)).toMatchObject({ path: f.path, body: { version: 8 } });
  });

  it.each(shared)('$name: saved, nothing of it stays on the device', async (f) => {
    const method = /\/(hold|deposit)$/.test(f.path) ? 'POST' : 'PUT';
    const sent = served(f.screen, { ...f.answers, [`${method} ${f.path}`]: { version: 4, id: 1 } }, ines);
    await opened(f);
    await type(f.label, f.typed);
    if (f.also) await type(...f.also);
    await act(async () => {
      tap(f.save);
      await waitFor(() => expect(sent.length).toBeGreaterThan(0));
    });
    await waitFor(() => expect(store.getState().drafts).toEqual({}));
  });

  it.each(shared)('$name: what they saved is taken, and mine is gone from the device', async (f) => {
    await met(f);
    expect(Object.keys(store.getState().drafts)).toHaveLength(1);
    await act(async () => {
      tap(/Take what was saved/);
      await Promise.resolve();
    });
    expect(store.getState().drafts).toEqual({});
  });
});
