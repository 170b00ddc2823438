import { routes } from '@ember-slate/contract/routes';
import { formatTemperature, parseTemperature } from '@ember-slate/core/units';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { useState } from 'react';
import { request } from '../request.ts';
import { useNotify } from '../notify.ts';
import { notify, useAppDispatch, useAppSelector } from '../store.ts';
import { useScale } from './useScale.ts';
import { say } from '../say.ts';

/** The control panel of the stand-ins: what lies on the pan, what ails the scale, the probe, the printer, the scanner. */
export function Devices() {
  const [grams, setGrams] = useState('460');
  const command = useScale();
  const put = (g: number) =>
    void command({ command: 'put', grams: Math.max(0, Math.min(20_000, Math.round(g) || 0)) });
  return (
    <Popover className="relative max-sm:hidden">
      <PopoverButton className="btn btn-small" title={say('the_scale_is_simulated_put_things')}>
        {say('pan')}
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: 'top', gap: 14 }}
        className="z-30 w-[320px] border-[1.5px] border-rule bg-slab p-4"
      >
        <h2 className="text-label">{say('simulated_pan')}</h2>
        <p className="mb-3 text-note text-ink2">{say('stands_in_for_the_bench_scale_what')}</p>
        <form
          className="flex items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            put(Number(grams));
          }}
        >
          <label className="field flex-1">
            <span className="field-label">{say('on_the_pan_g')}</span>
            <input
              className="field-value"
              inputMode="numeric"
              value={grams}
              onChange={(e) => setGrams(e.target.value)}
              data-pan="grams"
            />
          </label>
          <button className="btn btn-small" data-pan="put">
            {say('put_on')}
          </button>
        </form>
        <div className="mt-3 flex gap-2">
          <button type="button" className="btn btn-small" onClick={() => put(0)} data-pan="clear">
            {say('lift_all_off')}
          </button>
          <button type="button" className="btn btn-small" onClick={() => void command({ command: 'zero' })}>
            {say('zero')}
          </button>
        </div>
        <Ails />
        <ProbePanel />
        <PrinterAndScanner />
      </PopoverPanel>
    </Popover>
  );
}

/** What the simulated probe is stuck into. */
function ProbePanel() {
  const said = useNotify();
  const units = useAppSelector((s) => s.prefs.units);
  const probe = useAppSelector((s) => s.connection.probe);
  const [text, setText] = useState('');
  const tenths = parseTemperature(text, units);
  const stick = async () => {
    if (tenths === null) return;
    const outcome = await request('POST', routes.devices.probe.path, { tenths });
    said(outcome);
  };
  return (
    <form
      className="mt-3 flex items-end gap-2 border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void stick();
      }}
    >
      <label className="field flex-1">
        <span className="field-label">
          {say('probe', { probe: probe === null ? say('off') : formatTemperature(probe, units) })}
        </span>
        <input
          className="field-value"
          inputMode="decimal"
          value={text}
          onChange={(e) => setText(e.target.value)}
          data-probe="into"
        />
      </label>
      <button className="btn btn-small" data-probe="put">
        {say('insert_probe')}
      </button>
    </form>
  );
}

const ails = [
  { name: say('shaking'), body: { command: 'noise', grams: 6 } },
  { name: say('drifting'), body: { command: 'drift', gramsPerMinute: 20 } },
  { name: say('unplugged_10_s'), body: { command: 'unplug', seconds: 10 } },
] as const;

/** What can go wrong with a scale. */
function Ails() {
  const command = useScale();
  return (
    <div className="mt-3 flex flex-wrap gap-2 border-t border-line pt-3">
      {ails.map((a) => (
        <button key={a.name} type="button" className="btn btn-small" onClick={() => void command(a.body)}>
          {a.name}
        </button>
      ))}
      <button
        type="button"
        className="btn btn-small"
        onClick={() =>
          void command({ command: 'noise', grams: 0 }).then(() =>
            command({ command: 'drift', gramsPerMinute: 0 }),
          )
        }
      >
        {say('end_fault')}
      </button>
    </div>
  );
}

/** The roll in the label printer, and a scan: a scanner is a keyboard that types fast and ends with Enter. */
function PrinterAndScanner() {
  const dispatch = useAppDispatch();
  const [scan, setScan] = useState('');
  const roll = async (labels: number) => {
    const outcome = await request('POST', routes.devices.printer.path, { labels });
    dispatch(
      notify(
        outcome.ok
          ? {
              text:
                labels === 0 ? say('the_printer_has_no_labels') : say('a_roll_of_labels_is_in', { labels }),
              problem: false,
            }
          : { text: outcome.problem.detail ?? outcome.problem.title, problem: true },
      ),
    );
  };
  const type = () => {
    for (const key of [...scan, 'Enter'])
      window.dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }));
    setScan('');
  };
  return (
    <>
      <div className="mt-3 flex gap-2 border-t border-line pt-3">
        <button type="button" className="btn btn-small" onClick={() => void roll(500)}>
          {say('load_labels')}
        </button>
        <button type="button" className="btn btn-small" onClick={() => void roll(0)}>
          {say('remove_labels')}
        </button>
      </div>
      <form
        className="mt-3 flex items-end gap-2 border-t border-line pt-3"
        onSubmit={(e) => {
          e.preventDefault();
          type();
        }}
      >
        <label className="field flex-1">
          <span className="field-label">{say('scanner_reads')}</span>
          <input
            className="field-value"
            value={scan}
            onChange={(e) => setScan(e.target.value)}
            data-scan="code"
          />
        </label>
        <button className="btn btn-small" data-scan="go">
          {say('scan')}
        </button>
      </form>
    </>
  );
}
