import { createServer, type Server, type Socket } from 'node:net';
import { parseJob, type PrintJob } from './protocol.ts';

/** A simulated label printer: takes jobs while it has labels, keeps the last one it printed. */
export class Printer {
  labels: number;
  last: Buffer | null = null;

  constructor(labels = 500) {
    this.labels = labels;
  }

  /** Prints all copies of a job, or none. */
  print(job: PrintJob, bytes: Buffer): boolean {
    if (job.copies > this.labels) return false;
    this.labels -= job.copies;
    this.last = bytes;
    return true;
  }
}

/** Serves a simulated printer on loopback. */
export function startPrinter(port: number, printer = new Printer()): Promise<Server> {
  const server = createServer((socket: Socket) => {
    let buffered: Buffer = Buffer.alloc(0);
    let job: PrintJob | null = null;
    socket.on('data', (chunk: Buffer) => {
      buffered = Buffer.concat([buffered, chunk]);
      for (;;) {
        if (job) {
          if (buffered.length < job.length) return;
          const printed = printer.print(job, buffered.subarray(0, job.length));
          socket.write(`${printed ? 'OK' : 'OUT'} ${job.id}\n`);
          buffered = buffered.subarray(job.length);
          job = null;
        }
        const end = buffered.indexOf(10);
        if (end === -1) return;
        const line = buffered.subarray(0, end).toString('ascii').trim();
        buffered = buffered.subarray(end + 1);
        job = parseJob(line);
        const roll = /^ROLL (\d{1,4})$/.exec(line);
        if (roll) printer.labels = Number(roll[1]);
      }
    });
    socket.on('error', () => socket.destroy());
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
