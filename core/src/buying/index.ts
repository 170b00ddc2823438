export { demandModel, demandOn, type DaySold, type DemandModel } from './demand.ts';
export { newsvendor, riskOf, pooled as together, type Demand, type Newsvendor } from './newsvendor.ts';
export { normalBelow, normalDensity, normalQuantile } from './normal.ts';
export { forPeople, wholeFishFor, type FormWanted, type WholeFish } from './whole.ts';
