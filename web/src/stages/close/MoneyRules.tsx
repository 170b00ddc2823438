import { contract, type MoneySettings, type Problem } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, SelectField, TextField } from '../../parts/Field.tsx';

const share = (text: string) => {
  const value = Number(text.replace(',', '.'));
  return Number.isFinite(value) ? value / 100 : -1;
};

/** How the shop reckons: rates, margin, endings, method. */
export function MoneyRules({ rules, onClose }: { rules: MoneySettings; onClose: () => void }) {
  const { send, busy } = useChange(contract.costs.setSettings);
  const [next, setNext] = useState(rules);
  const [margin, setMargin] = useState(String(Math.round(rules.margin * 100)));
  const [floor, setFloor] = useState(String(Math.round(rules.floorShare * 100)));
  const [problem, setProblem] = useState<Problem | null>(null);
  const error = (path: string) => problem?.errors?.find((e) => e.path === path)?.message;
  const save = async () => {
    const outcome = await send({ ...next, margin: share(margin), floorShare: share(floor) });
    if (outcome.ok) onClose();
    else setProblem(outcome.problem);
  };
  return (
    <Dialog open title="How the shop reckons" onClose={onClose}>
      <Choice
        label="The fish’s cost is"
        value={next.method}
        onChange={(method) => setNext({ ...next, method })}
        options={[
          { value: 'joint', name: 'shared by what all of it brings' },
          { value: 'credit', name: 'the main’s, trim credited' },
        ]}
      />
      <div className="grid grid-cols-2 gap-x-5">
        <MoneyField
          label="Bench hour"
          value={next.perHour}
          onChange={(v) => setNext({ ...next, perHour: v ?? 0 })}
        />
        <MoneyField
          label="Landing costs a kg"
          value={next.landingPerKg}
          onChange={(v) => setNext({ ...next, landingPerKg: v ?? 0 })}
          note="ice, carriage, dues"
        />
        <TextField
          label="Wanted margin, %"
          value={margin}
          onChange={setMargin}
          inputMode="decimal"
          error={error('margin')}
        />
        <TextField
          label="Lowest markdown, % of the price"
          value={floor}
          onChange={setFloor}
          inputMode="decimal"
          error={error('floorShare')}
        />
        <SelectField
          label="Prices end"
          value={next.ending}
          onChange={(ending) => setNext({ ...next, ending })}
          options={[
            { value: '49_99', name: 'in .49 or .99' },
            { value: 'x0', name: 'in .x0' },
            { value: 'none', name: 'as they fall' },
          ]}
        />
        <SelectField
          label="Said by"
          value={next.unit}
          onChange={(unit) => setNext({ ...next, unit })}
          options={[
            { value: 'kg', name: 'the kilogram' },
            { value: '100g', name: '100 grams' },
            { value: 'lb', name: 'the pound' },
          ]}
        />
      </div>
      {problem && !problem.errors?.length && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3">
        <Button kind="main" busy={busy} onPress={() => void save()}>
          Reckon so
        </Button>
        <Button onPress={onClose}>Leave it</Button>
      </div>
    </Dialog>
  );
}
