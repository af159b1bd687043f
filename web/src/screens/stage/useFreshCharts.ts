import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { setQuery, sharedQuery, songsOnPages } from '../../queries/queries.ts';
import type { Stage, StageSource } from '../../queries/stage.ts';

/** Asks anew for what is shown when the set or one of its songs was saved: a slip that is mended is mended on every page. */
export function useFreshCharts(stage: Stage, source: StageSource): void {
  const queries = useQueryClient();
  const { kind } = source;
  const name = source.kind === 'set' ? source.id : source.token;
  useEffect(
    () =>
      stage.store.subscribe(({ charts }, before) => {
        if (charts === before.charts) return;
        const shown =
          kind === 'link' ? [sharedQuery(name).queryKey] : [setQuery(name).queryKey, songsOnPages];
        for (const queryKey of shown) void queries.refetchQueries({ queryKey, type: 'active' });
      }),
    [stage, queries, kind, name],
  );
}
