import { startSensors } from './simulator.ts';

/** The simulated sensors as their own process: `tsx devices/src/sensors/main.ts <port>`. */
const server = await startSensors(Number(process.argv[2] ?? 4192));
// Whoever started them is gone: sensors without a shop go too.
process.on('disconnect', () => process.exit(0));
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.close();
    process.exit(0);
  });
}
