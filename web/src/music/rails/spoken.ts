import type { Chord } from '@intervallum/core';
import type { Early, LaidBar, LaidSection } from './layout.ts';
import { withoutHyphens } from './natural.ts';
import { chordPieces, type ChordView } from './pieces.ts';
import type { ChartView } from './view.ts';

/** What stands at the cursor, for those who listen: where it is, and what is there. */
export interface SpokenPlace {
  /** @example 'bar 3 of 8, Verse' */
  readonly where: string;
  /** @example '5 early on 2 and, G' */
  readonly what: string;
}

/** Signs of chords as one says them; longer ones before those that they begin with. */
const signs: readonly (readonly [RegExp, string])[] = [
  [/^(m7b5|m7♭5|ø7?)/, 'half diminished'],
  [/^(maj|△)7?(?=$|[^\d])/, 'major 7'],
  [/^(maj|△)/, 'major'],
  [/^(dim|°)/, 'diminished'],
  [/^(aug|\+)/, 'augmented'],
  [/^sus/, 'sus'],
  [/^add/, 'add'],
  [/^alt/, 'altered'],
  [/^no/, 'no'],
  [/^(m|-)/, 'minor'],
  [/^(♯♯|##)/, 'double sharp'],
  [/^(♭♭|bb)/, 'double flat'],
  [/^[♯#]/, 'sharp'],
  [/^[♭b]/, 'flat'],
  [/^♮/, 'natural'],
  [/^\//, 'over'],
  [/^69/, '6 9'],
  [/^\d+/, ''],
  [/^[(),\s]+/, ','],
];

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
    .replace(/ major 7 (\d)/g, ' major $1')
    .trim();
}

/** @example chordInWords of ♭7maj7/2 is 'flat 7 major 7 over 2' */
export function chordInWords(chord: Chord, view: ChordView): string {
  const { lead, root, quality, bass } = chordPieces(chord, view);
  const over = bass === null ? '' : `over ${noteInWords(bass)}`;
  return [inWords(lead), noteInWords(root), inWords(quality), over].filter(Boolean).join(' ');
}

/** A degree or the name of a note, its signs said: `♭3`, `B♭`, `Sol♯`. */
function noteInWords(note: string): string {
  const [, before = '', name = '', after = ''] = /^([♭♯♮]*)([^♭♯♮]*)([♭♯♮]*)/.exec(note) ?? [];
  return [inWords(before), name, inWords(after)].filter(Boolean).join(' ');
}

const earlyInWords = ({ count, rightAlone }: Early) =>
  ` early on ${count.replace('&', ' and')}${rightAlone ? ', right hand alone' : ''}`;

function slotInWords(bar: LaidBar, place: number, view: ChartView): string {
  if (bar.same) return 'the bar before again';
  const laid = bar.slots[place];
  if (!laid) return 'empty';
  const { slot, early } = laid;
  switch (slot.kind) {
    case 'chord': {
      const numbers = chordInWords(slot.chord, { ...view, hero: 'numbers' });
      const letters = chordInWords(slot.chord, { ...view, hero: 'letters' });
      const said = view.hero === 'letters' ? letters : numbers;
      const marks = [
        slot.accent && 'accented',
        slot.stop && 'stop',
        slot.ring && 'rings',
        slot.fermata && 'hold',
      ];
      const both = view.hero === 'numbers' && view.letters ? letters : '';
      return [`${said}${early ? earlyInWords(early) : ''}`, both, ...marks]
        .filter(Boolean)
        .join(', ');
    }
    case 'rest':
      return slot.fermata ? 'silence, hold' : 'silence';
    case 'held':
      return 'held over';
    case 'unread':
      return `not understood: ${slot.text}`;
  }
}

const ordinals = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];

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
    one.pickup ? 'pickup' : `bar ${place + 1} of ${all.length}`,
    laid.section.name || 'section without a name',
    when,
    count > 1 ? `${ordinals[slot] ?? slot + 1} of ${count}` : null,
  ];
  const before = [one.change && `now ${one.change}`, one.feel];
  const what = [...before, slotInWords(one, slot, view), ...words.map((line) => `sung: ${line}`)];
  return { where: where.filter(Boolean).join(', '), what: what.filter(Boolean).join(', ') };
}
