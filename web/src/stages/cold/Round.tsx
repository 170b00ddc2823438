import type { ColdPlace } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNotify } from '../../app/notify.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { errorsByPath, TemperatureField, TextField } from '../../parts/Field.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { useDegrees } from '../../parts/temperature.ts';
import { say } from './say.ts';

interface Read {
  tenths: number | null;
  done: string;
}

/** A round with the thermometer: every place in one go, and what was done where one is too warm. */
export function Round({ places, onClose }: { places: readonly ColdPlace[]; onClose: () => void }) {
  const { send, busy, problem } = useChange(routes.cold.round);
  const said = useNotify();
  const degrees = useDegrees();
  const draft = useDraft('round');
  const [reads, setReads] = useKept<Readonly<Record<number, Read>>>(draft, 'reads', {});
  const of = (id: number): Read => reads[id] ?? { tenths: null, done: '' };
  const set = (id: number, change: Partial<Read>) =>
    setReads((had) => ({ ...had, [id]: { ...of(id), ...change } }));
  const read = places.filter((p) => of(p.id).tenths !== null);
  const errors = errorsByPath(problem);
  const save = async () => {
    const outcome = await send({
      readings: read.map((p) => ({ id: p.id, tenths: of(p.id).tenths!, done: of(p.id).done.trim() })),
    });
    if (!said(outcome, say('places_read', { read: read.length }))) return;
    draft.forget();
    onClose();
  };
  return (
    <Dialog open title={say('a_round_of_temperatures')} onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <Refused problem={problem && Object.keys(errors).length === 0 ? problem : null} />
        {places.map((p) => {
          const { tenths, done } = of(p.id);
          const warm = tenths !== null && p.limitTenths !== null && tenths > p.limitTenths;
          const at = read.indexOf(p);
          return (
            <div key={p.id} className="border-t border-line pt-1 pb-2">
              <TemperatureField
                plain
                label={p.name}
                value={tenths}
                onChange={(t) => set(p.id, { tenths: t })}
                note={
                  p.limitTenths === null ? '' : say('at_most', { limitTenths: degrees(p.limitTenths / 10) })
                }
              />
              {warm && (
                <TextField
                  label={say('too_warm_what_was_done')}
                  value={done}
                  onChange={(text) => set(p.id, { done: text })}
                  placeholder={say('door_shut_fish_moved_and_re_iced')}
                  error={errors[`readings.${at}.done`]}
                />
              )}
            </div>
          );
        })}
        <div className="flex gap-3 pt-2">
          <Button
            submit
            kind="main"
            busy={busy}
            notYet={read.length === 0 ? say('read_one_place_at_least') : null}
          >
            {say('write_them_down')}
          </Button>
          <Button onPress={onClose}>{say('later')}</Button>
        </div>
      </form>
    </Dialog>
  );
}
