export { everyCase, faultsOf, type Case, type Refused } from './proof.ts';
