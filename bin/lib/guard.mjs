// Ends the database of a start command that is gone without having done so itself. Started by bin/start, with the data
// folder; the channel between the two closes with that command, whatever ended it.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { stopCluster } from './cluster.mjs';
import { releaseLock, takeLock } from './lock.mjs';
import { run } from './say.mjs';

const [folder] = process.argv.slice(2);
if (!folder || !process.send) throw new Error('Only bin/start starts this.');

let ending = false;
const end = () => {
  if (ending) return;
  ending = true;
  void run(async () => {
    const lock = join(folder, 'lock');
    // The command may have died while its database was about to start: it is looked for until it would have.
    for (let looks = 0; looks < 40 && existsSync(folder); looks += 1) {
      // While another start command is at work there, the database is its own.
      if (takeLock(lock)) {
        await stopCluster(folder);
        releaseLock(lock);
      }
      await wait(500);
    }
    process.exit(0);
  });
};
process.once('disconnect', end);
if (!process.connected) end();
// Ctrl-C reaches the whole group; only the channel says when it is time.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => undefined);
