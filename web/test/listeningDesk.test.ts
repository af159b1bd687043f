import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { barWords, timeWords } from '../src/screens/song/listening/barWords.ts';
import {
  nameOfRound,
  roundNamed,
  roundsOf,
  type Round,
} from '../src/screens/song/listening/rounds.ts';

test('what goes round is always one of what can be chosen, and choosing it anew changes nothing but its moments', () => {
  const choices = fc.array(fc.record({ which: fc.nat(), at: fc.integer({ min: 0, max: 600 }) }), {
    maxLength: 12,
  });
  fc.assert(
    fc.property(choices, (chosen) => {
      let round: Round = { kind: 'no' };
      for (const { which, at } of chosen) {
        const offered = roundsOf(round);
        round = roundNamed(offered[which % offered.length]!.name, at, round);
        const names = roundsOf(round).map(({ name }) => name);
        expect(names).toContain(nameOfRound(round));
        expect(new Set(names).size).toBe(names.length);
        if (round.kind === 'moments' && round.to !== null)
          expect(round.to).toBeGreaterThan(round.from);
      }
    }),
  );
});

test('a stretch between two moments is chosen by ear: from here, to here', () => {
  const from = roundNamed('from', 12, { kind: 'no' });
  expect(roundNamed('moments', 20, from)).toEqual({ kind: 'moments', from: 12, to: 20 });
  // Whoever went back first says the same stretch the other way round.
  expect(roundNamed('moments', 5, from)).toEqual({ kind: 'moments', from: 5, to: 12 });
  expect(roundNamed('moments', 12, from)).toEqual(from);
});

test.each([
  [0, '0:00'],
  [59.9, '0:59'],
  [83, '1:23'],
  [3_600, '60:00'],
])('%d seconds are %s', (seconds, words) => expect(timeWords(seconds)).toBe(words));

test('a bar is said with its time through the section, where it is not the first', () => {
  expect(barWords({ section: 'Chorus', pass: 1, bar: 3 })).toBe('Chorus, bar 3');
  expect(barWords({ section: 'Chorus', pass: 2, bar: 3 })).toBe('Chorus, time 2, bar 3');
});
