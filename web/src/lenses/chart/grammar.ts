import { t } from '../../words/words.ts';

/** Something that is typed in a chart, and what it is. */
export interface Typed {
  readonly typed: string;
  /** Where it stands: above the first section, as a line of its own in one, under bars, or as a bar. */
  readonly place: 'field' | 'heading' | 'line' | 'under' | 'bars';
  readonly says: string;
}

/** The grammar in short; docs/chart-text.md has all of it. */
export const grammar: readonly Typed[] = [
  { typed: 'title: A name', place: 'field', says: t('fields stand above the first section') },
  { typed: 'key: Eb', place: 'field', says: t('major; F# minor for minor') },
  { typed: 'tempo: 72', place: 'field', says: t('beats in a minute') },
  { typed: 'road: Verse 1, Chorus x2', place: 'field', says: t('the order of playing') },
  { typed: 'Verse 1:', place: 'heading', says: t('a section begins with its name and a colon') },
  { typed: 'Chorus x2:', place: 'heading', says: t('it is played twice') },
  { typed: '1 | 4 5 | 6m7', place: 'bars', says: t('bars, parted by lines; chords share theirs') },
  { typed: '4maj7 | 57sus4', place: 'bars', says: t('a degree, then its quality') },
  { typed: '5/7 | b7 | #4dim7', place: 'bars', says: t('a bass; flat and sharp degrees') },
  { typed: '1 . . 5', place: 'bars', says: t('a dot holds the chord for one part more') },
  {
    typed: '1 | <4 | 5 | <<r1',
    place: 'bars',
    says: t('early: an eighth, a sixteenth; right hand alone'),
  },
  { typed: '4~ | 5! | 5> | 1^', place: 'bars', says: t('rings, stops short, accented, held') },
  {
    typed: '{3/4} 1 | {tempo 60} 4 | {a tempo} 5',
    place: 'bars',
    says: t('another metre, another tempo, back to it'),
  },
  { typed: '_ 1 | %', place: 'bars', says: t('silence; the bar before again') },
  {
    typed: '> Words | under the | bars',
    place: 'under',
    says: t('words, with a line where the bars have theirs'),
  },
  { typed: 'tune: 5 6 5 3 | 1 | 1 | 2', place: 'under', says: t('the tune in degrees') },
  {
    typed: 'play right: 5 6 (5 3) 1',
    place: 'under',
    says: t('what a hand plays in the place of its chords'),
  },
  { typed: '* softer', place: 'line', says: t('a direction for the section') },
  {
    typed: '1st ending only: 4 | 5',
    place: 'under',
    says: t('bars after these, the first time only'),
  },
];
