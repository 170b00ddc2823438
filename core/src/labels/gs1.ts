import { nth, sure } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import { said } from './say.ts';
/** The check digit of GS1 keys: weights 3 and 1 from the right (GS1 General Specifications, from memory). */
export function checkDigit(digits: string): number {
  let sum = 0;
  for (let i = 0; i < digits.length; i++)
    sum += Number(digits[digits.length - 1 - i]) * (i % 2 === 0 ? 3 : 1);
  return (10 - (sum % 10)) % 10;
}

/** What a box code can say, by application identifier. Lengths: fixed, or at most for those that end with a separator. */
const identifiers: readonly { ai: RegExp; name: string; length: number; fixed: boolean }[] = [
  { ai: /^01/, name: 'gtin', length: 14, fixed: true },
  { ai: /^02/, name: 'contentGtin', length: 14, fixed: true },
  { ai: /^00/, name: 'sscc', length: 18, fixed: true },
  { ai: /^10/, name: 'lot', length: 20, fixed: false },
  { ai: /^11/, name: 'madeOn', length: 6, fixed: true },
  { ai: /^13/, name: 'packedOn', length: 6, fixed: true },
  { ai: /^15/, name: 'bestBefore', length: 6, fixed: true },
  { ai: /^17/, name: 'useBy', length: 6, fixed: true },
  { ai: /^30/, name: 'count', length: 8, fixed: false },
  { ai: /^37/, name: 'contentCount', length: 8, fixed: false },
  { ai: /^310\d/, name: 'netKg', length: 6, fixed: true },
  { ai: /^320\d/, name: 'netLb', length: 6, fixed: true },
  { ai: /^422/, name: 'origin', length: 3, fixed: true },
  { ai: /^7005/, name: 'catchArea', length: 12, fixed: false },
  { ai: /^7006/, name: 'frozenOn', length: 6, fixed: true },
  { ai: /^7007/, name: 'harvestedOn', length: 12, fixed: false },
  { ai: /^7008/, name: 'asfis', length: 3, fixed: false },
  { ai: /^7009/, name: 'gear', length: 10, fixed: false },
  { ai: /^7010/, name: 'production', length: 2, fixed: false },
  { ai: /^9[1-9]/, name: 'internal', length: 90, fixed: false },
];

/** Values that are numbers, and those that begin with a date. */
const dates = new Set(['madeOn', 'packedOn', 'bestBefore', 'useBy', 'frozenOn', 'harvestedOn']);
const digitsOnly = new Set([
  ...dates,
  'gtin',
  'contentGtin',
  'sscc',
  'count',
  'contentCount',
  'netKg',
  'netLb',
  'origin',
  'production',
]);

/** A box code read: what it says of the fish in it. */
export interface BoxCode {
  gtin: string | null;
  lot: string | null;
  grams: number | null;
  pieces: number | null;
  useBy: string | null;
  caughtOn: string | null;
  frozenOn: string | null;
  catchArea: string | null;
  asfis: string | null;
  gear: string | null;
  production: string | null;
  /** What was understood, identifier by identifier, for the person who scanned it. */
  parts: { ai: string; name: string; value: string }[];
}

/**
 * YYMMDD as a date; null for a day the calendar does not have. A year more than 50 ahead of `thisYear` lies in the century
 * before, one 50 or more behind it in the century after (GS1 General Specifications 7.12, from memory).
 */
export function gs1Day(yymmdd: string, thisYear: number): string | null {
  if (!/^\d{6}$/.test(yymmdd)) return null;
  const year = Number(yymmdd.slice(0, 2));
  // Day 00 is the last day of the month.
  const [month, day] = [Number(yymmdd.slice(2, 4)), Number(yymmdd.slice(4, 6))];
  const ahead = year - (thisYear % 100);
  const century = Math.floor(thisYear / 100) + (ahead > 50 ? -1 : ahead <= -50 ? 1 : 0);
  const full = century * 100 + year;
  const at = new Date(Date.UTC(full, day === 0 ? month : month - 1, day === 0 ? 0 : day));
  if (month < 1 || month > 12 || (day > 0 && at.getUTCDate() !== day)) return null;
  return at.toISOString().slice(0, 10);
}

/**
 * Reads a GS1-128 or GS1 DataMatrix element string as scanners send it: with FNC1 as the group separator, a symbology
 * prefix or none, or with identifiers in brackets as they stand under the code. Returns what is wrong when it
 * is no such string. (GS1 General Specifications, from memory.)
 */
