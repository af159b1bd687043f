import {
  backingNotes,
  backingSong,
  expand,
  unroll,
  type BackingVoice,
  type BandRole,
  type SectionKey,
  type Song,
  type Timeline,
} from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../../../music/rails/view.ts';
import { FittedChart } from '../../../music/rails/FittedChart.tsx';
import { DrumSong } from './DrumSong.tsx';
import { chartFor } from './roles.ts';
import { SungSong } from './SungSong.tsx';
import { useChartView, useNumberStyle } from './useChartView.ts';

const Read = styled.div`
  height: 100%;
  overflow: hidden auto;
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
}

/** One time through a section as a player of the band reads it, as large as there is room. */
export function PartNow(props: PartNowProps) {
  const { timeline, part, role, numeral } = props;
  const style = useNumberStyle(timeline);
  switch (role) {
    case 'singer':
    case 'projector':
      return (
        <Read>
          <SungSong timeline={timeline} style={style} numeral={numeral} only={part} />
        </Read>
      );
    case 'drums':
      return (
        <Read>
          <DrumSong timeline={timeline} only={part} />
        </Read>
      );
    case 'backing':
      return <BackingNow {...props} />;
    default:
      return <ChartNow {...props} />;
  }
}

function ChartNow({ timeline, part, role, hero }: PartNowProps) {
  const { song, key } = timeline;
  const view = useChartView(timeline, role, hero);
  const unrolled = useMemo(
    () => unroll(expand(chartFor(song, role, view.style), { key })),
    [song, role, view.style, key],
  );
  return <OnePart of={unrolled} part={part} view={view} />;
}

function BackingNow({ timeline, part, hero, voice }: PartNowProps) {
  const view = useChartView(timeline, 'backing', hero);
  const sung = useMemo(() => {
    const notes = backingNotes(timeline);
    return notes && notes.length > 0 ? backingSong(timeline, notes, voice) : unroll(timeline);
  }, [timeline, voice]);
  return <OnePart of={sung} part={part} view={view} />;
}

interface OnePartProps {
  of: { readonly song: Song; readonly keys: readonly SectionKey[] };
  part: number;
  view: ChartView;
}

function OnePart({ of: { song, keys }, part, view }: OnePartProps) {
  const key = keys[part]?.key ?? view.key;
  const alone = useMemo(
    () => ({ ...song, sections: song.sections.slice(part, part + 1) }),
    [song, part],
  );
  const there = useMemo(() => ({ ...view, key }), [view, key]);
  return <FittedChart song={alone} view={there} />;
}
