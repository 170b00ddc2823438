import { createServer, type Server, type Socket } from 'node:net';
import { formatProbe } from './protocol.ts';

/** How much of the way to what it is stuck into a reading goes. */
const pace = 0.55;

/** Serves a simulated probe on loopback: its reading creeps to what it is stuck into, as a real tip does. */
export function startProbe(port: number, everyMs = 1000): Promise<Server> {
  let tip = 8;
  let into = 8;
  const sockets = new Set<Socket>();
  const timer = setInterval(() => {
    tip += (into - tip) * pace;
    if (Math.abs(into - tip) < 0.5) tip = into;
    for (const socket of sockets) socket.write(`${formatProbe(Math.round(tip))}\n`);
  }, everyMs);
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.setEncoding('ascii');
    socket.on('data', (chunk: string) => {
      const put = /^PUT (-?\d{1,4})\s*$/m.exec(chunk);
      if (put) into = Number(put[1]);
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
