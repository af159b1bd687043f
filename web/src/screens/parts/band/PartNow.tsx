import {
  backingNotes,
  backingSong,
  expand,
  slidesOf,
  unroll,
  type BackingVoice,
  type BandRole,
  type PencilMark,
  type SectionKey,
  type Song,
  type Timeline,
} from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../../../music/rails/view.ts';
import { display } from '../../../ui/theme.ts';
import { FittedChart } from '../../../music/rails/FittedChart.tsx';
import { DrumSong } from './DrumSong.tsx';
import { marksShown, withoutPencil } from './pencilAt.ts';
import { chartFor } from './roles.ts';
import { SungSong } from './SungSong.tsx';
import { useChartView, useNumberStyle } from './useChartView.ts';

const Read = styled.div`
  height: 100%;
  overflow: hidden auto;
`;

const Sung = styled.div`
  display: grid;
  align-content: center;
  justify-items: center;
  height: 100%;
  overflow: hidden auto;
  text-align: center;
  font: 500 clamp(20px, 4.4vw, 60px) / 1.3 ${display};
  p {
    overflow-wrap: anywhere;
  }
`;

interface PartNowProps {
  /** The song as it is played, in the key that the reader reads. */
  timeline: Timeline;
  /** Which part of the timeline. */
  part: number;
  role: BandRole | null;
  hero: 'numbers' | 'letters';
  /** The height of numerals, in CSS pixels, where they are not as large as there is room. */
  numeral: number;
  voice: BackingVoice;
  /** What the reader pencilled, by bar of the song as it is written. */
  marks?: ReadonlyMap<number, PencilMark>;
}

/** One time through a section as a player of the band reads it, as large as there is room. */
export function PartNow(props: PartNowProps) {
  const { timeline, part, role, numeral, marks = withoutPencil.marks } = props;
  const pencil = { ...withoutPencil, marks };
  const style = useNumberStyle(timeline);
  switch (role) {
    case 'projector':
      return <WordsNow timeline={timeline} part={part} />;
    case 'singer':
      return (
        <Read>
          <SungSong
            timeline={timeline}
            style={style}
            numeral={numeral}
            only={part}
            pencil={pencil}
          />
        </Read>
      );
    case 'drums':
      return (
        <Read>
          <DrumSong timeline={timeline} only={part} pencil={pencil} />
        </Read>
      );
    case 'backing':
      return <BackingNow {...props} />;
    default:
      return <ChartNow {...props} />;
  }
}

/** Nothing but the words of a part: whoever looks at a wall sings. */
function WordsNow({ timeline, part }: Pick<PartNowProps, 'timeline' | 'part'>) {
  const lines = useMemo(
    () => slidesOf(timeline).flatMap((slide) => (slide.part === part ? slide.lines : [])),
    [timeline, part],
  );
  return (
    <Sung>
      {lines.map((line, place) => (
        <p key={place}>{line}</p>
      ))}
    </Sung>
  );
}

function ChartNow({ timeline, part, role, hero, marks }: PartNowProps) {
  const { song, key } = timeline;
  const view = useChartView(timeline, role, hero);
  const unrolled = useMemo(
    () => unroll(expand(chartFor(song, role, view.style), { key })),
    [song, role, view.style, key],
  );
  return <OnePart of={unrolled} part={part} view={view} marks={marksHere(timeline, part, marks)} />;
}

function BackingNow({ timeline, part, hero, voice, marks }: PartNowProps) {
  const view = useChartView(timeline, 'backing', hero);
  const sung = useMemo(() => {
    const notes = backingNotes(timeline);
    return notes && notes.length > 0 ? backingSong(timeline, notes, voice) : unroll(timeline);
  }, [timeline, voice]);
  return <OnePart of={sung} part={part} view={view} marks={marksHere(timeline, part, marks)} />;
}

interface OnePartProps {
  of: { readonly song: Song; readonly keys: readonly SectionKey[] };
  part: number;
  view: ChartView;
  marks: ReadonlyMap<number, PencilMark> | null;
}

/** What is pencilled at the bars of a part, by their place in it. */
function marksHere({ parts }: Timeline, part: number, marks: PartNowProps['marks']) {
  const bars = parts[part]?.bars.map(({ bar }) => bar) ?? [];
  return marks && marks.size > 0 ? marksShown(marks, bars) : null;
}

function OnePart({ of: { song, keys }, part, view, marks }: OnePartProps) {
  const key = keys[part]?.key ?? view.key;
  const alone = useMemo(
    () => ({ ...song, sections: song.sections.slice(part, part + 1) }),
    [song, part],
  );
  const there = useMemo(() => ({ ...view, key }), [view, key]);
  return <FittedChart song={alone} view={there} pencil={marks} />;
}
