import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { textSlotOf } from '../../document/selectors.ts';
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
import { ArcStrip } from './ArcStrip.tsx';
import { ArrangeContext } from './arrangeContext.ts';
import { ArrangePanel } from './ArrangePanel.tsx';
import { useArranging } from './useArranging.ts';

interface ArrangeKeys extends LensKeys {
  readonly ask: () => void;
  readonly hear: () => void;
}

const commands: readonly Command<ArrangeKeys>[] = [
  {
    id: 'ask',
    key: 'a',
    keyName: 'A',
    name: t('Arrange the song, or stop'),
    does: ({ ask }) => ask(),
  },
  {
    id: 'hear',
    key: 'h',
    keyName: 'H',
    name: t('Hear it as arranged, or stop'),
    does: ({ hear }) => hear(),
  },
  ...lensCommands,
];

/** The chart as it stands; what is proposed stands beside it until it is taken. */
function Frame({ draw, children }: LensFrameProps) {
  const songDocument = useDocument();
  const { asPlayed } = useLook();
  const { shown } = useShown();
  const slot = useSong(textSlotOf);
  const text = useSong(({ read }) => read.text);
  const state = useArranging();
  const { progress, found, isStale, heard, actions } = state;
  const keys = useSteady({
    step: (by: 1 | -1) => {
      const place = chordBeside(shown, slot, by);
      if (place) songDocument.goTo(place);
    },
    undo: songDocument.undo,
    redo: songDocument.redo,
    ask: () => (progress === null ? actions.ask() : actions.stop()),
    hear: () => {
      if (heard) actions.silence();
      else if (found && !isStale) actions.hear('arranged');
    },
  });
  useFirstChord(slot === null);
  useLensKeys(commands, keys);
  const { sound, playing } = useChartSound(slot, `${asPlayed} ${text}`);
  return (
    <>
      {draw({ playing: (asPlayed ? playing?.at : playing?.slot) ?? null })}
      <PlayHere sound={sound} />
      <ArrangeContext.Provider value={state}>{children}</ArrangeContext.Provider>
    </>
  );
}

/** A whole song in one action: proposed, heard, and taken as far as one likes. */
export const arrangeLens: Lens = {
  id: 'arrange',
  name: t('Arrange'),
  needs: 'search',
  panelName: t('Arrange'),
  panelKept: 'arrangeOpen',
  isInMenu: true,
  Frame,
  Panel: ArrangePanel,
  Strip: ArcStrip,
  commands,
};
