import { diffArrays } from 'diff';
import { fieldNames } from '../chart/fields.ts';
import { printBar, printField, printSection } from '../chart/print/printChart.ts';
import { printLineBar } from '../chart/print/printPlayed.ts';
import { printTuneBar } from '../chart/print/printTune.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import { styleFor, type Section, type Song } from '../chart/song.ts';
import { printWhen } from '../chart/when.ts';
import type { BarPart, SongDifference, SongsCompared } from './difference.ts';

/** A bar of a song as text, for comparing. */
interface WrittenBar {
  /** Counted over the song as it is written, from 0, and over its section, from 1. */
  readonly at: number;
  readonly bar: number;
  readonly chords: string;
  /** At which times it is played; empty for every time. */
  readonly when: string;
  readonly parts: Readonly<Record<BarPart, string>>;
}

interface WrittenSection {
  readonly section: Section;
  readonly name: string;
  /** What is said of it besides its bars. */
  readonly said: string;
  readonly bars: readonly WrittenBar[];
}

/**
 * What differs between two states of a song: the head line by line, sections as they follow each other, in each section the bars as
 * they follow each other, and in bars of the same place chords, words, tune and what is played. Only what is read alike is alike:
 * spaces and ways of writing the same do not count. Takes time in proportion to the songs where little differs.
 */
export function compareSongs(before: Song, after: Song): SongsCompared {
  const differences: SongDifference[] = [...fieldsBetween(before, after)];
  const gone = new Set<number>();
  const fresh = new Set<number>();
  for (const [old, now] of pairedSections(written(before), written(after))) {
    if (old && now) {
      if (old.name !== now.name)
        differences.push({ kind: 'section renamed', section: now.name, before: old.name });
      if (old.said !== now.said) differences.push({ kind: 'section said', section: now.name });
      compareBars(old, now, { differences, gone, fresh });
      continue;
    }
    if (old) differences.push({ kind: 'section removed', section: old.name });
    for (const { at } of old?.bars ?? []) gone.add(at);
    if (now) differences.push({ kind: 'section added', section: now.name });
    for (const { at } of now?.bars ?? []) fresh.add(at);
  }
  return { differences, before: gone, after: fresh };
}

function fieldsBetween(before: Song, after: Song): SongDifference[] {
  return fieldNames.flatMap((field): SongDifference[] => {
    const [old, now] = [printField(before, field) ?? '', printField(after, field) ?? ''];
    return old === now ? [] : [{ kind: 'field', field, before: old, after: now }];
  });
}

function written(song: Song): WrittenSection[] {
  const style = styleFor(song.key, song);
  let at = 0;
  return song.sections.map((section) => {
    const bars: WrittenBar[] = [];
    for (const { phrase, meters } of metersOf(section, song.meter)) {
      for (const [place, bar] of phrase.bars.entries()) {
        const meter = meters[place]!;
        const tune = phrase.tune[place];
        const played = (phrase.played ?? []).map((line) => {
          const cell = line.cells[place];
          if (!cell || cell.kind === 'nothing') return '';
          const notes =
            cell.kind === 'named'
              ? cell.name
              : printLineBar(cell.voices, { meter, minor: style.minor });
          return `${line.hand} ${notes}`;
        });
        bars.push({
          at,
          bar: bars.length + 1,
          chords: printBar(bar, meter, style),
          when: phrase.when ? printWhen(phrase.when) : '',
          parts: {
            words: phrase.words
              .map((line) => line[place]?.trim() ?? '')
              .filter((words) => words !== '')
              .join(' / '),
            tune: tune ? printTuneBar(tune, { meter, minor: style.minor }) : '',
            played: played.filter((notes) => notes !== '').join(' / '),
          },
        });
        at += 1;
      }
    }
    const said = printSection({ ...section, name: '', phrases: [] }, song.meter, style);
    return { section, name: section.name, said, bars };
  });
}

type Paired<One> = readonly (readonly [old: One | null, now: One | null])[];

