import { expect, test } from '@jest/globals';
import { MPEGDecoder } from 'mpg123-decoder';
import { readFileSync } from 'node:fs';
import { expand, parseChart, suggestColours } from '@intervallum/core';
import { laterThanListed, piecesToSay, type Word } from '../src/device/audio/spokenPieces.ts';
import { chordInWords } from '../src/music/rails/spoken.ts';
import { numberStyle, letterStyle } from '../src/music/rails/view.ts';
import { portuguese } from '../src/words/portuguese.ts';

const folder = new URL('../src/device/audio/spoken/', import.meta.url);
const languages = ['english', 'portuguese'] as const;

/** The list as it stands in the file that was made: what Vite makes of addresses is not to be had here. */
function wordsOf(language: (typeof languages)[number]): Word[] {
  const text = readFileSync(new URL(`${language}.ts`, folder), 'utf8');
  return [...text.matchAll(/\['(.+)', ([\d.]+), ([\d.]+)\]/g)].map(([, word, from, seconds]) => [
    word!,
    Number(from),
    Number(seconds),
  ]);
}

test.each(languages)(
  'in the recording of %s each word lies where the list says',
  async (language) => {
    const decoder = new MPEGDecoder();
    await decoder.ready;
    const { channelData, sampleRate } = decoder.decode(
      readFileSync(new URL(`${language}.mp3`, folder)),
    );
    decoder.free();
    const words = wordsOf(language);
    const [samples] = channelData;
    const later = laterThanListed(samples!, sampleRate, words);
    const loudest = (from: number, to: number) => {
      let most = 0;
      for (
        let at = Math.round((from + later) * sampleRate);
        at < (to + later) * sampleRate;
        at += 1
      )
        most = Math.max(most, Math.abs(samples![at]!));
      return most;
    };
    expect(words.length).toBeGreaterThan(40);
    for (const [word, from, seconds] of words) {
      const before = loudest(from - 0.05, from - 0.01);
      expect([word, loudest(from, from + seconds) > 0.1, before < 0.03]).toEqual([
        word,
        true,
        true,
      ]);
      // It is over before a sixteenth is, or it is no count.
      if (/^(\d|and|e|a|i)$/.test(word)) expect(seconds).toBeLessThan(0.4);
    }
  },
);

test('whatever colour a chord has can be said, each of its words', () => {
  const { song } = parseChart(
    'key: Eb\n\nA:\n  1 | 2m7b5 | b3 | 4 | 57 | 6m | b7/4 | #4dim7 | 5aug\n',
  );
  const known = wordsOf('english');
  const settings = {
    reading: 'chart',
    minor: 'chart',
    symbols: 'words',
    language: 'english',
    spelling: 'easy',
  } as const;
  for (const { is } of expand(song).slots) {
    if (is.kind !== 'chord') continue;
    const colours = suggestColours(is.chord, { key: song.key }).map(({ chord }) => chord);
    for (const chord of [is.chord, ...colours])
      for (const hero of ['numbers', 'letters'] as const) {
        const view = {
          key: song.key,
          style: numberStyle(song, settings),
          letterStyle: letterStyle(settings),
          hero,
        };
        const said = chordInWords(chord, view);
        expect([said, piecesToSay(said, known).length]).toEqual([said, said.split(' ').length]);
      }
  }
  expect(piecesToSay('1 e & a', known)).toHaveLength(3);
});

test('what is said of a chord in Portuguese is in its recording', () => {
  const known = wordsOf('portuguese');
  const names = [
    ...(['minor', 'major', 'half diminished', 'diminished', 'augmented', 'altered'] as const),
    ...(['double sharp', 'double flat', 'sharp', 'flat', 'natural', 'over', 'no', 'and'] as const),
  ];
  for (const name of names) {
    const said: string = portuguese[name];
    expect([said, piecesToSay(said, known).length]).toEqual([said, said.split(' ').length]);
  }
  expect(piecesToSay('Dó Fá Lá', known)).toHaveLength(3);
});
