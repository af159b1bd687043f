import {
  addSection,
  insertBar,
  nearestCursor,
  placedSlots,
  putChord,
  sameCursor,
  stepped,
  textSlotAt,
  type ChartResult,
  type Chord,
  type Cursor,
} from '@intervallum/core';
import { useRef } from 'react';
import { useDocument } from '../../document/DocumentContext.tsx';
import { heldAt } from '../../document/heldAt.ts';
import { useLook } from '../../document/look.tsx';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';

/** What both hands hold; null where only the chord is meant. */
export type PlayedHands = { readonly left: readonly number[]; readonly right: readonly number[] };

/** Puts a chord that was played in the slot at the cursor; says whether it is there. */
export type Dictate = (chord: Chord, hands: PlayedHands | null, then: 'next' | 'stay') => boolean;

/**
 * Writes what is played: the chord with the hands that played it, as one step of undo, and goes on to the next slot. Where there
 * is none, or the line waited for this chord, the chord after it gets a bar of its own.
 */
export function useDictation(): Dictate {
  const songDocument = useDocument();
  const { view } = useLook();
  /** The last slot that was written, where the next chord begins a bar. */
  const waits = useRef<Cursor | null>(null);

  return (chord, hands, then) => {
    if (songDocument.store.getState().read.song.sections.length === 0)
      songDocument.edit((read) => addSection(read, null, t('Verse')));
    const { read, place } = songDocument.store.getState();
    const at = nearestCursor(read, place);
    if (!at) return false;
    const grows = waits.current !== null && sameCursor(waits.current, at);
    const wasSilent = grows || isSilent(read, at);
    const where = grows ? { bar: at.bar + 1, slot: 0 } : at;
    const edited = songDocument.edit(
      (now) =>
        grows ? insertBar(now, at, 'after', chord) : { ...putChord(now, at, chord), cursor: null },
      (decisions, after) => (hands ? heldAt(decisions, after, where, hands, view.key) : decisions),
    );
    waits.current = null;
    if (!edited.ok) {
      notify(edited.why);
      return false;
    }
    if (then === 'next') goOn(where, wasSilent);
    return true;
  };

  function goOn(from: Cursor, wasSilent: boolean): void {
    const { read } = songDocument.store.getState();
    const next = stepped(read.song, from, 1);
    const isSameLine = next && read.barPlaces[next.bar]?.line === read.barPlaces[from.bar]?.line;
    // What was written anew goes on in its line; what stood there already is gone through to the end of the song.
    if (next && (isSameLine || !wasSilent)) songDocument.goTo(next);
    else {
      songDocument.goTo(from);
      waits.current = from;
    }
  }
}

function isSilent({ song }: ChartResult, at: Cursor): boolean {
  const slot = textSlotAt(song, at);
  return slot !== null && placedSlots(song)[slot]!.is.kind !== 'chord';
}
