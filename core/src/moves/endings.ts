import type { Bar } from '../chart/song.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { lineOf } from './intros.ts';
import { endingSchemes } from './schemes.ts';
import { barOf, sectionMove, type SectionIdea, type SectionMove } from './sectionMoves.ts';

export interface EndingWishes {
  /** Bars that an ending may have at most; those of any length where nothing is said. */
  readonly bars?: number;
}

/** Bars that are said three times before the end. */
const tagBars = 2;

/**
 * Endings for a song, as sections behind the last one: its own last line three times, a hold, closes that fit any song.
 * @returns none for a song without chords
 */
export function endings(timeline: Timeline, { bars = Infinity }: EndingWishes = {}): SectionMove[] {
  const { song } = timeline;
  if (!timeline.slots.some(({ is }) => is.kind === 'chord')) return [];
  const home = song.key.mode === 'minor' ? '6m' : '1';
  const last = timeline.parts.at(-1);
  const line = lineOf(last && song.sections[last.section], song, 'last', tagBars);
  const tagged: Bar[] | null = line && [...line, ...line, ...line, barOf(`${home}~^`, song.meter)];
  const tag: SectionIdea[] = tagged
    ? [
        {
          id: 'tag',
          name: 'The last line three times',
          grade: 'plain',
          why: 'The last line again and again, then home: who sings knows that it ends.',
          bars: tagged,
        },
      ]
    : [];
  const known = endingSchemes[song.key.mode].map((scheme): SectionIdea => ({
    ...scheme,
    bars: scheme.bars.map((formula) => barOf(formula, song.meter)),
  }));
  return [...tag, ...known]
    .filter((idea) => idea.bars.length <= bars)
    .map((idea) => sectionMove(timeline, 'ending', idea));
}
