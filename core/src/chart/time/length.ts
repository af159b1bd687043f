import { sectionOfStep } from '../road.ts';
import { endingOf } from '../when.ts';
import type { Phrase, RoadStep, Section, Song } from '../song.ts';

/** The most bars that a song is played for: hours at any tempo. What goes beyond is not unrolled. */
export const mostPlayedBars = 5_000;

/** A step of the way through a song: a section, and how often it is played. */
interface PlayedStep {
  readonly section: number;
  readonly times: number;
  /** Which step of the roadmap it is, or, without one, which section. */
  readonly step: number;
}

/** The sections in the order they are played; lifts and sections that are not there are left out. */
function playedSteps({ road, sections }: Pick<Song, 'road' | 'sections'>): PlayedStep[] {
  if (!road) return sections.map(({ times }, section) => ({ section, times, step: section }));
  return road.flatMap((one: RoadStep, step) => {
    if (one.kind === 'lift') return [];
    const section = sectionOfStep(sections, one.name);
    const played = sections[section];
    return played ? [{ section, times: one.times ?? played.times, step }] : [];
  });
}

/** How often a section is played in the whole song; what is open is counted as often as it says. */
export function playsOf(song: Pick<Song, 'road' | 'sections'>, section: number): number {
  return playedSteps(song)
    .filter((step) => step.section === section)
    .reduce((sum, { times }) => sum + times, 0);
}

/** How many bars a song is played for, and the first step (of its roadmap, else section) with which they are too many. */
export interface PlayedLength {
  readonly bars: number;
  readonly beyondAt: number | null;
}

/** Counts what is played without unrolling it: takes time with the chart, not with how often it is played. */
export function playedLength(song: Pick<Song, 'road' | 'sections'>): PlayedLength {
  const passes = song.sections.map(() => 0);
  const counts = song.sections.map((section) => new PassLengths(section));
  let bars = 0;
  let beyondAt: number | null = null;
  for (const { section, times, step } of playedSteps(song)) {
    const before = passes[section]!;
    passes[section] = before + times;
    bars += counts[section]!.between(before, before + times);
    if (bars > mostPlayedBars) beyondAt ??= step;
  }
  return { bars, beyondAt };
}

/** How many bars each time through a section has: its own, those played instead beyond them, and an ending. */
class PassLengths {
  readonly #always: number;
  readonly #phrases: readonly (Phrase & { readonly when: NonNullable<Phrase['when']> })[];
  readonly #named: number;

  constructor({ phrases }: Section) {
    this.#always = phrases.reduce((sum, { when, bars }) => sum + (when ? 0 : bars.length), 0);
    this.#phrases = phrases.flatMap((phrase) =>
      phrase.when ? [{ ...phrase, when: phrase.when }] : [],
    );
    this.#named = Math.max(0, ...this.#phrases.flatMap(({ when }) => when.times));
  }

  /** The bars of the times after `from`, up to and with `to`. All that no line names are as long as each other. */
  between(from: number, to: number): number {
    let sum = 0;
    let pass = from + 1;
    for (; pass <= to && pass <= this.#named; pass += 1) sum += this.#lengthOf(pass);
    return pass <= to ? sum + (to - pass + 1) * this.#lengthOf(pass) : sum;
  }

  #lengthOf(pass: number): number {
    let bars = this.#always;
    for (const { when, bars: instead } of this.#phrases)
      if (when.kind === 'instead' && when.times.includes(pass))
        bars = Math.max(
          bars,
          when.bar - 1 < bars ? when.bar - 1 + instead.length : bars + instead.length,
        );
    const ending = endingOf(this.#phrases, pass).map((place) => this.#phrases[place]!);
    return bars + ending.reduce((all, phrase) => all + phrase.bars.length, 0);
  }
}
