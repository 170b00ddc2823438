import { spawn } from 'node:child_process';

/** `npm run dev`: the app with its sample shop on 4100, and Vite with hot reload on 5173 asking it. */
const children = [
  spawn('./start', process.argv.slice(2), { stdio: 'inherit' }),
  spawn('npx', ['vite', 'web', '--host', '127.0.0.1', '--port', '5173', '--strictPort'], {
    stdio: 'inherit',
  }),
];
const end = () => children.forEach((c) => c.kill('SIGTERM'));
process.on('SIGINT', end);
process.on('SIGTERM', end);
for (const child of children) child.on('exit', end);
