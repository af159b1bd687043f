import type { Key, MoveForm, MoveHands, MoveWishes, Song, Timeline } from '@intervallum/core';
import { useEffect, useState } from 'react';
import { useDocument } from '../../document/DocumentContext.tsx';
import { useVoiceOptions } from '../../document/voicing.ts';
import type { ChartView } from '../../music/rails/view.ts';
import type { GapIdeas } from '../../workers/movesSearcher.ts';
import { openMovesThread, type MovesThread } from '../../workers/movesThread.ts';

/** One thread for as long as the lens is open. */
export function useMovesThread(): MovesThread['remote'] | null {
  const [thread, setThread] = useState<MovesThread | null>(null);
  useEffect(() => {
    const opened = openMovesThread();
    // A thread is there from now on; what is drawn with it comes with the next drawing.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setThread(opened);
    return opened.end;
  }, []);
  return thread?.remote ?? null;
}

interface Counted {
  readonly song: Song;
  readonly key: Key;
  readonly wishes: MoveWishes;
  /** Every time through a section is told apart. */
  readonly eachTime: boolean;
}

/** The kinds of ideas in every gap of a song, found by a worker; those of before stand until the new ones come. */
export function useIdeas(
  remote: MovesThread['remote'] | null,
  { song, key, wishes, eachTime }: Counted,
): readonly GapIdeas[] {
  const [ideas, setIdeas] = useState<readonly GapIdeas[]>([]);
  useEffect(() => {
    if (!remote) return;
    let isCurrent = true;
    remote
      .ideas(song, key, wishes, eachTime)
      .then((found) => {
        if (isCurrent && found) setIdeas(found);
      })
      // The ideas of a gap that is opened are found without it.
      .catch((error: unknown) => console.error('The gaps could not be counted.', error));
    return () => {
      isCurrent = false;
    };
  }, [remote, song, key, wishes, eachTime]);
  return ideas;
}

/** What is known of the hands of a move. */
export type FoundHands = MoveHands | 'searching' | 'out of reach';

/** Both hands through an idea; a worker finds them. */
export function useMoveHands(
  remote: MovesThread['remote'] | null,
  timeline: Timeline,
  after: number,
  { chords }: Pick<MoveForm, 'chords'>,
  view: ChartView,
): FoundHands {
  const { store } = useDocument();
  const [hands] = useState(() => store.getState().decisions.hands);
  const options = useVoiceOptions(hands, view.style, timeline);
  const [found, setFound] = useState<{ of: typeof chords; hands: FoundHands } | null>(null);
  useEffect(() => {
    if (!remote) return;
    let isCurrent = true;
    remote
      .hands(timeline.song, timeline.key, after, chords, options)
      .then((now) => {
        if (isCurrent) setFound({ of: chords, hands: now ?? 'out of reach' });
      })
      .catch((error: unknown) => console.error('The hands of an idea were not found.', error));
    return () => {
      isCurrent = false;
    };
  }, [remote, timeline, after, chords, options]);
  return found?.of === chords ? found.hands : 'searching';
}
