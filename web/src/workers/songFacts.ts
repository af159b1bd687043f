import type { ChartResult, Key } from '@intervallum/core';

/** What of a chart is told before anybody opens it. */
export interface SongFacts {
  readonly title: string;
  readonly key: Key;
  readonly sections: number;
  readonly bars: number;
  readonly chords: number;
  readonly problems: number;
}

export function factsOf(read: ChartResult): SongFacts {
  const { song } = read;
  const bars = song.sections.flatMap(({ phrases }) => phrases.flatMap((phrase) => phrase.bars));
  const chords = bars.flatMap((bar) =>
    bar.kind === 'played' ? bar.slots.filter(({ kind }) => kind === 'chord') : [],
  );
  return {
    title: song.title,
    key: song.key,
    sections: song.sections.length,
    bars: bars.length,
    chords: chords.length,
    problems: read.ok ? 0 : read.problems.length,
  };
}
