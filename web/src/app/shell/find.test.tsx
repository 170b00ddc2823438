import type { Found } from '@ember-slate/contract';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { useLocation } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { fill, says } from '../../testing/hands.ts';
import { served } from '../../testing/served.tsx';
import { useScanner } from '../scanner.ts';
import { Find } from './Find.tsx';

const hit = (more: Partial<Found>): Found => ({
  kind: 'lot',
  id: '7',
  name: 'Hake 261126-H1',
  detail: '',
  on: null,
  ...more,
});
function Held({ page }: { page?: (scan: string) => void }) {
  const [first, setFirst] = useState<string | null>(null);
  const at = useLocation();
  return (
    <>
      <Find first={first} onOpen={setFirst} onClose={() => setFirst(null)} />
      <p data-testid="at">{at.pathname + at.search}</p>
      {page && <Page onScan={page} />}
    </>
  );
}
function Page({ onScan }: { onScan: (scan: string) => void }) {
  useScanner(onScan);
  return null;
}
const key = (k: string, more: object = {}) => fireEvent.keyDown(document.body, { key: k, ...more });
const field = () => screen.findByRole('combobox', { name: 'Find' });
/** A scanner types the whole at once. */
const scan = (text: string) => {
  const at = performance.now();
  [...text, 'Enter'].forEach((k, i) => {
    const event = new KeyboardEvent('keydown', { key: k, bubbles: true, cancelable: true });
    Object.defineProperty(event, 'timeStamp', { value: at + i * 5 });
    act(() => void document.body.dispatchEvent(event));
  });
};
afterEach(() => vi.useRealTimers());

describe('find', () => {
  it.each([
    ['lot', {}, '/lots/7'],
    ['order', {}, '/orders?order=7'],
    ['ticket', {}, '/bench/7'],
    ['sale', { on: '2026-11-25' }, '/counter/sales?day=2026-11-25&sale=7'],
    ['customer', {}, '/customers/7'],
    ['supplier', {}, '/suppliers/7'],
    ['delivery', {}, '/landing?delivery=7'],
    ['species', { id: 'hake' }, '/species/hake'],
    ['form', { id: 'steaks' }, '/forms/steaks'],
  ] as const)('leads to a %s', async (kind, more, to) => {
    served(<Held />, { '/api/find?text=x7': [hit({ kind, name: 'the one', ...more })] });
    key('/');
    await field();
    await fill(/^Find/, 'x7');
    await screen.findByRole('option', { name: /the one/ });
    fireEvent.keyDown(await field(), { key: 'ArrowDown' });
    fireEvent.keyDown(await field(), { key: 'Enter' });
    await waitFor(() => expect(screen.getByTestId('at').textContent).toBe(to));
    expect(screen.queryByRole('combobox')).toBeNull();
  });

  it.each([[{ ctrlKey: true }], [{ metaKey: true }]])('opens by a key from anywhere: %j', async (more) => {
    served(<Held />, {});
    key('k', more);
    await field();
  });

  it('finds pages by their names, but none that one may not open', async () => {
    served(<Held />, { '/api/find?text=e': [] });
    key('/');
    await field();
    await fill(/^Find/, 'e');
    expect(await screen.findByRole('option', { name: /page Species book/ })).toBeTruthy();
    expect(screen.queryByRole('option', { name: /page Settings/ })).toBeNull();
    expect(screen.queryByRole('option', { name: /page People/ })).toBeNull();
  });

  it('says so when there is nothing of that name', async () => {
    served(<Held />, { '/api/find?text=qqq': [] });
    key('/');
    await field();
    await fill(/^Find/, 'qqq');
    await says(/Nothing here is called “qqq”/);
  });

  it('takes a scan where the page has no use of its own for it, and leaves it to one that has', async () => {
    served(<Held />, { '/api/find?text=261126-H1': [hit({})] });
    scan('261126-H1');
    expect(((await field()) as HTMLInputElement).value).toBe('261126-H1');
    expect(await screen.findByRole('option', { name: /Hake 261126-H1/ })).toBeTruthy();
  });

  it('leaves a scan to a page that listens', () => {
    const page = vi.fn();
    served(<Held page={page} />, {});
    scan('261126-H1');
    expect(page.mock.calls).toEqual([['261126-H1']]);
    expect(screen.queryByRole('combobox')).toBeNull();
  });
});
