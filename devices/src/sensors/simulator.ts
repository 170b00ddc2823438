import { createServer, type Server, type Socket } from 'node:net';
import { everyMinutes, sensors, tenthsAt } from './curve.ts';
import { formatReading } from './protocol.ts';

const stepMs = everyMinutes * 60_000;
/** What the simulated sensors remember. */
const memoryMs = 7 * 86_400_000;

/** Serves simulated sensors on loopback. `clock` is passed in so that days can go by in a test. */
export function startSensors(
  port: number,
  clock: () => Date = () => new Date(),
  tickMs = 5000,
): Promise<Server> {
  const sockets = new Set<Socket>();
  const warmer = new Map<string, { degrees: number; since: number }>();
  const silent = new Set<string>();
  let sentUpTo = Math.floor(clock().getTime() / stepMs) * stepMs;

  /** A door left open warms a place over half an hour. */
  const read = (sensor: string, at: number) => {
    const fault = warmer.get(sensor);
    const share = fault && at > fault.since ? Math.min(1, (at - fault.since) / 1_800_000) : 0;
    return formatReading({
      sensor,
      at: new Date(at),
      tenths: tenthsAt(sensor, new Date(at)) + Math.round((fault?.degrees ?? 0) * 10 * share),
    });
  };
  const linesBetween = (after: number, upTo: number): string => {
    let lines = '';
    for (let at = Math.floor(after / stepMs) * stepMs + stepMs; at <= upTo; at += stepMs)
      for (const sensor of sensors) if (!silent.has(sensor)) lines += `${read(sensor, at)}\n`;
    return lines;
  };
  const timer = setInterval(() => {
    const now = clock().getTime();
    const lines = linesBetween(sentUpTo, now);
    if (now - sentUpTo >= stepMs) sentUpTo = Math.floor(now / stepMs) * stepMs;
    if (lines) for (const socket of sockets) socket.write(lines);
  }, tickMs);

  const obey = (socket: Socket, line: string) => {
    const [word, name = '', value = ''] = line.split(' ');
    if (word === 'SINCE') {
      const since = Date.parse(name);
      if (!Number.isNaN(since))
        socket.write(linesBetween(Math.max(since, clock().getTime() - memoryMs), sentUpTo));
    } else if (sensors.includes(name)) {
      if (word === 'WARM' && Number.isFinite(Number(value)))
        warmer.set(name, { degrees: Number(value), since: clock().getTime() });
      if (word === 'SILENT') silent.add(name);
      if (word === 'OK') {
        warmer.delete(name);
        silent.delete(name);
      }
    }
  };
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.setEncoding('ascii');
    let rest = '';
    socket.on('data', (chunk: string) => {
      const lines = (rest + chunk).split('\n');
      rest = lines.pop()!.slice(-100);
      for (const line of lines) obey(socket, line.trim());
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
