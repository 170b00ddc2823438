import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { addressAt, pageList, mayOpen } from '../../app/pageList.ts';
import { useChosenRow } from '../../app/address.ts';
import { useShop } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { TextField } from '../../parts/Field.tsx';
import { say } from './say.ts';
import { help, keys, words, type HelpOf } from './text.ts';

/** The help of an address; one with a row chosen has that of the screen it is chosen on. */
export const helpAt = (path: string): HelpOf | undefined => help[path] ?? help[path.replace(/\/:id$/, '')];

const screens = pageList.filter((a) => Object.hasOwn(help, a.path));

/** All that is said of a screen, in one text to look through. */
const textOf = (path: string, name: string): string => {
  const of = help[path]!;
  return [name, of.answers, ...of.how, ...of.words.flatMap((w) => words[w])].join(' ').toLowerCase();
};

/** What the words mean, one line each. */
function Words({ list }: { list: readonly (readonly [word: string, is: string])[] }) {
  return (
    <dl className="grid grid-cols-[minmax(0,10rem)_minmax(0,1fr)] gap-x-5 max-sm:grid-cols-1">
      {list.map(([word, is]) => (
        <div key={word} className="col-span-full grid grid-cols-subgrid border-t border-line py-1.5">
          <dt className="font-figure text-label font-semibold">{word}</dt>
          <dd>{is}</dd>
        </div>
      ))}
    </dl>
  );
}

/** The help of one screen: its question, how it is worked, its keys, its words. */
function Of({ path, of }: { path: string; of: HelpOf }) {
  const address = addressAt(`/${path}`);
  return (
    <>
      <h1 className="text-head max-sm:text-big">{address?.name}</h1>
      <p className="pb-2 text-row">{of.answers}</p>
      <ol className="max-w-[64ch] list-decimal space-y-1 pb-4 pl-6">
        {of.how.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ol>
      {!path.includes(':') && (
        <Link to={`/${path}`} className="why print:hidden">
          {say('open_this_screen')}
        </Link>
      )}
      {of.keys.length > 0 && (
        <>
          <h2 className="pt-4 pb-1 text-row">{say('keys_here')}</h2>
          <ul>
            {of.keys.map((k) => (
              <li key={k} className="flex gap-4 border-t border-line py-1.5">
                <span className="w-20 shrink-0">
                  <span className="key">{keys[k][0]}</span>
                </span>
                {keys[k][1]}
              </li>
            ))}
          </ul>
        </>
      )}
      {of.words.length > 0 && (
        <>
          <h2 className="pt-4 pb-1 text-row">{say('words_here')}</h2>
          <Words list={of.words.map((w) => words[w])} />
        </>
      )}
    </>
  );
}

/** Help for the screen one comes from, for every other, and for every word; searched, and printed. */
export default function HelpPage() {
  const { me } = useShop();
  const [of, setOf] = useChosenRow('of');
  const [looked, setLooked] = useState('');
  const asked = useDeferredValue(looked.trim().toLowerCase());
  const here = addressAt(of ?? '/landing')?.path ?? 'landing';
  const shown = Object.hasOwn(help, here) ? here : here.replace(/\/:id$/, '');
  const found = screens.filter(
    (s) => mayOpen(`/${s.path}`, me.role) && (asked === '' || textOf(s.path, s.name).includes(asked)),
  );
  const foundWords = Object.values(words).filter((w) => w.join(' ').toLowerCase().includes(asked));
  return (
    <div className="panes grid-cols-[230px_minmax(0,1fr)] print:block">
      <nav aria-label={say('screens')} className="flex min-h-0 flex-col max-md:order-last print:hidden">
        <TextField label={say('find_in_help')} value={looked} onChange={setLooked} />
        <ul className="pane flex-1 pb-4">
          {found.map((s) => (
            <li key={s.path} className="border-b border-line">
              <button
                type="button"
                aria-current={s.path === shown && asked === '' ? 'page' : undefined}
                onClick={() => {
                  setLooked('');
                  setOf(`/${s.path}`);
                }}
                className={`min-h-10 w-full px-2 text-left hover:bg-lift ${s.path === shown && asked === '' ? 'bg-lift font-semibold' : ''}`}
              >
                {s.name}
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <section className="pane pb-8 print:overflow-visible">
        {asked === '' ? (
          <>
            <Of path={shown} of={helpAt(shown)!} />
            <p className="flex flex-wrap gap-4 pt-5 print:hidden">
              <Button small onPress={() => window.print()}>
                {say('print_it')}
              </Button>
              <Link to="/keys" className="why">
                {say('all_keys')}
              </Link>
            </p>
          </>
        ) : found.length + foundWords.length === 0 ? (
          <h1 className="text-big">{say('nothing_found')}</h1>
        ) : (
          <>
            <h1 className="text-big">{foundWords.length > 0 ? say('words_of_shop') : say('screens')}</h1>
            <Words list={foundWords} />
            <ul className="pt-4">
              {found.map((s) => (
                <li key={s.path} className="border-t border-line py-1.5">
                  <strong className="font-figure text-label font-semibold">{s.name}</strong>:{' '}
                  {help[s.path]!.answers}
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
    </div>
  );
}
