import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Refused } from '../../parts/Refused.tsx';
import type { AllSettings } from './all.ts';
import { say } from './say.ts';

/** A key of 256 bits of chance. */
function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(32));
  return btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '');
}

/** Sensors that send by themselves: the key they send with, seen once when it is made. */
export function SensorKey({ made }: { made: AllSettings['devices']['sensorKey'] }) {
  const { send, busy, problem } = useChange(routes.settings.setSensorKey);
  const { when } = useTimes();
  const [key, setKey] = useState<string | null>(null);
  const make = async () => {
    const fresh = newKey();
    if ((await send({ key: fresh })).ok) setKey(fresh);
  };
  const end = async () => {
    if ((await send({ key: null })).ok) setKey(null);
  };
  return (
    <div className="border-t border-line py-3">
      <h2 className="text-label">{say('sensors_that_send_by_themselves')}</h2>
      <p className="pb-2 text-ink2">
        {made ? say('sensor_key_made', { by: made.by, at: when(made.at) }) : say('no_sensor_key')}
      </p>
      {key !== null && (
        <div className="pb-3">
          <p className="text-note text-embertext">{say('the_key_is_shown_once')}</p>
          <pre className="overflow-x-auto border-[1.5px] border-rule p-3 text-note whitespace-pre-wrap break-all">
            {`POST ${window.location.origin}${routes.devices.push.path}\nAuthorization: Bearer ${key}\nContent-Type: application/json\n\n{"readings": [{"sensor": "cold-room", "celsius": 1.4}]}`}
          </pre>
        </div>
      )}
      <div className="flex gap-3">
        <Button small busy={busy} onPress={() => void make()}>
          {made ? say('make_a_new_key') : say('make_a_key')}
        </Button>
        {made && (
          <Button small busy={busy} onPress={() => void end()}>
            {say('take_the_key_back')}
          </Button>
        )}
      </div>
      <Refused problem={problem} />
    </div>
  );
}
