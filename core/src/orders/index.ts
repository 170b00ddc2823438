export { parseOrder, type OrderWords, type ParsedLine, type ParsedOrder } from './parse.ts';
