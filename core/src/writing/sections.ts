import { readLine } from '../chart/lines.ts';
import { printRoad, readRoad, sectionOfStep } from '../chart/road.ts';
import { inTextOrder } from '../kit/edits.ts';
import { linesOf } from '../kit/lines.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { plainSection, silence, type Phrase, type Section, type Song } from '../chart/song.ts';
import type { PaletteShape } from '../chart/namedShapes.ts';
import type { RangeSaid } from '../chart/saidRange.ts';
import { nothingSaidOfHands, type SaidHands } from '../chart/saidHands.ts';
import type { SongPattern } from '../chart/ownPatterns.ts';
import type { TexturedHand } from '../chart/steps.ts';
import { noTextures, type Textures } from '../chart/texture.ts';
import { silentBar } from './bars.ts';
import type { ChartChange } from './change.ts';
import { written } from './changes.ts';
import type { Cursor } from '../marks/cursor.ts';
import { refused, type Edit } from './edit.ts';
import { fieldEdits } from './fields.ts';
import { barsBefore, lineOfSection, placeOfBar, slotsBefore } from './place.ts';

/**
 * A section with one silent bar, after the one at the cursor or at the end of the song. What is said of how
 * often it is played, as in `Vamp x2 open`, is understood as in a chart.
 */
export function addSection(read: ChartResult, at: Cursor | null, name: string): Edit {
  const { song } = read;
  const heading = readHeading(name);
  if (!heading.ok) return heading;
  const after = sectionAt(song, at) ?? song.sections.length - 1;
  const phrase: Phrase = { when: null, bars: [silentBar(song.meter)], tune: [], words: [] };
  const added: Section = {
    ...plainSection,
    name: heading.name,
    times: heading.times,
    open: heading.open,
    phrases: [phrase],
  };
  return written(read, [{ kind: 'add section', after, added }], {
    bar: barsBefore(song, after + 1),
    slot: 0,
  });
}

