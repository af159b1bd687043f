import Papa from 'papaparse';
import { readField, type SongHead } from '../chart/fields.ts';
import { formatMeter } from '../chart/meter.ts';
import type { Song } from '../chart/song.ts';
import { formatKey } from '../pitch/key.ts';
import { success, type Result } from '../kit/result.ts';
import { writeCsv } from './csv.ts';
import { emptySong, oneLine, unreadable } from './imported.ts';

/** The columns of a list of songs, by the names of a chart's fields. */
const columns = ['title', 'by', 'singer', 'key', 'meter', 'tempo', 'feel', 'rights'] as const;
type Column = (typeof columns)[number];

/** What other lists call the columns. */
const alsoCalled: Readonly<Record<string, Column>> = {
  name: 'title',
  song: 'title',
  artist: 'by',
  author: 'by',
  metre: 'meter',
  time: 'meter',
  bpm: 'tempo',
  copyright: 'rights',
};

const mostSongs = 500;
const longestList = 2_000_000;

/** A line of the list: what is not known is left out. */
export type SongRow = Readonly<Partial<Record<Column, string>>>;

/** A list of songs as CSV. */
export function toCsv(rows: readonly SongRow[]): string {
  return writeCsv(columns, rows);
}

/** What a list says of a song. */
export function rowOf({ title, key, meter, tempo, details }: Song): SongRow {
  return {
    ...details,
    title,
    key: formatKey(key),
    meter: formatMeter(meter),
    tempo: tempo === null ? '' : String(tempo),
  };
}

/** Songs without bars yet, read from a list, and what of it could not be taken. */
export interface ImportedList {
  readonly songs: readonly Song[];
  readonly dropped: readonly string[];
}

/** Reads a list of songs: a line of column names, of which `title` must be one, then a line for each song. */
export function fromCsv(text: string): Result<ImportedList> {
  if (text.length > longestList) return unreadable('A list of songs is read up to 2 MB.');
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => columnOf(name) ?? name.trim(),
  });
  const known = (meta.fields ?? []).filter((name) => columns.some((column) => column === name));
  if (!known.includes('title'))
    return unreadable(
      `The first line names the columns, and “title” must be one of them. Columns are ${columns.join(', ')}.`,
    );
  if (data.length > mostSongs)
    return unreadable(
      `A list is read up to ${mostSongs} songs; this has ${data.length}.`,
      mostSongs + 2,
    );
  const dropped: string[] = [];
  const others = (meta.fields ?? []).filter((name) => !known.includes(name) && name !== '');
  if (others.length > 0)
    dropped.push(
      `Columns that a chart has no place for: ${others.map((name) => oneLine(name, 40)).join(', ')}.`,
    );
  const songs = data.map((row, index) => songOf(row, index + 2, dropped));
  return success({ songs, dropped });
}

function songOf(row: Record<string, string>, line: number, dropped: string[]): Song {
  let head: SongHead = emptySong;
  for (const column of columns) {
    const value = oneLine((row[column] ?? '').replace(/^'(?='*[=+\-@\t\r])/, ''));
    if (value === '') continue;
    const read = readField(column, value, head);
    if (read.ok) head = read.value;
    else dropped.push(`Line ${line}, ${column}: ${read.problems[0]!.message}`);
  }
  return { ...head, sections: [] };
}

function columnOf(name: string): Column | null {
  const lower = name.trim().toLowerCase();
  return columns.find((column) => column === lower) ?? alsoCalled[lower] ?? null;
}
