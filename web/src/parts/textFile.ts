import { say } from './say.ts';

/** A file as text: UTF-8, UTF-16 by its mark, or the old Western encoding, which is said. */
export async function textOf(file: File): Promise<{ text: string; note: string | null }> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (bytes[0] === 0xff && bytes[1] === 0xfe)
    return { text: new TextDecoder('utf-16le').decode(bytes), note: null };
  if (bytes[0] === 0xfe && bytes[1] === 0xff)
    return { text: new TextDecoder('utf-16be').decode(bytes), note: null };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), note: null };
  } catch {
    return {
      text: new TextDecoder('windows-1252').decode(bytes),
      note: say('this_file_is_not_utf_8_it_was_read'),
    };
  }
}
