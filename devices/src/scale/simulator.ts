import { createServer, type Server, type Socket } from 'node:net';
import { Pan } from './pan.ts';
import { formatLine } from './protocol.ts';

/** Serves a simulated scale on loopback; every connection sees the same pan. */
export function startScale(port: number, random: () => number = Math.random, everyMs = 100): Promise<Server> {
  const pan = new Pan(random);
  const sockets = new Set<Socket>();
  const timer = setInterval(() => {
    const line = `${formatLine(pan.tick())}\n`;
    for (const socket of sockets) socket.write(line);
  }, everyMs);
  let backAt = 0;
  const unplug = (seconds: number) => {
    backAt = Date.now() + seconds * 1000;
    for (const socket of sockets) socket.destroy();
  };
  const server = createServer((socket) => {
    if (Date.now() < backAt) return void socket.destroy();
    sockets.add(socket);
    socket.setEncoding('ascii');
    let rest = '';
    socket.on('data', (chunk: string) => {
      const lines = (rest + chunk).split('\n');
      rest = lines.pop()!.slice(-100);
      for (const line of lines) obey(pan, line.trim(), unplug);
    });
    socket.on('error', () => socket.destroy());
    socket.on('close', () => sockets.delete(socket));
  });
  server.on('close', () => clearInterval(timer));
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}

function obey(pan: Pan, line: string, unplug: (seconds: number) => void) {
  if (line === 'TARE') pan.tare();
  else if (line === 'ZERO') pan.setZero();
  else {
    const [, word, value] = /^(PUT|NOISE|DRIFT|UNPLUG) (-?\d{1,5})$/.exec(line) ?? [];
    const n = Number(value);
    if (word === 'PUT' && n >= 0) pan.put(n);
    if (word === 'NOISE' && n >= 0) pan.setNoise(n);
    if (word === 'DRIFT') pan.setDrift(n);
    if (word === 'UNPLUG' && n > 0) unplug(n);
  }
}
