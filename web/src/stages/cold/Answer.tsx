import { contract, type ColdPlace, type Problem } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { spell } from '../../parts/temperature.ts';

const usual = {
  warm: ['Door was open: shut', 'Defrosting: normal', 'Fish moved and re-iced', 'Engineer called'],
  silent: ['Probed by hand: cold', 'Battery changed', 'Sensor put back'],
};

/** What was done about a warm or silent stretch: the usual answers with one tap, or words of one's own. */
export function Answer({
  place,
  episode,
  onDone,
}: {
  place: ColdPlace;
  episode: ColdPlace['episodes'][number];
  onDone: () => void;
}) {
  const draft = useDraft(`answer ${place.id} ${episode.kind} ${episode.from}`);
  const { send, busy } = useChange(contract.cold.answer, draft);
  const [done, setDone] = useKept(draft, 'done', '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const save = async () => {
    const outcome = await send({ kind: episode.kind, from: episode.from, done }, { id: place.id });
    if (outcome.ok) onDone();
    else setProblem(outcome.problem);
  };
  const length = spell(Date.parse(episode.to) - Date.parse(episode.from));
  return (
    <Dialog
      open
      title={`${place.name}, ${length} ${episode.kind === 'warm' ? 'too warm' : 'without a reading'}`}
      onClose={onDone}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <div className="flex flex-wrap gap-2 pb-3">
          {usual[episode.kind].map((words) => (
            <Button key={words} small pressed={done === words} onPress={() => setDone(words)}>
              {words}
            </Button>
          ))}
        </div>
        <TextField
          label="What was done"
          value={done}
          onChange={setDone}
          error={problem?.detail}
          note="kept with your name; it stays in the day’s record"
        />
        <div className="flex gap-3 pt-2">
          <Button submit kind="main" busy={busy} notYet={done.trim() === '' ? 'say what was done' : null}>
            Keep the answer
          </Button>
          <Button onPress={draft.leave(onDone)}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
