import {
  chordTones,
  degreeOfSemitones,
  nameDegree,
  nameOfPitch,
  pitchClass,
  relativeMajor,
  withSigns,
  type Chord,
} from '@intervallum/core';
import type { ChartView } from '../rails/view.ts';

const degreeOf = (note: number, { key }: ChartView) =>
  degreeOfSemitones(note - pitchClass(relativeMajor(key).tonic));

/** The degree of the key that a note is, counted and written as the chart is looked at. */
export function degreeLabel(note: number, view: ChartView): string {
  return nameDegree(degreeOf(note, view), view.style);
}

/** A key's own name, for those who listen: `E♭4`. */
export function keyLabel(note: number, view: ChartView): string {
  return nameOfPitch(note, view.key, view.letterStyle);
}

const shortRoles: Readonly<Record<string, string>> = {
  root: '1',
  second: '2',
  third: '3',
  fourth: '4',
  fifth: '5',
  sixth: '6',
  seventh: '7',
  ninth: '9',
  eleventh: '11',
  thirteenth: '13',
};

/** What a note is in its chord, as a figure over the root: 1, ♭3, 5, ♭7; of a note that is no chord tone, its interval. */
export function roleLabel(note: number, chord: Chord, view: ChartView): string {
  const tones = chordTones(chord, view.key);
  const tone = tones.find(({ pitchClass: at }) => at === note % 12);
  const root = tones.find(({ role }) => role === 'root') ?? tones[0]!;
  const above = (note - root.pitchClass + 120) % 12;
  if (tone && tone.role !== 'bass') {
    const figure = shortRoles[tone.role] ?? tone.role;
    const isFlat =
      (tone.role === 'third' && above === 3) || (tone.role === 'seventh' && above === 10);
    const isDouble = tone.role === 'seventh' && above === 9;
    return withSigns(`${isDouble ? 'bb' : isFlat ? 'b' : ''}${figure}`, 'printed');
  }
  return withSigns(overRoot[above]!, 'printed');
}

const overRoot = ['1', 'b9', '9', 'b3', '3', '11', '#11', '5', 'b13', '13', 'b7', '7'] as const;
