import { inWords } from '@ember-slate/words/core';
import type { Problem } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { freezingRules, groundName, groundRefusal, rawGrounds } from '@ember-slate/core/coldchain';
import { type RuleProfile, intakeLimit } from '@ember-slate/core/freshness';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { useDegrees } from '../../parts/temperature.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';
import { type Column, Table } from '../../parts/Table.tsx';

const names: Record<RuleProfile, string> = { eu: say('european_union'), us: say('united_states') };
const profiles = Object.keys(names) as RuleProfile[];
const productions = ['caught', 'caught_freshwater', 'farmed'] as const;

/** Whose food rules the shop starts from, side by side with what each of them changes here. */
export default function Rules() {
  const { data, problem, refetch } = useRead(routes.people.rules);
  const { send, busy } = useChange(routes.people.setRules);
  const dispatch = useAppDispatch();
  const degrees = useDegrees();
  const [refused, setRefused] = useState<{ problem: Problem; profile: RuleProfile } | null>(null);
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const follow = async (profile: RuleProfile, version = data.version) => {
    const outcome = await send({ version, profile });
    setRefused(outcome.ok ? null : { problem: outcome.problem, profile });
    if (outcome.ok)
      dispatch(
        notify({ text: say('the_shop_follows_the_rules_of_the', { names: names[profile] }), problem: false }),
      );
  };
  const differences: [string, (p: RuleProfile) => string[]][] = [
    [
      say('core_at_the_door_at_most'),
      (p) => [
        say('for_fish_that_forms_histamine', {
          limit: degrees(intakeLimit({ histamine: false }, p)),
          histamineLimit: degrees(intakeLimit({ histamine: true }, p)),
        }),
      ],
    ],
    [
      say('freezing_before_it_is_eaten_raw'),
      (p) =>
        freezingRules[p].map((r) =>
          say('h_at', {
            hours: r.hours,
            celsius: degrees(r.celsius),
            solidAt: r.solidAt === null ? '' : say('once_solid_at', { solidAt: degrees(r.solidAt) }),
          }),
        ),
    ],
    [
      say('raw_without_freezing_on_paper'),
      (p) =>
        inWords(
          rawGrounds.filter((g) => productions.some((x) => groundRefusal(g, x, p) === null)).map(groundName),
        ),
    ],
    [
      say('on_the_label'),
      (p) =>
        p === 'eu'
          ? [say('caught_or_farmed_the_area_the_gear'), say('keep_at_0_to_2_c')]
          : [say('wild_or_farm_raised_the_country'), say('safe_handling_38_f_or_below')],
    ],
    [
      say('dates_of_a_delivery_note'),
      (p) => [p === 'eu' ? say('day_before_month') : say('month_before_day')],
    ],
  ];
  return (
    <div className="max-w-[860px] pb-6">
      <h1 className="text-head max-sm:text-big">
        {say('this_shop_follows_the_rules_of_the', { names: names[data.profile] })}
      </h1>
      <p className="pb-3 text-ink2">{say('values_to_start_from_not_legal')}</p>
      <Refused problem={refused?.problem.code === 'stale' ? null : (refused?.problem ?? null)} />
      {refused && (
        <Stale
          problem={refused.problem}
          names={{ profile: say('the_rules') }}
          mine={{ profile: refused.profile }}
          kinds={{ profile: names }}
          onKeep={(version) => void follow(refused.profile, version)}
          onTheirs={() => setRefused(null)}
        />
      )}
      <Table
        rows={differences}
        keyOf={([what]) => what}
        columns={[
          { cell: ([what]) => what, width: 'w-[28%]', className: 'py-2 align-top' },
          ...profiles.map((p): Column<(typeof differences)[number]> => ({
            head: <span className={p === data.profile ? 'font-semibold text-ink' : ''}>{names[p]}</span>,
            cell: ([, of]) => of(p).map((line) => <div key={line}>{line}</div>),
            className: `py-2 align-top ${p === data.profile ? '' : 'text-ink2'}`,
          })),
        ]}
        sums={[
          null,
          ...profiles.map((p) =>
            p === data.profile ? (
              <span key={p} className="block py-3 font-figure text-label font-semibold">
                {say('followed_here')}
              </span>
            ) : (
              <span key={p} className="block py-3">
                <Button busy={busy} onPress={() => void follow(p)}>
                  {say('follow_these')}
                </Button>
              </span>
            ),
          ),
        ]}
      />
    </div>
  );
}
