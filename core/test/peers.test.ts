import { expect, test } from '@jest/globals';
import chordSymbol from 'chord-symbol/lib/chord-symbol.js';
import fc from 'fast-check';
import { ChordType } from 'tonal';
import {
  allKeys,
  chordTones,
  fromLetters,
  noteOfDegree,
  pitchClass,
  toLetters,
} from '../src/index.ts';
import { chords } from './generators.ts';
import { key } from './read.ts';

const theirs = chordSymbol.chordParserFactory();

/** Where the two agree to differ, told by the quality and the semitones that only one of them hears. */
function isKnownDifference(quality: string, only: readonly number[]): boolean {
  const dropped = new Set(only);
  // It leaves the fifth out under a b13, and the third out under an 11; its minor 13 brings the 11 along.
  if (quality.includes('b13')) dropped.delete(7);
  if (/^(maj)?11/.test(quality)) dropped.delete(4);
  if (quality.includes('13')) dropped.delete(5);
  return dropped.size === 0;
}

test('chord-symbol hears the same notes in our letters, over the whole grammar', () => {
  const unread = new Set<string>();
  const differences: string[] = [];
  let same = 0;
  let known = 0;
  for (const [index, made] of fc.sample(chords, { numRuns: 2500, seed: 20261125 }).entries()) {
    const inKey = allKeys[index % allKeys.length]!;
    const root = noteOfDegree(made.root, inKey);
    // It takes the second accidental of a root for an alteration.
    if (Math.abs(root.alter) > 1) continue;
    const plain = { ...made, bass: null };
    const quality = toLetters({ ...plain, root: { step: 1, alter: 0 } }, key('C')).slice(1);
    const parsed = theirs(toLetters(plain, inKey));
    if (!parsed.normalized) {
      unread.add(quality);
      continue;
    }
    const above = (note: number) => (note - pitchClass(root) + 12) % 12;
    const ours = new Set(chordTones(plain, inKey).map((tone) => above(tone.pitchClass)));
    const heard = new Set(parsed.normalized.semitones.map((semitone) => semitone % 12));
    const only = [...new Set([...ours, ...heard])].filter(
      (tone) => ours.has(tone) !== heard.has(tone),
    );
    if (only.length === 0) same += 1;
    else if (isKnownDifference(quality, only)) known += 1;
    else differences.push(`${quality}: ${only.join(' ')}`);
  }
  console.log(
    `chord-symbol: ${same} chords with the same notes, ${known} where it drops or adds a fifth, third or 11th by its own rule, ${unread.size} qualities it does not read`,
  );
  expect(differences).toEqual([]);
  expect(same).toBeGreaterThan(1000);
});

/** What tonal names and we do not read, with the reason. */
const tonalOnly: Readonly<Record<string, readonly string[]>> = {
  'the caret is a fermata here, the triangle is △': [
    '^#5',
    '^7b6',
    '^7#5',
    '^',
    '^7',
    '^7#11',
    '-^7',
    '^9',
    '^13',
    '^9#11',
    '-^9',
  ],
  'a flat sixth is written b13 or #5': ['M7b6', '7b6', 'mb6M7', 'mMaj7b6', 'mMaj9b6', 'mb6b9'],
  'a slash is for the bass; m(maj7) is read': ['m/ma7', 'm/maj7', 'm/M7'],
  'nicknames of theory books, not of charts': ['dom', 'h7', 'h', 'quartal', 'phryg'],
  'two sevenths in one chord': ['o7M7'],
  'misspelled or reversed; m11#5 and 7alt are read': ['m11A', 'alt7'],
};

test('tonal names nothing that we neither read nor leave out for a reason', () => {
  const unread = ChordType.all().flatMap(({ aliases }) =>
    aliases.filter((alias) => !fromLetters(`C${alias}`, key('C')).ok),
  );
  expect(unread.sort()).toEqual(Object.values(tonalOnly).flat().sort());
});