export function readBoxCode(scan: string, thisYear: number): BoxCode | Said {
  const parts: BoxCode['parts'] = [];
  let rest = scan
    .trim()
    .replace(/^\](C1|d2|Q3|e0)/, '')
    .replaceAll('<GS>', '\u001d')
    .replace(/^\u001d/, '');
  const bracketed = rest.startsWith('(');
  while (rest !== '') {
    if (bracketed) {
      const m = /^\((\d{2,4})\)([^(]*)/.exec(rest);
      if (!m) return said('cannot_read_on_from', { rest: rest.slice(0, 12) });
      const known = identifiers.find((x) => x.ai.test(nth(m, 1)) && nth(m, 1).length === sampleLength(x.ai));
      if (!known) return said('is_not_an_identifier_known_here', { m: nth(m, 1) });
      parts.push({ ai: nth(m, 1), name: known.name, value: nth(m, 2).trim() });
      rest = rest.slice(m[0].length);
      continue;
    }
    const known = identifiers.find((x) => x.ai.test(rest));
    if (!known) return said('cannot_read_on_from_is_it_a_gs1', { rest: rest.slice(0, 12) });
    const ai = sure(known.ai.exec(rest))[0];
    rest = rest.slice(ai.length);
    const end = known.fixed
      ? known.length
      : rest.indexOf('\u001d') === -1
        ? rest.length
        : rest.indexOf('\u001d');
    parts.push({ ai, name: known.name, value: rest.slice(0, end) });
    rest = rest.slice(end).replace(/^\u001d/, '');
  }
  for (const p of parts) {
    const known = sure(identifiers.find((x) => x.name === p.name));
    if (known.fixed ? p.value.length !== known.length : p.value.length === 0 || p.value.length > known.length)
      return said(known.fixed ? 'digits_are_expected' : 'n1_to_characters_are_expected', {
        ai: p.ai,
        value: p.value,
        known: known.length,
      });
    if (
      ['gtin', 'contentGtin', 'sscc'].includes(p.name) &&
      checkDigit(p.value.slice(0, -1)) !== Number(p.value.at(-1))
    )
      return said('its_check_digit_is_wrong_scan_it', { ai: p.ai, value: p.value });
    if (digitsOnly.has(p.name) && !/^\d+$/.test(p.value))
      return said('only_digits_are_expected', { ai: p.ai, value: p.value });
    if (dates.has(p.name) && gs1Day(p.value.slice(0, 6), thisYear) === null)
      return said('there_is_no_such_day', { ai: p.ai, value: p.value });
  }
  const value = (name: string) => parts.find((p) => p.name === name)?.value ?? null;
  const kg = parts.find((p) => p.name === 'netKg');
  const lb = parts.find((p) => p.name === 'netLb');
  const scaled = (p: { ai: string; value: string }) => Number(p.value) / 10 ** Number(p.ai[3]);
  const date = (name: string) =>
    value(name) === null ? null : gs1Day(sure(value(name)).slice(0, 6), thisYear);
  const count = value('count') ?? value('contentCount');
  return {
    gtin: value('gtin') ?? value('contentGtin'),
    lot: value('lot'),
    grams: kg ? Math.round(scaled(kg) * 1000) : lb ? Math.round(scaled(lb) * 453.592_37) : null,
    pieces: count === null ? null : Number(count),
    useBy: date('useBy') ?? date('bestBefore'),
    caughtOn: date('harvestedOn'),
    frozenOn: date('frozenOn'),
    catchArea: value('catchArea'),
    asfis: value('asfis'),
    gear: value('gear'),
    production: value('production'),
    parts,
  };
}

/** How many digits an identifier pattern stands for. */
const sampleLength = (ai: RegExp): number => ai.source.slice(1).replace(/\[1-9\]|\\d/g, '0').length;

/** FAO gear codes of (7009) to the gear classes of Reg. (EU) 1379/2013 (ISSCFG letters, from memory). */
export function gearClassOf(code: string): string | null {
  const letters = code.toUpperCase();
  if (/^(SB|SV|SDN|SSC|SPR|SX)/.test(letters)) return 'seines';
  if (/^(OT|TB|PT|TM|TX|TBB|OTB|OTM)/.test(letters)) return 'trawls';
  if (/^(GN|GT|GEN|FYK)/.test(letters))
    return letters.startsWith('FYK') ? 'pots and traps' : 'gillnets and similar';
  if (/^(PS|LA|LN)/.test(letters)) return 'surrounding and lift nets';
  if (/^(LH|LL|LT|LX)/.test(letters)) return 'hooks and lines';
  if (/^(DR|HMD)/.test(letters)) return 'dredges';
  if (/^(FPO|FIX|FP)/.test(letters)) return 'pots and traps';
  return null;
}

/** Production method of (7010): 01 caught at sea, 02 in fresh water, 03 farmed (from memory). */
export const productionOf = (code: string): 'caught' | 'caught_freshwater' | 'farmed' | null =>
  (({ '01': 'caught', '02': 'caught_freshwater', '03': 'farmed' }) as const)[code] ?? null;

/** Writes an element string, a separator after each value whose length is not fixed. */
export function boxCode(parts: readonly { ai: string; value: string }[]): string {
  return parts
    .map(({ ai, value }, i) => {
      const known = identifiers.find((x) => x.ai.test(ai));
      const open = known !== undefined && !known.fixed && i < parts.length - 1;
      return `${ai}${value}${open ? '\u001d' : ''}`;
    })
    .join('');
}

/** A date as GS1 writes it. */
export const gs1Date = (day: string): string => day.slice(2).replaceAll('-', '');
