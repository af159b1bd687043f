import { formatChord, type DrillCard, type DrillKind } from '@intervallum/core';
import { t } from '../../../words/words.ts';

/** What each kind of drill is called in a list. */
export const drillNames: Readonly<Record<DrillKind, string>> = {
  'to chord': t('Numbers to chords'),
  'to number': t('Letters to numbers'),
  heard: t('By ear'),
  resolve: t('Suspend and resolve'),
  nearest: t('The nearest inversion'),
  bass: t('The bass of the next chord'),
  keys: t('One chord in twelve keys'),
  'five minutes': t('Five minutes'),
  change: t('What went wrong'),
};

/** What is asked. */
export const drillAsks: Readonly<Record<DrillKind, string>> = {
  'to chord': t('Play it, in any inversion'),
  'to number': t('Which number is it?'),
  heard: t('First 1, then this chord: which number is it?'),
  resolve: t('Play it, then where it goes'),
  nearest: t('Go there by the shortest way'),
  bass: t('Play the bass of the next chord'),
  keys: t('The same chord in all keys'),
  'five minutes': t('Three degrees in twelve keys, as far as you come'),
  change: t('These bars went wrong: once more'),
};

/** What a drill is of, in a few words: its chords, or its bars. */
export function drillSubject({ drill }: DrillCard, titleOf: (songId: string) => string): string {
  switch (drill.kind) {
    case 'to chord':
    case 'to number':
      return formatChord(drill.chord, { signs: 'printed' });
    case 'heard':
      return '';
    case 'resolve':
    case 'nearest':
    case 'bass':
      return `${formatChord(drill.from, { signs: 'printed' })} – ${formatChord(drill.to, { signs: 'printed' })}`;
    case 'keys':
      return formatChord(drill.chord, { signs: 'printed' });
    case 'five minutes':
      return drill.chords.map((chord) => formatChord(chord, { signs: 'printed' })).join(', ');
    case 'change':
      return t('{{title}}: {{section}}, bars {{from}} to {{to}}', {
        title: titleOf(drill.songId),
        section: drill.section,
        from: drill.bars.from,
        to: drill.bars.to,
      });
  }
}
