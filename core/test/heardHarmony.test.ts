import { describe, expect, test } from '@jest/globals';
import { writeMidi, type MidiEvent } from 'midi-file';
import {
  fromMidi,
  fromMusicXml,
  parseKey,
  printChart,
  type Imported,
  type Result,
} from '../src/index.ts';
import { playedPieces, type PlayedPiece } from './playedPieces.ts';

/** Divisions of a quarter in what is written here. */
const quarter = 4;

interface Struck {
  readonly at: number;
  readonly ticks: number;
  readonly notes: readonly string[];
  readonly tied: boolean;
}

function struckIn(hand: string): Struck[] {
  let at = 0;
  return hand
    .split(/[\s|]+/)
    .filter(Boolean)
    .map((word) => {
      const [notes, length = '1'] = word.replace('~', '').split('/');
      const ticks = Number(length) * quarter;
      const one = {
        at,
        ticks,
        notes: notes === '_' ? [] : notes!.split('+'),
        tied: word[0] === '~',
      };
      at += ticks;
      return one;
    });
}

const steps: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

function partsOf(note: string) {
  const [, letter, sign, octave] = /^([A-G])([#b]?)(\d)$/.exec(note)!;
  return {
    letter: letter!,
    alter: sign === '#' ? 1 : sign === 'b' ? -1 : 0,
    octave: Number(octave),
  };
}

function numberOf(note: string): number {
  const { letter, alter, octave } = partsOf(note);
  return 12 * (octave + 1) + steps[letter]! + alter;
}

/** The piece as a MIDI file: a track for each hand, tied notes as one. */
function midiOf({ hands, meter, signature }: PlayedPiece): Uint8Array {
  const [numerator, denominator] = meter.split('/').map(Number);
  const head: MidiEvent[] = [
    {
      deltaTime: 0,
      meta: true,
      type: 'timeSignature',
      numerator: numerator!,
      denominator: denominator!,
      metronome: 24,
      thirtyseconds: 8,
    },
    { deltaTime: 0, meta: true, type: 'keySignature', key: signature, scale: 0 },
  ];
  const tracks = hands.map((hand, channel) => {
    const events: { at: number; note: number; on: boolean }[] = [];
    for (const { at, ticks, notes, tied } of struckIn(hand))
      for (const note of notes.map(numberOf)) {
        const before = tied && events.findLast((one) => one.note === note && !one.on);
        if (before) before.at = at + ticks;
        else events.push({ at, note, on: true }, { at: at + ticks, note, on: false });
      }
    events.sort((one, other) => one.at - other.at || Number(one.on) - Number(other.on));
    let last = 0;
    return [
      ...events.map(({ at, note, on }): MidiEvent => {
        const deltaTime = at - last;
        last = at;
        return {
          deltaTime,
          type: on ? 'noteOn' : 'noteOff',
          channel,
          noteNumber: note,
          velocity: on ? 80 : 0,
        };
      }),
      { deltaTime: 0, meta: true, type: 'endOfTrack' } as MidiEvent,
    ];
  });
  return Uint8Array.from(
    writeMidi({
      header: { format: 1, numTracks: tracks.length + 1, ticksPerBeat: quarter },
      tracks: [[...head, { deltaTime: 0, meta: true, type: 'endOfTrack' }], ...tracks],
    }),
  );
}

/** The piece as a score: a part for each hand; what is tied over a bar line is tied there. */
function scoreOf({ hands, meter, signature }: PlayedPiece): string {
  const [beats, unit] = meter.split('/').map(Number);
  const bar = (beats! * quarter * 4) / unit!;
  const parts = hands.map((hand, part) => {
    const measures = new Map<number, string[]>();
    for (const { at, ticks, notes, tied } of struckIn(hand)) {
      const measure = measures.get(Math.floor(at / bar)) ?? [];
      measures.set(Math.floor(at / bar), measure);
      if (notes.length === 0) measure.push(`<note><rest/><duration>${ticks}</duration></note>`);
      for (const [index, note] of notes.entries()) {
        const { letter, alter, octave } = partsOf(note);
        measure.push(
          `<note>${index > 0 ? '<chord/>' : ''}<pitch><step>${letter}</step><alter>${alter}</alter><octave>${octave}</octave></pitch><duration>${ticks}</duration>${tied ? '<tie type="stop"/>' : ''}</note>`,
        );
      }
    }
    const head = `<attributes><divisions>${quarter}</divisions><key><fifths>${signature}</fifths></key><time><beats>${beats}</beats><beat-type>${unit}</beat-type></time></attributes>`;
    const written = [...measures].map(
      ([index, inside]) =>
        `<measure number="${index + 1}">${index === 0 ? head : ''}${inside.join('')}</measure>`,
    );
    return `<part id="P${part}">${written.join('')}</part>`;
  });
  return `<score-partwise>${parts.join('')}</score-partwise>`;
}

function barsIn(read: Result<Imported>): string {
  if (!read.ok) return read.problems[0]!.message;
  const lines = printChart(read.value.song).split('\n');
  return lines
    .filter((line) => line.startsWith('  '))
    .map((line) => line.trim())
    .join(' | ');
}

const key = (signature: number) => {
  const names = ['Bb', 'F', 'C', 'G', 'D'];
  const read = parseKey(names[signature + 2]!);
  if (!read.ok) throw new Error('no key');
  return { key: read.value };
};

describe('what somebody played is written as a keyboardist would write it', () => {
  // Written by hand; the charts were written before the program read them.
  test.each(playedPieces)('$name: $why', (piece) => {
    expect(barsIn(fromMidi(midiOf(piece), key(piece.signature)))).toBe(piece.bars);
  });

  test.each(playedPieces)('the same from a score without chord symbols: $name', (piece) => {
    expect(barsIn(fromMusicXml(scoreOf(piece)))).toBe(piece.bars);
  });
});
