import { inWords } from '@ember-slate/words/core';
import type { Word } from '@ember-slate/words/said';
import * as z from 'zod';

/** What is wrong with a file: where, and why. */
export interface FileFault {
  path: readonly PropertyKey[];
  message: Word;
}

/** Refuses a file with what is wrong, each by its path in the file. */
export function refuse(...faults: readonly FileFault[]): never {
  throw new z.ZodError(
    faults.map((f) => ({
      code: 'custom',
      path: [...f.path],
      message: inWords(f.message),
      input: undefined,
    })),
  );
}

/** Each fault of a file as one line, its path first; a field nobody knows by its own path. */
const linesOf = (error: z.ZodError): string[] =>
  error.issues.flatMap((issue) => {
    const at = (path: readonly PropertyKey[]) => path.map(String).join('.') || 'the file';
    return issue.code === 'unrecognized_keys'
      ? issue.keys.map((key) => `${at([...issue.path, key])}: no such field`)
      : [`${at(issue.path)}: ${issue.message}`];
  });

/** What a command says of a text: its answer as JSON, or what is wrong with the text, line by line. */
export async function answerTo<S extends z.ZodType, A>(
  schema: S,
  work: (input: z.infer<S>) => A | Promise<A>,
  text: string,
): Promise<{ answer: A } | { wrong: string[] }> {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch (error) {
    return { wrong: [`the file: no JSON: ${(error as Error).message}`] };
  }
  try {
    return { answer: await work(schema.parse(given)) };
  } catch (error) {
    if (error instanceof z.ZodError) return { wrong: linesOf(error) };
    throw error;
  }
}