/** What is typed as the name of a section, with how often it is played if that is said: `Vamp x2 open`. */
function readHeading(
  typed: string,
): ({ readonly ok: true } & Pick<Section, 'name' | 'times' | 'open'>) | ReturnType<typeof refused> {
  const clean = typed
    .replace(/[\p{Cc}\p{Zl}\p{Zp}:]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  if (clean === '') return refused('A section needs a name: Verse 1, Chorus.');
  const heading = readLine(`${clean}:`, true);
  if (heading.kind !== 'heading')
    return refused(`A chart reads “${clean}:” as something else; give the section another name.`);
  if (clean.length > 60) return refused('The name of a section holds up to 60 characters.');
  const { name, times, open } = heading;
  return { ok: true, name, times, open };
}

/**
 * Gives the section at the cursor another name, in the roadmap as well. How often it is played stays, unless that is said
 * with the name.
 */
export function renameSection(read: ChartResult, at: Cursor, typed: string): Edit {
  const { song } = read;
  const section = sectionAt(song, at);
  if (section === null) return refused('There is no section here to name.');
  const heading = readHeading(typed);
  if (!heading.ok) return heading;
  const old = song.sections[section]!;
  const saysTimes = heading.times !== 1 || heading.open;
  const { times, open } = saysTimes ? heading : old;
  const renamed = { ...old, name: heading.name, times, open };
  const edit = written(read, [{ kind: 'heading', section, written: renamed }], at);
  if (!edit.ok || song.road === null || heading.name === old.name) return edit;
  const other = sectionOfStep(song.sections, heading.name);
  if (other >= 0 && other !== section)
    return refused(
      `There is a section called “${heading.name}”, and the roadmap would play that one.`,
    );
  if (sectionOfStep(song.sections, old.name) !== section) return edit;
  const isIt = (name: string) => name.toLowerCase() === old.name.toLowerCase();
  const road = song.road.map((step) =>
    step.kind === 'play' && isIt(step.name) ? { ...step, name: heading.name } : step,
  );
  const again = readRoad(printRoad(road));
  if (!again.ok || printRoad(again.value) !== printRoad(road) || /,/.test(heading.name))
    return refused('The roadmap cannot say a name with commas or brackets; leave them out.');
  const changes = inTextOrder([...edit.changes, ...fieldEdits(read, 'road', printRoad(road))]);
  return { ...edit, changes };
}

/** The section at the cursor changes places with the one before it, or the one after. */
export function moveSection(read: ChartResult, at: Cursor, by: -1 | 1): Edit {
  const { song, lines, text } = read;
  const section = sectionAt(song, at);
  if (section === null) return refused('There is no section here to move.');
  const first = Math.min(section, section + by);
  const [upper, lower, next] = song.sections.slice(Math.max(0, first), first + 3);
  if (first < 0) return refused('It is the first section already.');
  if (!upper || !lower) return refused('It is the last section already.');
  if (upper.name === '') return refused('Give the bars above a name first.');
  if (upper.phrases.some(({ bars }) => bars.some((bar) => bar.kind === 'played' && bar.pickup)))
    return refused('A pickup stands at the beginning of the song. Take it away first.');
  const leaning = [upper, lower, next].find((one) => one && leansBack(one));
  if (leaning)
    return refused(
      `The section “${leaning.name}” begins with what goes on from before it. Write that out first.`,
    );
  const typed = linesOf(text);
  const [from, middle, end] = [first, first + 1, first + 2].map((one) =>
    lineOfSection(read, one),
  ) as [number, number, number];
  const upperLines = parted(typed.slice(from - 1, middle - 1));
  const lowerLines = parted(typed.slice(middle - 1, end - 1));
  const moved = [...lowerLines.body, ...upperLines.gap, ...upperLines.body, ...lowerLines.gap];
  const change = {
    from: lines.startOf(from),
    to: lines.startOf(end - 1) + typed[end - 2]!.length,
    insert: moved.join('\n'),
  };
  const [start, turn, stop] = [first, first + 1, first + 2].map((one) =>
    slotsBefore(song, one),
  ) as [number, number, number];
  const slots = Array.from({ length: slotsBefore(song, song.sections.length) }, (_, slot) => {
    if (slot < start || slot >= stop) return slot;
    const [inUpper, inLower] = [turn - start, stop - turn];
    return slot < start + inLower ? slot + inUpper : slot - inLower;
  });
  const bars = (one: number) => barsBefore(song, one + 1) - barsBefore(song, one);
  const bar = at.bar + (section === first ? bars(first + 1) : -bars(first));
  return { ok: true, changes: [change], slots, cursor: { bar, slot: at.slot } };
}

/** Whether a section begins with something that goes on from what stands before it. */
function leansBack({ phrases: [phrase] }: Section): boolean {
  const [bar] = phrase?.bars ?? [];
  const isTied = bar?.kind === 'played' && bar.slots[0]?.kind === 'held';
  return bar?.kind === 'same' || isTied || phrase?.tune[0]?.[0]?.kind === 'held';
}

/** Lines with something on them up to the last of those, and the empty ones after it. */
function parted(typed: readonly string[]): { body: readonly string[]; gap: readonly string[] } {
  const last = typed.findLastIndex((line) => line.trim() !== '');
  return { body: typed.slice(0, last + 1), gap: typed.slice(last + 1) };
}

/**
 * The section at the cursor once more after it, under the next number: “Verse 1” becomes “Verse 2”. What was decided of
 * its chords is decided of the copy's.
 */
export function copySection(read: ChartResult, at: Cursor): Edit {
  const section = sectionAt(read.song, at);
  if (section === null) return refused('There is no section here to copy.');
  const { song } = read;
  const copied = song.sections[section]!;
  const phrases = copied.phrases.map((phrase) => ({ ...phrase, bars: phrase.bars.map(asLater) }));
  const added = { ...copied, phrases, name: nextName(copied.name, song.sections) };
  return written(read, [{ kind: 'add section', after: section, added, copyOf: section }], {
    bar: barsBefore(song, section + 1),
    slot: 0,
  });
}

/** Only the first bar of a song can be a pickup; a copy of it has the whole bar. */
export function asLater(bar: Phrase['bars'][number]): Phrase['bars'][number] {
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

/**
 * What each hand of the section at the cursor does; null where it is to do what the song says. What is not given stays.
 * @param patterns the named patterns of the song from then on
 */
export function setTextures(
  read: ChartResult,
  at: Cursor,
  said: Partial<Textures>,
  patterns = read.song.patterns,
): Edit {
  const section = sectionAt(read.song, at);
  if (section === null) return refused('There is no section here; begin one first.');
  const textures = { ...read.song.sections[section]!.textures, ...said };
  return written(
    read,
    [...patternChange(read, patterns), { kind: 'textures', section, textures }],
    at,
  );
}

function patternChange({ song }: ChartResult, patterns: readonly SongPattern[]): ChartChange[] {
  return patterns === song.patterns ? [] : [{ kind: 'song patterns', patterns }];
}

/**
 * What each hand does in the whole song, unless a section says otherwise; the section at the cursor says nothing of its
 * own from then on.
 */
export function setSongTextures(
  read: ChartResult,
  at: Cursor,
  { left, right }: Pick<Textures, TexturedHand>,
  patterns = read.song.patterns,
): Edit {
  const section = sectionAt(read.song, at);
  if (section === null) return refused('There is no section here; begin one first.');
  // What single bars do they do all the same.
  const { bars } = read.song.sections[section]!.textures;
  const changes: ChartChange[] = [
    ...patternChange(read, patterns),
    { kind: 'song textures', textures: { left, right, bars: [] } },
    { kind: 'textures', section, textures: { ...noTextures, bars } },
  ];
  return written(read, changes, at);
}

/** What both hands hold in the section at the cursor, for everybody; null where the song says it, or the player. */
export function setHands(read: ChartResult, at: Cursor, hands: SaidHands): Edit {
  const section = sectionAt(read.song, at);
  if (section === null) return refused('There is no section here; begin one first.');
  return written(read, [{ kind: 'hands', section, hands }], at);
}

/** From where to where a section is sung where it has no tune; null takes it back. */
export function setSectionRange(read: ChartResult, section: number, range: RangeSaid | null): Edit {
  if (!read.song.sections[section]) return refused('There is no such section.');
  const bar = barsBefore(read.song, section);
  return written(read, [{ kind: 'range', section, range }], { bar, slot: 0 });
}

/** What both hands hold in the whole song, for everybody; no section says anything of its own from then on. */
export function setSongHands(read: ChartResult, at: Cursor, hands: SaidHands): Edit {
  const changes = read.song.sections.flatMap((section, at) =>
    section.hands === nothingSaidOfHands
      ? []
      : [{ kind: 'hands', section: at, hands: nothingSaidOfHands } as const],
  );
  return written(read, [{ kind: 'song hands', hands }, ...changes], at);
}

/** The named patterns of the song. */
export function setSongPatterns(read: ChartResult, patterns: readonly SongPattern[]): Edit {
  return written(read, [{ kind: 'song patterns', patterns }], null);
}

/** The named hand shapes of the song, for everybody. */
export function setSongShapes(read: ChartResult, shapes: readonly PaletteShape[]): Edit {
  return written(read, [{ kind: 'song shapes', shapes }], null);
}

/** The section at the cursor played as another one is, by both hands: what they hold, and how they strike it. */
export function playLike(read: ChartResult, at: Cursor, other: number): Edit {
  const section = sectionAt(read.song, at);
  const model = read.song.sections[other];
  if (section === null || !model) return refused('There is no section here; begin one first.');
  const { textures, hands } = model;
  const changes = [
    { kind: 'textures', section, textures },
    { kind: 'hands', section, hands },
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
