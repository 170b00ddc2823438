import type { Problem } from '@ember-slate/contract';
import { Button } from './Button.tsx';

interface Props<K extends string> {
  problem: Problem | null;
  /** What a person calls each field. */
  names: Readonly<Record<K, string>>;
  /** What stands in this form, in the same fields. */
  mine: Readonly<Record<NoInfer<K>, unknown>>;
  show?: (field: K, value: unknown) => string;
  /** Saves mine over what is there now, of this version. */
  onKeep: (version: number) => void;
  /** Throws mine away. */
  onTheirs: () => void;
}

const plain = (value: unknown): string => {
  if (value === null || value === undefined || value === '') return 'nothing';
  return typeof value === 'string' ? value : JSON.stringify(value);
};

/** Somebody else saved the same thing meanwhile: both side by side, field by field, and a person decides. */
export function Stale<K extends string>({ problem, names, mine, show, onKeep, onTheirs }: Props<K>) {
  const theirs = problem?.current as (Record<K, unknown> & { version: number }) | undefined;
  if (problem?.code !== 'stale' || !theirs) return null;
  const word = (field: K, value: unknown) => (show ?? ((_f: K, v: unknown) => plain(v)))(field, value);
  const differ = (Object.keys(names) as K[]).filter((f) => word(f, mine[f]) !== word(f, theirs[f]));
  return (
    <section role="alert" className="mb-3 border-[1.5px] border-emberline p-3">
      <h3 className="text-label">Someone else saved this meanwhile</h3>
      <table className="my-2 w-full text-left">
        <thead>
          <tr className="text-note text-ink2">
            <th scope="col">Field</th>
            <th scope="col">here</th>
            <th scope="col">saved meanwhile</th>
          </tr>
        </thead>
        <tbody>
          {differ.map((f) => (
            <tr key={f} className="border-t border-line">
              <th scope="row" className="py-1 font-medium">
                {names[f]}
              </th>
              <td>{word(f, mine[f])}</td>
              <td>{word(f, theirs[f])}</td>
            </tr>
          ))}
          {differ.length === 0 && (
            <tr>
              <td colSpan={3}>Nothing you see here differs.</td>
            </tr>
          )}
        </tbody>
      </table>
      <div className="flex gap-3">
        <Button kind="main" onPress={() => onKeep(theirs.version)}>
          Save mine over it
        </Button>
        <Button onPress={onTheirs}>Take what was saved</Button>
      </div>
    </section>
  );
}
