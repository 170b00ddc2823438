import { randomUUID } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import pino from 'pino';
import { pinoHttp } from 'pino-http';

/** An error without the statement it came from: its values are the shop's. */
const bare = (e: Error & { code?: string }) => ({ message: e.message, code: e.code, stack: e.stack });

let target: { write: (line: string) => unknown } = process.stdout;

/** Plain lines; PINs, cookies, bodies and what was searched for never reach it. Warnings to standard output at first. */
export const log = pino(
  { level: process.env.LOG_LEVEL ?? 'warn', serializers: { err: bare, error: bare } },
  { write: (line) => target.write(line) },
);

/** Sends lines to a file from now on, a file a day or every 20 MB, the last fourteen kept; every request has its line. */
export async function logTo(file: string): Promise<void> {
  // Its dates are 300 files: only who writes a log reads them.
  const { default: roll } = await import('pino-roll');
  target = await roll({ file, frequency: 'daily', size: '20m', mkdir: true, limit: { count: 14 } });
  log.level = process.env.LOG_LEVEL ?? 'info';
}

/** The address of a request without what stands behind the question mark: names and codes stay out of the log. */
const pathOf = (request: IncomingMessage) => (request.url ?? '').split('?')[0];

/** One line a request: its number, what was asked, what it answered and how long it took. */
export const requestLog = pinoHttp({
  logger: log,
  genReqId: (_request, response) => {
    const id = randomUUID();
    response.setHeader('X-Request-Id', id);
    return id;
  },
  autoLogging: { ignore: (request) => /^\/(assets\/|healthz|readyz)/.test(request.url ?? '') },
  customLogLevel: (_request, response, error) => (error || response.statusCode >= 500 ? 'error' : 'info'),
  serializers: {
    req: (r: IncomingMessage & { id: string }) => ({ id: r.id, method: r.method, path: pathOf(r) }),
    res: (r: { statusCode: number }) => ({ status: r.statusCode }),
    err: bare,
  },
});
