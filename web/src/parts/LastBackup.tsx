import { routes } from '@ember-slate/contract/routes';
import { useRead } from '../app/api.ts';
import { useTimes } from '../app/shop.tsx';
import { say } from './say.ts';

/** When the shop was backed up last, or why it was not; for the manager. */
export function LastBackup() {
  const { data } = useRead(routes.settings.backups);
  const { when } = useTimes();
  if (!data) return null;
  const { last, failed, running, folder } = data;
  const size =
    last &&
    (last.bytes < 1e6 ? say('under_a_megabyte') : say('megabytes', { n: Math.round(last.bytes / 1e6) }));
  return (
    <p className="text-note text-ink2" role="status">
      {last ? say('last_backup', { at: when(last.at), size: size ?? '' }) : say('no_backup_yet')}
      {running && ` ${say('one_is_being_made')}`}
      {folder === null && <span className="text-embertext"> {say('no_folder_for_backups')}</span>}
      {failed && (
        <span className="block text-embertext">
          {say('backup_failed', { at: when(failed.at), why: failed.why })}
        </span>
      )}
    </p>
  );
}
