import { memo, useEffect, useRef } from 'react';
import { cursorAt, nearestCursor, type Cursor } from '@intervallum/core';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import type { ChartMarks } from '../../lenses/lens.ts';
import { Chart, cursorId } from '../../music/rails/Chart.tsx';
import { announce } from '../../ui/announce.tsx';
import { Road } from '../../music/rails/Road.tsx';
import { Music, RightsLine } from './deskLayout.tsx';
import { t } from '../../words/words.ts';

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
  const hasCursor = currentBar >= 0;
  useTold(marks);
  const choose = (bar: number, slot: number, extend: boolean) => {
    if (marks.onChoose) marks.onChoose(bar, slot, extend);
    else songDocument.goTo({ bar: unrolled?.bars[bar] ?? bar, slot });
  };
  return (
    <Music
      ref={chartRef}
      $panel={isPanelOpen}
      tabIndex={0}
      role="application"
      aria-roledescription={t('chart')}
      aria-label={t('Chart')}
      data-empty={marks.isEmpty || undefined}
      aria-activedescendant={hasCursor ? cursorId(currentBar, at?.slot ?? 0) : undefined}
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
        over={marks.over ?? null}
        playing={marks.playing ?? null}
        onChooseSlot={choose}
        sectionName={unrolled ? null : (marks.sectionName ?? null)}
        saysCursor
      />
      <Rights />
    </Music>
  );
}

/** Tells those who listen how much is chosen, and that it plays or is silent. */
function useTold({ selection, playing }: ChartMarks): void {
  const chosen = selection ? selection.to - selection.from + 1 : 0;
  const isPlaying = typeof playing === 'number';
  const before = useRef({ chosen, isPlaying });
  useEffect(() => {
    const { current } = before;
    if (current.isPlaying !== isPlaying) announce(isPlaying ? t('Playing') : t('Stopped'));
    else if (current.chosen !== chosen && chosen > 0)
      announce(t('{{count}} chosen', { count: chosen }));
    before.current = { chosen, isPlaying };
  }, [chosen, isPlaying]);
}

const Rights = memo(function Rights() {
  const details = useSong(({ read }) => read.song.details);
  return <RightsLine details={details} />;
});

function sameCursor(one: Cursor | null, other: Cursor | null): boolean {
  return one === other || (one?.bar === other?.bar && one?.slot === other?.slot);
}
