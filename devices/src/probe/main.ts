import { startProbe } from './simulator.ts';

/** The simulated probe as its own process: `tsx devices/src/probe/main.ts <port>`. */
const server = await startProbe(Number(process.argv[2] ?? 4194));
// Whoever started it is gone: a probe without a shop goes too.
process.on('disconnect', () => process.exit(0));
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.close();
    process.exit(0);
  });
}
