import { hasBassPlayer, instruments, type Voiced } from '@intervallum/core';
import { useEffect, useMemo } from 'react';
import { useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { player } from '../../settings/player.ts';
import type { ChartMarks, Lens, LensFrameProps } from '../lens.ts';
import { runMarks } from '../parts/fillMarks.ts';
import { useKeptMarks } from '../parts/keptMarks.ts';
import { usePlayback } from '../parts/usePlayback.ts';
import { handsKeys } from './commands.ts';
import { HandsPanel } from './HandsPanel.tsx';
import { HandsState, useHandsLens } from './HandsState.tsx';
import { HandsStrip } from './HandsStrip.tsx';
import { handsMarks } from './marks.ts';
import { useHands } from './useHands.ts';
import { t } from '../../words/words.ts';

/** The search kept up to date, and what it found over the chart. */
function Frame({ draw, children }: LensFrameProps) {
  const { view } = useLook();
  const { shown, unrolled } = useShown();
  const text = useSong(({ read }) => read.text);
  const decisions = useSong((state) => state.decisions);
  const search = useHands(shown, view.key, decisions, view.style);
  const playback = usePlayback();
  const marks = useMarks(search.voiced, playback.at, unrolled !== null);
  const stopPlaying = playback.stop;
  // What sounds is of the song as it was: an edit ends it.
  useEffect(() => stopPlaying, [stopPlaying, text]);
  return (
    <>
      {draw(marks)}
      <HandsState search={search} playback={playback}>
        {children}
      </HandsState>
    </>
  );
}

/** What the hands lay over the chart. */
function useMarks(voiced: Voiced | null, sounds: number | null, isUnrolled: boolean): ChartMarks {
  const { view } = useLook();
  const fills = useSong(({ decisions }) => decisions.fills);
  const placed = useMemo(
    () => (voiced && fills.placed.length > 0 ? runMarks(voiced.timeline, fills, isUnrolled) : null),
    [voiced, fills, isUnrolled],
  );
  const found = useMemo(
    () => (voiced ? handsMarks(voiced, view, isUnrolled, placed) : null),
    [voiced, view, isUnrolled, placed],
  );
  const hands = useKeptMarks(found);
  const slot = sounds === null ? null : voiced?.timeline.slots[sounds]?.slot;
  return { over: hands, playing: (isUnrolled ? sounds : slot) ?? null };
}

function Panel() {
  const { keys } = player.use('keys');
  const { openTexture, search, ...state } = useHandsLens();
  return (
    <HandsPanel
      view={state.view}
      hands={state.hands}
      search={search}
      voiced={search.voiced}
      slot={state.slot}
      chosen={state.chosen}
      others={state.others}
      instrument={instruments[keys]}
      place={state.place}
      sectionName={state.sectionName}
      said={state.said}
      shared={state.shared}
      otherSections={state.otherSections}
      alike={state.alike}
      lines={state.lines}
      about={state.about}
      onAbout={state.onAbout}
      pass={state.pass}
      onPass={state.onPass}
      actions={state.actions}
      onTexture={openTexture}
    />
  );
}

function Strip() {
  const { lineup } = player.use('lineup');
  const { view, search, slot, chosen, playback, silent, hold, goNext } = useHandsLens();
  const keys = useMemo(() => keysOf(search.voiced), [search.voiced]);
  return (
    <HandsStrip
      view={view}
      voiced={search.voiced}
      chosen={chosen}
      next={slot?.nextChord ?? null}
      bassPlayer={hasBassPlayer(lineup)}
      keys={keys}
      silent={silent}
      playback={playback}
      onNotes={hold}
      onNext={goNext}
    />
  );
}

/** The keys on show: C2 to C6, and as many more as the song needs; the same for all of its chords. */
function keysOf(voiced: Voiced | null): { from: number; to: number } {
  const notes = voiced?.slots.flatMap((slot) => (slot ? [...slot.left, ...slot.right] : [])) ?? [];
  const lowest = Math.min(...notes, 36);
  const highest = Math.max(...notes, 84);
  return {
    from: lowest < 28 ? 21 : lowest < 36 ? 28 : 36,
    to: highest > 96 ? 108 : highest > 84 ? 96 : 84,
  };
}

/** What both hands hold: found by search around what the player decides. */
export const handsLens: Lens = {
  id: 'hands',
  name: t('Hands'),
  needs: 'search',
  panelName: t('Tools of the hands'),
  panelKept: 'handsOpen',
  Frame,
  Panel,
  Strip,
  commands: handsKeys,
};
