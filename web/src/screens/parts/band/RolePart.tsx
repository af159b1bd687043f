import {
  backingNotes,
  backingSong,
  expand,
  unroll,
  type BackingVoice,
  type BandRole,
  type Timeline,
  type UnrolledSong,
} from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { Chart } from '../../../music/rails/Chart.tsx';
import { canUnroll, Road } from '../../../music/rails/Road.tsx';
import { t } from '../../../words/words.ts';
import { BackingStarts } from './BackingStarts.tsx';
import { marksShown, type PencilAt } from './pencilAt.ts';
import { DrumSong } from './DrumSong.tsx';
import { Grips } from './Grips.tsx';
import { chartFor } from './roles.ts';
import { SungSong } from './SungSong.tsx';
import { useChartView, useNumberStyle } from './useChartView.ts';
import { WordsInOrder } from './WordsInOrder.tsx';

const Said = styled.p`
  font-size: 16px;
  color: var(--soft);
`;

interface RolePartProps {
  /** The song as it is played, in the key that the reader reads. */
  timeline: Timeline;
  role: BandRole | null;
  hero: 'numbers' | 'letters';
  numeral: number;
  /** Which of the backing parts. */
  voice: BackingVoice;
  /** Bars of the song as it is written that became others; null where none did. */
  changed: ReadonlySet<number> | null;
  pencil: PencilAt;
}

/** A song as a player of the band reads it. */
export function RolePart(props: RolePartProps) {
  const { timeline, role, numeral } = props;
  const style = useNumberStyle(timeline);
  switch (role) {
    case 'singer':
      return <SungSong timeline={timeline} style={style} numeral={numeral} pencil={props.pencil} />;
    case 'drums':
      return <DrumSong timeline={timeline} pencil={props.pencil} />;
    case 'projector':
      return <WordsInOrder timeline={timeline} />;
    case 'backing':
      return <BackingPart {...props} />;
    default:
      return <ChartPart {...props} />;
  }
}

/** The chart as it is written, or as it is played. */
function ChartPart({ timeline, role, hero, numeral, changed, pencil }: RolePartProps) {
  const { song, key } = timeline;
  const view = useChartView(timeline, role, hero);
  const { style } = view;
  const chart = useMemo(() => chartFor(song, role, style), [song, role, style]);
  const [asPlayed, setAsPlayed] = useState(false);
  const unrolled = useMemo(
    () => (asPlayed && canUnroll(chart) ? unroll(expand(chart, { key })) : null),
    [asPlayed, chart, key],
  );
  return (
    <>
      <Road song={chart} asPlayed={asPlayed} onChange={setAsPlayed} />
      <Chart
        song={unrolled?.song ?? chart}
        numeral={numeral}
        keys={unrolled?.keys ?? null}
        changed={unrolled && changed ? barsOf(unrolled, changed) : changed}
        view={view}
        {...pencilled(pencil, unrolled?.bars ?? null)}
      />
      {role === 'guitar' ? <Grips timeline={timeline} letters={view.letterStyle} /> : null}
    </>
  );
}

/** One of three parts in the place of the tune, as the song is played. */
function BackingPart({ timeline, hero, numeral, voice, changed, pencil }: RolePartProps) {
  const view = useChartView(timeline, 'backing', hero);
  const backing = useMemo(() => backingNotes(timeline), [timeline]);
  const part = useMemo(
    () => (backing && backing.length > 0 ? backingSong(timeline, backing, voice) : null),
    [timeline, backing, voice],
  );
  if (!backing)
    return <Said>{t('In this key the three parts have no way through these chords.')}</Said>;
  if (!part) return <Said>{t('Nothing is sung in this song.')}</Said>;
  return (
    <>
      <BackingStarts timeline={timeline} backing={backing} voice={voice} style={view.style} />
      <Chart
        song={part.song}
        numeral={numeral}
        keys={part.keys}
        changed={changed && barsOf(part, changed)}
        view={view}
        {...pencilled(pencil, part.bars)}
      />
    </>
  );
}

/** Bars of a song as it is written, where they are played. */
function barsOf({ bars }: UnrolledSong, written: ReadonlySet<number>): ReadonlySet<number> {
  return new Set(bars.flatMap((bar, place) => (written.has(bar) ? [place] : [])));
}

/** The pencil on a chart. @param bars the bars of the song as it is written that are shown; null where it is shown as written */
function pencilled({ marks, at, onChoose }: PencilAt, bars: readonly number[] | null) {
  const place = at === null || !bars ? at : bars.indexOf(at);
  return {
    pencil: bars ? marksShown(marks, bars) : marks,
    currentBar: place === null || place < 0 ? null : place,
    ...(onChoose ? { onChooseSlot: (bar: number) => onChoose(bars ? bars[bar]! : bar) } : {}),
  };
}
