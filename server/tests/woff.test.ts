import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { sfntOf } from '../src/platform/woff.ts';

const files = join(
  dirname(createRequire(import.meta.url).resolve('@fontsource/barlow-semi-condensed/package.json')),
  'files',
);

describe('a font out of its WOFF file', () => {
  it('holds every table where its directory says, with the checksum it was packed with', () => {
    const sfnt = sfntOf(readFileSync(join(files, 'barlow-semi-condensed-latin-500-normal.woff')));
    const tables = Array.from({ length: sfnt.readUInt16BE(4) }, (_, i) => ({
      tag: sfnt.toString('latin1', 12 + i * 16, 16 + i * 16),
      sum: sfnt.readUInt32BE(16 + i * 16),
      offset: sfnt.readUInt32BE(20 + i * 16),
      length: sfnt.readUInt32BE(24 + i * 16),
    }));
    expect(tables.map((t) => t.tag)).toEqual(
      expect.arrayContaining(['cmap', 'glyf', 'head', 'hhea', 'maxp']),
    );
    for (const t of tables.filter((x) => x.tag !== 'head')) {
      let sum = 0;
      for (let i = 0; i < t.length; i += 4) sum = (sum + sfnt.readUInt32BE(t.offset + i)) >>> 0;
      expect(sum, t.tag).toBe(t.sum);
    }
  });

  it('refuses what is none', () => expect(() => sfntOf(Buffer.alloc(60))).toThrow(RangeError));
});
