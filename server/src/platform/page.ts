import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** What the build says of one file of the screens: its name, and the others it cannot do without. */
interface Part {
  file: string;
  name?: string;
  imports?: readonly string[];
}

/** What is needed first by anybody; and at once behind the sign-in: the frame, and what most stages share. */
const first = (key: string) => key === 'src/app/start.tsx';
const next = (key: string, { name }: Part) => first(key) || key === 'src/app/Inside.tsx' || name === 'stages';

/**
 * The page every screen is drawn on, in this language, with the files it will ask for in turn named at once: all come
 * together, not each when the one before has told of it. To a browser that has a session it names the frame's too.
 */
export function pageOf(webRoot: string, language: string): { atDoor: string; within: string } {
  const page = readFileSync(join(webRoot, 'index.html'), 'utf8').replace('lang="en"', `lang="${language}"`);
  const manifest = join(webRoot, '.vite/manifest.json');
  const parts = existsSync(manifest)
    ? (JSON.parse(readFileSync(manifest, 'utf8')) as Record<string, Part>)
    : {};
  const naming = (needed: (key: string, part: Part) => boolean): string => {
    const files = new Set<string>();
    const reach = (key: string) => {
      const part = parts[key];
      if (!part || files.has(part.file)) return;
      files.add(part.file);
      part.imports?.forEach(reach);
    };
    for (const [key, part] of Object.entries(parts)) if (needed(key, part)) reach(key);
    const links = [...files]
      .filter((file) => !page.includes(file))
      .map((file) => `<link rel="modulepreload" crossorigin href="/${file}">`);
    return page.replace('</head>', `${links.join('')}</head>`);
  };
  return { atDoor: naming(first), within: naming(next) };
}
