import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Work } from '../../../platform/context.ts';
import { notPrinted, printedPerhaps, type PrinterAdapter } from '../../../platform/devices/printer.ts';
import { addJob, type JobKind } from '../../../platform/jobs.ts';
import { renderPdf } from '../../../platform/pdf.ts';
import { lotSheet } from '../queries/lotLabel.ts';
import { say } from '../say.ts';

interface LotLabelJob {
  sheet: TDocumentDefinitions;
  copies: number;
}

/** Prints the box labels of a lot, all or none. */
export const lotLabelPrinting = (printer: PrinterAdapter): JobKind<LotLabelJob> => ({
  repeatable: false,
  unsure: printedPerhaps,
  run: async ({ sheet, copies }) => {
    const outcome = await printer.print(await renderPdf(sheet), copies);
    return outcome === 'printed' ? { went: 'done' } : notPrinted(outcome);
  },
});

/** Has the box labels of a lot printed once this is committed; the answer says how it went. */
export async function printLabel(
  work: Work,
  id: number,
  copies: number,
): Promise<{ printed: number; why: string | null }> {
  const { code, sheet } = await lotSheet(work, id);
  const job = await addJob(work, {
    kind: 'lot_label',
    subject: id,
    what: say('lot_2', { copies: copies === 1 ? say('box_label') : say('box_labels', { copies }), code }),
    payload: { sheet, copies } satisfies LotLabelJob,
  });
  work.afterwards(job, ({ done, why }) => ({ printed: done ? copies : 0, why }));
  return { printed: 0, why: say('it_is_being_printed') };
}
