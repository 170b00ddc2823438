/** The package ships no types; this is what we use of it. */
declare module 'pino-roll' {
  export default function roll(options: {
    file: string;
    frequency: 'daily' | 'hourly';
    size: string;
    mkdir: boolean;
    limit: { count: number };
  }): Promise<{ write: (line: string) => unknown }>;
}
