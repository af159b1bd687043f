import type { Key } from '../../pitch/key.ts';
import { tempoOf } from '../feel.ts';
import type { Bar, Phrase, Section, Song } from '../song.ts';
import { tempoOfStep, type Timeline, type TimelineBar, type TimelinePart } from './timeline.ts';
import { withoutSilentEnd, type TuneBar } from '../tune.ts';
import { linesFromBars, withPlayed } from '../played.ts';
import { ordinalOf } from '../../kit/words.ts';

/** The key of a section, and the semitones that lifts have moved it since the beginning. */
export interface SectionKey {
  readonly key: Key;
  readonly lift: number;
}

/** A song as it is played: a section for every time through one, nothing repeated, nothing left to look up. */
export interface UnrolledSong {
  readonly song: Song;
  /** The key of each section: lifts change it. */
  readonly keys: readonly SectionKey[];
  /** The bar of the text that each bar is. Slots are those of the timeline, in its order. */
  readonly bars: readonly number[];
}

/** Writes a timeline out as a song. Of several lines of words each time through has its own, the later ones the last. */
export function unroll({ song, parts }: Timeline): UnrolledSong {
  return {
    song: { ...song, road: null, sections: parts.map((part) => sectionOf(song, part, parts)) },
    keys: parts.map(({ key, lift }) => ({ key, lift })),
    bars: parts.flatMap(({ bars }) => bars.map(({ bar }) => bar)),
  };
}

function sectionOf(song: Song, part: TimelinePart, all: readonly TimelinePart[]): Section {
  const { name, directions, textures, hands, ...section } = song.sections[part.section]!;
  const tempo = tempoOfStep(part) ?? section.tempo;
  const times = all.filter(({ section }) => section === part.section).length;
  const time = times > 1 ? [`${ordinalOf(part.pass)} time`] : [];
  const said = part.direction === '' ? [] : [part.direction];
  return {
    name,
    times: 1,
    open: part.open,
    ...(tempo === undefined ? {} : { tempo }),
    directions: [...time, ...said, ...directions],
    textures,
    hands,
    phrases: phrasesOf(part),
  };
}

/** The bars of each line of the text stay on one line. */
function phrasesOf({ bars, pass }: TimelinePart): Phrase[] {
  const phrases: {
    bars: Bar[];
    words: string[];
    tune: TuneBar[];
    played: TimelineBar['played'][];
    line: number;
  }[] = [];
  for (const bar of bars) {
    const now = phrases.at(-1);
    if (now?.line === bar.line) {
      now.bars.push(written(bar));
      now.words.push(wordsAt(bar, pass));
      now.tune.push(bar.tune);
      now.played.push(bar.played);
    } else {
      const words = [wordsAt(bar, pass)];
      const { tune, played, line } = bar;
      phrases.push({ bars: [written(bar)], words, tune: [tune], played: [played], line });
    }
  }
  return phrases.map(({ bars: inPhrase, words, tune, played }) =>
    withPlayed<Phrase>(
      {
        when: null,
        bars: inPhrase,
        tune: withoutSilentEnd(tune),
        words: words.some((cell) => cell !== '') ? [words] : [],
      },
      linesFromBars(played),
    ),
  );
}

function wordsAt({ words }: TimelineBar, pass: number): string {
  return words[Math.min(pass, words.length) - 1] ?? '';
}

/** A repeated bar written out; a metre is announced where the bar itself does. */
function written({ is, slots }: TimelineBar): Bar {
  const [meter, pickup] = is.kind === 'played' ? [is.meter, is.pickup] : [null, false];
  return {
    kind: 'played',
    meter,
    feel: is.feel,
    ...tempoOf(is),
    pickup,
    slots: slots.map((slot) => slot.is),
  };
}
