import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** A song to hold: its chart, as one would type it. */
export interface Piece {
  readonly title: string;
  readonly text: string;
}

const folder = join(import.meta.dirname, '../../demo/songs');

/** The songs that come with the application. */
export const demoSongs: readonly Piece[] = readdirSync(folder).map((file) => ({
  title: file.replace(/\.txt$/, ''),
  text: readFileSync(join(folder, file), 'utf8'),
}));

/**
 * What may follow a chord, as players string chords together (common practice, no published source): every chord leads
 * somewhere it is heard to lead in songs, so that dominants resolve and basses walk about as often as they do there.
 */
const follow: Readonly<Record<string, readonly string[]>> = {
  '1': ['4', '5', '6m', '5/7', '1/3', '2m7', '17', '4/1', '1maj7', '1sus4', '3m7'],
  '1maj7': ['4maj7', '2m7', '6m7'],
  '1add9': ['5/7', '4', '6m7'],
  '1sus4': ['1'],
  '17': ['4'],
  '1/3': ['4', '2m7', '4maj7'],
  '1/5': ['4', '5', '67', '#4m7b5'],
  '4/1': ['1', '5/7'],
  '2m': ['5', '4', '1/3'],
  '2m7': ['5', '57', '5(13)', '5sus4', '1/3', '3m7'],
  '3m': ['4', '6m'],
  '3m7': ['6m7', '4maj7', '67', '2m7'],
  '37': ['6m', '6m7'],
  '4': ['5', '1', '4m', '1/5', '2m7', '5/7', '#4dim7'],
  '4maj7': ['3m7', '57', '1', '37'],
  '4m': ['1', '1/5'],
  '#4dim7': ['1/5', '5'],
  '#4m7b5': ['4maj7', '4'],
  '5': ['1', '6m', '5/4', '4', '1add9'],
  '57': ['1', '6m', '1maj7'],
  '5(13)': ['1', '1maj7'],
  '5sus4': ['5', '57', '1'],
  '5/4': ['1/3', '3m7'],
  '5/7': ['1', '6m', '6m7', '1add9'],
  '6m': ['4', '5', '6m/5', '2m7', '1/5', 'b6'],
  '6m/5': ['4', '#4m7b5', '4maj7'],
  '6m7': ['2m7', '4maj7', '5', '27'],
  '67': ['2m', '2m7'],
  '27': ['5', '57', '5sus4'],
  b6: ['b7'],
  b7: ['1', '4'],
};

const beginnings = ['1', '6m', '4', '1add9', '1maj7', '2m7'] as const;

/** Sixty progressions of sixteen bars, the same ones every time. */
export const progressions: readonly Piece[] = fc
  .sample(fc.tuple(fc.nat(5), fc.array(fc.nat(9_999), { minLength: 15, maxLength: 15 })), {
    seed: 2026,
    numRuns: 60,
  })
  .map(([first, turns], index) => {
    const chords: string[] = [beginnings[first]!];
    for (const turn of turns) {
      const ways = follow[chords.at(-1)!]!;
      chords.push(ways[turn % ways.length]!);
    }
    const bars = chords.join(' | ');
    const title = `Progression ${index + 1}`;
    return { title, text: `title: ${title}\nkey: C\nmeter: 4/4\n\nA:\n  ${bars}\n` };
  });
