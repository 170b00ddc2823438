import { say } from './say.ts';
/** By number, 0 for Sunday. */
export const weekdayNames = [
  say('sunday'),
  say('monday'),
  say('tuesday'),
  say('wednesday'),
  say('thursday'),
  say('friday'),
  say('saturday'),
] as const;
