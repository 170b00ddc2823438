import type { ColdPlace } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { spell } from '../../parts/temperature.ts';
import { say } from './say.ts';

const usual = {
  warm: [
    say('door_was_open_shut'),
    say('defrosting_normal'),
    say('fish_moved_and_re_iced'),
    say('engineer_called'),
  ],
  silent: [say('probed_by_hand_cold'), say('battery_changed'), say('sensor_put_back')],
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
  const { send, busy, problem } = useChange(routes.cold.answer, draft);
  const [done, setDone] = useKept(draft, 'done', '');
  const save = async () => {
    const outcome = await send({ kind: episode.kind, from: episode.from, done }, { id: place.id });
    if (outcome.ok) onDone();
  };
  const length = spell(Date.parse(episode.to) - Date.parse(episode.from));
  return (
    <Dialog
      open
      title={`${place.name}, ${length} ${episode.kind === 'warm' ? say('too_warm') : say('without_a_reading')}`}
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
          label={say('what_was_done')}
          value={done}
          onChange={setDone}
          error={problem?.detail}
          note={say('kept_with_your_name_it_stays_in')}
        />
        <div className="flex gap-3 pt-2">
          <Button
            submit
            kind="main"
            busy={busy}
            notYet={done.trim() === '' ? say('say_what_was_done') : null}
          >
            {say('keep_the_answer')}
          </Button>
          <Button onPress={draft.leave(onDone)}>{say('cancel')}</Button>
        </div>
      </form>
    </Dialog>
  );
}
