import type { SharedPage } from '@intervallum/contract';
import { asPlayed, expand, parseChart, slidesOf } from '@intervallum/core';
import { t } from '../../../words/words.ts';

/** What stands on the wall at once. */
export interface WallSlide {
  /** The title of a song, or what is spoken; words have none over them. */
  readonly title: string;
  readonly lines: readonly string[];
  /** Whose song it is and under which rights, wherever its words are. */
  readonly foot: string;
}

/** Everything that is shown on a wall in a service, in its order: songs with their titles first, and what is spoken. */
export function wallSlides(page: Pick<SharedPage, 'songs' | 'moments'>): WallSlide[] {
  const spoken = (place: number) =>
    page.moments
      .filter((moment) => moment.place === place)
      .map(({ name }): WallSlide => ({ title: name, lines: [], foot: '' }));
  const sung = page.songs.flatMap((shared, place): WallSlide[] => {
    const { song } = parseChart(asPlayed(shared.text, shared).text);
    const { by, rights } = song.details;
    const title = song.title || t('Song without a title');
    const foot = [by && t('by {{by}}', { by }), rights || t('No rights given')]
      .filter(Boolean)
      .join(' · ');
    return [
      ...spoken(place),
      { title, lines: [], foot },
      ...slidesOf(expand(song)).map(({ lines }): WallSlide => ({
        title: '',
        lines,
        foot: `${title} · ${foot}`,
      })),
    ];
  });
  return [...sung, ...spoken(page.songs.length)];
}

/**
 * How high letters can be so that all lines stand on the wall unbroken, as a length of CSS: an average letter is about half as
 * wide as it is high.
 * @param least in hundredths of the wall's height
 */
export function wallSize({ title, lines }: Pick<WallSlide, 'title' | 'lines'>, least = 5): string {
  const all = title === '' ? lines : [title, ...lines];
  const longest = Math.max(12, ...all.map((line) => [...line].length));
  const across = (92 / (longest * 0.5)).toFixed(2);
  const down = (70 / (Math.max(2, all.length) * 1.35)).toFixed(2);
  // On a narrow screen lines break before letters get too small to be read.
  return `max(${least}vh, min(${across}vw, ${down}vh))`;
}
