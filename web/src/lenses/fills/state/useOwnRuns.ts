import { printRunFile, readRunFile } from '@intervallum/contract';
import { readRun, type Run, type WrittenRun } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { runsQuery } from '../../../queries/queries.ts';
import { api } from '../../../queries/resources.ts';
import { t } from '../../../words/words.ts';
import { useOwn } from '../../parts/useOwn.ts';

const none: readonly WrittenRun[] = [];

/** The runs of the team's own; none while they are on their way. */
export function useOwnRuns(): readonly Run[] {
  const written = useQuery(runsQuery()).data?.runs ?? none;
  return useMemo(
    () =>
      written.flatMap((one) => {
        const read = readRun(one);
        return read.ok ? [read.value] : [];
      }),
    [written],
  );
}

export function useOwnRunActions() {
  return useOwn<Omit<WrittenRun, 'id'>, WrittenRun>({
    queryKey: runsQuery().queryKey,
    keep: api.keepRuns,
    forget: api.forgetRun,
    withId: (run, id) => ({ ...run, id }),
    fileName: 'runs.json',
    print: printRunFile,
    read: readRunFile,
    words: {
      tooLarge: t('This file is too large for a file of runs.'),
      empty: t('There is no run in this file.'),
      keptMany: (count) => t('{{count}} runs are kept.', { count }),
    },
  });
}
