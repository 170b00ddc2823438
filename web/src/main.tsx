import { speak, type Sentences } from '@ember-slate/words';

/** Languages beside English, each a folder in words/: nothing of them is loaded unless the page asks for it. */
const folders = import.meta.glob<Sentences>(['../../words/*/{core,web}/*.json', '!../../words/en/**'], {
  import: 'default',
});
const { lang } = document.documentElement;

if (lang !== 'en') {
  const own = Object.entries(folders).filter(([path]) => path.includes(`/words/${lang}/`));
  const areas = await Promise.all(
    own.map(
      async ([path, load]) => [path.split(`/${lang}/`)[1]!.replace('.json', ''), await load()] as const,
    ),
  );
  speak(lang, Object.fromEntries(areas));
}
// Only now: names are looked up when their file is loaded.
await import('./app/start.tsx');