/** Sections of the same name that follow each other in both; between them, those that are much alike are taken for renamed. */
function pairedSections(
  before: readonly WrittenSection[],
  after: readonly WrittenSection[],
): Paired<WrittenSection> {
  const paired = inPairs(before, after, ({ name }) => name);
  // What changed its name stands beside what it is now: all that is gone and new between two that stayed.
  const result: [WrittenSection | null, WrittenSection | null][] = [];
  let olds: WrittenSection[] = [];
  let nows: WrittenSection[] = [];
  const end = () => {
    for (const old of olds) {
      const now = nows.find((one) => areMuchAlike(old, one));
      if (now) nows = nows.filter((one) => one !== now);
      result.push([old, now ?? null]);
    }
    for (const now of nows) result.push([null, now]);
    [olds, nows] = [[], []];
  };
  for (const [old, now] of paired) {
    if (old && now) {
      end();
      result.push([old, now]);
    } else if (old) olds.push(old);
    else if (now) nows.push(now);
  }
  end();
  return result;
}

/** Half of the bars of the longer one are in the other one too. */
function areMuchAlike(one: WrittenSection, other: WrittenSection): boolean {
  const longer = Math.max(one.bars.length, other.bars.length);
  const parts = diffArrays(
    one.bars.map(({ chords }) => chords),
    other.bars.map(({ chords }) => chords),
  );
  const same = parts
    .filter(({ added, removed }) => !added && !removed)
    .reduce((sum, { value }) => sum + value.length, 0);
  return longer > 0 && 2 * same >= longer;
}

interface Found {
  readonly differences: SongDifference[];
  readonly gone: Set<number>;
  readonly fresh: Set<number>;
}

function compareBars(
  old: WrittenSection,
  now: WrittenSection,
  { differences, gone, fresh }: Found,
): void {
  const section = now.name;
  for (const [before, after] of joinedRuns(pairedBars(old.bars, now.bars))) {
    const [was, is] = [before[0], after[0]];
    if (was && is) {
      const of = { section, bar: is.bar };
      if (key(was) !== key(is)) {
        const [less, more] = trimmed(was, is);
        differences.push({ kind: 'chords', ...of, before: less, after: more });
      }
      for (const part of ['words', 'tune', 'played'] as const)
        if (was.parts[part] !== is.parts[part])
          differences.push({ kind: part, ...of, before: was.parts[part], after: is.parts[part] });
      if (key(was) !== key(is) || JSON.stringify(was.parts) !== JSON.stringify(is.parts)) {
        gone.add(was.at);
        fresh.add(is.at);
      }
    } else if (was) {
      differences.push({ kind: 'bars removed', section, bar: was.bar, count: before.length });
      for (const { at } of before) gone.add(at);
    } else if (is) {
      differences.push({ kind: 'bars added', section, bar: is.bar, count: after.length });
      for (const { at } of after) fresh.add(at);
    }
  }
}

/** Pairs as they are; what is only in one of both, one after the other, as one. */
function joinedRuns(
  pairs: Paired<WrittenBar>,
): readonly (readonly [readonly WrittenBar[], readonly WrittenBar[]])[] {
  const runs: [WrittenBar[], WrittenBar[]][] = [];
  for (const [old, now] of pairs) {
    const last = runs.at(-1);
    if (old && now) runs.push([[old], [now]]);
    else if (old) {
      if (last && last[1].length === 0) last[0].push(old);
      else runs.push([[old], []]);
    } else if (now) {
      if (last && last[0].length === 0) last[1].push(now);
      else runs.push([[], [now]]);
    }
  }
  return runs;
}

/** What is alike in both rows, and what is only in one of them. */
function inPairs<One>(
  before: readonly One[],
  after: readonly One[],
  key: (one: One) => string,
): Paired<One> {
  const pairs: [One | null, One | null][] = [];
  let [old, now] = [0, 0];
  for (const { value, removed, added } of diffArrays(before.map(key), after.map(key)))
    for (const _ of value) {
      pairs.push([added ? null : before[old]!, removed ? null : after[now]!]);
      if (!added) old += 1;
      if (!removed) now += 1;
    }
  return pairs;
}

