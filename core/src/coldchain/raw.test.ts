import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import {
  freezingProof,
  groundRefusal,
  rawFitness,
  rawGrounds,
  TemperatureLog,
  type Reading,
} from './index.ts';

const hour = 3_600_000;
const every5 = (celsius: number, from: number, hours: number): Reading[] =>
  Array.from({ length: hours * 12 + 1 }, (_, i) => ({ at: from + (i * hour) / 12, celsius }));

describe('freezing that kills parasites', () => {
  const run = (celsius: number, hours: number) =>
    new TemperatureLog(-20, [
      { at: -5 * 60_000, celsius: 2 },
      ...every5(celsius, 0, Math.floor(hours)),
      ...(hours % 1 ? [{ at: hours * hour, celsius }] : []),
    ]);
  it.each([
    ['eu', -20, 24, true],
    ['eu', -20, 23.9, false],
    ['eu', -19.9, 48, false],
    ['eu', -35, 15, true],
    ['eu', -35, 14.9, false],
    ['eu', -34.9, 15, false],
    ['us', -20, 168, true],
    ['us', -20, 167.9, false],
    ['us', -35, 15, true],
    ['us', -34.9, 100, false],
  ] as const)('%s: %f C for %f h is %s', (profile, celsius, hours, met) => {
    expect(freezingProof(run(celsius, hours), 0, hours * hour, profile).met !== null).toBe(met);
  });

  it('says when it was complete, or will be while it stays so cold', () => {
    const { completeAt, met } = freezingProof(run(-20, 48), 0, 48 * hour, 'eu');
    expect([met?.hours, completeAt]).toEqual([24, 24 * hour]);
    expect(freezingProof(run(-20, 10), 0, 10 * hour, 'eu').completeAt).toBe(24 * hour);
    expect(freezingProof(run(-20, 10), 0, 10 * hour, 'us').completeAt).toBe(168 * hour);
    expect(inWords(freezingProof(run(-18, 48), 0, 48 * hour, 'eu'))).toMatchObject({
      met: null,
      completeAt: null,
    });
    // A run that broke off is over: the next begins anew.
    const broken = new TemperatureLog(-20, [
      ...every5(-20, 0, 10),
      ...every5(-10, 10 * hour + 300_000, 1),
      ...every5(-20, 12 * hour, 5),
    ]);
    expect(inWords(freezingProof(broken, 0, 17 * hour, 'eu'))).toMatchObject({
      nearest: { hours: 10 },
      completeAt: 36 * hour,
    });
  });

  it('US: frozen solid at -35, then 24 h at -20', () => {
    const log = new TemperatureLog(-20, [...every5(-35, 0, 1), ...every5(-20, 2 * hour, 24)]);
    expect(inWords(freezingProof(log, 0, 26 * hour, 'us').met)).toMatchObject({ solidAt: -35, hours: 24 });
    expect(inWords(freezingProof(log, 0, 23.9 * hour, 'us').met)).toBeNull();
  });

  it('an hour assumed breaks the record, a warm one starts it again', () => {
    const gap = new TemperatureLog(-20, [...every5(-22, 0, 12), ...every5(-22, 19 * hour, 12)]);
    expect(inWords(freezingProof(gap, 0, 31 * hour, 'eu'))).toMatchObject({
      met: null,
      nearest: { hours: 12 },
    });
    const warm = new TemperatureLog(-20, [
      ...every5(-22, 0, 20),
      { at: 20.5 * hour, celsius: -15 },
      ...every5(-22, 21 * hour, 20),
    ]);
    expect(inWords(freezingProof(warm, 0, 41 * hour, 'eu').met)).toBeNull();
  });
});

describe('papers for raw use', () => {
  // EU: Reg. (EC) 853/2004, Annex III, Section VIII, Chapter III D 3; US: FDA Food Code 3-402.11(B); from memory.
  it.each([
    ['farmed_feed', 'farmed', 'eu', null],
    ['farmed_feed', 'farmed', 'us', null],
    ['farmed_feed', 'caught', 'eu', /Only farmed fish/],
    ['safe_grounds', 'caught', 'eu', null],
    ['safe_grounds', 'farmed', 'eu', /Only wild fish/],
    ['safe_grounds', 'caught', 'us', /do not know/],
    ['roe', 'farmed', 'us', null],
    ['roe', 'caught', 'eu', /do not know/],
  ] as const)('%s of %s fish by %s rules', (ground, production, profile, refused) => {
    const said = groundRefusal(ground, production, profile);
    if (refused === null) expect(inWords(said)).toBeNull();
    else expect(inWords(said)).toMatch(refused);
  });

  it('cover the flesh or the roe, never one for the other; a freezer’s proof covers all', () => {
    for (const ground of rawGrounds)
      for (const item of ['whole', 'fillet_skinless', 'roe', 'trim:roe', 'trim:belly']) {
        expect(rawFitness(item, true, null)).toEqual({ fit: true, by: 'frozen' });
        expect(rawFitness(item, false, null)).toEqual({ fit: false });
        const covered = /roe$/.test(item) === (ground === 'roe');
        expect(rawFitness(item, false, { ground, document: 'A1' }).fit, `${ground} ${item}`).toBe(covered);
      }
  });
});
