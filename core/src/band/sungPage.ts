import { syllablesOf } from '../chart/syllables.ts';
import { countInBar } from '../chart/count.ts';
import { barTicks, tempoBeat } from '../chart/meter.ts';
import { sungNotes, type SungNote } from '../chart/time/sung.ts';
import type { Slot } from '../chart/song.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import type { Degree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { barsInTime, isPickup, type TimedBar } from './barsInTime.ts';

/** What one sings on. */
export interface FirstNote {
  readonly degree: Degree;
  /** MIDI number in the key that holds there. */
  readonly note: number;
}

/** Where one comes in. */
export interface Entry {
  /** The bar of this time through the section, from 1; 0 in the pickup before it. */
  readonly bar: number;
  /** As it is counted in that bar; null where only the words are known and no tune says when. */
  readonly count: string | null;
  readonly first: FirstNote | null;
}

/** Some words, and whether the last of them is held. */
export interface SungWords {
  readonly text: string;
  /** For how many felt beats, a half exact; until it is cut off; null where it is not held. */
  readonly hold: { readonly beats: number | null } | null;
}

/** One time through a section, as somebody sings it. */
export interface SungPart {
  /** Which part of the timeline it is. */
  readonly part: number;
  readonly section: string;
  /** Which time through the section, of how many. */
  readonly pass: number;
  readonly times: number;
  readonly open: boolean;
  readonly directions: readonly string[];
  readonly bars: number;
  readonly key: Key;
  /** Semitones that the key was lifted here, since the part before. */
  readonly lifted: number;
  /** Null where nothing is sung. */
  readonly entry: Entry | null;
  /** What is sung, line by line as the chart has it; and of each line the bars of the chart that it is sung in. */
  readonly lines: readonly (readonly SungWords[])[];
  readonly lineBars: readonly (readonly number[])[];
}

/**
 * What a singer reads of a song: every time through a section, with its words, where to come in, on which note, what to
 * hold.
 */
export function sungPage(timeline: Timeline): SungPart[] {
  const { song, parts } = timeline;
  const bars = sungBars(timeline);
  return parts.map(({ section: place, pass, open, direction, lift, key, bars: own }, part) => {
    const here = bars.filter(({ bar }) => bar.part === part);
    const section = song.sections[place]!;
    return {
      part,
      section: section.name,
      pass,
      times: parts.filter((other) => other.section === place).length,
      open,
      directions: [direction, ...section.directions].filter((said) => said !== ''),
      bars: own.length - own.filter(isPickup).length,
      key,
      lifted: lift - (parts[part - 1]?.lift ?? lift),
      entry: entryOf(here),
      ...linesOf(here),
    };
  });
}

/** A bar with the notes that begin in it and the words of this time. */
interface SungBar {
  readonly bar: TimedBar;
  readonly notes: readonly SungNote[];
  readonly words: string;
}

function sungBars(timeline: Timeline): SungBar[] {
  const sung = sungNotes(timeline);
  let next = 0;
  return barsInTime(timeline).map((bar) => {
    const from = next;
    while (next < sung.length && sung[next]!.onset < bar.start + bar.ticks) next += 1;
    const { words } = bar.is;
    const { pass } = timeline.parts[bar.part]!;
    // Of several lines of words each time has its own, the later ones the last.
    return {
      bar,
      notes: sung.slice(from, next),
      words: words[Math.min(pass, words.length) - 1] ?? '',
    };
  });
}

function entryOf(bars: readonly SungBar[]): Entry | null {
  const found = bars.find(({ notes, words }) => notes.length > 0 || words !== '');
  if (!found) return null;
  const { bar, notes } = found;
  const pickups = bars.filter(({ bar: { is } }) => isPickup(is)).length;
  const place = isPickup(bar.is) ? 0 : bar.place + 1 - pickups;
  const [first] = notes;
  if (!first || !bar.meter) return { bar: place, count: null, first: null };
  return {
    bar: place,
    count: countInBar(bar.meter, first.onset - bar.start + bar.lacks),
    first: { degree: first.degree, note: first.note },
  };
}

/** What is sung in one go, and whether it is held at its end. */
interface Syllable {
  readonly text: string;
  readonly hold: SungWords['hold'];
  /** It ends with a hyphen that parts its word for the notes, and is not read. */
  readonly isParted: boolean;
}

function linesOf(bars: readonly SungBar[]): Pick<SungPart, 'lines' | 'lineBars'> {
  const lines = new Map<number, { syllables: Syllable[]; bars: number[] }>();
  for (const sung of bars) {
    const { line, bar } = sung.bar.is;
    const there = lines.get(line) ?? { syllables: [], bars: [] };
    there.syllables.push(...syllablesIn(sung));
    there.bars.push(bar);
    lines.set(line, there);
  }
  const found = [...lines.values()]
    .map(({ syllables, bars: inLine }) => ({ words: read(syllables), inLine }))
    .filter(({ words }) => words.length > 0);
  return {
    lines: found.map(({ words }) => words),
    lineBars: found.map(({ inLine }) => inLine),
  };
}

function syllablesIn({ bar, notes, words }: SungBar): Syllable[] {
  if (notes.length === 0) {
    const typed = words.split(/\s+/).filter((one) => one !== '');
    const isHeld = bar.is.slots.some(({ is }) => isFermata(is));
    return typed.map((text, place) => ({
      text,
      hold: isHeld && place === typed.length - 1 ? { beats: null } : null,
      isParted: false,
    }));
  }
  const parted = syllablesOf(words);
  const typed = words.split(/\s+/).filter((one) => one !== '');
  // A hyphen parts a word where there is a note for each of its parts.
  const isParted = parted.length > typed.length && parted.length <= notes.length;
  return parted.map((text, place) => {
    const isLast = place === parted.length - 1;
    const sung = notes.slice(place, isLast ? undefined : place + 1).at(-1) ?? notes.at(-1)!;
    return { text, hold: holdOf(sung, bar), isParted: isParted && text.endsWith('-') };
  });
}

/**
 * A note is held from three quarters of a bar on, and two felt beats at least (common practice, no published source); until
 * it is cut off where its chord is.
 */
function holdOf({ onset, ticks }: SungNote, { start, meter, is }: TimedBar): SungWords['hold'] {
  let at = start;
  for (const { is: slot } of is.slots) {
    if (isFermata(slot) && onset < at + slot.ticks && onset + ticks > at) return { beats: null };
    at += slot.ticks;
  }
  if (!meter) return null;
  const beat = tempoBeat(meter);
  if (ticks < Math.max(2 * beat, (3 * barTicks(meter)) / 4)) return null;
  return { beats: Math.round((2 * ticks) / beat) / 2 };
}

function isFermata(slot: Slot): boolean {
  return (slot.kind === 'chord' || slot.kind === 'rest') && slot.fermata;
}

/** Syllables as words again; what is held ends a stretch of them. */
function read(syllables: readonly Syllable[]): SungWords[] {
  const found: SungWords[] = [];
  let text = '';
  for (const { text: one, hold, isParted } of syllables) {
    text += isParted ? one.slice(0, -1) : one.endsWith('-') ? one : `${one} `;
    if (!hold) continue;
    found.push({ text, hold });
    text = '';
  }
  if (text !== '') found.push({ text, hold: null });
  const last = found.at(-1);
  if (last) found[found.length - 1] = { ...last, text: last.text.trimEnd() };
  return found;
}
