import { inflateSync } from 'node:zlib';

/**
 * The font inside a WOFF 1.0 file as a plain sfnt (W3C WOFF File Format 1.0): every table inflated once. The typesetter
 * would otherwise inflate a table anew for each glyph it draws.
 */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.toString('latin1', 0, 4) !== 'wOFF') throw new RangeError('Not a WOFF file');
  const tables = Array.from({ length: woff.readUInt16BE(12) }, (_, i) => {
    const at = 44 + i * 20;
    const [offset, packed, length] = [4, 8, 12].map((o) => woff.readUInt32BE(at + o)) as [
      number,
      number,
      number,
    ];
    const bytes = woff.subarray(offset, offset + packed);
    return {
      tag: woff.subarray(at, at + 4),
      checksum: woff.readUInt32BE(at + 16),
      data: packed < length ? inflateSync(bytes) : bytes,
    };
  });
  const log = Math.floor(Math.log2(tables.length));
  const head = Buffer.alloc(12 + tables.length * 16);
  woff.copy(head, 0, 4, 8);
  [tables.length, 2 ** log * 16, log, (tables.length - 2 ** log) * 16].forEach((n, i) =>
    head.writeUInt16BE(n, 4 + i * 2),
  );
  let offset = head.length;
  const parts = [head];
  tables.forEach(({ tag, checksum, data }, i) => {
    tag.copy(head, 12 + i * 16);
    head.writeUInt32BE(checksum, 16 + i * 16);
    head.writeUInt32BE(offset, 20 + i * 16);
    head.writeUInt32BE(data.length, 24 + i * 16);
    const padded = Buffer.alloc(Math.ceil(data.length / 4) * 4);
    data.copy(padded);
    parts.push(padded);
    offset += padded.length;
  });
  return Buffer.concat(parts);
}
