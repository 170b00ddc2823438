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
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.setEncoding('ascii');
    let rest = '';
    socket.on('data', (chunk: string) => {
      const lines = (rest + chunk).split('\n');
      rest = lines.pop()!.slice(-100);
      for (const line of lines) obey(pan, line.trim());
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

function obey(pan: Pan, line: string) {
  if (line === 'TARE') pan.tare();
  else if (line === 'ZERO') pan.setZero();
  else {
    const put = /^PUT (\d{1,5})$/.exec(line);
    if (put) pan.put(Number(put[1]));
  }
}
