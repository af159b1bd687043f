import { barsBefore, placedSlots, sectionOfBar } from '@intervallum/core';
import { useEffect } from 'react';
import { useParams } from 'react-router';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { textSlotOf } from '../../document/selectors.ts';
import { useWhole } from '../../document/voicing.ts';
import { noteDown } from '../../queries/logbook.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';
import type { Command } from '../command.ts';
import type { Lens, LensFrameProps } from '../lens.ts';
import { chordBeside } from '../parts/chordBeside.ts';
import { lensCommands, type LensKeys } from '../parts/lensCommands.ts';
import { PlayHere } from '../parts/PlayHere.tsx';
import { useChartSound } from '../parts/useChartSound.ts';
import { useFirstChord } from '../parts/useFirstChord.ts';
import { useLensKeys } from '../parts/useLensKeys.ts';
import { PracticeContext } from './practiceContext.ts';
import { PracticePanel } from './PracticePanel.tsx';
import { PracticeStrip } from './PracticeStrip.tsx';
import { useAskedDrill } from './useAskedDrill.ts';
import { usePractice } from './usePractice.ts';
import { useSpokenCalls } from './useSpokenCalls.ts';

interface PracticeKeys extends LensKeys {
  readonly toggle: () => void;
}

const commands: readonly Command<PracticeKeys>[] = [
  {
    id: 'round',
    key: 'r',
    keyName: 'R',
    name: t('Begin a round, or stop it'),
    does: ({ toggle }) => toggle(),
  },
  ...lensCommands,
];

/** The chart to practise from: it follows what is played, and stands empty where it is to be known. */
function Frame({ draw, children }: LensFrameProps) {
  const songDocument = useDocument();
  const { shown, unrolled } = useShown();
  const slot = useSong(textSlotOf);
  const text = useSong(({ read }) => read.text);
  const { songId = '' } = useParams();
  const bar = slot === null ? 0 : (placedSlots(shown)[slot]?.bar ?? 0);
  const section = sectionOfBar(shown, bar)?.section ?? 0;
  const { view } = useLook();
  const drill = useAskedDrill(shown, songId);
  const whole = useWhole();
  const hasRuns = useSong(({ decisions }) => decisions.fills.placed.length > 0);
  const state = usePractice({
    ...{ song: shown, songId, section, whole, view, drill, hasRuns },
    onSection: (place) => songDocument.goTo({ bar: barsBefore(shown, place), slot: 0 }),
    log: (entry) => void noteDown([entry]),
    logTime: (entry) => void noteDown([entry]),
  });
  const { running, called, way, actions } = state;
  useSpokenCalls(state, view);
  const keys = useSteady({
    step: (by: 1 | -1) => {
      const place = chordBeside(shown, slot, by);
      if (place) songDocument.goTo(place);
    },
    undo: songDocument.undo,
    redo: songDocument.redo,
    toggle: actions.toggle,
  });
  useFirstChord(slot === null);
  // Behind the first chord's: the bars that were asked for are where one begins.
  const firstOfDrill = drill ? barsBefore(shown, drill.section) + drill.bars.from - 1 : null;
  useEffect(() => {
    if (firstOfDrill !== null) songDocument.goTo({ bar: firstOfDrill, slot: 0 });
    // Once: afterwards one goes where one likes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useLensKeys(commands, keys);
  const { sound, playing } = useChartSound(slot, text);
  const isUnrolled = unrolled !== null;
  const at = called?.now?.at ?? null;
  const practised = at === null ? null : (running?.step.timeline.slots[at]?.slot ?? null);
  const heard = (isUnrolled ? playing?.at : playing?.slot) ?? null;
  return (
    <>
      {draw({
        playing: running ? (isUnrolled ? at : practised) : heard,
        isEmpty: running !== null && way === 'from memory',
      })}
      {running ? null : <PlayHere sound={sound} />}
      <PracticeContext.Provider value={state}>{children}</PracticeContext.Provider>
    </>
  );
}

/** The practice room: chords that are called, rounds in time, and what to mend first. */
export const practiceLens: Lens = {
  id: 'practice',
  name: t('Practice'),
  needs: 'search',
  panelName: t('Practice'),
  panelKept: 'practiceOpen',
  Frame,
  Panel: PracticePanel,
  Strip: PracticeStrip,
  commands,
};
