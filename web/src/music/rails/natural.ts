import {
  barTicks,
  countedOctave,
  feltBeats,
  nameDegree,
  onBeats,
  setToTune,
  toLetters,
  type Chord,
  type TuneBar,
} from '@intervallum/core';
import { staffHeight, staffWidth } from '../tune/staffSize.ts';
import { handsOfLine, strikeWidth } from './lineText.ts';
import type { Early, LaidBar, LaidSlot } from './layout.ts';
import type { Measure } from './measure.ts';
import { pencilLine, pencilSize } from './pencilRoom.ts';
import { bassName, chordPieces, nameShare } from './pieces.ts';
import { overHeight, type Shows, type Sizes } from './sizes.ts';
import type { ChartView } from './view.ts';

/** With what a bar is measured. What was measured is kept for as long as the setting is the same one. */
export interface Setting {
  readonly view: ChartView;
  readonly shows: Shows;
  readonly sizes: Sizes;
  readonly measure: Measure;
  readonly kept: WeakMap<LaidBar, number>;
}

export function settingOf(given: Omit<Setting, 'kept'>): Setting {
  return { ...given, kept: new WeakMap() };
}

/** The settings of a song's sections, each made once: those that are looked at alike share one. */
export function settingsOf(
  viewOf: (place: number) => ChartView,
  given: Omit<Setting, 'kept' | 'view'>,
): (place: number) => Setting {
  const made = new Map<ChartView, Setting>();
  return (place) => {
    const view = viewOf(place);
    const known = made.get(view) ?? settingOf({ ...given, view });
    made.set(view, known);
    return known;
  };
}

/** What is free after a text, of what is free before it. */
export const padAfter = 0.4;

/** How large the bass of a dictated chord is, of the letters in whose place it stands. */
export const bassShare = 1.3;

/** A text is never set quite as wide as it was measured. */
const slack = 1.02;
/** What stands over a chord takes so much, usually. */
const overWidth = 66;
/** Words go on below one another, but not more often than that where a wider bar can be had. */
const linesOfWords = 2;

/** What is free beside pencilled words. */
const besidePencil = 6;

/** The least width that a bar can be read in, in pixels; without what stands at its edges. */
export function naturalWidth(bar: LaidBar, setting: Setting): number {
  const kept = setting.kept.get(bar);
  if (kept !== undefined) return kept;
  const width = Math.max(
    chordsWidth(bar, setting),
    sungWidth(bar, setting),
    linesWidth(bar, setting),
  );
  setting.kept.set(bar, width);
  return width;
}

function chordsWidth(bar: LaidBar, setting: Setting): number {
  const { sizes, measure } = setting;
  const change = bar.change ? measure(bar.change, 'name', sizes.letters) + sizes.pad : 0;
  const feel = bar.feel ? measure(bar.feel, 'words', sizes.remark) + 2 * sizes.pad : 0;
  if (bar.same)
    return Math.max(feel, sizes.numeral + padsOf(sizes) + earlyWidth(bar.nextEarly, setting));
  const cells = bar.slots.map((laid, place) => {
    const next = bar.slots[place + 1];
    const early = next ? next.early : bar.nextEarly;
    return cellWidth(laid, setting) + earlyWidth(early, setting);
  });
  return Math.max(feel, change + cells.reduce((sum, one) => sum + one, 0) * slack);
}

function cellWidth({ slot }: LaidSlot, setting: Setting): number {
  const { shows, sizes, view, measure } = setting;
  const pads = padsOf(sizes);
  switch (slot.kind) {
    case 'chord': {
      const above = shows.over ? overWidth : 0;
      const large = chordWidth(slot.chord, setting) + pads + (slot.stop ? sizes.numeral * 0.2 : 0);
      const letters = hasLetters(setting)
        ? (view.dictation
            ? measure(bassName(slot.chord, view), 'numeral', sizes.letters * bassShare)
            : measure(
                toLetters(slot.chord, view.key, view.letterStyle),
                'letters',
                sizes.letters,
              )) + pads
        : 0;
      return Math.max(above, large, letters);
    }
    case 'unread':
      return measure(slot.text, 'letters', 17) * 1.25 + pads;
    case 'held':
      return 22 + pads;
    case 'rest':
      return sizes.numeral * 0.5 + pads;
  }
}

