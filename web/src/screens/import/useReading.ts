import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { ImportWorker } from '../../workers/importWorker.ts';
import type { Source, SourceHints, Understood } from '../../workers/readSource.ts';
import { t } from '../../words/words.ts';

/** The longest that a file may take to be read. */
const patience = 20_000;

/**
 * Reads a source in a worker of its own, so that no file, however it is made, holds up the page. What is asked later
 * overtakes it; what takes too long is given up.
 * @returns null while it is read, or where there is nothing to read
 */
export function useReading(source: Source | null, hints: SourceHints): Understood | null {
  const [read, setRead] = useState<{
    readonly of: Source;
    readonly hints: SourceHints;
    readonly is: Understood;
  } | null>(null);
  useEffect(() => {
    if (!source) return;
    const worker = new Worker(new URL('../../workers/importWorker.ts', import.meta.url), {
      type: 'module',
    });
    let current = true;
    const end = (is: Understood) => {
      if (current) setRead({ of: source, hints, is });
      worker.terminate();
    };
    const tooLong = setTimeout(
      () => end({ kind: 'none', message: t('This file takes too long to read; it was given up.') }),
      patience,
    );
    wrap<ImportWorker>(worker)
      .read(source, hints)
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
  }, [source, hints]);
  return read?.of === source && read?.hints === hints ? read.is : null;
}
