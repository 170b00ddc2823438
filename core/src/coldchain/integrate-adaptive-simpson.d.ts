declare module 'integrate-adaptive-simpson' {
  /** Adaptive Simpson quadrature of a function between two ends. */
  export default function integrate(
    f: (x: number) => number,
    from: number,
    to: number,
    tolerance?: number,
    depth?: number,
  ): number;
}
