import { startScale } from './simulator.ts';

/** The simulated scale as its own process: `tsx devices/src/scale/main.ts <port>`. */
const server = await startScale(Number(process.argv[2] ?? 4191));
// Whoever started it is gone: a scale without a shop goes too.
process.on('disconnect', () => process.exit(0));
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.close();
    process.exit(0);
  });
}
