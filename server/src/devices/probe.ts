import { connect, type Socket } from 'node:net';
import { parseProbe } from '@ember-slate/devices/probe-protocol';

/**
 * The probe thermometer behind its line protocol: hands readings on, says null while it is off and tries again each
 * second. A real probe plugs in here.
 */
export class ProbeAdapter {
  private socket: Socket | null = null;
  private retry: NodeJS.Timeout | null = null;
  private listeners = new Set<(tenths: number | null) => void>();
  private closed = false;
  last: number | null = null;

  constructor(private readonly address: string | null) {
    if (address) this.open();
  }

  subscribe(listener: (tenths: number | null) => void): () => void {
    this.listeners.add(listener);
    listener(this.last);
    return () => void this.listeners.delete(listener);
  }

  /** Sends a command line; false when the probe is not there. */
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
    socket.setTimeout(5000, () => socket.destroy());
    socket.on('data', (chunk: string) => {
      for (const line of chunk.split('\n')) {
        const tenths = parseProbe(line);
        if (tenths !== null) this.publish(tenths);
      }
    });
    socket.on('error', () => undefined); // 'close' follows and says it
    socket.on('close', () => {
      this.publish(null);
      if (!this.closed) this.retry = setTimeout(() => this.open(), 1000);
    });
    this.socket = socket;
  }

  private publish(tenths: number | null) {
    if (tenths === this.last) return;
    this.last = tenths;
    for (const listener of this.listeners) listener(tenths);
  }
}
