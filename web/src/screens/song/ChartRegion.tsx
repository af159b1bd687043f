import { memo } from 'react';
import { cursorAt, type Cursor } from '@intervallum/core';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import type { ChartMarks } from '../../lenses/lens.ts';
import { Chart } from '../../music/rails/Chart.tsx';
import { Road } from '../../music/rails/Road.tsx';
import { Music, RightsLine } from './deskLayout.tsx';

interface ChartRegionProps {
  marks: ChartMarks;
  isHiddenOnPhone: boolean;
  onEditRoad: () => void;
}

/** The chart in the middle of the desk, with what the open lens lays over it. */
export function ChartRegion({ marks, isHiddenOnPhone, onEditRoad }: ChartRegionProps) {
  const songDocument = useDocument();
  const { view, chartRef, asPlayed, setAsPlayed } = useLook();
  const { shown, unrolled } = useShown();
  const at = useSong<Cursor | null>(({ read, place }) => cursorAt(read, place), sameCursor);
  const currentBar = at && unrolled ? unrolled.bars.indexOf(at.bar) : (at?.bar ?? -1);
  const choose = (bar: number, slot: number, extend: boolean) => {
    if (marks.onChoose) marks.onChoose(bar, slot, extend);
    else songDocument.goTo({ bar: unrolled?.bars[bar] ?? bar, slot });
  };
  return (
    <Music
      ref={chartRef}
      $hidden={isHiddenOnPhone}
      tabIndex={0}
      role="region"
      aria-label="Chart"
      {...(marks.onKey ? { onKeyDown: marks.onKey } : {})}
    >
      {marks.tools}
      <Road
        song={shown}
        asPlayed={asPlayed}
        onChange={setAsPlayed}
        {...(marks.canEditRoad ? { onEdit: onEditRoad } : {})}
      />
      <Chart
        song={unrolled?.song ?? shown}
        view={view}
        keys={unrolled?.keys ?? null}
        currentBar={currentBar < 0 ? null : currentBar}
        currentSlot={at?.slot ?? null}
        selection={marks.selection ?? null}
        entry={marks.entry ?? null}
        proposal={marks.proposal ?? null}
        hands={marks.hands ?? null}
        playing={marks.playing ?? null}
        onChooseSlot={choose}
      />
      <Rights />
    </Music>
  );
}

const Rights = memo(function Rights() {
  const details = useSong(({ read }) => read.song.details);
  return <RightsLine details={details} />;
});

function sameCursor(one: Cursor | null, other: Cursor | null): boolean {
  return one === other || (one?.bar === other?.bar && one?.slot === other?.slot);
}
