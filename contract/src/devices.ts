import * as z from 'zod';
import * as f from './fields.ts';
import { roles, type Route } from './route.ts';

/** One reading of a scale. Overload and no reading carry no weight. */
export interface Reading {
  grams: number;
  tare: number;
  state: 'steady' | 'settling' | 'overload' | 'none';
  seq: number;
  /** It comes from a stand-in, not from a scale. */
  simulated?: boolean;
}

/** Routes of the devices: commands to scale, printer and probe; the stand-ins take more of them than real ones. */
export const devices = {
  scale: {
    method: 'POST',
    path: '/api/devices/scale',
    kind: 'device',
    roles,
    tags: [],
    query: null,
    summary: 'Tare or zero the bench scale; put on or lift off where the scale is the simulated one',
    body: z.discriminatedUnion('command', [
      z.object({ command: z.literal('tare') }),
      z.object({ command: z.literal('zero') }),
      z.object({
        command: z.literal('put'),
        grams: z.number().int().min(0).max(20_000, 'The pan takes 20 kg'),
      }),
      z.object({ command: z.literal('noise'), grams: z.number().int().min(0).max(50) }),
      z.object({ command: z.literal('drift'), gramsPerMinute: z.number().int().min(-60).max(60) }),
      z.object({ command: z.literal('unplug'), seconds: z.number().int().min(1).max(60) }),
    ]),
    answer: z.object({}),
  },
  printer: {
    method: 'POST',
    path: '/api/devices/printer',
    kind: 'device',
    roles,
    tags: [],
    query: null,
    summary: 'Put a roll of labels in, where the printer is the simulated one; no labels take it out',
    body: z.object({ labels: z.number().int().min(0).max(5000) }),
    answer: z.object({}),
  },
  push: {
    method: 'POST',
    path: '/api/devices/readings',
    kind: 'device',
    roles: 'public',
    tags: [],
    query: null,
    summary: 'Readings that sensors send by themselves, with the shop’s key for them (Authorization: Bearer)',
    body: z.object({
      readings: z
        .array(
          z.object({
            sensor: f.key(20),
            celsius: z
              .number()
              .min(-60, 'Colder than -60 C: check the sensor')
              .max(60, 'Warmer than 60 C: check the sensor'),
            /** Now, where nothing is said. */
            at: z.iso.datetime({ offset: true, error: 'Give a date and time' }).optional(),
          }),
        )
        .min(1, 'Not one reading')
        .max(2000, 'At most 2000 readings at once'),
    }),
    /** How many were new, and sensors that no place has. */
    answer: z.object({ written: z.number().int(), unknown: z.array(z.string()) }),
  },
  probe: {
    method: 'POST',
    path: '/api/devices/probe',
    kind: 'device',
    roles,
    tags: [],
    query: null,
    summary: 'Stick the probe into something this cold, where it is the simulated one',
    body: z.object({ tenths: f.tenths }),
    answer: z.object({}),
  },
} as const satisfies Record<string, Route>;
