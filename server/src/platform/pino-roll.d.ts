/** What we use of pino-roll, which ships no types. */
declare module 'pino-roll' {
  export default function roll(options: {
    file: string;
    frequency: 'daily' | 'hourly';
    size: string;
    mkdir: boolean;
    limit: { count: number };
  }): Promise<{ write: (line: string) => unknown }>;
}
