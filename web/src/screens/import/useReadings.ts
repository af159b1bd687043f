import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { ImportWorker } from '../../workers/importWorker.ts';
import type { SourceHints, Understood } from '../../workers/readSource.ts';
import { t } from '../../words/words.ts';
import type { Brought } from './brought.ts';

/** The longest that a file may take to be read. */
const patience = 20_000;

interface Reading {
  readonly hints: SourceHints;
  readonly is: Understood;
}

export interface Readings {
  /** What was understood; while it is read anew with other hints, what was understood before; null until it is read. */
  readonly of: (id: string) => Understood | null;
  /** How many are not read yet, or not as they are wished. */
  readonly waiting: number;
}

/**
 * Reads what is brought, one after the other, each in a worker of its own, so that no file, however it is made, holds up
 * the page or another file. What is said later of one overtakes its reading; what takes too long is given up.
 */
export function useReadings(brought: readonly Brought[]): Readings {
  const [readings, setReadings] = useState<ReadonlyMap<string, Reading>>(new Map());
  const unread = brought.filter(({ id, hints }) => readings.get(id)?.hints !== hints);
  const [next] = unread;
  const { id, name, bytes, hints } = next ?? {};
  useEffect(() => {
    if (!id || !bytes || !hints) return;
    const worker = new Worker(new URL('../../workers/importWorker.ts', import.meta.url), {
      type: 'module',
    });
    let current = true;
    const end = (is: Understood) => {
      if (current) setReadings((before) => new Map(before).set(id, { hints, is }));
      worker.terminate();
    };
    const tooLong = setTimeout(
      () => end({ kind: 'none', message: t('This file takes too long to read; it was given up.') }),
      patience,
    );
    const read = async () => {
      const buffer = new Uint8Array(await bytes.arrayBuffer());
      return wrap<ImportWorker>(worker).read({ name: name ?? '', bytes: buffer }, hints);
    };
    read()
      .then(end, (error: unknown) => {
        console.error('The file could not be read.', error);
        end({ kind: 'none', message: t('This file could not be read.') });
      })
      .finally(() => clearTimeout(tooLong));
    return () => {
      current = false;
      clearTimeout(tooLong);
      worker.terminate();
    };
  }, [id, name, bytes, hints]);
  return { of: (one) => readings.get(one)?.is ?? null, waiting: unread.length };
}
