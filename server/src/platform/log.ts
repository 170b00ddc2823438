import pino from 'pino';

/** Plain lines on standard output; PINs, cookies and bodies never reach it. */
export const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
