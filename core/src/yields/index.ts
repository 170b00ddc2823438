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
export { learnedYield, type LearnedYield, type YieldSeen } from './learned.ts';
export { cheeksWorth, headFlesh, headFleshShare } from './head.ts';
export { trimName, trimOf, trims, type TrimId } from './trims.ts';
export { speciesFaults, type SpeciesFault } from './speciesFaults.ts';
export { goesAlong, type TrimWish } from './trimWish.ts';
