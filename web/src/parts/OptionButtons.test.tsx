import { formBook, formOf } from '@ember-slate/core/forms';
import { catalogue } from '@ember-slate/core/species';
import type { SpeciesRow } from '@ember-slate/contract';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { OptionButtons } from './OptionButtons.tsx';

const form = (id: string) => formOf(formBook(), id);
const species = (id: string) => catalogue.find((s) => s.id === id) as unknown as SpeciesRow;
const said = () => screen.queryAllByRole('button').map((b) => b.textContent);

it('offers what this fish can have in this form, and nothing that changes nothing', () => {
  const show = (id: string, f: string) =>
    render(
      <OptionButtons form={form(f)} species={species(id)} input="gutted" options={[]} onChange={vi.fn()} />,
    );
  show('plaice', 'fillet_skin_on');
  expect(said()).toEqual(['scored 2 to 3 mm deep', 'skirts left']);
  cleanup();
  show('cod', 'fillet_skin_on');
  expect(said()).toEqual(['pin bones left in, declared', 'belly off', 'scored 2 to 3 mm deep']);
  cleanup();
  show('lionfish', 'butterfly_belly');
  expect(said()).not.toContain('fins left on');
});

it('takes one on and off, and keeps words of an older order to be taken back', () => {
  const change = vi.fn();
  const { rerender } = render(
    <OptionButtons
      form={form('steaks')}
      species={species('hake')}
      input={null}
      options={['with a bow']}
      onChange={change}
    />,
  );
  fireEvent.click(screen.getByRole('button', { name: 'tied' }));
  expect(change).toHaveBeenLastCalledWith(['with a bow', 'tied']);
  fireEvent.click(screen.getByRole('button', { name: 'with a bow', pressed: true }));
  expect(change).toHaveBeenLastCalledWith([]);
  rerender(
    <OptionButtons
      form={form('monk_fillets')}
      species={species('monkfish')}
      input="tail"
      options={[]}
      onChange={change}
    />,
  );
  expect(said()).toEqual([]);
});
