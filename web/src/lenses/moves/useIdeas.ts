import type { Key, Move, MoveForm, MoveHands, MoveWishes, Song, Timeline } from '@intervallum/core';
import { proxy } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
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
    const show = proxy((found: readonly GapIdeas[]) => {
      // What stood before an edit stays until there is as much again.
      if (isCurrent) setIdeas((now) => (found.length > now.length ? found : now));
    });
    remote
      .ideas(song, key, wishes, eachTime, show)
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

/** Ideas in the order of how far the hands go; those that they cannot hold apart. Null while that is being found. */
export type ByHands = { readonly moves: readonly Move[]; readonly beyond: readonly Move[] } | null;

/**
 * Orders ideas by the hands, where that is wished: a worker finds how far both go through each. What the move itself says of the
 * hands, and what leaves the chords as they are, stays behind the others.
 */
export function useByHands(
  remote: MovesThread['remote'] | null,
  timeline: Timeline,
  gap: { readonly after: number; readonly moves: readonly Move[] } | null,
  isWished: boolean,
  view: ChartView,
): ByHands {
  const options = useOptions(timeline, view);
  const moves = isWished ? (gap?.moves ?? null) : null;
  const after = gap?.after ?? -1;
  const [found, setFound] = useState<{
    readonly of: readonly Move[];
    readonly movements: readonly (number | null)[];
  } | null>(null);
  useEffect(() => {
    if (!remote || !moves) return;
    let isCurrent = true;
    remote
      .movements(
        timeline.song,
        timeline.key,
        after,
        moves.map(({ chords }) => chords),
        options,
      )
      .then((movements) => {
        if (isCurrent && movements) setFound({ of: moves, movements });
      })
      .catch((error: unknown) => console.error('The hands of the ideas were not found.', error));
    return () => {
      isCurrent = false;
    };
  }, [remote, timeline, after, moves, options]);
  return useMemo(() => {
    if (!moves || found?.of !== moves) return null;
    const movementOf = new Map(moves.map((move, place) => [move, found.movements[place] ?? null]));
    const isFree = ({ chords, hands }: Move) => chords.length > 0 && hands === null;
    const held = moves.filter((move) => isFree(move) && movementOf.get(move) !== null);
    const ordered = [...held].sort(
      (one, other) => (movementOf.get(one) ?? 0) - (movementOf.get(other) ?? 0),
    );
    return {
      moves: [...ordered, ...moves.filter((move) => !isFree(move))],
      beyond: moves.filter((move) => isFree(move) && movementOf.get(move) === null),
    };
  }, [moves, found]);
}

/** How the hands are searched, as they stand when the lens is opened. */
function useOptions(timeline: Timeline, view: ChartView) {
  const { store } = useDocument();
  const [hands] = useState(() => store.getState().decisions.hands);
  return useVoiceOptions(hands, view.style, timeline);
}

/** What is known of the hands of a move. */
export type FoundHands = MoveHands | 'searching' | 'out of reach';

/** Both hands through an idea; a worker finds them. Null for no idea. */
export function useMoveHands(
  remote: MovesThread['remote'] | null,
  timeline: Timeline,
  after: number,
  form: Pick<MoveForm, 'chords'> | null,
  view: ChartView,
): FoundHands {
  const chords = form?.chords ?? null;
  const options = useOptions(timeline, view);
  const [found, setFound] = useState<{ of: typeof chords; hands: FoundHands } | null>(null);
  useEffect(() => {
    if (!remote || !chords) return;
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
  return found !== null && found.of === chords ? found.hands : 'searching';
}
