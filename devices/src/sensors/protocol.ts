/**
 * The cold-room sensors' line protocol, plain ASCII over TCP:
 *
 *   sensors → host   `T <sensor> <ISO time> <tenths of a degree C>`   every five minutes
 *   host → sensors   `SINCE <ISO time>`   sends again what was read after that time, then goes on
 *                    and, on the simulated sensors only, `WARM <sensor> <degrees>` · `SILENT <sensor>` · `OK <sensor>`
 */
export interface SensorReading {
  sensor: string;
  at: Date;
  tenths: number;
}

export const formatReading = (r: SensorReading): string => `T ${r.sensor} ${r.at.toISOString()} ${r.tenths}`;

/** A reading, or null for a line that is none: noise on the wire is skipped, never guessed at. */
export function parseReading(line: string): SensorReading | null {
  const match = /^T ([a-z-]{1,20}) (\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d{1,3})?Z) (-?\d{1,4})\r?$/.exec(
    line,
  );
  if (!match) return null;
  const at = new Date(match[2]!);
  return Number.isNaN(at.getTime()) ? null : { sensor: match[1]!, at, tenths: Number(match[3]) };
}
