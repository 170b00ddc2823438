import { minorDigits, plainMoney } from '@ember-slate/core/units';

/** How a column stands in an export: as it is kept, or as a person reads it. */
export type Kind = 'plain' | 'money' | 'degrees' | 'time' | 'bytes';

/** Columns of money, in minor units where they are kept. */
const money = new Set([
  'money',
  'note_money',
  'settled_money',
  'price',
  'price_per_kg',
  'per_kg',
  'per_piece',
  'full_per_kg',
  'total',
  'takings',
  'books_cash',
  'books_card',
  'counted_cash',
  'counted_card',
  'deposit_used',
  'tax',
]);

/** The kind of a column by its name and its type in the database. */
export function kindOf(name: string, type: string): Kind {
  if (/blob|binary/.test(type)) return 'bytes';
  if (/datetime|timestamp/.test(type)) return 'time';
  if (!/int/.test(type)) return 'plain';
  if (money.has(name)) return 'money';
  return /(^|_)tenths$/.test(name) ? 'degrees' : 'plain';
}

/** What the shop writes its money and its times in. */
export interface Place {
  currency: string;
  timeZone: string;
}

/** A value of the database as it is written there, and as it stands in a file; null is nothing at all. */
export interface Writing {
  write: (kept: unknown) => string | number | null;
  read: (written: string | null) => string | number | null;
}

/** Text a spreadsheet would calculate with, however many marks were set before it. */
const formula = /^'*[=+\-@\uff1d\uff0b\uff0d\uff20\t\r]/;

/** Writes a UTC time in the zone of the shop, with its distance from UTC; reads it back from any zone. */
function timeWriting(timeZone: string): Writing {
  const shape = new Intl.DateTimeFormat('en', { timeZone, timeZoneName: 'longOffset' });
  const known = new Map<number, string>();
  /** The distance from UTC, which changes at whole quarters of an hour. */
  const offsetAt = (at: number): string => {
    const quarter = Math.floor(at / 900_000);
    const had = known.get(quarter);
    if (had !== undefined) return had;
    const name = shape
      .formatToParts(at)
      .find((p) => p.type === 'timeZoneName')!
      .value.slice(3);
    const offset = name === '' ? '+00:00' : name;
    if (known.size > 50_000) known.clear();
    known.set(quarter, offset);
    return offset;
  };
  const minutes = (offset: string) =>
    (offset.startsWith('-') ? -1 : 1) * (Number(offset.slice(1, 3)) * 60 + Number(offset.slice(4, 6)));
  return {
    write: (kept) => {
      if (kept === null) return null;
      const at = Date.parse(`${(kept as string).replace(' ', 'T')}Z`);
      const offset = offsetAt(at);
      return `${new Date(at + minutes(offset) * 60_000).toISOString().slice(0, 23)}${offset}`;
    },
    read: (written) => {
      if (written === null) return null;
      const at = Date.parse(written);
      if (!/[+-]\d\d:\d\d$|Z$/.test(written) || Number.isNaN(at))
        throw new Error(`${written} is no time with its zone`);
      return new Date(at).toISOString().slice(0, 23).replace('T', ' ');
    },
  };
}

const decimals = (digits: number, what: string): Writing => ({
  write: (kept) => (kept === null ? null : decimalText(Number(kept), digits)),
  read: (written) => {
    if (written === null) return null;
    const scaled = Number(written) * 10 ** digits;
    const whole = Math.round(scaled);
    if (!/^-?\d+(\.\d+)?$/.test(written) || Math.abs(scaled - whole) > 1e-6)
      throw new Error(`${written} is no ${what}`);
    return whole;
  },
});

/** A whole number of small units as a decimal number with a point, no thousands set apart. */
const decimalText = (units: number, digits: number): string =>
  plainMoney(units, digits)
    .replace(/[^\d.\u2212]/g, '')
    .replace('\u2212', '-');

const plain: Writing = {
  write: (kept) =>
    typeof kept === 'string' && formula.test(kept) ? `'${kept}` : (kept as string | number | null),
  read: (written) =>
    written !== null && formula.test(written) && written.startsWith("'") ? written.slice(1) : written,
};

/** How each kind of column is written and read in a shop of this place. */
export function writings({ currency, timeZone }: Place): Readonly<Record<Kind, Writing>> {
  return {
    plain,
    bytes: { write: (kept) => kept as string | null, read: (written) => written },
    money: decimals(minorDigits(currency), 'sum of money'),
    degrees: decimals(1, 'temperature'),
    time: timeWriting(timeZone),
  };
}