function chordWidth(chord: Chord, { sizes, view, measure }: Setting): number {
  const { lead, root, quality, bass, isBorrowed, isName } = chordPieces(chord, view);
  const face = isBorrowed ? 'borrowed' : 'numeral';
  return (
    measure(lead, face, sizes.numeral * 0.72) +
    measure(root, face, sizes.numeral * (isName ? nameShare : 1)) +
    (quality ? measure(quality, 'quality', sizes.quality) + 0.2 * sizes.quality : 0) +
    (bass === null ? 0 : measure(`/${bass}`, 'bass', sizes.bass) + 0.16 * sizes.bass)
  );
}

function earlyWidth(early: Early | null, { sizes, measure }: Setting): number {
  return early ? measure(earlyText(early), 'count', sizes.remark) + 0.5 * sizes.pad : 0;
}

/** @example earlyText({ count: '4&', rightAlone: true }) // '‹4& R' */
export function earlyText({ count, rightAlone }: Early): string {
  return `‹${count}${rightAlone ? ' R' : ''}`;
}

/** Whether something hangs beneath each chord: its letters, or while chords are dictated its bass. */
export function hasLetters({
  view,
  shows,
}: Pick<Setting, 'view'> & { readonly shows: Pick<Shows, 'letters'> }): boolean {
  return view.dictation === true || (view.hero === 'numbers' && shows.letters);
}

function isSet(bar: LaidBar, { shows }: Setting): boolean {
  return shows.tune !== 'off' && bar.tune.some(({ kind }) => kind === 'note');
}

/** The widest of the lines that hands play in a bar, with what stands at its beginning. */
function linesWidth({ lines }: LaidBar, { sizes, view, measure }: Setting): number {
  const text = (one: string, isSmall: boolean) =>
    measure(one, 'numeral', sizes[isSmall ? 'line-small' : 'line-degree']);
  return Math.max(
    0,
    ...lines.flatMap(({ hand, over, octaves, voices }) => {
      const signs = 1.6 * handsOfLine(hand).length + (over ? 1 : 0) + Math.abs(octaves);
      const head = sizes['line-small'] * signs + 8;
      return voices.map((voice) =>
        voice.reduce(
          (sum, event) => sum + strikeWidth(event, view.style, sizes['line-small'], text),
          head + padsOf(sizes),
        ),
      );
    }),
  );
}

function sungWidth(bar: LaidBar, setting: Setting): number {
  const { shows, sizes, measure } = setting;
  const pads = padsOf(sizes);
  const words = shows.words ? bar.words : [];
  const text = (one: string) => measure(one, 'words', sizes.words) * slack;
  if (isSet(bar, setting)) {
    if (shows.tune === 'staff') return staffWidth(staffOf(bar, setting));
    return tuneWidth(bar.tune, words, setting) + pads;
  }
  if (setting.view.wordsOnBeats) {
    const beats = feltBeats(bar.meter).length;
    const line = (one: string) =>
      onBeats(one, beats).reduce((sum, share) => sum + text(share) + 6, sizes.pad);
    return Math.max(0, ...words.map(line));
  }
  return Math.max(
    0,
    ...words.map((line) => {
      const read = withoutHyphens(line);
      const widest = Math.max(0, ...read.split(' ').map(text));
      // Lines break between words: none is filled to its end.
      return Math.max(widest, Math.min(text(read), text(read) / linesOfWords + widest / 2)) + pads;
    }),
  );
}

