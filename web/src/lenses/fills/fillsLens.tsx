import { expand } from '@intervallum/core';
import { useMemo, useState } from 'react';
import { useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { textSlotOf } from '../../document/selectors.ts';
import type { Lens, LensFrameProps } from '../lens.ts';
import { fillMarks } from '../parts/fillMarks.ts';
import { useKeptMarks } from '../parts/keptMarks.ts';
import { PlayHere } from '../parts/PlayHere.tsx';
import { useChartSound } from '../parts/useChartSound.ts';
import { useFirstChord } from '../parts/useFirstChord.ts';
import { t } from '../../words/words.ts';
import { fillsKeys } from './state/commands.ts';
import { FillsPanel } from './FillsPanel.tsx';
import { FillsState } from './state/FillsState.tsx';
import { FillsStrip } from './FillsStrip.tsx';
import { timesOf } from './state/openPlace.ts';
import { useVoiced } from './state/useVoiced.ts';

/** Over every chord where somebody sings and where a run has room; what is placed stands there. */
function Frame({ draw, children }: LensFrameProps) {
  const { view } = useLook();
  const { shown, unrolled } = useShown();
  const slot = useSong(textSlotOf);
  const text = useSong(({ read }) => read.text);
  const { hands, fills } = useSong(({ decisions }) => decisions);
  const [time, setTime] = useState(0);
  const asPlayed = unrolled !== null;
  const timeline = useMemo(() => expand(shown, { key: view.key }), [shown, view.key]);
  const found = useVoiced(timeline, hands, view);
  const times = timesOf(timeline, slot);
  const open = times[Math.min(time, times.length - 1)] ?? null;
  const marks = useMemo(
    () => fillMarks({ timeline, fills, open, asPlayed }),
    [timeline, fills, open, asPlayed],
  );
  const over = useKeptMarks(marks);
  useFirstChord(slot === null);
  const { sound, playing } = useChartSound(slot, `${asPlayed} ${text}`);
  return (
    <>
      {draw({ over, playing: (asPlayed ? playing?.at : playing?.slot) ?? null })}
      <PlayHere sound={sound} />
      <FillsState timeline={timeline} {...found} time={time} onTime={setTime}>
        {children}
      </FillsState>
    </>
  );
}

/** Runs and fills: what fits a gap, where they go in the song, and where not. */
export const fillsLens: Lens = {
  id: 'fills',
  name: t('Fills'),
  needs: 'search',
  panelName: t('Runs and fills'),
  panelKept: 'fillsOpen',
  Frame,
  Panel: FillsPanel,
  Strip: FillsStrip,
  commands: fillsKeys,
};
