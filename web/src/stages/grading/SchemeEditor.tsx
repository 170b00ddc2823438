import { contract, type Problem } from '@ember-slate/contract';
import { schemeFaults } from '@ember-slate/core/freshness';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { shortName } from '@ember-slate/core/species';
import { useSpecies, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Picker } from '../../parts/Picker.tsx';
import type { KeptScheme } from './words.ts';

const number = (text: string) => (/^\d+([.,]\d+)?$/.test(text.trim()) ? Number(text.replace(',', '.')) : NaN);

/** Signs in one line, to lay two schemes side by side. */
const signWords = (signs: KeptScheme['signs']) =>
  signs.map((s) => `${s.name} ${s.weight}: ${s.words.join(' / ')}`).join('; ');

/** A scheme's signs with their words; changing any of it makes the next version. */
export function SchemeEditor({ scheme, mayChange }: { scheme: KeptScheme; mayChange: boolean }) {
  const draft = useDraft(`scheme ${scheme.id}`);
  const [version, setVersion] = useKept(draft, 'version', scheme.version);
  const { send, busy } = useChange(contract.grading.changeScheme, draft);
  const { when, day } = useTimes();
  const [signs, setSigns] = useKept(draft, 'signs', scheme.signs);
  const [weights, setWeights] = useKept(draft, 'weights', () => scheme.signs.map((s) => String(s.weight)));
  const [rejectAt, setRejectAt] = useKept(
    draft,
    'rejectAt',
    scheme.rejectAt === null ? '' : String(scheme.rejectAt),
  );
  const [centres, setCentres] = useKept(draft, 'centres', () => scheme.centres.map(String));
  const [note, setNote] = useKept(draft, 'note', '');
  const ownDraft = useDraft(`scheme like ${scheme.id}`);
  const own = useChange(contract.grading.changeScheme, ownDraft);
  const [name, setName] = useKept(ownDraft, 'name', '');
  const [forSpecies, setForSpecies] = useKept<string | null>(ownDraft, 'forSpecies', null);
  const book = useSpecies();
  const [problem, setProblem] = useKept<Problem | null>(draft, 'problem', null);
  const index = scheme.method === 'index';
  const next = {
    ...scheme,
    signs: signs.map((s, i) => ({ ...s, weight: index ? s.weight : number(weights[i]!) })),
    rejectAt: index ? number(rejectAt) : null,
    centres: centres.map(number) as [number, number, number, number],
  };
  const faults = schemeFaults(next);
  const changed =
    JSON.stringify([next.signs, next.rejectAt, next.centres]) !==
    JSON.stringify([scheme.signs, scheme.rejectAt, scheme.centres]);
  /** The signs as they stand here begin a scheme of the shop's own for one species. */
  const begin = async () => {
    const { version: _v, calibration: _c, shipped: _s, grades: _g, history: _h, ...fields } = next;
    const id = name
      .trim()
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 20);
    const body = {
      ...fields,
      id,
      name,
      species: forSpecies ? [forSpecies] : null,
      version: 0,
      note: `begun from ${scheme.name}`,
    };
    const outcome = await own.send(body, { id });
    if (!outcome.ok) setProblem(outcome.problem);
  };
  const save = async (over = version) => {
    const {
      version: _from,
      calibration: _line,
      shipped: _shipped,
      grades: _grades,
      history: _history,
      ...fields
    } = next;
    const outcome = await send({ ...fields, version: over, note }, { id: scheme.id });
    if (!outcome.ok) setProblem(outcome.problem);
  };
  return (
    <div>
      <div className="overflow-x-auto">
        <table className="plain min-w-[720px]">
          <thead>
            <tr>
              <th className="w-40">Sign</th>
              <th className="w-16">{index ? 'Points' : 'Weight'}</th>
              {(index ? [0, 1, 2, 3] : scheme.centres).map((c, level) => (
                <th key={level}>{index ? `${level}` : `at ${Math.round(Number(c) * 100)} % of its life`}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {signs.map((s, i) => (
              <tr key={`${s.id} ${i}`}>
                <td className="py-1.5">
                  <span className="font-figure text-label font-semibold">{s.name}</span>
                  <span className="block text-note text-ink3">
                    {[
                      s.groups?.join(', '),
                      s.species?.join(', ').replaceAll('_', ' '),
                      s.stop && `stops at ${s.stop.from}`,
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </td>
                <td>
                  {index ? (
                    `0–${s.words.length - 1}`
                  ) : (
                    <input
                      aria-label={`Weight of ${s.name}`}
                      className="field-value w-12 text-label"
                      value={weights[i]}
                      readOnly={!mayChange}
                      inputMode="decimal"
                      onChange={(e) => setWeights((had) => had.with(i, e.target.value))}
                    />
                  )}
                </td>
                {[0, 1, 2, 3].map((level) => (
                  <td key={level}>
                    {s.words[level] !== undefined && (
                      <textarea
                        aria-label={`${s.name}, level ${level}`}
                        className="block w-full resize-none border-b border-line bg-transparent py-1 text-note outline-none focus:border-rime"
                        rows={2}
                        style={{ fieldSizing: 'content', minHeight: 44 }}
                        value={s.words[level]}
                        readOnly={!mayChange}
                        onChange={(e) =>
                          setSigns((had) =>
                            had.with(i, {
                              ...s,
                              words: s.words.with(level, e.target.value.replace(/\n/g, ' ')),
                            }),
                          )
                        }
                      />
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="grid grid-cols-4 gap-6 pt-4 max-sm:grid-cols-2">
        {index ? (
          <TextField
            label="At its end at"
            value={rejectAt}
            onChange={setRejectAt}
            inputMode="decimal"
            note="points"
          />
        ) : (
          centres.map((c, level) => (
            <TextField
              key={level}
              label={`Level ${level} stands at`}
              value={c}
              onChange={(v) => setCentres((had) => had.with(level, v))}
              inputMode="decimal"
              note="share of ice days"
            />
          ))
        )}
      </div>
      <Stale
        problem={problem}
        names={{ signs: 'Signs', centres: 'Levels stand at', rejectAt: 'At its end at' }}
        mine={next}
        kinds={{ signs: signWords }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.forget}
      />
      {mayChange && (
        <form
          className="flex items-start gap-5 border-t border-line pt-3"
          onSubmit={(e) => {
            e.preventDefault();
            void save();
          }}
        >
          <TextField
            className="flex-1"
            label="What changed and why"
            value={note}
            onChange={setNote}
            error={
              (problem?.code === 'stale' ? undefined : problem?.detail) ??
              (changed && faults.length > 0 ? faults.join('. ') : undefined)
            }
            note="grades made before keep their version"
          />
          <div className="pt-3">
            <Button
              submit
              kind="main"
              busy={busy}
              notYet={
                !changed
                  ? 'nothing is changed'
                  : faults.length > 0
                    ? faults[0]!
                    : note.trim() === ''
                      ? 'say why'
                      : null
              }
            >
              Make version {version + 1}
            </Button>
          </div>
        </form>
      )}
      {mayChange && (
        <form
          className="flex flex-wrap items-start gap-5 border-t border-line pt-3"
          onSubmit={(e) => {
            e.preventDefault();
            void begin();
          }}
        >
          <TextField
            className="w-64"
            label="Begin one of our own like this"
            value={name}
            onChange={setName}
            note="its name"
          />
          <Picker
            className="w-56"
            label="For"
            value={forSpecies ?? ''}
            onChange={setForSpecies}
            options={[...book.values()].map((s) => ({ value: s.id, name: shortName(s.name) }))}
          />
          <div className="pt-3">
            <Button
              submit
              busy={own.busy}
              notYet={
                name.trim().length < 2
                  ? 'name it'
                  : forSpecies === null
                    ? 'say for which fish'
                    : (faults[0] ?? null)
              }
            >
              Begin it
            </Button>
          </div>
        </form>
      )}
      <p className="pt-3 text-note text-ink3">{scheme.source}</p>
      <ul className="pt-3 text-note text-ink2">
        {scheme.history.map((h) => (
          <li key={h.version}>
            version {h.version}: {h.note}
            {h.by ? `, ${h.by}, ${day(h.at)} ${when(h.at).slice(-5)}` : ''}
          </li>
        ))}
      </ul>
    </div>
  );
}
