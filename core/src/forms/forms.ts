import type { ArrivalCondition, BodyPlan, Species } from '../species/index.ts';

export const formIds = [
  'whole',
  'gutted',
  'scaled_gutted',
  'steaks',
  'fillet_skin_on',
  'fillet_skinless',
  'boneless_joint',
] as const;
export type FormId = (typeof formIds)[number];

/** A market form: what it is called, which fish it can be cut from, and what it does to the life that remains. */
export interface Form {
  id: FormId;
  name: string;
  /** EU presentation code where one exists (value from memory). */
  code: string | null;
  plans: readonly BodyPlan[];
  /** Multiplies the life that remains (our choice). */
  lifeFactor: number;
  /** Sold as boneless: needs a signed bone sweep. */
  boneless: boolean;
  /** A usual piece, grams. */
  pieceG: number;
  /** How it is counted: by the fish or by the piece. */
  unit: 'fish' | 'piece';
}

const round: BodyPlan[] = ['fusiform', 'deep', 'elongate', 'mackerel'];
const withHead: BodyPlan[] = [...round, 'flat', 'large_flat'];
const all: BodyPlan[] = [...withHead, 'tail', 'wing'];

export const forms: Readonly<Record<FormId, Form>> = {
  whole: {
    id: 'whole',
    name: 'whole, as landed',
    code: 'WHL',
    plans: all,
    lifeFactor: 1,
    boneless: false,
    pieceG: 400,
    unit: 'fish',
  },
  gutted: {
    id: 'gutted',
    name: 'whole, gutted',
    code: 'GUG',
    plans: withHead,
    lifeFactor: 1,
    boneless: false,
    pieceG: 400,
    unit: 'fish',
  },
  scaled_gutted: {
    id: 'scaled_gutted',
    name: 'scaled and gutted',
    code: 'GUT',
    plans: withHead,
    lifeFactor: 1,
    boneless: false,
    pieceG: 400,
    unit: 'fish',
  },
  steaks: {
    id: 'steaks',
    name: 'steaks',
    code: null,
    plans: [...round, 'large_flat'],
    lifeFactor: 0.75,
    boneless: false,
    pieceG: 200,
    unit: 'piece',
  },
  fillet_skin_on: {
    id: 'fillet_skin_on',
    name: 'fillets, skin on',
    code: 'FIL',
    plans: [...round, 'flat', 'large_flat'],
    lifeFactor: 0.75,
    boneless: true,
    pieceG: 160,
    unit: 'piece',
  },
  fillet_skinless: {
    id: 'fillet_skinless',
    name: 'fillets, skinless',
    code: 'FIS',
    plans: all,
    lifeFactor: 0.65,
    boneless: true,
    pieceG: 160,
    unit: 'piece',
  },
  boneless_joint: {
    id: 'boneless_joint',
    name: 'boneless joint',
    code: null,
    plans: ['fusiform', 'elongate'],
    lifeFactor: 0.75,
    boneless: true,
    pieceG: 800,
    unit: 'piece',
  },
};

/** Why this form cannot be cut from this fish, in words, or null when it can. */
export function formRefusal(
  species: Pick<Species, 'name' | 'bodyPlan' | 'scales' | 'filletSkinOn'>,
  condition: ArrivalCondition | null,
  form: FormId,
): string | null {
  const f = forms[form];
  if (!f.plans.includes(species.bodyPlan)) return `${species.name} is not cut as ${f.name}`;
  if (form === 'scaled_gutted' && species.scales === 'none')
    return `${species.name} has no scales to take off`;
  if (form === 'fillet_skin_on' && species.filletSkinOn === null) return `${species.name} is always skinned`;
  const headless = condition === 'headed_gutted' || condition === 'tail' || condition === 'wing';
  if (headless && (form === 'gutted' || form === 'scaled_gutted')) return 'The head is already off';
  return null;
}
