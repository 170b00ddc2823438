import { IntlMessageFormat } from 'intl-messageformat';

/** The sentences of one area (`web/orders`, `server/landing`, `core/forms`) by their codes, in ICU message syntax. */
export type Sentences = Readonly<Record<string, string>>;
/** Every area of one language, as its folder holds them: `words/<language>/<floor>/<area>.json`. */
export type Language = Readonly<Record<string, Sentences>>;
/** What stands in a sentence's braces. */
export type Param = string | number;

let spoken = 'en';
let language: Language = {};
let chosen = 0;

/**
 * Chooses the language of this process, once, before anything that speaks is loaded: many names are looked up when
 * their file is. A code the language lacks is said in English.
 * @param name BCP 47 tag, for plurals
 */
export function speak(name: string, areas: Language): void {
  spoken = name;
  language = areas;
  chosen++;
}

/** Says a sentence of one area. */
export interface Words<Code extends string> {
  /** The sentence of this code in the language of this process. Throws where a brace is left unfilled. */
  (code: Code, params?: Readonly<Record<string, Param>>): string;
  /** The same in parts, for a screen that puts elements between the words. */
  parts<Part>(code: Code, params: Readonly<Record<string, Part>>): (string | Part)[];
}

/**
 * The words of one area.
 * @param area its address in every language's folder
 * @param english its sentences in English, which also say what codes there are
 */
export function wordsOf<S extends Sentences>(area: string, english: S): Words<keyof S & string> {
  type Code = keyof S & string;
  const messages = new Map<Code, string | IntlMessageFormat>();
  let made = chosen;
  /** The message behind a code: the sentence itself where it has no braces, else ready to be filled in. */
  const messageOf = (code: Code): string | IntlMessageFormat => {
    if (made !== chosen) messages.clear();
    made = chosen;
    let message = messages.get(code);
    if (message === undefined) {
      const own = language[area]?.[code];
      const text = own ?? english[code];
      if (text === undefined) throw new RangeError(`No words for ${area}:${code}`);
      message = /[{}']/.test(text)
        ? new IntlMessageFormat(text, own === undefined ? 'en' : spoken, undefined, { ignoreTag: true })
        : text;
      messages.set(code, message);
    }
    return message;
  };
  const parts = <Part>(code: Code, params: Readonly<Record<string, Part>>) => {
    const message = messageOf(code);
    if (typeof message === 'string') return [message];
    const said = message.format<Part>(params);
    return Array.isArray(said) ? said : [said];
  };
  const say = (code: Code, params?: Readonly<Record<string, Param>>) => {
    const message = messageOf(code);
    return typeof message === 'string' ? message : String(message.format(params));
  };
  return Object.assign(say, { parts });
}
