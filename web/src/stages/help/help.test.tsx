import type { Me } from '@ember-slate/contract';
import { screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { pageList } from '../../app/pageList.ts';
import { fill, press, pressable, says } from '../../testing/hands.ts';
import { served } from '../../testing/served.tsx';
import HelpPage, { helpAt } from './HelpPage.tsx';
import { help, keys, words } from './text.ts';

const wil: Me = { id: 3, name: 'Wil Aster', role: 'counter' };
const shown = (address: string, me?: Me) => served(<HelpPage />, {}, me, address);

describe('the help', () => {
  it.each(pageList.map((p) => p.path))('answers for the page %s', (path) => {
    const of = helpAt(path);
    expect(of, path).toBeDefined();
    expect(of!.answers.endsWith('?')).toBe(true);
    for (const sentence of of!.how) expect(sentence).toMatch(/^[A-Z].{15,200}[.]$/);
  });

  it('has no help for a page that is none, and no word or key that no page uses', () => {
    const paths = new Set(pageList.map((p) => p.path.replace(/\/:id$/, '')));
    for (const path of Object.keys(help)) expect(paths).toContain(path.replace(/\/:id$/, ''));
    const used = Object.values(help).flatMap((h) => h.words);
    expect(Object.keys(words).filter((w) => !used.includes(w as keyof typeof words))).toEqual([]);
    const pressed = Object.values(help).flatMap((h) => h.keys);
    expect(Object.keys(keys).filter((k) => !pressed.includes(k as keyof typeof keys))).toEqual([]);
  });

  it('opens for the screen one comes from, the row that is chosen on it left aside', async () => {
    shown('/help?of=/customers/4');
    await says(/Who owes what, and what did they have\?/);
    await says(/On account.*Taken now, paid later/);
  });

  it('finds screens and words by what is said of them, and says when there is nothing', async () => {
    shown('/help?of=/counter');
    await fill('Find in help', 'reading its bones');
    await says(/Nothing of that in the help/);
    await fill('Find in help', 'water and blood');
    await says(/Drip.*What a fish loses as water and blood/);
    await press('A ticket');
    await says(/What is the next cut, and how is it done\?/);
  });

  it('leads nobody to a screen that is not theirs', async () => {
    shown('/help', wil);
    await says(/What came this morning/);
    expect(pressable('Settings')).toEqual([]);
    expect(pressable('Counter')).toHaveLength(1);
  });

  it('is printed', async () => {
    const print = vi.fn();
    vi.stubGlobal('print', print);
    shown('/help?of=/plan');
    await press('Print');
    expect(print).toHaveBeenCalledOnce();
    vi.unstubAllGlobals();
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Cut plan');
  });
});
