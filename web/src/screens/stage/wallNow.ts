import { slidesOf, type StageState } from '@intervallum/core';
import { t } from '../../words/words.ts';
import type { WallSlide } from '../parts/band/wallSlides.ts';
import type { StageItem } from './stageSongs.ts';

/**
 * What stands on the wall while the band is there: the title of a song up to its first words, then all words of the part; of a
 * part without words its song's rights alone. Null before the first item.
 */
export function slideNow(
  items: readonly StageItem[],
  { item, part }: Pick<StageState, 'item' | 'part'>,
): WallSlide | null {
  const there = item === null ? undefined : items[item];
  if (!there) return null;
  if (!there.song) return { title: there.title, lines: [], foot: '' };
  const { timeline } = there.song;
  const { by, rights } = timeline.song.details;
  const title = there.title || t('Song without a title');
  const foot = [by && t('by {{by}}', { by }), rights || t('No rights given')]
    .filter(Boolean)
    .join(' · ');
  if (part === null) return { title, lines: [], foot };
  const slides = slidesOf(timeline);
  // Until its first words a song has its title there.
  if (!slides.some((slide) => slide.part <= part)) return { title, lines: [], foot };
  const lines = slides.flatMap((slide) => (slide.part === part ? slide.lines : []));
  return { title: '', lines, foot: `${title} · ${foot}` };
}
