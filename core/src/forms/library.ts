import { cutSteps } from './cutSteps.ts';
import { finishSteps } from './finishSteps.ts';
import { prepareSteps } from './prepareSteps.ts';
import type { StepRule } from './step.ts';

/** Every step once, in the order that works for most fish: the composer takes those whose rule says so. */
export const library: readonly StepRule[] = [...prepareSteps, ...cutSteps, ...finishSteps];
