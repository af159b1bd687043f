import { t } from '../../words/words.ts';

/** A part of the legend: what it is called, bars that show it, what they say. */
interface Shown {
  readonly name: string;
  readonly bars: string;
  readonly says: string;
}

const shown: readonly Shown[] = [
  {
    name: t('A chord'),
    bars: '1 | 4maj7 | 57sus4 | 5/7',
    says: t('degree of the key, its quality, after a slash the bass; the letters hang beneath'),
  },
  {
    name: t('Out of the key'),
    bars: '4 | 4m6 | 27 | b7',
    says: t('what is slanted and coloured has notes that the key has not'),
  },
  {
    name: t('Early'),
    bars: '1 | <4 | 1 | <<r5',
    says: t('it sounds at the count before the line; R is the right hand alone'),
  },
  {
    name: t('How it ends'),
    bars: '4~ | 5! | 5> | 1^',
    says: t('rings on; short, then silence; accented; held (fermata)'),
  },
  {
    name: t('Silence and holding'),
    bars: '1 . _ 5 | . . . 4 | 1 | %',
    says: t('no sound; the chord before sounds on; the bar before again'),
  },
  {
    name: t('Played twice'),
    bars: '6m | 4 | 1 | 5',
    says: t('between the repeat signs; how often stands beneath the name'),
  },
];

/** The legend is a chart of its own: read and drawn as all charts are. */
export const legendText = [
  'key: C',
  ...shown.flatMap(({ name, bars, says }, place) => [
    '',
    // The last one shows what a section is that comes twice.
    `${name}${place === shown.length - 1 ? ' x2' : ''}:`,
    `  * ${says}`,
    `  ${bars}`,
  ]),
  '',
].join('\n');
