import type { AnswerOf, BodyOf, DeviceSettings } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { formatTemperature } from '@ember-slate/core/units';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm, type Form as FormState } from '../../app/form.ts';
import { useAppSelector } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { SelectField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Refused } from '../../parts/Refused.tsx';
import type { AllSettings } from './all.ts';
import { SensorKey } from './SensorKey.tsx';
import { say } from './say.ts';

type Kind = keyof DeviceSettings;
type Tried = AnswerOf<typeof routes.settings.tryDevice>;
type Lines = BodyOf<typeof routes.settings.tryDevice>['lines'];
const kinds: readonly Kind[] = ['scale', 'probe', 'sensors', 'printer'];
const names: Record<Kind, string> = {
  scale: say('scale'),
  probe: say('probe'),
  sensors: say('sensors'),
  printer: say('label_printer'),
};
const scaleLines: { value: DeviceSettings['scale']['lines']; name: string }[] = [
  { value: 'kg', name: say('plain_lines', { unit: 'kg' }) },
  { value: 'g', name: say('plain_lines', { unit: 'g' }) },
  { value: 'lb', name: say('plain_lines', { unit: 'lb' }) },
  { value: 'oz', name: say('plain_lines', { unit: 'oz' }) },
  { value: 'own', name: say('own_lines') },
];
const printerLines: { value: DeviceSettings['printer']['lines']; name: string }[] = [
  { value: 'raw', name: say('raw_port_with_pdf') },
  { value: 'own', name: say('own_lines') },
];

interface Values {
  version: number;
  address: Record<Kind, string>;
  scale: DeviceSettings['scale']['lines'];
  printer: DeviceSettings['printer']['lines'];
}

const addressOf = (text: string) => (text.trim() === '' ? null : text.trim());

/** What was heard of a device that was tried, line by line, with how each is read. */
function Heard({ kind, address, lines }: { kind: Kind; address: string | null; lines: Lines }) {
  const { send, busy, problem } = useChange(routes.settings.tryDevice);
  const [data, setData] = useState<Tried | null>(null);
  const mass = useMass();
  const units = useAppSelector((s) => s.prefs.units);
  const tryIt = async () => {
    if (address === null) return;
    const outcome = await send({ kind, address, lines });
    setData(outcome.ok ? outcome.data : null);
  };
  const read = (h: Tried['heard'][number]) =>
    h.grams !== null
      ? `${mass(h.grams)}${h.steady ? `, ${say('steady')}` : ''}`
      : h.tenths !== null
        ? formatTemperature(h.tenths, units)
        : say('not_understood');
  return (
    <div className="pb-4">
      <Button
        small
        busy={busy}
        notYet={address === null ? say('say_its_address') : null}
        onPress={() => void tryIt()}
      >
        {say('try_it')}
      </Button>
      <div role="status" className="pt-2 text-note">
        {data && !data.reached && <p className="text-embertext">{say('nothing_answers_there')}</p>}
        {data?.reached && data.heard.length === 0 && (
          <p>
            {kind === 'scale' || kind === 'probe' ? say('it_answers_but_says_nothing') : say('it_answers')}
          </p>
        )}
        {data?.heard.map((h, i) => (
          <p key={i} className="grid grid-cols-[1fr_1fr] gap-4">
            <code className="truncate font-mono">{h.line}</code>
            <span className={h.grams === null && h.tenths === null ? 'text-embertext' : ''}>{read(h)}</span>
          </p>
        ))}
      </div>
      <Refused problem={problem} />
    </div>
  );
}

function Device({ kind, form }: { kind: Kind; form: FormState<Values> }) {
  const { address } = form.values;
  const lines = kind === 'scale' ? form.values.scale : kind === 'printer' ? form.values.printer : 'own';
  return (
    <fieldset className="border-t border-line pt-3 first-of-type:border-t-0">
      <legend className="sr-only">{names[kind]}</legend>
      <div className="grid grid-cols-2 gap-x-5 max-sm:grid-cols-1">
        <TextField
          label={say('address_of', { device: names[kind] })}
          value={address[kind]}
          onChange={(text) => form.set((had) => ({ address: { ...had.address, [kind]: text } }))}
          error={form.errors[`${kind}.address`]}
          placeholder="192.168.1.40:4001"
          note={say('empty_where_there_is_none')}
        />
        {kind === 'scale' && (
          <SelectField label={say('speaks')} options={scaleLines} {...form.field('scale')} />
        )}
        {kind === 'printer' && (
          <SelectField
            label={say('takes')}
            options={printerLines}
            {...form.field('printer')}
            note={lines === 'raw' ? say('raw_port_says_nothing_back') : undefined}
          />
        )}
      </div>
      <Heard key={`${address[kind]} ${lines}`} kind={kind} address={addressOf(address[kind])} lines={lines} />
    </fieldset>
  );
}

/** Which devices the shop has, in a line. */
export function devicesInWords(devices: AllSettings['devices']): string {
  const there = kinds.filter((kind) => devices.given.includes(kind) || devices[kind].address !== null);
  return there.length === 0 ? say('no_devices') : there.map((kind) => names[kind]).join(', ');
}

/** Where scale, probe, sensors and printer are, each tried before it is trusted. */
export function DevicesForm({ devices, onDone }: { devices: AllSettings['devices']; onDone: () => void }) {
  const form = useForm({
    draft: useDraft('settings devices'),
    opened: (): Values => ({
      version: devices.version,
      address: {
        scale: devices.scale.address ?? '',
        probe: devices.probe.address ?? '',
        sensors: devices.sensors.address ?? '',
        printer: devices.printer.address ?? '',
      },
      // Most scales send plain lines, most printers take a raw port: that is what a new one is tried with.
      scale: devices.scale.address === null ? 'kg' : devices.scale.lines,
      printer: devices.printer.address === null ? 'raw' : devices.printer.lines,
    }),
    route: routes.settings.setDevices,
    body: ({ version, address, scale, printer }) => ({
      version,
      scale: { address: addressOf(address.scale), lines: scale },
      probe: { address: addressOf(address.probe) },
      sensors: { address: addressOf(address.sensors) },
      printer: { address: addressOf(address.printer), lines: printer },
    }),
    onDone,
  });
  const said = (of: { address: string | null }) => of.address ?? say('none');
  return (
    <>
      <Form
        of={form}
        className="max-w-[640px] pt-3 pb-5"
        label={say('devices')}
        submit={say('save')}
        onLeave={onDone}
        stale={{ names, kinds: { scale: said, probe: said, sensors: said, printer: said } }}
      >
        {devices.given.length > 0 && (
          <p className="pb-3 text-label text-ink2">
            {say('given_at_the_start', { devices: devices.given.map((k) => names[k]).join(', ') })}
          </p>
        )}
        {kinds
          .filter((kind) => !devices.given.includes(kind))
          .map((kind) => (
            <Device key={kind} kind={kind} form={form} />
          ))}
      </Form>
      <SensorKey made={devices.sensorKey} />
    </>
  );
}
