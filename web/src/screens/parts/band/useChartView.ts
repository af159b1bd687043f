import type { BandRole, NumberStyle, Timeline } from '@intervallum/core';
import { useMemo } from 'react';
import { letterStyle, numberStyle, type ChartView } from '../../../music/rails/view.ts';
import { chartSettings, reader } from '../../../settings/reader.ts';

/** How numbers are written for a song. */
export function useNumberStyle({ song }: Timeline): NumberStyle {
  const settings = reader.use(...chartSettings);
  return useMemo(() => numberStyle(song, settings), [song, settings]);
}

/** How a player of the band looks at a song on its rails. */
export function useChartView(
  timeline: Timeline,
  role: BandRole | null,
  hero: ChartView['hero'],
): ChartView {
  const { key } = timeline;
  const settings = reader.use(...chartSettings);
  const style = useNumberStyle(timeline);
  return useMemo(() => {
    const { letters, words, dictation, wordsOnBeats, tune } = settings;
    const isBass = role === 'bass';
    const withTune = role === null || role === 'keys';
    return {
      key,
      // A note alone is written as a bare number whatever the reading.
      style: isBass ? { ...style, reading: 'as written', names: [] } : style,
      letterStyle: letterStyle(settings),
      hero,
      letters: isBass || letters,
      dictation: dictation && !isBass,
      notesAlone: isBass,
      words,
      wordsOnBeats,
      tune: role === 'backing' ? 'degrees' : withTune ? tune : 'off',
    };
  }, [key, settings, style, role, hero]);
}