const key = ({ chords, when }: WrittenBar) => `${when} ${chords}`;
const partsOf = ({ parts }: WrittenBar) => JSON.stringify(parts);

/** Two sections of which so many pairs of bars would have to be looked at are compared bar by bar only. */
const mostPairs = 250_000;

/**
 * The bars of two states of a section, each with what it has become: in their order, so that as much as can be stays with its like.
 * What is only changed is no bar gone and another come.
 */
function pairedBars(
  before: readonly WrittenBar[],
  after: readonly WrittenBar[],
): Paired<WrittenBar> {
  const isSame = (one: WrittenBar, other: WrittenBar) =>
    key(one) === key(other) && partsOf(one) === partsOf(other);
  const shorter = Math.min(before.length, after.length);
  let first = 0;
  while (first < shorter && isSame(before[first]!, after[first]!)) first += 1;
  let last = 0;
  while (last < shorter - first && isSame(before.at(-1 - last)!, after.at(-1 - last)!)) last += 1;
  const [olds, nows] = [
    before.slice(first, before.length - last),
    after.slice(first, after.length - last),
  ];
  const middle =
    olds.length * nows.length > mostPairs ? inPairs(olds, nows, key) : bestPairs(olds, nows);
  return [
    ...before.slice(0, first).map((bar, place) => [bar, after[place]!] as const),
    ...middle,
    ...before
      .slice(before.length - last)
      .map((bar, place) => [bar, after[after.length - last + place]!] as const),
  ];
}

/** How much two bars are one bar: by their chords sooner than by words and tune, and a little in any case. */
function likeness(one: WrittenBar, other: WrittenBar): number {
  const ofChords = key(one) === key(other) ? 6 : 0;
  return 1 + ofChords + (partsOf(one) === partsOf(other) ? 3 : 0);
}

/** The pairs in order that are most alike altogether. */
function bestPairs(olds: readonly WrittenBar[], nows: readonly WrittenBar[]): Paired<WrittenBar> {
  const width = nows.length + 1;
  const best = new Float64Array((olds.length + 1) * width);
  const at = (old: number, now: number) => best[old * width + now]!;
  for (let old = olds.length - 1; old >= 0; old -= 1)
    for (let now = nows.length - 1; now >= 0; now -= 1)
      best[old * width + now] = Math.max(
        at(old + 1, now + 1) + likeness(olds[old]!, nows[now]!),
        at(old + 1, now),
        at(old, now + 1),
      );
  const pairs: [WrittenBar | null, WrittenBar | null][] = [];
  let [old, now] = [0, 0];
  while (old < olds.length || now < nows.length) {
    const isPaired =
      old < olds.length &&
      now < nows.length &&
      at(old, now) === at(old + 1, now + 1) + likeness(olds[old]!, nows[now]!);
    const goes = old < olds.length && (now >= nows.length || at(old, now) === at(old + 1, now));
    pairs.push([isPaired || goes ? olds[old]! : null, isPaired || !goes ? nows[now]! : null]);
    if (isPaired || goes) old += 1;
    if (isPaired || !goes) now += 1;
  }
  return pairs;
}

/** Two bars without what they begin and end with alike, as long as something is left of each. */
function trimmed(was: WrittenBar, is: WrittenBar): readonly [string, string] {
  const [old, now] = [wordsOf(was), wordsOf(is)];
  const shorter = Math.min(old.length, now.length);
  let first = 0;
  while (first < shorter - 1 && old[first] === now[first]) first += 1;
  let last = 0;
  while (last < shorter - 1 - first && old.at(-1 - last) === now.at(-1 - last)) last += 1;
  const part = (words: readonly string[]) => words.slice(first, words.length - last).join(' ');
  const both = [part(old), part(now)] as const;
  // With a chord more or less the rest of it may be all that is alike: then the whole bars say more.
  return old.length === now.length ? both : [old.join(' '), now.join(' ')];
}

const wordsOf = ({ when, chords }: WrittenBar) =>
  `${when} ${chords}`.split(' ').filter((word) => word !== '');
