import { spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** The system account that database and server run under when root starts them: it owns the shop's folder only. */
const name = 'ember-slate';

export interface Account {
  uid: number;
  gid: number;
}

const isRoot = () => process.getuid?.() === 0;

const idOf = (flag: '-u' | '-g'): number | null => {
  const asked = spawnSync('id', [flag, name], { encoding: 'utf8' });
  return asked.status === 0 ? Number(asked.stdout.trim()) : null;
};

/** The unprivileged account, made when it is not there yet. Null when we are not root and need none. */
export function unprivileged(): Account | null {
  if (!isRoot()) return null;
  if (idOf('-u') === null) {
    const more = ['--system', '--user-group', '--no-create-home', '--home-dir', '/nonexistent'];
    const made = spawnSync('useradd', [...more, '--shell', '/usr/sbin/nologin', name], { encoding: 'utf8' });
    // Another start may have made it meanwhile.
    if (idOf('-u') === null)
      throw new Error(
        `Started by root, Ember Slate runs as the account ${name}, which could not be made (${made.stderr.trim() || made.error?.message}): start it as another user`,
      );
  }
  return { uid: idOf('-u')!, gid: idOf('-g')! };
}

/** Files of which a folder of ours holds at least one; anything else is somebody's own. */
const ours = ['secret.json', 'mysql', 'owner.pid', 'mariadb.log', 'db.sock', 'log'];

/**
 * Makes a data folder, for its owner's eyes only, and gives it to the account. Throws when the folder holds other
 * things: what root points at by mistake must not change hands.
 */
export function claim(folder: string, account: Account | null): void {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  if (!account) return;
  const held = readdirSync(folder);
  if (held.length > 0 && !ours.some((f) => existsSync(join(folder, f))))
    throw new Error(`${folder} holds other things than a shop: choose another folder with --data`);
  if (held.some((f) => statSync(join(folder, f)).uid !== account.uid)) {
    const given = spawnSync('chown', ['-R', '-h', `${account.uid}:${account.gid}`, folder], {
      encoding: 'utf8',
    });
    if (given.status !== 0) throw new Error(`${folder} could not be handed over: ${given.stderr}`);
  } else chownSync(folder, account.uid, account.gid);
}

/**
 * Lays root's rights down for good: from here on this process and all it starts are the unprivileged account. Throws
 * when the account cannot read the program where it lies.
 */
export function dropRoot(dataFolder: string): void {
  const account = unprivileged();
  if (!account) return;
  claim(dataFolder, account);
  const reads = spawnSync(
    process.execPath,
    ['-e', 'fs.accessSync("package.json"); fs.accessSync(process.argv[1], 6)', dataFolder],
    {
      ...account,
      encoding: 'utf8',
    },
  );
  if (reads.status !== 0)
    throw new Error(
      `Started by root, Ember Slate runs as the account ${name}, which cannot reach ${process.cwd()} and ${dataFolder}: put them where others may enter (/opt, /srv), or start as another user`,
    );
  process.setgroups!([account.gid]);
  process.setgid!(account.gid);
  process.setuid!(account.uid);
}
