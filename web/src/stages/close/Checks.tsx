import { contract, type DayClose, type Problem } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Refused } from '../../parts/Refused.tsx';

/** The shop's own list: a line a check. */
function EditChecks({ day, onClose }: { day: DayClose; onClose: () => void }) {
  const draft = useDraft('checks');
  const [version, setVersion] = useKept(draft, 'version', day.checksVersion);
  const { send, busy } = useChange(contract.close.setChecks, draft);
  const [lines, setLines] = useKept(
    draft,
    'lines',
    day.checks.map((c) => ({ id: c.id, words: c.words })),
  );
  const [problem, setProblem] = useState<Problem | null>(null);
  const kept = lines.filter((l) => l.words.trim() !== '');
  const save = async (over = version) => {
    const outcome = await send({ version: over, checks: kept });
    if (outcome.ok) onClose();
    else setProblem(outcome.problem);
  };
  const add = () => {
    const n = Math.max(0, ...lines.map((l) => Number(/^own_(\d+)$/.exec(l.id)?.[1] ?? 0))) + 1;
    setLines([...lines, { id: `own_${n}`, words: '' }]);
  };
  return (
    <Dialog open title="Checks at the end of a day" onClose={onClose}>
      <Stale
        problem={problem}
        names={{ checks: 'Checks' }}
        mine={{ checks: kept }}
        kinds={{ checks: (all: typeof kept) => all.map((c) => c.words).join('; ') || 'none' }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.leave(onClose)}
      />
      {lines.map((l, i) => (
        <TextField
          key={l.id}
          label={`Check ${i + 1}`}
          value={l.words}
          onChange={(words) => setLines(lines.map((x) => (x === l ? { ...x, words } : x)))}
          note={i === lines.length - 1 ? 'a line left empty is taken off the list' : undefined}
        />
      ))}
      {problem?.code !== 'stale' && <Refused problem={problem} />}
      <div className="flex gap-3">
        <Button kind="main" busy={busy} onPress={() => void save()}>
          Keep the list
        </Button>
        <Button onPress={add}>One more</Button>
        <Button onPress={draft.leave(onClose)}>Cancel</Button>
      </div>
    </Dialog>
  );
}

/** Cleaning and safety checks, each signed by whoever did it. */
export function Checks({ day }: { day: DayClose }) {
  const { time } = useTimes();
  const { send, busy } = useChange(contract.close.sign);
  const [editing, setEditing] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const sign = async (checkId: string) => {
    const outcome = await send({ checkId, note: '' }, { day: day.day });
    setProblem(outcome.ok ? null : outcome.problem);
  };
  return (
    <>
      <ul>
        {day.checks.map((c) => (
          <li key={c.id} className="flex min-h-12 items-center gap-3 border-t border-line py-1">
            <span className="min-w-0 flex-1">{c.words}</span>
            {c.signed ? (
              <span className="text-note text-ink2">
                {c.signed.by}, {time(c.signed.at)}
              </span>
            ) : (
              <Button
                small
                busy={busy}
                notYet={day.closedBy ? 'the day is closed' : null}
                onPress={() => void sign(c.id)}
              >
                Done, sign
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Refused problem={problem} />
      {!day.closedBy && (
        <button type="button" className="why pt-2" onClick={() => setEditing(true)}>
          change the list
        </button>
      )}
      {editing && <EditChecks day={day} onClose={() => setEditing(false)} />}
    </>
  );
}
