export { episodes, silentAfterMinutes, warmAfterMinutes, type Episode } from './alarms.ts';
export { frozenDays, rowLife, thawedDays, type RowLife } from './life.ts';
export { longestGapMs, TemperatureLog, warmC, type Reading, type Span } from './log.ts';
export {
  histamineAccount,
  histamineSource,
  rowClocks,
  type HistamineAccount,
  type LotPath,
  type RowChange,
  type RowClock,
  type Stay,
} from './path.ts';
export {
  freezingProof,
  freezingRules,
  groundName,
  groundRefusal,
  rawFitness,
  rawGrounds,
  rawRefusal,
  type FreezingProof,
  type FreezingRule,
  type RawFitness,
  type RawGround,
} from './rawUse.ts';
