import { readLanguage } from '../folder.ts';
import type { Language } from '../index.ts';

/** Full-width letters, one for each of ours: what is still in ours escaped the catalogue. */
const strange = (text: string) =>
  text.replace(/[A-Za-z]/g, (letter) => String.fromCharCode(letter.charCodeAt(0) + 0xfee0));

/** A message with its words made strange and its braces as they were: outside them, and in the branches of a plural. */
function strangeMessage(message: string): string {
  let depth = 0;
  return message
    .split(/([{}])/)
    .map((piece) => {
      if (piece === '{') depth++;
      else if (piece === '}') depth--;
      else return depth % 2 === 0 ? strange(piece) : piece;
      return piece;
    })
    .join('');
}

/** A made-up second language: every sentence there is, in strange letters. */
export const pseudoLanguage = (): Language =>
  Object.fromEntries(
    Object.entries(readLanguage('en')).map(([area, sentences]) => [
      area,
      Object.fromEntries(Object.entries(sentences).map(([code, text]) => [code, strangeMessage(text)])),
    ]),
  );
