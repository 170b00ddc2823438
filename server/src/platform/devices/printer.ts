import { connect } from 'node:net';
import { formatJob, parseAnswer } from '@ember-slate/devices/printer-protocol';
import type { Outcome } from '../jobs.ts';
import { say } from '../say.ts';

export type Printed = 'printed' | 'paper' | 'away' | 'unsure';

/** What a person is told when nobody knows whether a label came out. */
export const printedPerhaps = say('it_may_have_been_printed_look_at');
const words = {
  away: say('the_label_printer_does_not_answer'),
  paper: say('the_label_printer_is_out_of_labels'),
};

/** A print that did not come out, or of which nobody knows, as a job says it. */
export const notPrinted = (outcome: Exclude<Printed, 'printed'>): Outcome =>
  outcome === 'unsure' ? { went: 'unsure', why: printedPerhaps } : { went: 'not', why: words[outcome] };

/** How long a printer may take to answer, ms. */
const patienceMs = 8000;

/** How a printer speaks: by this program's own lines, or as a raw port that takes the bytes of a PDF and says nothing back. */
export type PrinterLines = 'own' | 'raw';

/** The label printer: one connection a job, so that a printer switched off is noticed at once. */
export class PrinterAdapter {
  private lastId = 0;
  private lines: PrinterLines = 'own';

  constructor(private address: string | null) {}

  /** Goes to the printer at another address, or to none. */
  move(address: string | null, lines: PrinterLines): void {
    this.address = address;
    this.lines = lines;
  }

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

  /**
   * Prints all copies or none: `paper` when it is out of labels, `away` when there is none to be reached, `unsure` when
   * it was given the job and then said nothing. A raw port has printed what it took to the last byte.
   */
  async print(pdf: Buffer, copies: number): Promise<Printed> {
    if (this.lines === 'own') return this.printOwn(pdf, copies);
    for (let copy = 0; copy < copies; copy++) {
      const outcome = await this.handOver(pdf);
      // A copy is out already: nobody knows how many more are.
      if (outcome !== 'printed') return copy === 0 ? outcome : 'unsure';
    }
    return 'printed';
  }

  private handOver(pdf: Buffer): Promise<Printed> {
    if (!this.address) return Promise.resolve('away');
    const [host, port] = this.address.split(':');
    return new Promise((done) => {
      const socket = connect({ host: host!, port: Number(port) });
      let given = false;
      const end = (outcome: Printed) => {
        socket.destroy();
        done(outcome);
      };
      const broken = () => end(given ? 'unsure' : 'away');
      socket.setTimeout(patienceMs, broken);
      socket.on('error', broken);
      socket.on('finish', () => end('printed'));
      socket.on('connect', () => {
        given = true;
        socket.end(pdf);
      });
    });
  }

  private printOwn(pdf: Buffer, copies: number): Promise<Printed> {
    if (!this.address) return Promise.resolve('away');
    const [host, port] = this.address.split(':');
    const id = (this.lastId = (this.lastId % 999_999) + 1);
    return new Promise((done) => {
      const socket = connect({ host: host!, port: Number(port) });
      // Until the last byte is on its way nothing can come out.
      let given = false;
      const silent = () => end(given ? 'unsure' : 'away');
      const end = (outcome: Printed) => {
        socket.destroy();
        done(outcome);
      };
      socket.setTimeout(patienceMs, silent);
      socket.on('error', silent);
      socket.on('close', silent);
      let heard = '';
      socket.on('data', (chunk: Buffer) => {
        heard += chunk.toString('ascii');
        for (const line of heard.split('\n').slice(0, -1)) {
          const answer = parseAnswer(line);
          if (answer?.id === id) return end(answer.printed ? 'printed' : 'paper');
        }
      });
      socket.write(formatJob({ id, copies, length: pdf.length }));
      socket.write(pdf, () => (given = true));
    });
  }
}
