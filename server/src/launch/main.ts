import '../platform/language.ts';
import { configFromEnv } from '../platform/config.ts';
import { logTo } from '../platform/log.ts';
import { listen } from './serve.ts';

/** One API process on its own; several may run behind a balancer. Reads its settings from the environment. */
if (process.env.LOG_FILE) await logTo(process.env.LOG_FILE);
const running = await listen(configFromEnv());
console.log(`listening ${running.port}`);
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => void running.stop().then(() => process.exit(0)));
}
