import type { SpeciesRow } from '@ember-slate/contract';
import { profiles } from '@ember-slate/core/body';
import { type BodyOwn, catalogue } from '@ember-slate/core/species';
import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { served } from '../../testing/served.tsx';
import { BodyEditor } from './BodyEditor.tsx';

const hake: SpeciesRow = { ...catalogue.find((s) => s.id === 'hake')!, own: false, sold: true, version: 1 };
const type = (label: RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe('a species’ own body', () => {
  const told = vi.fn<(body: BodyOwn | null) => void>();
  function Host() {
    const [body, setBody] = useState<BodyOwn | null>(null);
    return (
      <BodyEditor
        species={{ ...hake, body }}
        errors={body?.vent === 0.1 ? { 'body.vent': 'Behind the collar' } : {}}
        onChange={(next) => {
          told(next);
          setBody(next);
        }}
      />
    );
  }
  const now = () => told.mock.lastCall?.[0];
  it('is what was measured and nothing else; emptied, the row counts again', () => {
    served(<Host />, {});
    type(/^Vent/, '.58');
    expect(now()).toEqual({ vent: 0.58 });
    type(/^Collar/, '0,24');
    expect(now()).toEqual({ vent: 0.58, collar: 0.24 });
    type(/^Vent/, '');
    expect(now()).toEqual({ collar: 0.24 });
    fireEvent.click(screen.getByRole('button', { name: /All as it is drawn like/ }));
    expect(now()).toBeNull();
  });
  it('takes no letters for a number, and says what cannot be at its field', () => {
    served(<Host />, {});
    const calls = told.mock.calls.length;
    type(/^Vent/, 'far');
    expect(told.mock.calls).toHaveLength(calls);
    expect(screen.getByText('Numbers, please')).toBeTruthy();
    type(/^Vent/, '.1');
    expect(screen.getByText('Behind the collar')).toBeTruthy();
  });
  it('shows the row’s own points to begin with, and takes new ones line by line', () => {
    served(<Host />, {});
    fireEvent.click(screen.getByRole('button', { name: /point by point/ }));
    const loin = screen.getByLabelText(/Back’s share/);
    expect((loin as HTMLTextAreaElement).value.split('\n')).toHaveLength(profiles.hake!.loin.length);
    fireEvent.change(loin, { target: { value: '.25 .7\n1 .5' } });
    expect(now()).toMatchObject({
      loin: [
        [0.25, 0.7],
        [1, 0.5],
      ],
    });
    fireEvent.change(loin, { target: { value: '.25 .7 .9' } });
    expect(screen.getByText('Numbers, please')).toBeTruthy();
  });
});
