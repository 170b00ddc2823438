export {
  apportion,
  currencySign,
  formatMoney,
  minorDigits,
  multiplyRate,
  parseMoney,
  plainMoney,
} from './money.ts';
export {
  formatMass,
  gramsPerOunce,
  massText,
  massUnit,
  kilogramsMeant,
  parseMass,
  type MassUnit,
  type UnitSystem,
} from './mass.ts';
export { leastSure, weightSources, type WeightSource } from './source.ts';
export { formatTemperature, parseTemperature } from './temperature.ts';
export { parseDecimal } from './decimal.ts';
