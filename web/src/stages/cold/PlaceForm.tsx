import type { ColdPlace } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { addedKinds, type AddedKind } from '@ember-slate/core/ledger';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm, type Form as FormState } from '../../app/form.ts';
import { useNotify } from '../../app/notify.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { SelectField, TemperatureField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { say } from './say.ts';

interface Fields {
  version: number;
  kind: AddedKind;
  name: string;
  setTenths: number | null;
  limitTenths: number | null;
  sensor: string;
}
/** What a new place of a kind is usually kept at, tenths of a degree C (common practice). */
const usual: Record<AddedKind, Pick<Fields, 'setTenths' | 'limitTenths'>> = {
  cold_room: { setTenths: 5, limitTenths: 20 },
  display: { setTenths: 15, limitTenths: 40 },
  freezer: { setTenths: -210, limitTenths: -180 },
  van: { setTenths: 20, limitTenths: 40 },
};
const kindNames: Record<AddedKind, string> = {
  cold_room: say('kind_cold_room'),
  display: say('kind_display'),
  freezer: say('kind_freezer'),
  van: say('kind_van'),
};
const names = {
  name: say('name'),
  setTenths: say('set_point_2'),
  limitTenths: say('warm_above'),
  sensor: say('its_sensor'),
};
const written = ({ name, setTenths, limitTenths, sensor }: Fields) => ({
  name,
  setTenths: setTenths ?? NaN,
  limitTenths,
  sensor: sensor.trim() === '' ? null : sensor.trim(),
});
const missing = (v: Fields) => (v.setTenths === null ? say('give_the_set_point') : null);

function PlaceFields({ form }: { form: FormState<Fields> }) {
  return (
    <>
      <TextField className="w-40" label={names.name} {...form.field('name')} />
      <TemperatureField plain className="w-28" label={names.setTenths} {...form.field('setTenths')} />
      <TemperatureField
        plain
        className="w-36"
        label={names.limitTenths}
        {...form.field('limitTenths')}
        note={say('your_local_authoritys_limit')}
      />
      <TextField
        className="w-40"
        label={names.sensor}
        {...form.field('sensor')}
        note={say('as_it_calls_itself_empty_for_none')}
      />
    </>
  );
}

/** What a place is called and kept at; the manager changes it, and takes away what the shop has no more. */
export function ChangePlace({ place }: { place: ColdPlace }) {
  const form = useForm<Fields, typeof routes.cold.edit>({
    draft: useDraft(`place ${place.id}`),
    opened: {
      version: place.version,
      kind: 'cold_room',
      name: place.name,
      setTenths: place.setTenths,
      limitTenths: place.limitTenths,
      sensor: place.sensor ?? '',
    },
    route: routes.cold.edit,
    params: { id: place.id },
    body: (v) => ({ ...written(v), version: v.version }),
    onDone: () => undefined,
  });
  const { send, busy } = useChange(routes.cold.remove);
  const said = useNotify();
  const remove = () =>
    send({ removed: true, version: place.version }, { id: place.id }).then((o) =>
      said(o, say('place_removed', { place: place.name })),
    );
  return (
    <Form
      of={form}
      submit={say('change_it')}
      kind="plain"
      notYet={missing(form.values)}
      stale={{ names, kinds: { setTenths: 'tenths', limitTenths: 'tenths' } }}
      more={
        place.removable && (
          <Button busy={busy} onPress={() => void remove()}>
            {say('remove_this_place')}
          </Button>
        )
      }
    >
      <div className="flex flex-wrap items-start gap-5">
        <PlaceFields form={form} />
      </div>
    </Form>
  );
}

/** Places the shop has no more: each can be had again. */
function Removed() {
  const { data } = useRead(routes.cold.removed);
  const { send, busy } = useChange(routes.cold.remove);
  const said = useNotify();
  const { day } = useTimes();
  if (!data || data.length === 0) return null;
  return (
    <section className="mt-5 border-t border-line pt-3">
      <h3 className="text-label">{say('removed_places')}</h3>
      <ul>
        {data.map((p) => (
          <li key={p.id} className="flex items-center justify-between gap-4 border-b border-line py-1">
            <span>
              {p.name} <span className="text-note text-ink3">{say('removed_on', { at: day(p.at) })}</span>
            </span>
            <Button
              small
              busy={busy}
              onPress={() =>
                void send({ removed: false, version: p.version }, { id: p.id }).then((o) => said(o))
              }
            >
              {say('have_it_again')}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Another place: the second freezer, the fridge in the yard. */
export function AddPlace({ onDone }: { onDone: (id: number | null) => void }) {
  const form = useForm<Fields, typeof routes.cold.add>({
    draft: useDraft('new place'),
    opened: { version: 1, kind: 'freezer', name: '', sensor: '', ...usual.freezer },
    route: routes.cold.add,
    body: (v) => ({ ...written(v), kind: v.kind }),
    onDone: ({ id }) => onDone(id),
  });
  return (
    <>
      <h2 className="text-big">{say('another_place')}</h2>
      <p className="pb-2 text-ink2">{say('another_place_how')}</p>
      <Form
        of={form}
        label={say('another_place')}
        submit={say('add_it')}
        notYet={missing(form.values)}
        onLeave={() => onDone(null)}
      >
        <div className="flex flex-wrap items-start gap-5">
          <SelectField
            className="w-40"
            label={say('kind_of_place')}
            {...form.field('kind')}
            onChange={(kind) => form.set({ kind, ...usual[kind] })}
            options={addedKinds.map((k) => ({ value: k, name: kindNames[k] }))}
          />
          <PlaceFields form={form} />
        </div>
      </Form>
      <Removed />
    </>
  );
}
