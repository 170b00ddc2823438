import loadHighs, { type Highs } from 'highs';

let loaded: Promise<Highs> | null = null;
/** The linear solver, loaded once a thread. Its memory never shrinks: run it in a worker that is thrown away. */
export const loadSolver = (): Promise<Highs> => (loaded ??= loadHighs());
export { seeded } from './seeded.ts';
export { solve, type Solution, type Valued, type Watch } from './solve.ts';
