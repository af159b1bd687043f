/**
 * Pieces as somebody plays them, each with the chart that a keyboardist would keep of it, written down by hand before it
 * was read by the program. A hand is written in notes with their octave and length, `C4/2` for two quarters, `+` between
 * notes that are struck together, `_` for silence, `~` before a note that is tied to the one before; bar lines only help the eye.
 */
export interface PlayedPiece {
  readonly name: string;
  /** Why the chart is what it is. */
  readonly why: string;
  readonly meter: string;
  /** In sharps, flats below 0. */
  readonly signature: number;
  readonly hands: readonly string[];
  readonly bars: string;
}

export const playedPieces: readonly PlayedPiece[] = [
  {
    name: 'block chords',
    why: 'a chord for each bar, however often it is struck',
    meter: '4/4',
    signature: 1,
    hands: [
      'G3+B3+D4 G3+B3+D4 G3+B3+D4 G3+B3+D4 | G3+C4+E4/4 | A3+D4+F#4/2 A3+D4+F#4/2 | G3+B3+D4/4',
      'G2/4 | C2/4 | D2/4 | G2/4',
    ],
    bars: '1 | 4 | 5 | 1',
  },
  {
    name: 'broken chords',
    why: 'notes that come one by one are one chord',
    meter: '4/4',
    signature: 0,
    hands: [
      'E4/.5 G4/.5 C5/.5 G4/.5 E4/.5 G4/.5 C5/.5 G4/.5 | E4/.5 A4/.5 C5/.5 A4/.5 E4/.5 A4/.5 C5/.5 A4/.5 | F4/.5 A4/.5 C5/.5 A4/.5 F4/.5 A4/.5 C5/.5 A4/.5 | D4/.5 G4/.5 B4/.5 G4/.5 D4/.5 G4/.5 B4/.5 G4/.5',
      'C3/4 | A2/4 | F2/4 | G2/4',
    ],
    bars: '1 | 6m | 4 | 5',
  },
  {
    name: 'both hands broken, without a held bass',
    why: 'the lowest note of the beat that begins it is the bass',
    meter: '4/4',
    signature: 0,
    hands: [
      'C3/.5 G3/.5 C4/.5 E4/.5 G4/.5 E4/.5 C4/.5 G3/.5 | F2/.5 C3/.5 F3/.5 A3/.5 C4/.5 A3/.5 F3/.5 C3/.5 | G2/.5 D3/.5 G3/.5 B3/.5 D4/.5 B3/.5 G3/.5 D3/.5 | C3/.5 G3/.5 C4/.5 E4/.5 C4/2',
    ],
    bars: '1 | 4 | 5 | 1',
  },
  {
    name: 'bass and chord in turns',
    why: 'the bass first, the chord on the beats after it',
    meter: '4/4',
    signature: -1,
    hands: [
      '_ F3+A3+C4 _ F3+A3+C4 | _ F3+Bb3+D4 _ F3+Bb3+D4 | _ E3+G3+C4 _ E3+G3+C4 | F3+A3+C4/4',
      'F2 _ C2 _ | Bb1 _ F2 _ | C2 _ G2 _ | F2/4',
    ],
    bars: '1 | 4 | 5 | 1',
  },
  {
    name: 'a waltz',
    why: 'one bass note and two strokes a bar',
    meter: '3/4',
    signature: 2,
    hands: [
      '_ F#3+A3+D4 F#3+A3+D4 | _ E3+G3+B3 E3+G3+B3 | _ E3+G3+C#4 E3+G3+C#4 | _ F#3+A3+D4 F#3+A3+D4',
      'D2/3 | E2/3 | A2/3 | D2/3',
    ],
    bars: '1 | 2m | 57 | 1',
  },
  {
    name: 'passing notes in the bass',
    why: 'an eighth on the way from one root to the next is no chord',
    meter: '4/4',
    signature: 0,
    hands: [
      'E4+G4+C5/4 | E4+A4+C5/4 | F4+A4+C5/4 | D4+G4+B4/4',
      'C3/3.5 B2/.5 | A2/3.5 G2/.5 | F2/3 F2/.5 F#2/.5 | G2/4',
    ],
    bars: '1 | 6m | 4 | 5',
  },
  {
    name: 'a bass that walks down by halves',
    why: 'where the bass goes elsewhere and stays, that is written',
    meter: '4/4',
    signature: 0,
    hands: [
      'E4+G4+C5/2 D4+G4+B4/2 | E4+A4+C5/2 E4+G4+C5/2 | F4+A4+C5/2 E4+G4+C5/2 | F4+A4+D5/2 D4+G4+B4/2',
      'C3/2 B2/2 | A2/2 G2/2 | F2/2 E2/2 | D2/2 G2/2',
    ],
    bars: '1 5/7 | 6m 1/5 | 4 1/3 | 2m 5',
  },
  {
    name: 'a tune over chords, in one hand',
    why: 'short steps of the tune belong to no chord',
    meter: '4/4',
    signature: 0,
    hands: [
      'C4+E4+G4/2 A4/.5 G4/.5 F4/.5 E4/.5 | C4+F4+A4/2 G4/.5 F4/.5 G4/.5 A4/.5 | B3+D4+G4/3 A4/.5 B4/.5 | C4+E4+C5/4',
      'C3/4 | F2/4 | G2/4 | C3/4',
    ],
    bars: '1 | 4 | 5 | 1',
  },
  {
    name: 'thirds over roots',
    why: 'two notes over a root make its chord, or the seventh chord that they belong to',
    meter: '4/4',
    signature: 0,
    hands: ['E4+G4/4 | C4+E4/4 | A4+C5/4 | B3+D4/4', 'C3/4 | A2/4 | F2/4 | G2/4'],
    bars: '1 | 6m | 4 | 5',
  },
  {
    name: 'open fifths that get their third',
    why: 'the third that comes later belongs to the chord from its beginning',
    meter: '4/4',
    signature: 0,
    hands: ['G3/2 E4+G4/2 | C4/2 F4+A4/2 | D4/2 B3+D4/2 | G3/2 E4/2', 'C3/4 | F2/4 | G2/4 | C3/4'],
    bars: '1 | 4 | 5 | 1',
  },
  {
    name: 'suspended and resolved',
    why: 'a change of half a bar that is heard as two chords',
    meter: '4/4',
    signature: 0,
    hands: [
      'C4+F4+G4/2 C4+E4+G4/2 | C4+D4+G4/2 B3+D4+G4/2 | F4+A4+C5/4 | E4+G4+C5/4',
      'C3/4 | G2/4 | F2/4 | C3/4',
    ],
    bars: '1sus4 1 | 5sus4 5 | 4 | 1',
  },
  {
    name: 'pushed chords',
    why: 'an eighth before the bar line, both hands',
    meter: '4/4',
    signature: 0,
    hands: [
      'E4+G4+C5/3.5 F4+A4+C5/.5 | ~F4+A4+C5/3.5 D4+G4+B4/.5 | ~D4+G4+B4/4 | E4+G4+C5/4',
      'C3/3.5 F2/.5 | ~F2/3.5 G2/.5 | ~G2/4 | C3/4',
    ],
    bars: '1 | <4 | <5 | 1',
  },
  {
    name: 'pushed in the right hand',
    why: 'the bass comes with the bar',
    meter: '4/4',
    signature: 0,
    hands: [
      'E4+G4+C5/3.5 F4+A4+C5/.5 | ~F4+A4+C5/4 | D4+G4+B4/4 | E4+G4+C5/4',
      'C3/4 | F2/4 | G2/4 | C3/4',
    ],
    bars: '1 | <r4 | 5 | 1',
  },
  {
    name: 'six eighths, broken',
    why: 'two beats of three eighths, one chord',
    meter: '6/8',
    signature: 1,
    hands: [
      'B3/.5 D4/.5 G4/.5 B4/.5 G4/.5 D4/.5 | C4/.5 E4/.5 G4/.5 C5/.5 G4/.5 E4/.5 | C4/.5 D4/.5 F#4/.5 A4/.5 F#4/.5 D4/.5 | B3/.5 D4/.5 G4/.5 B4/1.5',
      'G2/3 | C3/3 | D3/3 | G2/3',
    ],
    bars: '1 | 4 | 57 | 1',
  },
  {
    name: 'minor, with its dominant',
    why: 'the raised leading note belongs to 3',
    meter: '4/4',
    signature: 0,
    hands: ['E4+A4+C5/4 | F4+A4+D5/4 | E4+G#4+B4/4 | E4+A4+C5/4', 'A2/4 | D3/4 | E3/4 | A2/4'],
    bars: '6m | 2m | 3 | 6m',
  },
  {
    name: 'silence for a bar',
    why: 'what is silent stays silent',
    meter: '4/4',
    signature: 0,
    hands: ['E4+G4+C5/4 | _/4 | F4+A4+C5/4 | E4+G4+C5/4', 'C3/4 | _/4 | F2/4 | C3/4'],
    bars: '1 | _ | 4 | 1',
  },
  {
    name: 'four chords a bar',
    why: 'each beat with a bass of its own is a chord of its own',
    meter: '4/4',
    signature: 0,
    hands: [
      'E4+G4+C5 D4+G4+B4 E4+A4+C5 F4+A4+C5 | D4+G4+B4/4 | E4+G4+C5/4',
      'C3 G2 A2 F2 | G2/4 | C3/4',
    ],
    bars: '1 5 6m 4 | 5 | 1',
  },
  {
    name: 'added ninths, broken',
    why: 'a ninth that comes in every bar is part of the chord',
    meter: '4/4',
    signature: 0,
    hands: [
      'D4/.5 E4/.5 G4/.5 D4/.5 E4/.5 G4/.5 D4/.5 E4/.5 | A3/.5 C4/.5 G4/.5 A3/.5 C4/.5 G4/.5 A3/.5 C4/.5',
      'C3/4 | F2/4',
    ],
    bars: '1add9 | 4add9',
  },
];
