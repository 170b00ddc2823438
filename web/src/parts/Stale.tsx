import type { Problem } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { formatTemperature } from '@ember-slate/core/units';
import { useSpecies, useTimes } from '../app/shop.tsx';
import { useAppSelector } from '../app/store.ts';
import { Button } from './Button.tsx';
import { useMass } from './Mass.tsx';
import { formatMoney } from './money.ts';
import { say } from './say.ts';
import { Table } from './Table.tsx';

/** What a field holds, to say it as its form does: choices have their words, anything else says itself. */
export type Kind =
  | 'mass'
  | 'money'
  | 'tenths'
  | 'share'
  | 'moment'
  | 'species'
  | Readonly<Record<string, string>>
  | ((value: never) => string);

interface Props<K extends string> {
  problem: Problem | null;
  /** What a person calls each field. */
  names: Readonly<Record<K, string>>;
  /** What stands in this form, in the same fields. */
  mine: Readonly<Record<NoInfer<K>, unknown>>;
  kinds?: { readonly [field in NoInfer<K>]?: Kind };
  /** Saves mine over what is there now, of this version. */
  onKeep: (version: number) => void;
  /** Throws mine away. */
  onTheirs: () => void;
}

const plain = (value: unknown): string => {
  if (typeof value === 'boolean') return value ? say('yes') : say('no');
  if (Array.isArray(value)) return value.map(plain).join(', ') || say('nothing');
  return typeof value === 'string' ? value : JSON.stringify(value);
};

/** What was pressed may lie at the other end of a long form. */
const intoView = (here: HTMLElement | null) => here?.scrollIntoView({ block: 'nearest' });

/** Somebody else saved the same thing meanwhile: both side by side, field by field, and a person decides. */
export function Stale<K extends string>({ problem, names, mine, kinds, onKeep, onTheirs }: Props<K>) {
  const mass = useMass();
  const units = useAppSelector((s) => s.prefs.units);
  const { when } = useTimes();
  const species = useSpecies();
  const theirs = problem?.current as (Record<K, unknown> & { version: number }) | undefined;
  if (problem?.code !== 'stale' || !theirs) return null;
  const word = (field: K, value: unknown): string => {
    const kind: Kind | undefined = kinds?.[field];
    if (typeof kind === 'function') return kind(value as never);
    if (value === null || value === undefined || value === '') return say('nothing');
    if (kind === undefined) return plain(value);
    if (typeof kind === 'object') return kind[(value as string | boolean).toString()] ?? plain(value);
    const written = {
      mass: () => mass(value as number),
      money: () => formatMoney(value as number),
      tenths: () => formatTemperature(value as number, units),
      share: () => `${Math.round((value as number) * 1000) / 10} %`,
      moment: () => when(value as string),
      species: () => shortName(species.get(value as string)?.name ?? (value as string)),
    };
    return written[kind]();
  };
  const differ = (Object.keys(names) as K[]).filter((f) => word(f, mine[f]) !== word(f, theirs[f]));
  return (
    <section
      ref={intoView}
      role="alert"
      className="col-span-full mb-3 w-full border-[1.5px] border-emberline p-3"
    >
      <h3 className="text-label">{say('someone_else_saved_this_meanwhile')}</h3>
      {differ.length === 0 ? (
        <p className="py-2">{say('nothing_you_see_here_differs')}</p>
      ) : (
        <div className="py-2">
          <Table
            rows={differ}
            keyOf={(f) => f}
            columns={[
              { head: say('field'), cell: (f) => names[f], className: 'font-medium' },
              { head: say('here'), cell: (f) => word(f, mine[f]) },
              { head: say('saved_meanwhile'), cell: (f) => word(f, theirs[f]) },
            ]}
          />
        </div>
      )}
      <div className="flex gap-3">
        <Button kind="main" onPress={() => onKeep(theirs.version)}>
          {say('save_mine_over_it')}
        </Button>
        <Button onPress={onTheirs}>{say('take_what_was_saved')}</Button>
      </div>
    </section>
  );
}