function tuneWidth(tune: TuneBar, words: readonly string[], setting: Setting): number {
  const { sizes, view, measure } = setting;
  const lines = words.map((line) => setToTune(line, tune));
  let sung = -1;
  return tune.reduce((sum, event) => {
    if (event.kind !== 'note') return sum + 16;
    sung += 1;
    const name = nameDegree(event.degree, view.style);
    const dots = Math.abs(countedOctave(event, view.style.minor)) * 5;
    const degree = Math.max(measure(name, 'numeral', Math.max(15, sizes.quality)), dots);
    const syllables = lines.map(
      (line) => measure(line[sung] ?? '', 'words', sizes.words) * slack + 5,
    );
    return sum + Math.max(degree + (event.accent ? 20 : 8), ...syllables);
  }, 0);
}

/** What a staff is measured by: as if it began its row, since it may. */
function staffOf(bar: LaidBar, { view, shows }: Setting) {
  return { tune: bar.tune, key: view.key, isFirst: true, words: shows.words ? bar.words : [] };
}

/** How high everything is that stands in a bar of such a width, from the top of its numerals' place to its foot. */
export function heightAt(bar: LaidBar, width: number, setting: Setting): number {
  const { shows, sizes } = setting;
  return (
    (shows.over ? overHeight : 0) +
    sizes.rail +
    (hasLetters(setting) ? sizes.beneath : 0) +
    bar.lines.reduce((sum, { voices }) => sum + voices.length, 0) * sizes.line +
    sungHeight(bar, width, setting) +
    pencilHeight(bar, width, setting) +
    sizes.below
  );
}

function pencilHeight({ pencilled = '' }: LaidBar, width: number, setting: Setting): number {
  if (pencilled === '') return 0;
  const { remark, pad } = setting.sizes;
  const size = remark * pencilSize;
  const room = (width - pad - 2 * besidePencil) / slack;
  return linesOf(pencilled, room, 'name', size, setting) * size * pencilLine + 2;
}

function sungHeight(bar: LaidBar, width: number, setting: Setting): number {
  const { shows, sizes } = setting;
  const words = shows.words ? bar.words : [];
  const line = sizes.wordsLine;
  const isTune = isSet(bar, setting);
  const staff =
    shows.tune !== 'off' && bar.tune.length > 0
      ? shows.tune === 'staff'
        ? staffHeight(isTune ? words.length : 0)
        : laneHeight(sizes) + (isTune ? words.length * Math.max(18, sizes.words * 1.3) : 0)
      : 0;
  if (isTune) return staff;
  const room = (width - padsOf(sizes)) / slack;
  const lines = setting.view.wordsOnBeats
    ? words.length
    : words.reduce(
        (sum, text) => sum + linesOf(withoutHyphens(text), room, 'words', sizes.words, setting),
        0,
      );
  return staff + lines * line;
}

/** The height of a tune in degrees, without its words. */
export function laneHeight({ numeral }: Sizes): number {
  return 4 + Math.max(30, numeral * 0.82);
}

/** What is free beside a text in its bar, on both sides together. */
function padsOf({ pad }: Sizes): number {
  return pad * (1 + padAfter);
}

/** On how many lines a text stands that is broken between its words; an empty one takes a line as well. */
export function linesOf(
  text: string,
  room: number,
  face: Parameters<Measure>[1],
  size: number,
  { measure }: Pick<Setting, 'measure'>,
): number {
  const space = measure('n n', face, size) - 2 * measure('n', face, size);
  let lines = 1;
  let used = 0;
  for (const word of text.split(' ')) {
    const width = measure(word, face, size);
    if (used > 0 && used + space + width > room) {
      lines += 1;
      used = width;
    } else used += (used > 0 ? space : 0) + width;
  }
  return lines;
}

/** Words as they are read: without the hyphens that part a word into syllables, but for one that leads into the next bar. */
export function withoutHyphens(line: string): string {
  return line.replaceAll(/(?<=[^\s-])-(?=[^\s-])/gu, '');
}

/** How much of a column a bar takes: as much as it is long. */
export function spanOf(bar: LaidBar, columnTicks: number): number {
  if (bar.pickup) return 0.5;
  return Math.min(4, Math.max(0.25, barTicks(bar.meter) / columnTicks));
}
