import { readFileSync } from 'node:fs';
import * as z from 'zod';

/** Reads one JSON file by a schema of the contract, writes the answer as JSON; `--schema` prints the schema instead. */
export async function fileCommand<S extends z.ZodType, A>(
  schema: S,
  name: string,
  work: (input: z.infer<S>) => A | Promise<A>,
): Promise<void> {
  const [path] = process.argv.slice(2);
  if (path === '--schema') {
    console.log(JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2));
    return;
  }
  if (!path) {
    console.error(`npm run ${name} -- file.json, or npm run ${name} -- --schema`);
    process.exitCode = 2;
    return;
  }
  try {
    const input = schema.parse(JSON.parse(readFileSync(path, 'utf8')));
    console.log(JSON.stringify(await work(input), null, 2));
  } catch (error) {
    if (error instanceof z.ZodError)
      for (const issue of error.issues)
        console.error(`${issue.path.join('.') || 'the file'}: ${issue.message}`);
    else console.error(error instanceof Error ? error.message : String(error));
    process.exitCode = 1;
  }
}
