import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useNotify } from '../../app/notify.ts';
import { Button } from '../../parts/Button.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { LastBackup } from '../../parts/LastBackup.tsx';
import type { AllSettings } from './all.ts';
import { say } from './say.ts';

/** Where backups go, when the last was made, and one now. */
export function BackupsForm({ backups, onDone }: { backups: AllSettings['backups']; onDone: () => void }) {
  const now = useChange(routes.settings.backUp);
  const said = useNotify();
  const form = useForm({
    draft: useDraft('settings backups'),
    opened: () => ({ version: backups.version, folder: backups.folder }),
    route: routes.settings.setBackups,
    body: (values) => values,
    onDone,
  });
  return (
    <Form
      of={form}
      className="max-w-[640px] pt-3 pb-5"
      label={say('backups')}
      submit={say('save')}
      onLeave={onDone}
      stale={{ names: { folder: say('folder') } }}
      more={
        <>
          <Button
            busy={now.busy}
            onPress={() => void now.send(undefined).then((o) => said(o, say('backup_begins')))}
          >
            {say('back_up_now')}
          </Button>
          <a className="btn" href={routes.settings.export.path} download>
            {say('export_everything')}
          </a>
        </>
      }
    >
      <LastBackup />
      <p className="pb-3 text-note text-ink2">{say('every_night_one_file')}</p>
      <TextField
        label={say('folder_on_the_server')}
        {...form.field('folder')}
        placeholder="/mnt/usb/backups"
        note={say('empty_for_beside_the_records')}
      />
      <p className="pb-3 text-note text-ink2">{say('export_how')}</p>
    </Form>
  );
}
