import { readSongFile } from '@intervallum/contract';
import {
  chartLimits,
  noDecisions,
  fromCsv,
  fromMidi,
  fromMusicXml,
  fromText,
  linesOf,
  parseChart,
  printChart,
  type Imported,
  type ImportAnswers,
  type ImportQuestion,
  type Key,
  type KeyGuess,
  type LineSource,
  type NoteLanguage,
  type Result,
  type Decisions,
  type WishedNames,
  withNames,
  type ChartResult,
} from '@intervallum/core';
import { strFromU8, unzipSync } from 'fflate';
import { factsOf, type SongFacts } from './songFacts.ts';

/** What someone brings: a file, or text that was pasted. */
export interface Source {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** What the reader says of it that it does not say itself. */
export interface SourceHints extends WishedNames {
  readonly key: Key | null;
  readonly language: NoteLanguage;
  /** What was answered where the reading was not sure. */
  readonly answers: ImportAnswers;
}

export type Format = 'chart text' | 'text' | 'MusicXML' | 'MIDI' | 'song file';

/** What was understood of a source, before anything is kept. */
export type Understood =
  | {
      readonly kind: 'song';
      readonly format: Format;
      readonly chart: string;
      readonly facts: SongFacts;
      readonly decisions: Decisions;
      readonly keys: readonly KeyGuess[];
      readonly guessed: readonly string[];
      readonly dropped: readonly string[];
      readonly questions: readonly ImportQuestion[];
      /** Where each line of each section comes from. */
      readonly sources: readonly (readonly (LineSource | null)[])[];
    }
  | {
      readonly kind: 'list';
      readonly charts: readonly string[];
      readonly dropped: readonly string[];
    }
  | { readonly kind: 'none'; readonly message: string };

/** Largest file that is read, and largest score that a compressed one may hold, in bytes. */
const largestFile = 5_000_000;
const largestScore = 20_000_000;

/** Reads a source by what is in it; its name helps only where that does not tell. Never throws. */
export function readSource({ name, bytes }: Source, hints: SourceHints): Understood {
  if (bytes.length > largestFile) {
    const size = (bytes.length / 1_000_000).toFixed(1);
    return none(`Files are read up to 5 MB; this has ${size} MB. Save the one song by itself.`);
  }
  const start = strFromU8(bytes.subarray(0, 4), true);
  const { key, language, answers } = hints;
  if (start === 'MThd' || /\.midi?$/i.test(name))
    return song('MIDI', fromMidi(bytes, { key, answers }), hints);
  if (start.startsWith('PK')) {
    const score = unzipScore(bytes);
    return typeof score === 'string'
      ? none(score)
      : song('MusicXML', fromMusicXml(score.xml, { key, answers }), hints);
  }
  const text = textOf(bytes);
  if (text === null)
    return none('This file is neither text nor a format that is read: MusicXML, MIDI, JSON, CSV.');
  if (/^\s*</.test(text)) return song('MusicXML', fromMusicXml(text, { key, answers }), hints);
  if (/^\s*[{[]\s*["}\]]/.test(text)) return songFile(text);
  if (/\.csv$/i.test(name)) return list(text);
  const chart = chartIn(text);
  if (chart) return asChart(chart, 'chart text', noDecisions);
  return song('text', fromText(text, { key, language, answers }), hints);
}

function none(message: string): Understood {
  return { kind: 'none', message };
}

function song(format: Format, read: Result<Imported>, hints: SourceHints): Understood {
  if (!read.ok) {
    const { message, place } = read.problems[0]!;
    const where =
      place.line > 1 || place.column > 1 ? ` (line ${place.line}, column ${place.column})` : '';
    return none(message + where);
  }
  const { song: made, keys, guessed, dropped, questions, sources } = read.value;
  const chart = printChart(withNames(made, hints));
  return {
    kind: 'song',
    format,
    chart,
    facts: factsOf(parseChart(chart)),
    decisions: noDecisions,
    keys,
    guessed,
    dropped,
    questions,
    sources,
  };
}

function songFile(text: string): Understood {
  const read = readSongFile(text);
  if (!read.ok) return none(read.message);
  const { chart, decisions } = read.value;
  return asChart(parseChart(chart), 'song file', decisions);
}

function list(text: string): Understood {
  const read = fromCsv(text);
  if (!read.ok) return none(read.problems[0]!.message);
  return { kind: 'list', charts: read.value.songs.map(printChart), dropped: read.value.dropped };
}

/** A chart in this program's own text says its key, and reads with few problems for its length, if any; null for another text. */
function chartIn(text: string): ChartResult | null {
  // What is longer is no chart; and a line's white space stays within its line, or each line would look at all others.
  if (text.length > chartLimits.characters) return null;
  if (!/^[ \t]*key[ \t]*:/im.test(text) || !/:[ \t]*$/m.test(text)) return null;
  const read = parseChart(text);
  return read.ok || 6 * read.problems.length <= read.barPlaces.length ? read : null;
}

/** A chart as it is typed, each of its lines the source of itself. */
function asChart(read: ChartResult, format: Format, decisions: Decisions): Understood {
  return {
    kind: 'song',
    format,
    chart: read.text,
    facts: factsOf(read),
    decisions,
    keys: [],
    guessed: [],
    dropped: [],
    questions: [],
    sources: linesOfChart(read),
  };
}

/** UTF-8, or what older programs write; null for bytes that are no text. */
function textOf(bytes: Uint8Array): string | null {
  if (bytes.includes(0) && !(bytes[0] === 0xff || bytes[0] === 0xfe)) return null;
  const label =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? 'utf-16le'
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? 'utf-16be'
        : 'utf-8';
  try {
    return new TextDecoder(label, { fatal: true }).decode(bytes);
  } catch {
    // Not UTF-8: an older program's Latin letters.
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/**
 * The score in a compressed MusicXML file, or why it is not read. All that is unpacked of it together is no larger than a
 * score can be: what is larger, or more, stays packed.
 */
function unzipScore(bytes: Uint8Array): { readonly xml: string } | string {
  let unpacked = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (!/\.(?:musicxml|xml)$/i.test(name)) return false;
        unpacked += originalSize;
        return unpacked <= largestScore;
      },
    });
  } catch (error) {
    return `This compressed file is cut off or broken (${error instanceof Error ? error.message : String(error)}).`;
  }
  if (unpacked > largestScore)
    return 'What is in this compressed file is larger than a score can be; it is not unpacked.';
  const container = files['META-INF/container.xml'];
  const named = container && /full-path\s*=\s*"([^"]+)"/.exec(strFromU8(container))?.[1];
  const score =
    (named && files[named]) ??
    Object.entries(files).find(([name]) => !name.startsWith('META-INF/'))?.[1];
  return score ? { xml: strFromU8(score) } : 'There is no score in this compressed file.';
}

function linesOfChart({ text, sectionLines }: ChartResult): (LineSource | null)[][] {
  const lines = linesOf(text);
  return sectionLines.map(({ phrases }) =>
    phrases.map(({ bars }) => ({
      unit: 'line',
      from: bars,
      to: bars,
      text: (lines[bars - 1] ?? '').trim(),
    })),
  );
}
