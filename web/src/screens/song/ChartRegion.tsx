import { memo } from 'react';
import { cursorAt, nearestCursor, type Cursor } from '@intervallum/core';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import type { ChartMarks } from '../../lenses/lens.ts';
import { Chart } from '../../music/rails/Chart.tsx';
import { Road } from '../../music/rails/Road.tsx';
import { Music, RightsLine } from './deskLayout.tsx';

interface ChartRegionProps {
  marks: ChartMarks;
  isPanelOpen: boolean;
}

/** The chart in the middle of the desk, with what the open lens lays over it. */
export function ChartRegion({ marks, isPanelOpen }: ChartRegionProps) {
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
      $panel={isPanelOpen}
      tabIndex={0}
      role="region"
      aria-label="Chart"
      {...(marks.onKey ? { onKeyDown: marks.onKey } : {})}
      onFocus={(event) => {
        // The cursor is seen before anything is overwritten.
        if (event.target === event.currentTarget && !at && !unrolled) {
          const { read, place } = songDocument.store.getState();
          const nearest = nearestCursor(read, place);
          if (nearest) songDocument.goTo(nearest);
        }
      }}
    >
      <Road song={shown} asPlayed={asPlayed} {...(asPlayed ? { onChange: setAsPlayed } : {})} />
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
