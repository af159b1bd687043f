import {
  readDecisions,
  storeDecisions,
  type SongSummary,
  type StoredDecisions,
} from '@intervallum/contract';
import {
  areInOrder,
  carryDecisions,
  compareSongs,
  compareTexts,
  followSlots,
  formatKey,
  formatMeter,
  findNumbers,
  hasAnchors,
  numberIndex,
  Memo,
  parseChart,
  withEdits,
  type ChartResult,
  type FoundNumbers,
  type NumberSearch,
  type Chord,
  type Song,
  type SongDifference,
  type TextEdit,
} from '@intervallum/core';

/** What is taken from a chart for lists and searches. */
export interface ChartReading {
  readonly summary: SongSummary;
  readonly title: string;
  /** The title as lists are sorted by it: in lower case, every number in it as long as any other. */
  readonly titleKey: string;
  /** The words as one sings them: without the hyphens of syllables, lines without their bars. */
  readonly sung: string;
  /** Its chords, as a search for numbers looks for them. */
  readonly roots: string;
  readonly numbers: string;
  /** Who wrote it and who holds the rights, as far as the chart says. */
  readonly credits: { readonly by: string; readonly rights: string };
}

/** A save reads the text that stands and the one that comes, the next save this one again. */
const readBefore = new Memo<ChartResult>(16);
const readOnce = (text: string) => readBefore.get(text, () => parseChart(text));

/** How many chords of a song's beginning a list shows. */
const openingLength = 6;

/** Reads a chart for lists and searches; one with problems is shown as far as it can be read. */
export function readForLists(text: string): ChartReading {
  const read = readOnce(text);
  const { song } = read;
  const summary: SongSummary = {
    title: song.title,
    key: formatKey(song.key),
    meter: formatMeter(song.meter),
    reading: song.reading,
    minor: song.minor,
    tempo: song.tempo,
    singer: song.details.singer,
    opening: openingOf(song),
    problems: read.ok ? 0 : read.problems.length,
  };
  const { by, rights } = song.details;
  return {
    summary,
    title: song.title,
    titleKey: titleKeyOf(song.title),
    sung: asSung(song),
    ...numberIndex(song),
    credits: { by, rights },
  };
}

function openingOf(song: Song): Chord[] {
  const chords: Chord[] = [];
  for (const { phrases } of song.sections)
    for (const { bars } of phrases)
      for (const bar of bars)
        for (const slot of bar.kind === 'played' ? bar.slots : []) {
          if (slot.kind === 'chord') chords.push(slot.chord);
          if (chords.length === openingLength) return chords;
        }
  return chords;
}

/** @example titleKeyOf('Bell 103') // 'bell 0000000103' */
export function titleKeyOf(title: string): string {
  return title
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/\d+/g, (digits) => digits.padStart(10, '0'));
}

/** @example A line `el- | der, well-known | bells` is sung “elder, well-known bells”, and found as “wellknown” too. */
function asSung(song: Song): string {
  const lines = song.sections.flatMap(({ phrases }) => phrases.flatMap(({ words }) => words));
  return lines
    .map((cells) => {
      const line = cells.join(' ').replace(/\s+/g, ' ').trim();
      const joined = line.replace(/(?<=\p{L})-\s+(?=\p{L})/gu, '');
      const whole = joined.replace(/(?<=\p{L})-(?=\p{L})/gu, '');
      return joined === whole ? joined : `${joined}\n${whole}`;
    })
    .join('\n');
}

/** Where a chart has the chords that are searched for; null where it does not. */
export function findInChart(text: string, search: NumberSearch): FoundNumbers | null {
  return findNumbers(readOnce(text).song, search);
}

/** What differs between two states of a chart. */
export function compareCharts(before: string, after: string): readonly SongDifference[] {
  return compareSongs(readOnce(before).song, readOnce(after).song).differences;
}

/** Parts of a song that have to follow an edit of its text. */
export interface CarryRequest {
  readonly before: string;
  readonly after: string;
  /** How the text was edited, where that is known. */
  readonly changes: readonly TextEdit[] | null;
  readonly parts: readonly StoredDecisions[];
}

/**
 * The parts after the edit, each null where it stays as it is. Changes that do not lead from one text to the other are
 * not believed; the texts are then compared.
 */
export function carryParts({
  before,
  after,
  changes,
  parts,
}: CarryRequest): (StoredDecisions | null)[] {
  const read = parts.map((part) => readDecisions(part).decisions);
  if (before === after || !read.some(hasAnchors)) return parts.map(() => null);
  const said =
    changes && areInOrder(changes, before.length) && withEdits(before, changes) === after
      ? changes
      : compareTexts(before, after);
  const follow = followSlots(readOnce(before), readOnce(after), said);
  return read.map((decisions) => {
    const carried = carryDecisions(decisions, follow);
    return carried === decisions ? null : storeDecisions(carried);
  });
}
