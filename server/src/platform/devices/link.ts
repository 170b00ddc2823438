import { connect, type Socket } from 'node:net';

/**
 * A device that speaks lines over TCP: keeps a connection, hands each line on, says when the line is gone and tries
 * again each second. What the lines mean is its adapter's matter.
 */
export class DeviceLink {
  private socket: Socket | null = null;
  private retry: NodeJS.Timeout | null = null;
  private closed = false;

  constructor(
    private address: string | null,
    private readonly on: { line: (line: string) => void; gone: () => void; silentMs: number },
  ) {
    if (address) this.open();
  }

  /** Sends a command line; false when the device is not there. */
  send(line: string): boolean {
    if (!this.socket || this.socket.readyState !== 'open') return false;
    return this.socket.write(`${line}\n`) || true;
  }

  /** Goes to the device at another address, or to none. */
  move(address: string | null): void {
    if (this.retry) clearTimeout(this.retry);
    const had = this.socket;
    this.socket = null;
    this.address = address;
    had?.destroy();
    this.on.gone();
    if (address) this.open();
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
    socket.setTimeout(this.on.silentMs, () => socket.destroy());
    let rest = '';
    socket.on('data', (chunk: string) => {
      if (this.socket !== socket) return;
      const lines = (rest + chunk).split(/\r?\n|\r/);
      rest = lines.pop()!.slice(-200);
      for (const line of lines) this.on.line(line);
    });
    socket.on('error', () => undefined); // 'close' follows and says it
    socket.on('close', () => {
      // One that was left behind says nothing more.
      if (this.socket !== socket) return;
      this.on.gone();
      if (!this.closed) this.retry = setTimeout(() => this.open(), 1000);
    });
    this.socket = socket;
  }
}
