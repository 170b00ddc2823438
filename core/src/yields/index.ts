export { massBalance, type MassBalance, type TicketWeights } from './balance.ts';
export { controlChart, signalWords, type ControlChart, type Signal } from './controlChart.ts';
export { costOfLost, cutterEffects, cutterShownFrom, pooledRatio, type CutterTicket } from './cutters.ts';
export {
  componentRow,
  components,
  expectedComponents,
  fitComponents,
  spentMultiplier,
  type Component,
  type Fractions,
  type YieldSpecies,
} from './components.ts';
export {
  expectedCut,
  expectedForms,
  expectedGrams,
  formShares,
  piecesPerFish,
  ticketGrams,
  trimName,
  trimOf,
  trims,
  type ExpectedCut,
  type ExpectedTicket,
  type TrimId,
} from './expected.ts';
export { learnedYield, type LearnedYield, type YieldSeen } from './learned.ts';
export { speciesFaults, type SpeciesFault } from './speciesFaults.ts';
