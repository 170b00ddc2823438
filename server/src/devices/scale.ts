import { connect, type Socket } from 'node:net';
import type { Reading } from '@ember-slate/contract';
import { parseLine } from '@ember-slate/devices/scale-protocol';

const none: Reading = { grams: 0, tare: 0, state: 'none', seq: 0 };

/**
 * The bench scale behind its line protocol: keeps a connection, hands readings on, says `none` while the line is
 * dead and tries again each second. A real scale plugs in here.
 */
export class ScaleAdapter {
  private socket: Socket | null = null;
  private retry: NodeJS.Timeout | null = null;
  private listeners = new Set<(reading: Reading) => void>();
  private closed = false;
  last: Reading = none;

  constructor(private readonly address: string | null) {
    if (address) this.open();
  }

  subscribe(listener: (reading: Reading) => void): () => void {
    this.listeners.add(listener);
    listener(this.last);
    return () => {
      this.listeners.delete(listener);
    };
  }

  /** Sends a command line; false when the scale is not there. */
  send(line: string): boolean {
    if (!this.socket || this.socket.readyState !== 'open') return false;
    return this.socket.write(`${line}\n`) || true;
  }

  close(): void {
    this.closed = true;
    if (this.retry) clearTimeout(this.retry);
    this.socket?.destroy();
  }

  private open() {
    const [host, port] = this.address!.split(':');
    const socket = connect({ host: host!, port: Number(port) });
    socket.setEncoding('ascii');
    socket.setTimeout(3000, () => socket.destroy());
    let rest = '';
    socket.on('data', (chunk: string) => {
      const lines = (rest + chunk).split('\n');
      rest = lines.pop()!.slice(-200);
      for (const line of lines) {
        const reading = parseLine(line);
        if (reading) this.publish(reading);
      }
    });
    socket.on('error', () => undefined); // 'close' follows and says it
    socket.on('close', () => {
      this.publish(none);
      if (!this.closed) this.retry = setTimeout(() => this.open(), 1000);
    });
    this.socket = socket;
  }

  private publish(reading: Reading) {
    const { seq: _before, ...had } = this.last;
    const { seq: _now, ...is } = reading;
    this.last = reading;
    if (JSON.stringify(had) === JSON.stringify(is)) return;
    for (const listener of this.listeners) listener(reading);
  }
}
