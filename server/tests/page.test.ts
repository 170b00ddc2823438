import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import { pageOf } from '../src/platform/page.ts';

const root = mkdtempSync(join(tmpdir(), 'ember-slate-page-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));

const page = '<html lang="en"><head><script src="/assets/first.js"></script></head><body></body></html>';
const linked = (html: string) =>
  [...html.matchAll(/rel="modulepreload" crossorigin href="\/([^"]+)"/g)].map((m) => m[1]);

describe('the page of the screens', () => {
  beforeEach(() => {
    writeFileSync(join(root, 'index.html'), page);
    rmSync(join(root, '.vite'), { recursive: true, force: true });
  });
  const built = (parts: object) => {
    mkdirSync(join(root, '.vite'));
    writeFileSync(join(root, '.vite/manifest.json'), JSON.stringify(parts));
  };

  it('names what is needed first, and to somebody with a session the frame; each once, none it names already', () => {
    built({
      'index.html': { file: 'assets/first.js' },
      'src/app/start.tsx': { file: 'assets/start.js', imports: ['index.html', '_kit.js'] },
      '_kit.js': { file: 'assets/kit.js', imports: ['src/app/start.tsx'] },
      'src/app/Inside.tsx': { file: 'assets/inside.js', imports: ['_kit.js', '_frame.js'] },
      '_frame.js': { file: 'assets/frame.js', imports: ['src/app/Inside.tsx'] },
      '_stages.js': { file: 'assets/stages.js', name: 'stages', imports: ['_frame.js'] },
      'src/stages/close/Close.tsx': { file: 'assets/close.js' },
    });
    const { atDoor, within } = pageOf(root, 'de');
    const early = ['assets/start.js', 'assets/kit.js'];
    expect(linked(atDoor)).toEqual(early);
    expect(linked(within)).toEqual([...early, 'assets/inside.js', 'assets/frame.js', 'assets/stages.js']);
    // But for them it is the page as it was built.
    for (const html of [atDoor, within])
      expect(html.replace(/<link rel="modulepreload"[^>]+>/g, '')).toBe(page.replace('"en"', '"de"'));
  });
  it.each<[string, object | null]>([
    ['was built without a list of its files', null],
    ['has nothing behind the door in it', { 'index.html': { file: 'assets/first.js' } }],
  ])('is the same to all where it %s', (_name, parts) => {
    if (parts) built(parts);
    const { atDoor, within } = pageOf(root, 'en');
    expect(within).toBe(atDoor);
    expect(atDoor).toBe(page);
  });
});
