import { connect } from 'node:net';
import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { parseProbe } from '@ember-slate/devices/probe-protocol';
import { PlainScale } from '@ember-slate/devices/scale-plain';
import { parseLine } from '@ember-slate/devices/scale-protocol';
import { parseReading } from '@ember-slate/devices/sensor-protocol';

type Asked = BodyOf<typeof contract.settings.tryDevice>;

/** How long a device is listened to, ms: sensors and most printers say nothing of themselves in that. */
const listenMs = 1500;

/** How many lines are heard at most, and how long each may be. */
const mostLines = 8;
const longestLine = 80;

/**
 * Listens at an address for a moment: whether anything answers there, and the first lines it says. Control characters
 * are left out: what is heard is shown to a person.
 */
function listenTo(address: string, ms: number): Promise<{ reached: boolean; lines: string[] }> {
  const [host, port] = address.split(':');
  return new Promise((done) => {
    const socket = connect({ host: host!, port: Number(port) });
    socket.setEncoding('ascii');
    let reached = false;
    let heard = '';
    const end = () => {
      clearTimeout(timer);
      socket.destroy();
      const lines = heard
        .split(/[\r\n]+/)
        // The last may be half of one.
        .slice(0, -1)
        .map((line) => line.replace(/[^\u0020-\u007e]/g, '').slice(0, longestLine))
        .filter((line) => line !== '');
      done({ reached, lines: lines.slice(0, mostLines) });
    };
    const timer = setTimeout(end, ms);
    socket.on('connect', () => (reached = true));
    socket.on('data', (chunk: string) => {
      heard += chunk;
      if (heard.length > mostLines * longestLine * 2) end();
    });
    socket.on('error', end);
    socket.on('close', end);
  });
}

/** Tries a device where it is said to be: whether it answers, what it says, and how that is read. */
export async function tryDevice({
  kind,
  address,
  lines,
}: Asked): Promise<AnswerOf<typeof contract.settings.tryDevice>> {
  const { reached, lines: heard } = await listenTo(address, listenMs);
  const plain = lines === 'own' || lines === 'raw' ? null : new PlainScale(lines);
  const read = (line: string) => {
    if (kind === 'scale') {
      const reading = plain ? plain.read(line) : parseLine(line);
      return { grams: reading?.grams ?? null, steady: reading?.state === 'steady', tenths: null };
    }
    const tenths = kind === 'probe' ? parseProbe(line) : (parseReading(line)?.tenths ?? null);
    return { grams: null, steady: false, tenths: kind === 'printer' ? null : tenths };
  };
  return { reached, heard: heard.map((line) => ({ line, ...read(line) })) };
}
