import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  expand,
  noSound,
  parseChart,
  plainKeyboard,
  soundChanges,
  soundMessages,
  usualChannels,
  withSound,
  type KeyboardSound,
} from '@intervallum/core';
import { simulatedModule } from '../src/device/midi/soundModule.ts';
import { playedInWords, setInWords } from '../src/music/playedIn.ts';
import { soundInWords, withSoundsSaid } from '../src/music/soundWords.ts';
import { changeAt, placeOfChange } from '../src/screens/stand/soundSteps.ts';

const patch = (name: string, program: number, bank: number | null = null) => ({
  name,
  program,
  bank,
});
const { timeline, song } = (() => {
  const read = parseChart(
    'title: Mill\nroad: Verse, Chorus, Verse\n\nVerse:\n  1 | 4\n\nChorus:\n  5 | 1\n',
  );
  return { timeline: expand(read.song), song: read.song };
})();
const organ: KeyboardSound = { ...noSound, main: patch('organ', 17) };
const piano: KeyboardSound = {
  main: patch('grand piano', 1),
  layer: patch('strings', 49),
  left: patch('Deep bass', 39, 130),
  pad: patch('warm pad', 90),
  splitAt: 48,
};

describe('the simulated sound module', () => {
  test('has what it was told last on each channel; of all other messages it takes no notice', () => {
    const part = fc.option(
      fc.record({
        name: fc.constant('Any'),
        program: fc.integer({ min: 1, max: 128 }),
        bank: fc.integer({ min: 0, max: 16_383 }),
      }),
    );
    const sound = fc.record({ main: part, layer: part, left: part, pad: part });
    // Keys, pressure and the wheel, on the same channels.
    const other = fc
      .tuple(fc.constantFrom(0x80, 0x90, 0xa0, 0xd0, 0xe0), fc.nat(3), fc.nat(127), fc.nat(127))
      .map(([command, channel, ...data]) => Uint8Array.of(command + channel, ...data));
    fc.assert(
      fc.property(
        fc.array(sound, { minLength: 1, maxLength: 3 }),
        fc.array(other),
        (row, noise) => {
          const { receive, store } = simulatedModule();
          for (const one of row) {
            for (const bytes of soundMessages({ ...one, splitAt: 60 }, usualChannels)) {
              receive(bytes);
              noise.forEach(receive);
            }
          }
          const last = row.at(-1)!;
          const parts = ['main', 'layer', 'left', 'pad'] as const;
          expect(store.getState().map(({ channel, isHeard }) => [channel, isHeard])).toEqual(
            parts.map((name, place) => [place + 1, last[name] !== null]),
          );
          for (const { channel, bank, program, isHeard } of store.getState())
            if (isHeard)
              expect({ bank, program }).toMatchObject(heardOf(last[parts[channel - 1]!]!));
        },
      ),
    );
  });
});

const heardOf = ({ bank, program }: { bank: number | null; program: number }) => ({
  bank,
  program,
});

describe('sounds along a song', () => {
  const verse = withSound(plainKeyboard, [0, 1], piano);
  const both = withSound(verse, [2, 3], organ);

  test('hold from where they begin; before the first nothing is said', () => {
    const chorus = soundChanges(timeline, withSound(plainKeyboard, [2, 3], organ));
    expect([0, 1, 2, 3, 4, 5].map((at) => changeAt(chorus, at))).toEqual([-1, -1, 0, 0, 0, 0]);
    const changes = soundChanges(timeline, both);
    expect([0, 1, 2, 3, 4, 5].map((at) => changeAt(changes, at))).toEqual([0, 0, 1, 1, 2, 2]);
    expect(changes.map((one) => placeOfChange(timeline, one))).toEqual([
      { name: 'Verse', pass: 1, often: true },
      { name: 'Chorus', pass: 1, often: false },
      { name: 'Verse', pass: 2, often: true },
    ]);
  });

  test('are said in a line, usual ones in the language of the page, others as they are called', () => {
    const names = { language: 'english' } as const;
    expect(soundInWords(piano, names)).toBe(
      'grand piano + strings · Deep bass below C3 · warm pad beneath',
    );
    expect(soundInWords({ ...noSound, pad: patch('constructor', 5) }, names)).toBe(
      'constructor beneath',
    );
    expect(soundInWords({ ...piano, layer: null, pad: null }, { language: 'german' })).toBe(
      'grand piano · Deep bass below C3',
    );
  });

  test('stand beside the names of their sections, and change nothing else of the song', () => {
    const said = withSoundsSaid(song, both, { language: 'english' });
    expect(said.sections.map(({ directions }) => directions)).toEqual([
      [soundInWords(piano, { language: 'english' })],
      ['organ'],
    ]);
    const undone = said.sections.map((section) => ({ ...section, directions: [] }));
    expect({ ...said, sections: undone }).toEqual(song);
    expect(withSoundsSaid(song, plainKeyboard, { language: 'english' })).toBe(song);
  });
});

test('how far a keyboard is set is said with its sign, and not at all where it is as it stands', () => {
  expect([-2, 0, 1].map(setInWords)).toEqual(['−2', '0', '+1']);
  const key = (letter: 'C' | 'D' | 'E', alter = 0) => ({
    tonic: { letter, alter },
    mode: 'major' as const,
  });
  const names = { language: 'english' } as const;
  expect(playedInWords(key('E', -1), key('D'), names)).toBe('played in D, keyboard +1');
  expect(playedInWords(key('C'), key('D'), names)).toBe('played in D, keyboard −2');
  expect(playedInWords(key('C'), key('C'), names)).toBe('');
});
