import advice from '../en/core/advice.json' with { type: 'json' };
import board from '../en/core/board.json' with { type: 'json' };
import body from '../en/core/body.json' with { type: 'json' };
import coldchain from '../en/core/coldchain.json' with { type: 'json' };
import costs from '../en/core/costs.json' with { type: 'json' };
import cutplan from '../en/core/cutplan.json' with { type: 'json' };
import forms from '../en/core/forms.json' with { type: 'json' };
import freshness from '../en/core/freshness.json' with { type: 'json' };
import labels from '../en/core/labels.json' with { type: 'json' };
import landing from '../en/core/landing.json' with { type: 'json' };
import ledger from '../en/core/ledger.json' with { type: 'json' };
import orders from '../en/core/orders.json' with { type: 'json' };
import species from '../en/core/species.json' with { type: 'json' };
import trim from '../en/core/trim.json' with { type: 'json' };
import yields from '../en/core/yields.json' with { type: 'json' };
import { wordsOf, type Sentences } from './index.ts';
import { isSaid, type Said, type SaidParam, type Word } from './said.ts';

const english: Readonly<Record<string, Sentences>> = {
  advice,
  board,
  body,
  coldchain,
  costs,
  cutplan,
  forms,
  freshness,
  labels,
  landing,
  ledger,
  orders,
  species,
  trim,
  yields,
};
const areas = new Map(
  Object.entries(english).map(([area, sentences]) => {
    const address = `core/${area}`;
    return [address, wordsOf(address, sentences)];
  }),
);

/** What becomes of a structure when everything said in it is put into words. */
export type InWords<T> = T extends Said
  ? string
  : T extends (...args: never[]) => unknown
    ? T
    : T extends readonly unknown[]
      ? { [K in keyof T]: InWords<T[K]> }
      : T extends object
        ? { [K in keyof T]: InWords<T[K]> }
        : T;

function paramOf(param: SaidParam): string | number {
  if (typeof param === 'string' || typeof param === 'number') return param;
  return Array.isArray(param) ? param.map((p: Word) => inWords(p)).join(', ') : inWords(param as Said);
}

function sentence({ code, params }: Said): string {
  const colon = code.indexOf(':');
  const words = areas.get(code.slice(0, colon));
  if (!words) throw new RangeError(`No words for ${code}`);
  const name = code.slice(colon + 1);
  return params
    ? words(name, Object.fromEntries(Object.entries(params).map(([k, v]) => [k, paramOf(v)])))
    : words(name);
}

/**
 * Puts everything said in a value into words, in the language of this process; all else stays as it is. Throws where a
 * code has no sentence.
 */
export function inWords<T>(value: T): InWords<T> {
  const worded = (v: unknown): unknown => {
    if (v === null || typeof v !== 'object' || v instanceof Date || v instanceof Map || v instanceof Set)
      return v;
    if (Array.isArray(v)) return v.map(worded);
    if (isSaid(v)) return sentence(v);
    return Object.fromEntries(Object.entries(v).map(([k, part]) => [k, worded(part)]));
  };
  return worded(value) as InWords<T>;
}
