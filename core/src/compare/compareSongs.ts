import { diffArrays } from 'diff';
import { fieldNames } from '../chart/fields.ts';
import { printField } from '../chart/print/printChart.ts';
import type { Song } from '../chart/song.ts';
import type { SongDifference, SongsCompared } from './difference.ts';
import { inPairs, pairedBars, type Paired } from './pairs.ts';
import {
  chordsOf,
  namedOf,
  writtenSections,
  type WrittenBar,
  type WrittenSection,
} from './written.ts';

/**
 * What differs between two states of a song: the head line by line, sections as they follow each other, in each section the bars as
 * they follow each other, and in bars of the same place chords, words, tune and what is played. Only what is read alike is alike:
 * spaces and ways of writing the same do not count. Takes time in proportion to the songs where little differs.
 */
export function compareSongs(before: Song, after: Song): SongsCompared {
  const differences: SongDifference[] = [...fieldsBetween(before, after)];
  if (namedOf(before) !== namedOf(after)) differences.push({ kind: 'named' });
  const gone = new Set<number>();
  const fresh = new Set<number>();
  for (const [old, now] of pairedSections(writtenSections(before), writtenSections(after))) {
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
      if (chordsOf(was) !== chordsOf(is)) {
        const [less, more] = trimmed(was, is);
        differences.push({ kind: 'chords', ...of, before: less, after: more });
      }
      for (const part of ['words', 'tune', 'played'] as const)
        if (was.parts[part] !== is.parts[part])
          differences.push({ kind: part, ...of, before: was.parts[part], after: is.parts[part] });
      if (
        chordsOf(was) !== chordsOf(is) ||
        JSON.stringify(was.parts) !== JSON.stringify(is.parts)
      ) {
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
