import type { Song } from '../chart/song.ts';
import { expand } from '../chart/time/timeline.ts';
import { parseChord } from '../chord/parseChord.ts';
import { formatChord } from '../chord/formatChord.ts';
import { degreeSemitones } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import { rootOf, type Chord } from '../chord/chord.ts';

/** A chord of a song as it is searched for. */
interface Sought {
  /** Its number as written, without parentheses: `5(13)` is `513`. */
  readonly text: string;
  /** A letter for the half steps of its root above home, a to l. */
  readonly root: string;
  readonly section: number;
  /** Which bar of the text it is in. */
  readonly bar: number;
}

/** The music of a song for a search, as an index keeps it. */
export interface NumberIndex {
  /** A letter for each root, sections parted by a hyphen: what a database finds quickly. */
  readonly roots: string;
  /** The chords, each between spaces, sections parted by a bar line. */
  readonly numbers: string;
}

/** Longest index of a song; what a search looks for stands near the beginning of every section. */
const longestIndex = 20_000;

/** So many times through a section are indexed: enough for what leads from its end to its beginning, and for endings. */
const mostPasses = 4;

/** What is indexed of a song: every section with its endings, each chord once while it stays. */
export function numberIndex(song: Song): NumberIndex {
  const sections = soughtOf(song);
  return {
    roots: sections
      .map((chords) => chords.map(({ root }) => root).join(''))
      .join('-')
      .slice(0, longestIndex),
    numbers: sections
      .map((chords) => chords.map(({ text }) => ` ${text} `).join(''))
      .join('|')
      .slice(0, longestIndex * 4),
  };
}

function soughtOf(song: Song): Sought[][] {
  const once = song.sections.map((section) => ({
    ...section,
    times: Math.min(section.open ? Math.max(2, section.times) : section.times, mostPasses),
  }));
  const { slots } = expand({ ...song, road: null, sections: once });
  const found: Sought[][] = song.sections.map(() => []);
  for (const { is, section, bar } of slots) {
    if (is.kind !== 'chord') continue;
    const text = withoutParentheses(formatChord(is.chord));
    const chords = found[section]!;
    if (chords.at(-1)?.text !== text) chords.push({ text, root: letterOf(is.chord), section, bar });
  }
  return found;
}

/** What is searched for, where it is music. */
export interface NumberSearch {
  /** The letters of its roots, as in the index. */
  readonly roots: string;
  /** What the chords of the index look like, as a regular expression for JavaScript and for PostgreSQL. */
  readonly pattern: string;
}

/**
 * Reads what was typed into a search as chords in numbers: `6 4 1 5`, `7m7b5 37`, or digits in a row, `1564`. A number
 * without a quality is a chord of any; a quality is how that of the chord begins.
 * @returns null where it is no row of two chords or more
 */
export function readNumberSearch(typed: string): NumberSearch | null {
  const words = typed.trim().split(/[\s|,]+|\s+-\s+/);
  const row = words.length === 1 && /^[1-7]{3,}$/.test(words[0]!) ? [...words[0]!] : words;
  if (row.length < 2 || row.length > 32) return null;
  const read = row.map((word) => (/^[b#]?[1-7]/.test(word) ? parseChord(word) : null));
  const chords = read.flatMap((one) => (one?.ok ? [one.value] : []));
  if (chords.length < row.length) return null;
  return {
    roots: chords.map(letterOf).join(''),
    pattern: row.map((word, place) => ` ${looksLike(word, chords[place]!)} `).join(''),
  };
}

function looksLike(word: string, chord: Chord): string {
  const [, degree, rest] = /^([b#]?[1-7])(.*)$/.exec(withoutParentheses(word))!;
  // The slash of 6/9 is none before a bass.
  const slash = chord.kind === 'named' && chord.bass ? rest!.lastIndexOf('/') : rest!.length;
  const [quality, bass] = [rest!.slice(0, slash), rest!.slice(slash + 1)];
  const over = bass === '' ? '[^ ]*' : `[^ /]*/${escaped(bass)}`;
  if (quality === '') return `${degree}${over}`;
  // An m begins no maj; what begins with a figure may be of a minor chord, as numbers in key are.
  const said =
    quality === 'm' ? 'm(?!aj)' : `${/^\d/.test(quality) ? 'm?' : ''}${escaped(quality)}`;
  return `${degree}${said}${over}`;
}

const escaped = (text: string) => text.replace(/[^\w#]/g, '\\$&');

const withoutParentheses = (text: string) => text.replace(/[()]/g, '');

function letterOf(chord: Chord): string {
  return String.fromCharCode(97 + fold(degreeSemitones(rootOf(chord)), 12));
}

/** Where a song first has what is searched for: the section, and its bar of the text, counted from 1 in the section. */
export interface FoundNumbers {
  readonly section: string;
  readonly bar: number;
}

/** Null where a song does not have it. */
export function findNumbers(song: Song, search: NumberSearch): FoundNumbers | null {
  const pattern = new RegExp(search.pattern);
  for (const [place, chords] of soughtOf(song).entries()) {
    const found = pattern.exec(chords.map(({ text }) => ` ${text} `).join(''));
    if (!found) continue;
    let at = 0;
    const first = chords.find(({ text }) => {
      const isHere = at >= found.index;
      at += text.length + 2;
      return isHere;
    })!;
    const before = song.sections
      .slice(0, place)
      .flatMap(({ phrases }) => phrases)
      .reduce((sum, { bars }) => sum + bars.length, 0);
    return { section: song.sections[place]!.name, bar: first.bar - before + 1 };
  }
  return null;
}
