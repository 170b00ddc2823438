import { type BodyOf, contract } from '@ember-slate/contract';
import type { Express } from 'express';
import type { DeviceState, DeviceStates } from '../../platform/config.ts';
import type { PrinterAdapter } from '../../platform/devices/printer.ts';
import type { ProbeAdapter } from '../../platform/devices/probe.ts';
import type { ScaleAdapter } from '../../platform/devices/scale.ts';
import { mount, type Platform, withActor } from '../../platform/http.ts';
import { problems } from '../../platform/problem.ts';
import { say } from './say.ts';

/** Refuses to play with a device that is real, or is not there. */
function onlySimulated(state: DeviceState): void {
  if (state !== 'simulated') throw problems.conflict(say('that_is_for_a_simulated_device'));
}

/** A command as the scale's line protocol has it. */
function scaleLine(body: BodyOf<typeof contract.devices.scale>): string {
  const word = body.command.toUpperCase();
  if ('grams' in body) return `${word} ${body.grams}`;
  if ('seconds' in body) return `${word} ${body.seconds}`;
  return 'gramsPerMinute' in body ? `${word} ${body.gramsPerMinute}` : word;
}

/** What a screen may tell the devices: to tare and zero the scale, and to play with those that are simulated. */
export function mountDevices(
  app: Express,
  platform: Platform,
  { scale, probe, printer }: { scale: ScaleAdapter; probe: ProbeAdapter; printer: PrinterAdapter },
  devices: DeviceStates,
): void {
  const { probe: probeRoute, printer: printerRoute, scale: route } = contract.devices;
  mount(
    app,
    printerRoute,
    withActor(platform, printerRoute, async (_actor, body: BodyOf<typeof printerRoute>, response) => {
      onlySimulated(devices.printer);
      if (!(await printer.roll(body.labels))) throw problems.away(say('the_label_printer_does_not_answer'));
      response.json({});
    }),
  );
  mount(
    app,
    probeRoute,
    withActor(platform, probeRoute, (_actor, body: BodyOf<typeof probeRoute>, response) => {
      onlySimulated(devices.probe);
      if (!probe.send(`PUT ${body.tenths}`)) throw problems.away(say('the_probe_does_not_answer_switch'));
      response.json({});
    }),
  );
  mount(
    app,
    route,
    withActor(platform, route, (_actor, body: BodyOf<typeof route>, response) => {
      if (body.command !== 'tare' && body.command !== 'zero') onlySimulated(devices.scale);
      if (!scale.send(scaleLine(body))) throw problems.away(say('the_scale_does_not_answer_check'));
      response.json({});
    }),
  );
}
