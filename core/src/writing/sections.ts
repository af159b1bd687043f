import { namesSection } from '../chart/lines.ts';
import { silence, type Phrase, type Section, type Song } from '../chart/song.ts';
import { noTextures, type Textures } from '../chart/texture.ts';
import { silentBar } from './bars.ts';
import { barsBefore, placeOfBar, refused, type ChartEdit, type Cursor } from './place.ts';

/** A section with one silent bar, after the one at the cursor or at the end of the song. */
export function addSection(song: Song, at: Cursor | null, name: string): ChartEdit {
  const clean = name
    .replace(/[\p{Cc}:]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  if (clean === '') return refused('A section needs a name: Verse 1, Chorus.');
  if (!namesSection(clean))
    return refused(`A chart reads “${clean}:” as something else; give the section another name.`);
  if (clean.length > 60) return refused('The name of a section holds up to 60 characters.');
  const after = sectionAt(song, at) ?? song.sections.length - 1;
  const phrase: Phrase = { when: null, bars: [silentBar(song.meter)], tune: [], words: [] };
  const is: Section = {
    name: clean,
    times: 1,
    open: false,
    directions: [],
    textures: noTextures,
    phrases: [phrase],
  };
  return {
    ok: true,
    changes: [{ kind: 'add section', after, is }],
    cursor: { bar: barsBefore(song, after + 1), slot: 0 },
  };
}

/** The section at the cursor once more after it, under the next number: “Verse 1” becomes “Verse 2”. */
export function copySection(song: Song, at: Cursor): ChartEdit {
  const section = sectionAt(song, at);
  if (section === null) return refused('There is no section here to copy.');
  const copied = song.sections[section]!;
  const phrases = copied.phrases.map((phrase) => ({ ...phrase, bars: phrase.bars.map(asLater) }));
  const is = { ...copied, phrases, name: nextName(copied.name, song.sections) };
  return {
    ok: true,
    changes: [{ kind: 'add section', after: section, is }],
    cursor: { bar: barsBefore(song, section + 1), slot: 0 },
  };
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
export function repeatSection(song: Song, at: Cursor, by: 1 | -1): ChartEdit {
  const section = sectionAt(song, at);
  if (section === null) return refused('There is no section here to repeat.');
  const is = song.sections[section]!;
  if (is.name === '') return refused('Give the section a name first; it stands above its bars.');
  const times = is.times + by;
  if (times < 1 || times > 99) return refused('A section is played 1 to 99 times.');
  return { ok: true, changes: [{ kind: 'heading', section, is: { ...is, times } }], cursor: at };
}

/** The section at the cursor goes with all its bars. */
export function removeSection(song: Song, at: Cursor): ChartEdit {
  const section = sectionAt(song, at);
  if (section === null) return refused('There is no section here to take away.');
  return {
    ok: true,
    changes: [{ kind: 'remove section', section }],
    cursor: { bar: Math.max(0, barsBefore(song, section) - 1), slot: 0 },
  };
}

/** What each hand of the section at the cursor does; null where it is to do what the song says. */
export function setTextures(song: Song, at: Cursor, are: Textures): ChartEdit {
  const section = sectionAt(song, at);
  if (section === null) return refused('There is no section here; begin one first.');
  return { ok: true, changes: [{ kind: 'textures', section, are }], cursor: at };
}

/**
 * What each hand does in the whole song, unless a section says otherwise; the section at the cursor says nothing of its
 * own from then on.
 */
export function setSongTextures(song: Song, at: Cursor, are: Textures): ChartEdit {
  const section = sectionAt(song, at);
  if (section === null) return refused('There is no section here; begin one first.');
  const changes = [
    { kind: 'song textures', are },
    { kind: 'textures', section, are: noTextures },
  ] as const;
  return { ok: true, changes, cursor: at };
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
