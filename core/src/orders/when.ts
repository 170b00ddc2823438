import { nth, sure } from '../found.ts';
import { addDays, isDate } from '../calendar/index.ts';
import type { Token } from './tokens.ts';

const days = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'];
const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** Three letters of a day, and how it is cut short beside. */
const dayName = /^(sun|mon|tues?|wed|thur?s?|fri|sat)(day|nesday|sday|rsday|urday)?s?$/;
const weekdayOf = (word: string): number | null => {
  const m = dayName.exec(word);
  return m ? days.findIndex((d) => d.startsWith(nth(m, 1).slice(0, 3))) : null;
};
const monthOf = (word: string): number | null => {
  const at = months.findIndex((m) => word.startsWith(m));
  const full = [
    'january',
    'february',
    'march',
    'april',
    'may',
    'june',
    'july',
    'august',
    'september',
    'october',
    'november',
    'december',
  ];
  return at >= 0 && (word === months[at] || word === full[at] || word === 'sept') ? at : null;
};
/** The next day of this month (from 0) and date, today among them; null for a date the month does not have. */
function nextOf(month: number, date: number, today: string): string | null {
  const year = Number(today.slice(0, 4));
  return (
    [year, year + 1]
      .map((y) => `${y}-${String(month + 1).padStart(2, '0')}-${String(date).padStart(2, '0')}`)
      .find((d) => isDate(d) && d >= today) ?? null
  );
}
/** A bare hour as a shop means it: "by 4" is in the afternoon, "at 10" in the morning. */
const openHour = (hour: number): number => (hour >= 1 && hour <= 6 ? hour + 12 : hour);

export interface When {
  /** A date, or null where no day was said. */
  day: string | null;
  /** Minutes after midnight. */
  minutes: number | null;
}

/**
 * The day and the time, wherever they stand in an order, and the tokens without them. A weekday is the next to come, today
 * among them; only "next" before it means a week later where it is today.
 */
export function parseWhen(all: readonly Token[], today: string, weekday: number): When & { rest: Token[] } {
  let day: string | null = null;
  let minutes: number | null = null;
  const gone = new Set<number>();
  const word = (i: number): string => (all[i]?.kind === 'word' ? all[i].text : '');
  const num = (i: number): number | null => {
    const t = all[i];
    return t?.kind === 'number' && !t.weak ? t.value : null;
  };
  /** "quarter to five"; "ten to five" only behind "at" or "by": it may be a count as well. */
  const saysTo = (by: number, i: number) =>
    by === 15 || ([5, 10, 20, 25].includes(by) && /^(at|by|before|till|until)$/.test(word(i)));
  const lead = /^(at|by|for|before|around|about|on|from|till|until|this|next|coming|pick|collect)$/;
  /** Takes the words from..to, and those that lead to them. */
  const take = (from: number, to: number) => {
    let first = from;
    while (lead.test(word(first - 1)) && !gone.has(first - 1)) first--;
    for (let i = first; i <= to; i++) gone.add(i);
  };
  const setDay = (d: string, from: number, to: number) => {
    day ??= d;
    take(from, to);
  };
  const afterDay = new Set<number>();
  for (let i = 0; i < all.length; i++) {
    if (gone.has(i)) continue;
    const w = word(i);
    if (/^(tomorrow|tomorow|tommorow|tommorrow|tmrw|tomo|tomoz)$/.test(w)) setDay(addDays(today, 1), i, i);
    else if (/^(today|tonight|now)$/.test(w)) setDay(today, i, i);
    else if (w === 'christmas' && word(i + 1) === 'eve') setDay(sure(nextOf(11, 24, today)), i, i + 1);
    else {
      const wd = weekdayOf(w);
      // "sun" alone is a day; "sat" as well.
      if (wd !== null) {
        const away = (wd - weekday + 7) % 7;
        const later = word(i - 1) === 'next' && away === 0 ? 7 : away;
        const part = /^(morning|afternoon|evening|am|pm|lunch|lunchtime|night)$/.test(word(i + 1));
        setDay(addDays(today, later), i, part ? i + 1 : i);
        afterDay.add(part ? i + 2 : i + 1);
        continue;
      }
      const month = monthOf(w);
      if (month !== null) {
        const before =
          num(i - 1) ?? (/^(st|nd|rd|th|of)$/.test(word(i - 1)) ? (num(i - 2) ?? num(i - 3)) : null);
        const from = num(i - 1) !== null ? i - 1 : num(i - 2) !== null ? i - 2 : i - 3;
        const after = num(i + 1);
        const date = before ?? after;
        const d = date === null ? null : nextOf(month, date, today);
        if (d !== null) {
          setDay(d, before !== null ? from : i, before !== null ? i : i + 1);
          afterDay.add(before !== null ? i + 1 : i + 2);
        }
      }
    }
    if (day !== null && gone.has(i)) afterDay.add(i + 1);
  }
  for (let i = 0; i < all.length; i++) {
    if (gone.has(i) || minutes !== null) continue;
    const t = nth(all, i);
    if (t.kind === 'clock') {
      minutes = t.minutes;
      take(i, i);
    } else if (/^(noon|midday)$/.test(word(i))) {
      minutes = 720;
      take(i, i);
    } else if (word(i) === 'past' || word(i) === 'to') {
      const hour = num(i + 1);
      const lot = all[i - 1];
      const by = lot?.kind === 'number' ? (lot.value < 1 ? lot.value * 60 : lot.value) : null;
      if (
        hour !== null &&
        Number.isInteger(hour) &&
        hour <= 12 &&
        by !== null &&
        by < 60 &&
        word(i) === 'past'
      ) {
        minutes = openHour(hour) * 60 + by;
        take(i - 1, i + 1);
      } else if (hour !== null && hour <= 12 && word(i) === 'to' && by !== null && saysTo(by, i - 2)) {
        minutes = openHour(hour) * 60 - by;
        take(i - 1, i + 1);
      }
    } else {
      const hour = num(i);
      const behind = all[i + 1];
      const bare =
        hour !== null &&
        Number.isInteger(hour) &&
        hour >= 1 &&
        hour <= 23 &&
        behind?.kind !== 'weight' &&
        !(
          behind?.kind === 'word' &&
          /^(people|persons?|of|x|portions?|pieces?|fillets?|steaks?|sides?)$/.test(behind.text)
        );
      const led = /^(at|by|before|till|until)$/.test(word(i - 1));
      const dotted = t.kind === 'number' ? /^(\d{1,2})[.,]([0-5]\d)$/.exec(t.text) : null;
      if (
        dotted &&
        Number(dotted[1]) < 24 &&
        (led || (afterDay.has(i) && gone.has(i - 1))) &&
        behind?.kind !== 'weight'
      ) {
        minutes = openHour(Number(dotted[1])) * 60 + Number(dotted[2]);
        take(i, i);
        continue;
      }
      const last =
        behind === undefined ||
        behind.kind === 'break' ||
        gone.has(i + 1) ||
        /^(o|oclock|sharp|please)$/.test(behind.kind === 'word' ? behind.text : '');
      if (bare && last && (led || (afterDay.has(i) && gone.has(i - 1)))) {
        minutes = openHour(hour) * 60;
        let end = i;
        if (word(i + 1) === 'o' && word(i + 2) === 'clock') end = i + 2;
        else if (word(i + 1) === 'oclock') end = i + 1;
        if (word(end + 1) === 'sharp') end++;
        take(i, end);
      }
    }
  }
  return { day, minutes, rest: all.filter((_, i) => !gone.has(i)) };
}
