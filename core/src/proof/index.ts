export { brokenHolds, everyCase, examine, type Case, type Refused } from './proof.ts';
