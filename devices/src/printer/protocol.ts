/**
 * The label printer's line protocol over TCP: a line of ASCII, then the bytes of one PDF.
 *
 *   host → printer   `JOB <id> <copies> <length>` and a line feed, then <length> bytes
 *   printer → host   `OK <id>` printed · `OUT <id>` out of labels, nothing printed
 *                    and, on the simulated printer only, host → printer `ROLL <labels>` puts a roll in
 */
export interface PrintJob {
  id: number;
  copies: number;
  length: number;
}

export const formatJob = (j: PrintJob): string => `JOB ${j.id} ${j.copies} ${j.length}\n`;

/** The head of a job, or null for a line that is none. */
export function parseJob(line: string): PrintJob | null {
  const m = /^JOB (\d{1,9}) (\d{1,3}) (\d{1,8})$/.exec(line);
  return m ? { id: Number(m[1]), copies: Number(m[2]), length: Number(m[3]) } : null;
}

/** A printer's answer: which job, and whether it printed. */
export function parseAnswer(line: string): { id: number; printed: boolean } | null {
  const m = /^(OK|OUT) (\d{1,9})\r?$/.exec(line);
  return m ? { id: Number(m[2]), printed: m[1] === 'OK' } : null;
}
