import { useEffect, useMemo } from 'react';
import { stageOf, type Stage, type StageSource } from '../../queries/stage.ts';
import { notify } from '../../ui/notices.tsx';

/** The stage of a set, heard as long as a screen is open. */
export function useStage(source: StageSource): Stage {
  const { kind } = source;
  const name = source.kind === 'set' ? source.id : source.token;
  const stage = useMemo(
    () => stageOf(kind === 'set' ? { kind, id: name } : { kind, token: name }, notify),
    [kind, name],
  );
  useEffect(() => stage.follow(), [stage]);
  return stage;
}
