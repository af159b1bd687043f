import { expand, type MoveWishes } from '@intervallum/core';
import { useMemo, useState } from 'react';
import { useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { textSlotOf } from '../../document/selectors.ts';
import type { Lens, LensFrameProps } from '../lens.ts';
import { useKeptMarks } from '../parts/keptMarks.ts';
import { PlayHere } from '../parts/PlayHere.tsx';
import { useChartSound } from '../parts/useChartSound.ts';
import { useFirstChord } from '../parts/useFirstChord.ts';
import { t } from '../../words/words.ts';
import { movesKeys } from './commands.ts';
import { gapMarks } from './gapMarks.ts';
import { MovesPanel } from './MovesPanel.tsx';
import { MovesState, type IdeaWishes } from './MovesState.tsx';
import { MovesStrip } from './MovesStrip.tsx';
import { useIdeas, useMovesThread } from './useIdeas.ts';
import { useOwnMoves } from './useOwnMoves.ts';

/** A mark in every gap of the chart, kept up to date by a worker. */
function Frame({ draw, children }: LensFrameProps) {
  const { view } = useLook();
  const { shown, unrolled } = useShown();
  const slot = useSong(textSlotOf);
  const text = useSong(({ read }) => read.text);
  const remote = useMovesThread();
  const [wished, setWished] = useState<IdeaWishes>({
    grade: 'altered',
    kind: null,
    depth: null,
    order: 'usual',
  });
  const { grade, kind, depth } = wished;
  const asPlayed = unrolled !== null;
  const own = useOwnMoves();
  const wishes = useMemo<MoveWishes>(
    () => ({ grade, own, numbers: view.style, ...(depth === null ? {} : { depth }) }),
    [grade, own, depth, view.style],
  );
  const ideas = useIdeas(remote, { song: shown, key: view.key, wishes, eachTime: asPlayed });
  const timeline = useMemo(() => expand(shown, { key: view.key }), [shown, view.key]);
  const marks = useMemo(
    () => gapMarks({ timeline, ideas, kind, open: slot, asPlayed }),
    [timeline, ideas, kind, slot, asPlayed],
  );
  const over = useKeptMarks(marks);
  useFirstChord(slot === null);
  const { sound, playing } = useChartSound(slot, `${asPlayed} ${text}`);
  return (
    <>
      {draw({ over, playing: (asPlayed ? playing?.at : playing?.slot) ?? null })}
      <PlayHere sound={sound} />
      <MovesState
        timeline={timeline}
        remote={remote}
        own={own}
        wishes={wished}
        onWish={(change) => setWished({ ...wished, ...change })}
      >
        {children}
      </MovesState>
    </>
  );
}

/** What can be added: between two chords, before and behind the song, and where its key is lifted. */
export const movesLens: Lens = {
  id: 'moves',
  name: t('Moves'),
  needs: 'search',
  panelName: t('Ideas'),
  panelKept: 'movesOpen',
  Frame,
  Panel: MovesPanel,
  Strip: MovesStrip,
  commands: movesKeys,
};
