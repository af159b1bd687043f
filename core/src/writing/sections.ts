import { readLine } from '../chart/lines.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { silence, type Phrase, type Section, type Song } from '../chart/song.ts';
import { noTextures, type Textures } from '../chart/texture.ts';
import { silentBar } from './bars.ts';
import { written } from './changes.ts';
import type { Cursor } from '../marks/cursor.ts';
import { refused, type Edit } from './edit.ts';
import { barsBefore, placeOfBar } from './place.ts';

/**
 * A section with one silent bar, after the one at the cursor or at the end of the song. What is said of how
 * often it is played, as in `Vamp x2 open`, is understood as in a chart.
 */
export function addSection(read: ChartResult, at: Cursor | null, name: string): Edit {
  const { song } = read;
  const clean = name
    .replace(/[\p{Cc}\p{Zl}\p{Zp}:]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  if (clean === '') return refused('A section needs a name: Verse 1, Chorus.');
  const heading = readLine(`${clean}:`, true);
  if (heading.kind !== 'heading')
    return refused(`A chart reads “${clean}:” as something else; give the section another name.`);
  if (clean.length > 60) return refused('The name of a section holds up to 60 characters.');
  const after = sectionAt(song, at) ?? song.sections.length - 1;
  const phrase: Phrase = { when: null, bars: [silentBar(song.meter)], tune: [], words: [] };
  const added: Section = {
    name: heading.name,
    times: heading.times,
    open: heading.open,
    directions: [],
    textures: noTextures,
    phrases: [phrase],
  };
  return written(read, [{ kind: 'add section', after, added }], {
    bar: barsBefore(song, after + 1),
    slot: 0,
  });
}

/** The section at the cursor once more after it, under the next number: “Verse 1” becomes “Verse 2”. */
export function copySection(read: ChartResult, at: Cursor): Edit {
  const section = sectionAt(read.song, at);
  if (section === null) return refused('There is no section here to copy.');
  const { song } = read;
  const copied = song.sections[section]!;
  const phrases = copied.phrases.map((phrase) => ({ ...phrase, bars: phrase.bars.map(asLater) }));
  const added = { ...copied, phrases, name: nextName(copied.name, song.sections) };
  return written(read, [{ kind: 'add section', after: section, added }], {
    bar: barsBefore(song, section + 1),
    slot: 0,
  });
}

/** Only the first bar of a song can be a pickup; a copy of it has the whole bar. */
function asLater(bar: Phrase['bars'][number]): Phrase['bars'][number] {
  if (bar.kind === 'same' || !bar.pickup) return bar;
  const slots = bar.slots.map((slot, index) =>
    index === 0 && slot.kind === 'held' ? silence(slot.ticks) : slot,
  );
  return { ...bar, pickup: false, slots };
}

/** The section at the cursor is played once more, or once less. */
export function repeatSection(read: ChartResult, at: Cursor, by: 1 | -1): Edit {
  const section = sectionAt(read.song, at);
  if (section === null) return refused('There is no section here to repeat.');
  const old = read.song.sections[section]!;
  if (old.name === '') return refused('Give the section a name first; it stands above its bars.');
  const times = old.times + by;
  if (times < 1 || times > 99) return refused('A section is played 1 to 99 times.');
  return written(read, [{ kind: 'heading', section, written: { ...old, times } }], at);
}

/** The section at the cursor goes with all its bars. */
export function removeSection(read: ChartResult, at: Cursor): Edit {
  const section = sectionAt(read.song, at);
  if (section === null) return refused('There is no section here to take away.');
  return written(read, [{ kind: 'remove section', section }], {
    bar: Math.max(0, barsBefore(read.song, section) - 1),
    slot: 0,
  });
}

/** What each hand of the section at the cursor does; null where it is to do what the song says. */
export function setTextures(read: ChartResult, at: Cursor, textures: Textures): Edit {
  const section = sectionAt(read.song, at);
  if (section === null) return refused('There is no section here; begin one first.');
  return written(read, [{ kind: 'textures', section, textures }], at);
}

/**
 * What each hand does in the whole song, unless a section says otherwise; the section at the cursor says nothing of its
 * own from then on.
 */
export function setSongTextures(read: ChartResult, at: Cursor, textures: Textures): Edit {
  const section = sectionAt(read.song, at);
  if (section === null) return refused('There is no section here; begin one first.');
  const changes = [
    { kind: 'song textures', textures },
    { kind: 'textures', section, textures: noTextures },
  ] as const;
  return written(read, changes, at);
}

function sectionAt(song: Song, at: Cursor | null): number | null {
  return (at && placeOfBar(song, at.bar)?.section) ?? null;
}

/** @example nextName('Verse 1', [verse1, chorus]) // 'Verse 2' */
function nextName(name: string, sections: readonly Section[]): string {
  const [, word, count] = /^(.*?)(?:\s+(\d{1,2}))?$/.exec(name)!;
  for (let next = Number(count ?? 1) + 1; ; next += 1) {
    const made = `${word} ${next}`.trim();
    if (!sections.some((section) => section.name.toLowerCase() === made.toLowerCase())) return made;
  }
}
