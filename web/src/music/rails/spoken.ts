import type { Chord } from '@intervallum/core';
import type { Early, LaidBar, LaidSection } from './layout.ts';
import { withoutHyphens } from './natural.ts';
import { chordPieces, type ChordView } from './pieces.ts';
import type { ChartView } from './view.ts';
import { t } from '../../words/words.ts';

/** What stands at the cursor, for those who listen: where it is, and what is there. */
export interface SpokenPlace {
  /** @example 'bar 3 of 8, Verse' */
  readonly where: string;
  /** @example '5 early on 2 and, G' */
  readonly what: string;
}

/** Signs of chords as one says them; longer ones before those that they begin with. */
const signs: readonly (readonly [RegExp, string])[] = [
  [/^(m7b5|m7♭5|ø7?)/, t('half diminished')],
  [/^(maj|△)7?(?=$|[^\d])/, t('major 7')],
  [/^(maj|△)/, t('major')],
  [/^(dim|°)/, t('diminished')],
  [/^(aug|\+)/, t('augmented')],
  [/^sus/, 'sus'],
  [/^add/, 'add'],
  [/^alt/, t('altered')],
  [/^no/, t('no')],
  [/^(m|-)/, t('minor')],
  [/^(♯♯|##)/, t('double sharp')],
  [/^(♭♭|bb)/, t('double flat')],
  [/^[♯#]/, t('sharp')],
  [/^[♭b]/, t('flat')],
  [/^♮/, t('natural')],
  [/^\//, t('over')],
  [/^69/, '6 9'],
  [/^\d+/, ''],
  [/^[(),\s]+/, ','],
];

/** A major seventh with more on it is named by that. */
const majorWithMore = new RegExp(` ${t('major 7')} (\\d)`, 'g');

/**
 * A quality, or the signs before or after a degree or a letter, as one says it.
 * @example inWords('maj7♯11') // 'major 7 sharp 11'
 */
export function inWords(written: string): string {
  const words: string[] = [];
  let rest = written;
  while (rest !== '') {
    const sign = signs.find(([pattern]) => pattern.test(rest));
    const found = sign?.[0].exec(rest)?.[0] ?? rest[0]!;
    words.push(sign === undefined || sign[1] === '' ? found : sign[1]);
    rest = rest.slice(found.length);
  }
  return words
    .join(' ')
    .replace(/(\s*,)+/g, '')
    .replace(majorWithMore, ` ${t('major')} $1`)
    .trim();
}

/** @example chordInWords of ♭7maj7/2 is 'flat 7 major 7 over 2' */
export function chordInWords(chord: Chord, view: ChordView): string {
  const { lead, root, quality, bass } = chordPieces(chord, view);
  const over = bass === null ? '' : t('over {{note}}', { note: noteInWords(bass) });
  return [inWords(lead), noteInWords(root), inWords(quality), over].filter(Boolean).join(' ');
}

/** A degree or the name of a note, its signs said: `♭3`, `B♭`, `Sol♯`. */
export function noteInWords(note: string): string {
  const [, before = '', name = '', after = ''] = /^([♭♯♮]*)([^♭♯♮]*)([♭♯♮]*)/.exec(note) ?? [];
  return [inWords(before), name, inWords(after)].filter(Boolean).join(' ');
}

/** @example ' early on 2 and' */
function earlyInWords({ count, rightAlone }: Early): string {
  const when = count.replace('&', ` ${t('and')}`);
  return ` ${rightAlone ? t('early on {{when}}, right hand alone', { when }) : t('early on {{when}}', { when })}`;
}

function slotInWords(bar: LaidBar, place: number, view: ChartView): string {
  if (bar.same) return t('the bar before again');
  const laid = bar.slots[place];
  if (!laid) return t('empty');
  const { slot, early } = laid;
  switch (slot.kind) {
    case 'chord': {
      const numbers = chordInWords(slot.chord, { ...view, hero: 'numbers', dictation: false });
      const letters = chordInWords(slot.chord, { ...view, hero: 'letters', dictation: false });
      const said = view.hero === 'letters' ? letters : numbers;
      const marks = [
        slot.accent && t('accented'),
        slot.stop && t('stop'),
        slot.ring && t('rings'),
        slot.fermata && t('hold'),
      ];
      const both = view.hero === 'numbers' && view.letters ? letters : '';
      return [`${said}${early ? earlyInWords(early) : ''}`, both, ...marks]
        .filter(Boolean)
        .join(', ');
    }
    case 'rest':
      return slot.fermata ? t('silence, hold') : t('silence');
    case 'held':
      return t('held over');
    case 'unread':
      return t('not understood: {{text}}', { text: slot.text });
  }
}

const ordinals = [
  t('first'),
  t('second'),
  t('third'),
  t('fourth'),
  t('fifth'),
  t('sixth'),
  t('seventh'),
  t('eighth'),
];

/**
 * What stands at a place of the chart; null where no such bar is.
 * @param bar counted over the song from 0
 */
export function spokenPlace(
  sections: readonly LaidSection[],
  bar: number,
  slot: number,
  viewOf: (section: number) => ChartView,
): SpokenPlace | null {
  const index = sections.findLastIndex(({ bars }) => bars <= bar);
  const laid = sections[index];
  if (!laid) return null;
  const all = laid.rails.flatMap(({ bars, when }) => bars.map((one) => ({ one, when })));
  const place = bar - laid.bars;
  const found = all[place];
  if (!found) return null;
  const { one, when } = found;
  const view = viewOf(index);
  const count = one.slots.length;
  const words =
    view.words && slot === 0
      ? one.words.filter(Boolean).map((line) => withoutHyphens(line).replace(/-$/, ''))
      : [];
  const where = [
    one.pickup ? t('pickup') : t('bar {{bar}} of {{count}}', { bar: place + 1, count: all.length }),
    laid.section.name || t('section without a name'),
    when,
    count > 1 ? t('{{place}} of {{count}}', { place: ordinals[slot] ?? slot + 1, count }) : null,
  ];
  const before = [one.change && t('now {{change}}', { change: one.change }), one.feel];
  const what = [
    ...before,
    slotInWords(one, slot, view),
    ...words.map((line) => t('sung: {{line}}', { line })),
  ];
  return { where: where.filter(Boolean).join(', '), what: what.filter(Boolean).join(', ') };
}
