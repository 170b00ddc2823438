import type { DayClose } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';

/** The shop's own list: a line a check. */
function EditChecks({ day, onClose }: { day: DayClose; onClose: () => void }) {
  const draft = useDraft('checks');
  const [version, setVersion] = useKept(draft, 'version', day.checksVersion);
  const { send, busy, problem } = useChange(routes.close.setChecks, draft);
  const [lines, setLines] = useKept(
    draft,
    'lines',
    day.checks.map((c) => ({ id: c.id, words: c.words })),
  );
  const kept = lines.filter((l) => l.words.trim() !== '');
  const save = async (over = version) => {
    const outcome = await send({ version: over, checks: kept });
    if (outcome.ok) onClose();
  };
  const add = () => {
    const n = Math.max(0, ...lines.map((l) => Number(/^own_(\d+)$/.exec(l.id)?.[1] ?? 0))) + 1;
    setLines([...lines, { id: `own_${n}`, words: '' }]);
  };
  return (
    <Dialog open title={say('checks_at_the_end_of_a_day')} onClose={onClose}>
      <Stale
        problem={problem}
        names={{ checks: say('checks') }}
        mine={{ checks: kept }}
        kinds={{ checks: (all: typeof kept) => all.map((c) => c.words).join('; ') || say('none') }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.leave(onClose)}
      />
      {lines.map((l, i) => (
        <TextField
          key={l.id}
          label={say('check', { number: i + 1 })}
          value={l.words}
          onChange={(words) => setLines(lines.map((x) => (x === l ? { ...x, words } : x)))}
          note={i === lines.length - 1 ? say('a_line_left_empty_is_taken_off_the') : undefined}
        />
      ))}
      {problem?.code !== 'stale' && <Refused problem={problem} />}
      <div className="flex gap-3">
        <Button kind="main" busy={busy} onPress={() => void save()}>
          {say('keep_the_list')}
        </Button>
        <Button onPress={add}>{say('one_more')}</Button>
        <Button onPress={draft.leave(onClose)}>{say('cancel')}</Button>
      </div>
    </Dialog>
  );
}

/** Cleaning and safety checks, each signed by whoever did it. */
export function Checks({ day }: { day: DayClose }) {
  const { time } = useTimes();
  const { send, busy, problem } = useChange(routes.close.sign);
  const [editing, setEditing] = useState(false);
  const sign = async (checkId: string) => {
    await send({ checkId, note: '' }, { day: day.day });
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
                notYet={day.closedBy ? say('the_day_is_closed') : null}
                onPress={() => void sign(c.id)}
              >
                {say('done_sign')}
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Refused problem={problem} />
      {!day.closedBy && (
        <button type="button" className="why pt-2" onClick={() => setEditing(true)}>
          {say('change_the_list')}
        </button>
      )}
      {editing && <EditChecks day={day} onClose={() => setEditing(false)} />}
    </>
  );
}
