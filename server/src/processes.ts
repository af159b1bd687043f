import cluster, { type Worker } from 'node:cluster';
import type { Logger } from 'pino';

/** After so many milliseconds another process takes the place of one that ended by itself. */
const pause = 500;

/**
 * Several processes that serve one port: Node gives each connection to the next of them. One that ends by itself is replaced;
 * asked to stop, all end what is under way.
 */
export function severalProcesses(count: number, log: Logger) {
  let isStopping = false;
  const living = new Set<Worker>();

  function begin(): void {
    if (isStopping) return;
    // The tables are up to date already.
    const worker = cluster.fork({ MIGRATION_DATABASE_URL: undefined });
    living.add(worker);
    worker.once('exit', (code, signal) => {
      living.delete(worker);
      if (isStopping) return;
      log.error({ code, signal }, 'A process ended by itself; another one takes its place.');
      setTimeout(begin, pause);
    });
  }

  return {
    start: () => {
      for (let started = 0; started < count; started += 1) begin();
    },
    /** Ends when all have ended. */
    stop: async () => {
      isStopping = true;
      await Promise.all(
        [...living].map(
          (worker) =>
            new Promise<void>((resolve) => {
              worker.once('exit', () => resolve());
              worker.process.kill('SIGTERM');
            }),
        ),
      );
    },
  };
}
