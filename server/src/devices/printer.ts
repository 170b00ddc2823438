import { connect } from 'node:net';
import { formatJob, parseAnswer } from '@ember-slate/devices/printer-protocol';

/** How long a printer may take to answer, ms. */
const patienceMs = 8000;

/** The label printer behind its line protocol: one connection a job, so that a printer switched off is noticed at once. */
export class PrinterAdapter {
  private lastId = 0;

  constructor(private readonly address: string | null) {}

  /** Puts a roll into the simulated printer; false when it does not answer. */
  roll(labels: number): Promise<boolean> {
    if (!this.address) return Promise.resolve(false);
    const [host, port] = this.address.split(':');
    return new Promise((done) => {
      const socket = connect({ host: host!, port: Number(port) }, () =>
        socket.end(`ROLL ${labels}\n`, () => done(true)),
      );
      socket.on('error', () => done(false));
    });
  }

  /** Prints all copies or none: `paper` when it is out of labels, `away` when it does not answer. */
  print(pdf: Buffer, copies: number): Promise<'printed' | 'paper' | 'away'> {
    if (!this.address) return Promise.resolve('away');
    const [host, port] = this.address.split(':');
    const id = (this.lastId = (this.lastId % 999_999) + 1);
    return new Promise((done) => {
      const socket = connect({ host: host!, port: Number(port) });
      const end = (outcome: 'printed' | 'paper' | 'away') => {
        socket.destroy();
        done(outcome);
      };
      socket.setTimeout(patienceMs, () => end('away'));
      socket.on('error', () => end('away'));
      socket.on('close', () => done('away'));
      let heard = '';
      socket.on('data', (chunk: Buffer) => {
        heard += chunk.toString('ascii');
        for (const line of heard.split('\n').slice(0, -1)) {
          const answer = parseAnswer(line);
          if (answer?.id === id) return end(answer.printed ? 'printed' : 'paper');
        }
      });
      socket.write(formatJob({ id, copies, length: pdf.length }));
      socket.write(pdf);
    });
  }
}
