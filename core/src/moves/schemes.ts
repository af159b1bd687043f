import type { Mode } from '../pitch/key.ts';
import type { SectionIdea } from './sectionMoves.ts';

/** An intro or an ending as a formula, bar by bar, in numbers as written (common practice, no published source). */
export interface Scheme extends Omit<SectionIdea, 'bars'> {
  readonly bars: readonly string[];
}

/** Intros by the home of the song; each is as long as it says, half of that, or several times as long. */
export const introSchemes: Readonly<Record<Mode, readonly Scheme[]>> = {
  major: [
    {
      id: 'six five one four',
      name: '6m 5 1 4, with room for an answer',
      grade: 'plain',
      why: 'A round that everybody knows; the first notes of the tune can answer it.',
      bars: ['6m', '5', '1', '4'],
    },
    {
      id: 'octaves and fifths',
      name: 'Long octaves and fifths',
      grade: 'plain',
      why: 'Open and wide: no third says yet how it will be.',
      bars: ['1(5)', '4(5)'],
      directions: ['long octaves and fifths, softly'],
    },
    {
      id: 'vamp with a riff',
      name: 'A vamp for a riff',
      grade: 'warm',
      why: 'Home and the 4 over it, until the leader gives the signal; there is room for a riff over it.',
      bars: ['1 4/1'],
      open: true,
    },
    {
      id: 'vamp of two',
      name: 'A vamp of 2m7 and 3',
      grade: 'altered',
      why: 'Two chords to and fro, the second sharpened, until the leader gives the signal.',
      bars: ['2m7 37#5#9'],
      open: true,
    },
    {
      id: 'pedal on five',
      name: 'Over a held 5',
      grade: 'warm',
      why: 'The bass stays on 5 and waits; the song releases it.',
      bars: ['1/5', '4/5', '2m7/5', '57'],
    },
    {
      id: 'home by diminished',
      name: 'Home by a diminished chord',
      grade: 'rich',
      why: 'The old close: 4, the diminished above it, home over its fifth, and the five.',
      bars: ['1', '4 #4dim7', '1/5', '57'],
    },
    {
      id: 'walk home',
      name: 'A bass that walks home',
      grade: 'plain',
      why: 'The bass comes down from home by steps, and goes on to the five.',
      bars: ['1 5/7', '6m 1/5', '4 1/3', '2m7 5'],
    },
    {
      id: 'two five',
      name: 'Two and five',
      grade: 'warm',
      why: 'Nothing but the way home, as a call.',
      bars: ['2m7', '57'],
    },
  ],
  minor: [
    {
      id: 'six four one five',
      name: '6m 4 1 5, with room for an answer',
      grade: 'plain',
      why: 'A round that everybody knows; the first notes of the tune can answer it.',
      bars: ['6m', '4', '1', '5'],
    },
    {
      id: 'octaves and fifths',
      name: 'Long octaves and fifths',
      grade: 'plain',
      why: 'Open and wide: no third says yet how it will be.',
      bars: ['6(5)', '4(5)'],
      directions: ['long octaves and fifths, softly'],
    },
    {
      id: 'vamp with a riff',
      name: 'A vamp for a riff',
      grade: 'warm',
      why: 'Home and the 2m over it, until the leader gives the signal; there is room for a riff over it.',
      bars: ['6m 2m/6'],
      open: true,
    },
    {
      id: 'pedal on five',
      name: 'Over a held 3',
      grade: 'warm',
      why: 'The bass stays on 3, the five of the minor home, and waits.',
      bars: ['6m/3', '2m/3', '37sus4', '37'],
    },
    {
      id: 'walk down',
      name: 'A bass that walks down',
      grade: 'plain',
      why: 'The bass comes down from home by steps to the five of it.',
      bars: ['6m', '5', '4', '37'],
    },
    {
      id: 'half-diminished',
      name: 'Two and five of the minor home',
      grade: 'rich',
      why: 'Nothing but the way home, as a call.',
      bars: ['7m7b5', '37'],
    },
    {
      id: 'inner line',
      name: 'A voice that falls from home',
      grade: 'rich',
      why: 'One voice falls by half steps over the held home.',
      bars: ['6m 6m(maj7)', '6m7 6m6'],
    },
  ],
};

/** Endings by the home of the song. */
export const endingSchemes: Readonly<Record<Mode, readonly Scheme[]>> = {
  major: [
    {
      id: 'hold',
      name: 'Hold',
      grade: 'plain',
      why: 'One chord of home until nobody sounds any more.',
      bars: ['1~^'],
    },
    {
      id: 'amen',
      name: 'Amen',
      grade: 'plain',
      why: '4, then home: the old close of hymns.',
      bars: ['4', '1~^'],
    },
    {
      id: 'minor amen',
      name: 'Amen, borrowed',
      grade: 'rich',
      why: 'The 4 turns minor before home.',
      bars: ['4 4m', '1~^'],
    },
    {
      id: 'flat seven four one',
      name: 'b7, 4, home',
      grade: 'rich',
      why: 'Wide and strong: the borrowed b7 falls to 4, and 4 home.',
      bars: ['b7', '4', '1~^'],
    },
    {
      id: 'coloured close',
      name: 'A coloured close',
      grade: 'altered',
      why: 'Two and five with all their colours, the bass up by steps into home.',
      bars: ['2(13)', '5(9sus4)', '4/5 5/7', '1~^'],
    },
    {
      id: 'walk up and stop',
      name: 'Walk up and stop',
      grade: 'plain',
      why: 'The bass walks up into one short stroke, together.',
      bars: ['1', '4/6 5/7', '1! _'],
    },
    {
      id: 'flat six flat seven one',
      name: 'b6, b7, home',
      grade: 'rich',
      why: 'Two borrowed chords rise by whole steps into home.',
      bars: ['b6', 'b7', '1~^'],
    },
  ],
  minor: [
    {
      id: 'hold',
      name: 'Hold',
      grade: 'plain',
      why: 'One chord of home until nobody sounds any more.',
      bars: ['6m~^'],
    },
    {
      id: 'amen',
      name: 'Amen',
      grade: 'plain',
      why: '2m, then home: the old close of hymns, in minor.',
      bars: ['2m', '6m~^'],
    },
    {
      id: 'amen in major',
      name: 'Amen, bright at the end',
      grade: 'rich',
      why: 'The last chord has a major third: light at the end.',
      bars: ['2m', '6~^'],
    },
    {
      id: 'four five six',
      name: '4, 5, home',
      grade: 'plain',
      why: 'Two chords rise by whole steps into the minor home.',
      bars: ['4', '5', '6m~^'],
    },
    {
      id: 'two five',
      name: 'Two, five, home',
      grade: 'altered',
      why: 'The half-diminished two and the five with its colours.',
      bars: ['7m7b5', '37#5#9', '6m~^'],
    },
    {
      id: 'walk up and stop',
      name: 'Walk up and stop',
      grade: 'rich',
      why: 'The bass walks up into one short stroke, together.',
      bars: ['6m', '2/#4 3/#5', '6m! _'],
    },
    {
      id: 'held five',
      name: 'A held five, home',
      grade: 'warm',
      why: 'The five waits on its fourth, then leads home.',
      bars: ['37sus4 37', '6m~^'],
    },
  ],
};
