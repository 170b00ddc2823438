import type { Me } from '@ember-slate/contract';
import { cleanup } from '@testing-library/react';
import type { ReactNode } from 'react';
import { describe, expect, it } from 'vitest';
import { notify, store } from '../app/store.ts';
import { only, says } from './hands.ts';
import { Refusal, served, type Sent } from './served.tsx';

export const manager: Me = { id: 1, name: 'Ines Corrie', role: 'manager' };
export const bench: Me = { id: 2, name: 'Bram Teale', role: 'bench' };
export const counter: Me = { id: 3, name: 'Wil Aster', role: 'counter' };

/** One thing a person does on a screen: by which presses, and what must reach the shop of it. */
export interface Act {
  does: string;
  /** Who does it; the one of the table where nobody is named. */
  me?: Me;
  screen?: ReactNode;
  answers?: Readonly<Record<string, unknown>>;
  by: () => Promise<void>;
  sends: Sent;
  /** What the shop answers to it, where an empty answer or an id will not do. */
  answered?: unknown;
  /** What is said once it is done. */
  says?: RegExp;
}

interface Usual {
  me: Me;
  screen: ReactNode;
  at?: string;
  answers: Readonly<Record<string, unknown>>;
  /** Requests that change nothing and are not counted, by path. */
  asks?: RegExp;
}

const refusal = 'The shop will not have that today';

/**
 * Tries each act of a screen twice: done, it sends this and nothing else; refused, whoever did it reads why, whatever
 * button it was.
 */
export function tryActs(name: string, usual: Usual, table: readonly Act[]): void {
  const open = (act: Act, answer: unknown): (() => Sent[]) => {
    store.dispatch(notify(null));
    const key = `${act.sends.method} ${act.sends.path}`;
    const sent = served(
      act.screen ?? usual.screen,
      { ...usual.answers, ...act.answers, ...(answer === undefined ? {} : { [key]: answer }) },
      act.me ?? usual.me,
      usual.at,
    );
    return () => sent.filter((s) => !usual.asks?.test(s.path));
  };
  describe(name, () => {
    it.each(table.map((a) => [a.does, a] as const))('%s', async (_does, act) => {
      const sent = open(act, act.answered);
      await act.by();
      expect(await only(sent)).toEqual(act.sends);
      if (act.says) await says(act.says);
      cleanup();
    });
    it.each(table.map((a) => [a.does, a] as const))('reads why not: %s', async (_does, act) => {
      const sent = open(act, new Refusal({ status: 409, code: 'conflict', detail: refusal }));
      await act.by();
      await only(sent);
      await says(new RegExp(refusal));
      cleanup();
    });
  });
}
