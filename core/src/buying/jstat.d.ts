/** The part of jStat the tests compare with. */
declare module 'jstat' {
  const jStat: {
    normal: Record<'inv' | 'cdf' | 'pdf', (x: number, mean: number, sd: number) => number>;
  };
  export default jStat;
}
