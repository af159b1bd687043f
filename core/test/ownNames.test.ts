import { describe, expect, test } from '@jest/globals';
import {
  withEdits,
  expand,
  formatChord,
  fromText,
  parseChart,
  printChart,
  rewriteNumbers,
  toText,
  voice,
  type Song,
} from '../src/index.ts';

const head = (lines: string, more = '') =>
  `title:\nkey: C\nmeter: 4/4\n${more}${lines}\n\nVerse:\n`;

function read(text: string): Song {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(chart.problems[0]!.message);
  return chart.value;
}

describe('a player’s own names', () => {
  test.each([
    ['dim = 1 3 5', 'reads as something else'],
    ['vii = 1 3 5', 'reads as something else'],
    ['Asus = 1 3 5', 'reads as something else'],
    ['four = 1 9 4', '“9” is no degree of the key'],
    ['four = 1 4', 'three to six degrees'],
    ['four =', 'three to six degrees'],
    ['four = 1 2 3 4 5 6 7', 'three to six degrees'],
    ['four = 1 8 5 of the chord', '“8” is no tone of a chord'],
    ['four = 1 b6 #11 2 of the chord', 'No chord has just the tones'],
    [`${'longer'.repeat(4)} = 1 3 5`, 'up to 20 letters'],
    ['four = 1 3 4\nFour = 1 4 5', 'said above already'],
  ])('%s is refused: %s', (line, why) => {
    const chart = parseChart(`${head(line)}  1\n`);
    const messages = chart.ok ? [] : chart.problems.map(({ message }) => message);
    expect(messages.join(' ').replace('3 to 6', 'three to six')).toContain(why);
    // Nothing that was typed is lost by its repair, and what is around it stands.
    expect(chart.song.sections[0]!.phrases[0]!.bars).toHaveLength(1);
  });

  test('stand above the first section, and are no title, tempo or words', () => {
    const late = parseChart(`${head('')}  1\nfour = 1 3 4\n`);
    expect(late.ok ? '' : late.problems[0]!.message).toContain('above the first section');
    const { tempo, names, title } = parseChart('Tempo = 72\nbell = 1 4 5\n\nVerse:\n  bell\n').song;
    expect([tempo, names.map(({ name }) => name), title]).toEqual([72, ['bell'], '']);
  });

  test('sound as what they say, in both hands', () => {
    const named = read(
      `${head('four = 1 3 4 6\nwarm = 1 3 7 9 of the chord')}  four/2 | warm@4/5\n`,
    );
    const plain = read(`${head('')}  [1-3-4-6]/2 | 4maj9no5/5\n`);
    const held = (song: Song) => voice(expand(song)).slots.map((slot) => [slot!.left, slot!.right]);
    expect(held(named)).toEqual(held(plain));
  });

  test('print what they say by name, plain triads by their numbers; without them it is the symbol', () => {
    const song = read(
      `${head('four = 1 3 4 6\nfive = 1 3 5 of the chord')}  [1-3-4-6] | 1 | five@4 | [4-6-1]\n`,
    );
    expect(printChart(song)).toContain('  four | 1 | 4 | [4-6-1]\n');
    expect(printChart({ ...song, names: [] })).toContain('  [1-3-4-6] | 1 | 4 | [4-6-1]\n');
    expect(toText(song, { chords: 'numbers' })).toContain('[1-3-4-6]');
  });

  test('counted from another home, and turned into that, they say the same notes', () => {
    const text = `title:\nkey: A minor\nmeter: 4/4\nminor: own tonic\nfour = 1 3 4 b6\n\nVerse:\n  four/2 | 4m\n`;
    const song = read(text);
    const [first] = song.sections[0]!.phrases[0]!.bars;
    const chord =
      first!.kind === 'played' && first!.slots[0]!.kind === 'chord' && first!.slots[0]!.chord;
    expect(chord && formatChord(chord)).toBe('[6-#1-2-4]/7');
    const edit = rewriteNumbers(parseChart(text), { reading: 'as written', minor: 'relative' });
    if (!edit.ok) throw new Error('no edit');
    const turned = withEdits(text, edit.changes);
    expect(turned).toContain('four = 6 #1 2 4\n');
    expect(turned).toContain('four/7 | 2m');
    expect(read(turned).sections).toEqual(song.sections);
  });

  test('mistyped among others they are a problem of their bar, not words', () => {
    const chart = parseChart(`${head('four = 1 3 4 6')}  four/2 | for/5 | fourth | 1\n`);
    expect(chart.ok ? [] : chart.problems.map(({ repairs }) => repairs[0]!.text)).toEqual([
      'four',
      'four',
    ]);
  });

  test('a text with chords over its words does not know them', () => {
    const song = read(`${head('four = 1 3 4 6')}  four/2 | 1 | 4 | 5\n  > low | the | lamp | is\n`);
    const back = fromText(toText(song, { chords: 'numbers' }));
    expect(back.ok && printChart(back.value.song)).toContain('[1-3-4-6]/2 | 1 | 4 | 5');
  });
});
