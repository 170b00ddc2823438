import { startPrinter } from './simulator.ts';

/** The simulated printer as its own process: `tsx devices/src/printer/main.ts <port>`. */
const server = await startPrinter(Number(process.argv[2] ?? 4193));
// Whoever started it is gone: a printer without a shop goes too.
process.on('disconnect', () => process.exit(0));
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.close();
    process.exit(0);
  });
}
