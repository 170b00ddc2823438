import { routes } from '@ember-slate/contract/routes';
import { schemeFaults } from '@ember-slate/core/freshness';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import type { KeptScheme } from './words.ts';

const number = (text: string) => (/^\d+([.,]\d+)?$/.test(text.trim()) ? Number(text.replace(',', '.')) : NaN);

interface Values {
  version: number;
  signs: KeptScheme['signs'];
  /** Weights, centres and the limit as they are typed. */
  weights: string[];
  rejectAt: string;
  centres: string[];
  note: string;
}

/** A scheme as the contract takes it: without what the shop itself keeps of it. */
export const sentOf = ({
  version: _version,
  calibration: _calibration,
  shipped: _shipped,
  grades: _grades,
  history: _history,
  ...fields
}: KeptScheme) => fields;

/** The form a scheme is changed with: its next version as it is typed, and what is wrong with it. */
export function useScheme(scheme: KeptScheme) {
  const index = scheme.method === 'index';
  const nextOf = (v: Values): KeptScheme => ({
    ...scheme,
    signs: v.signs.map((s, i) => ({ ...s, weight: index ? s.weight : number(v.weights[i] ?? '') })),
    rejectAt: index ? number(v.rejectAt) : null,
    centres: v.centres.map(number) as [number, number, number, number],
  });
  const form = useForm({
    draft: useDraft(`scheme ${scheme.id}`),
    opened: (): Values => ({
      version: scheme.version,
      signs: scheme.signs,
      weights: scheme.signs.map((s) => String(s.weight)),
      rejectAt: scheme.rejectAt === null ? '' : String(scheme.rejectAt),
      centres: scheme.centres.map(String),
      note: '',
    }),
    route: routes.grading.changeScheme,
    params: { id: scheme.id },
    body: (v) => ({ ...sentOf(nextOf(v)), version: v.version, note: v.note }),
    onDone: () => undefined,
  });
  const next = nextOf(form.values);
  const faults = schemeFaults(next);
  const changed =
    JSON.stringify([next.signs, next.rejectAt, next.centres]) !==
    JSON.stringify([scheme.signs, scheme.rejectAt, scheme.centres]);
  return { form, next, faults, changed };
}
