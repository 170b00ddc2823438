import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField, wholeNumber } from '../../parts/Field.tsx';
import { say } from './say.ts';

interface Props {
  slab: AnswerOf<typeof routes.counter.slab>;
  onClose: () => void;
}

/** How many places each row of the slab has, the back row first. */
export function SlabLayout({ slab, onClose }: Props) {
  const draft = useDraft('slab');
  const [version, setVersion] = useKept(draft, 'version', slab.version);
  const { send, busy, problem } = useChange(routes.counter.setSlab, draft);
  const [places, setPlaces] = useKept(draft, 'places', () => slab.rows.map((r) => String(r.places)));
  const letter = (i: number) => 'ABCDEF'[i]!;
  const rows = places.map((p, i) => ({ name: letter(i), places: wholeNumber(p) ?? 0 }));
  const save = async (over = version) => {
    const outcome = await send({ version: over, rows });
    if (outcome.ok) onClose();
  };
  return (
    <Dialog open title={say('places_of_the_slab')} onClose={onClose}>
      <Stale
        problem={problem}
        names={{ rows: say('places_2') }}
        mine={{ rows }}
        kinds={{ rows: (all: typeof rows) => all.map((r) => `${r.name} ${r.places}`).join(', ') }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.leave(onClose)}
      />
      <p className="pb-3 text-ink2">{say('row_a_lies_farthest_from_the_glass')}</p>
      <div className="grid grid-cols-3 gap-x-5">
        {places.map((p, i) => (
          <TextField
            key={letter(i)}
            label={say('row_places', { row: letter(i) })}
            value={p}
            inputMode="numeric"
            onChange={(v) => setPlaces(places.with(i, v))}
            error={problem?.errors?.find((e) => e.path.startsWith(`rows.${i}`))?.message}
          />
        ))}
      </div>
      {problem && problem.code !== 'stale' && !problem.errors?.some((e) => e.path.startsWith('rows.')) && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex flex-wrap gap-3">
        <Button kind="main" busy={busy} onPress={() => void save()}>
          {say('lay_it_out_so')}
        </Button>
        <Button
          onPress={() => setPlaces([...places, '6'])}
          notYet={places.length >= 6 ? say('six_rows_at_most') : null}
        >
          {say('one_more_row')}
        </Button>
        <Button
          onPress={() => setPlaces(places.slice(0, -1))}
          notYet={places.length <= 1 ? say('a_slab_has_a_row') : null}
        >
          {say('one_row_less')}
        </Button>
        <Button onPress={draft.leave(onClose)}>{say('cancel')}</Button>
      </div>
    </Dialog>
  );
}
