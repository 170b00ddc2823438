import { contract, type Problem } from '@ember-slate/contract';
import { freezingRules, groundName, groundRefusal, rawGrounds } from '@ember-slate/core/coldchain';
import { type RuleProfile, intakeLimit } from '@ember-slate/core/freshness';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { useDegrees } from '../../parts/temperature.ts';
import { Waiting } from '../../parts/Waiting.tsx';

const names: Record<RuleProfile, string> = { eu: 'European Union', us: 'United States' };
const profiles = Object.keys(names) as RuleProfile[];
const productions = ['caught', 'caught_freshwater', 'farmed'] as const;

/** Whose food rules the shop starts from, side by side with what each of them changes here. */
export default function Rules() {
  const { data, problem, refetch } = useRead(contract.people.rules);
  const { send, busy } = useChange(contract.people.setRules);
  const dispatch = useAppDispatch();
  const degrees = useDegrees();
  const [refused, setRefused] = useState<{ problem: Problem; profile: RuleProfile } | null>(null);
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const follow = async (profile: RuleProfile, version = data.version) => {
    const outcome = await send({ version, profile });
    setRefused(outcome.ok ? null : { problem: outcome.problem, profile });
    if (outcome.ok)
      dispatch(notify({ text: `The shop follows the rules of the ${names[profile]}`, problem: false }));
  };
  const differences: [string, (p: RuleProfile) => string[]][] = [
    [
      'Core at the door, at most',
      (p) => [
        `${degrees(intakeLimit({ histamine: false }, p))}; ${degrees(intakeLimit({ histamine: true }, p))} for fish that forms histamine`,
      ],
    ],
    [
      'Freezing before it is eaten raw',
      (p) =>
        freezingRules[p].map(
          (r) =>
            `${r.hours} h at ${degrees(r.celsius)}${r.solidAt === null ? '' : `, once solid at ${degrees(r.solidAt)}`}`,
        ),
    ],
    [
      'Raw without freezing, on paper',
      (p) =>
        rawGrounds.filter((g) => productions.some((x) => groundRefusal(g, x, p) === null)).map(groundName),
    ],
    [
      'On the label',
      (p) =>
        p === 'eu'
          ? ['caught or farmed, the area, the gear', 'keep at 0 to 2 °C']
          : ['wild or farm-raised, the country', 'safe handling, 38 °F or below'],
    ],
    ['Dates of a delivery note', (p) => [p === 'eu' ? 'day before month' : 'month before day']],
  ];
  return (
    <div className="max-w-[860px] pb-6">
      <h1 className="text-head max-sm:text-big">This shop follows the rules of the {names[data.profile]}</h1>
      <p className="pb-3 text-ink2">
        Values to start from, not legal advice: your local food authority and your own food-safety plan come
        first.
      </p>
      {refused && (
        <Stale
          problem={refused.problem}
          names={{ profile: 'The rules' }}
          mine={{ profile: refused.profile }}
          kinds={{ profile: names }}
          onKeep={(version) => void follow(refused.profile, version)}
          onTheirs={() => setRefused(null)}
        />
      )}
      <table className="plain">
        <thead>
          <tr>
            <th className="w-[28%]" />
            {profiles.map((p) => (
              <th key={p} className={p === data.profile ? 'font-semibold text-ink' : ''}>
                {names[p]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {differences.map(([what, of]) => (
            <tr key={what}>
              <td className="py-2 align-top">{what}</td>
              {profiles.map((p) => (
                <td key={p} className={`py-2 align-top ${p === data.profile ? '' : 'text-ink2'}`}>
                  {of(p).map((line) => (
                    <div key={line}>{line}</div>
                  ))}
                </td>
              ))}
            </tr>
          ))}
          <tr>
            <td />
            {profiles.map((p) => (
              <td key={p} className="py-3">
                {p === data.profile ? (
                  <span className="font-figure text-label font-semibold">followed here</span>
                ) : (
                  <Button busy={busy} onPress={() => void follow(p)}>
                    Follow these
                  </Button>
                )}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
}
