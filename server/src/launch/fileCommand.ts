import { readFileSync } from 'node:fs';
import * as z from 'zod';
import { answerTo } from './files/answer.ts';

/** Reads one JSON file by a schema of the contract, writes the answer as JSON; `--schema` prints the schema instead. */
export async function fileCommand<S extends z.ZodType, A>(
  schema: S,
  name: string,
  work: (input: z.infer<S>) => A | Promise<A>,
): Promise<void> {
  const [path] = process.argv.slice(2);
  if (path === '--schema') {
    console.log(JSON.stringify(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }), null, 2));
    return;
  }
  if (!path) {
    console.error(`npm run ${name} -- file.json, or npm run ${name} -- --schema`);
    process.exitCode = 2;
    return;
  }
  let text: string;
  try {
    text = readFileSync(path, 'utf8');
  } catch (error) {
    console.error(`${path}: ${(error as Error).message}`);
    process.exitCode = 1;
    return;
  }
  const said = await answerTo(schema, work, text);
  if ('wrong' in said) {
    for (const line of said.wrong) console.error(line);
    process.exitCode = 1;
  } else console.log(JSON.stringify(said.answer, null, 2));
}
