import { nothingSaidOfHands, type SaidHands } from '../chart/saidHands.ts';
import { roleOfSection } from '../chart/roles.ts';
import type { Section, Song } from '../chart/song.ts';
import { expand, type Timeline } from '../chart/time/timeline.ts';
import type { Decisions } from '../decisions/decisions.ts';
import { stepNames, type StepName } from '../decisions/settled.ts';
import type { SongHands } from '../hands/songHands.ts';
import type { Key } from '../pitch/key.ts';
import { fitVoice, type Outside } from '../voices/fit.ts';
import { songRange } from '../voices/range.ts';
import { voiceOf, type Singer } from '../voices/singers.ts';

/** What there is to say of a step; how it is said is up to whoever shows it. */
export type StepFact =
  /** Of the chart: no chord is written, something cannot be read, sections that are played have no chord, no tempo is said. */
  | { readonly kind: 'empty' }
  | { readonly kind: 'problems'; readonly count: number }
  | { readonly kind: 'silent'; readonly sections: readonly string[] }
  | { readonly kind: 'no tempo' }
  | { readonly kind: 'written'; readonly bars: number; readonly sections: number }
  /** Of the hands: how much a player decided, and how much the chart says for everybody. */
  | { readonly kind: 'hands as found' }
  | { readonly kind: 'hands decided'; readonly own: number; readonly inChart: number }
  /** Of the moves: how the song begins and ends. */
  | { readonly kind: 'no intro' }
  | { readonly kind: 'no ending' }
  | { readonly kind: 'intro'; readonly bars: number }
  | { readonly kind: 'ending' }
  /** Of the runs. */
  | { readonly kind: 'no runs' }
  | { readonly kind: 'runs'; readonly count: number }
  /** Of the key. */
  | { readonly kind: 'nobody named' }
  | { readonly kind: 'no voice'; readonly who: string }
  | { readonly kind: 'no range' }
  | { readonly kind: 'strains'; readonly who: string; readonly note: number; readonly by: number }
  | { readonly kind: 'suits'; readonly who: readonly string[] }
  /** The service says the key, and nobody's voice could be asked. */
  | { readonly kind: 'key said' }
  /** Of the links. */
  | { readonly kind: 'no link' }
  | { readonly kind: 'links'; readonly count: number }
  | { readonly kind: 'links not known' };

/** A step of the work on a song. */
export interface SongStep {
  readonly name: StepName;
  /** Done by what stands there, said to be good as it is, or left to do. */
  readonly state: 'done' | 'settled' | 'left';
  /** What is left stands first. */
  readonly facts: readonly StepFact[];
}

/** What the steps of a song are told from. */
export interface AskedSteps {
  readonly song: Song;
  /** How much of its text could not be read. */
  readonly problems: number;
  readonly decisions: Pick<Decisions, 'hands' | 'fills' | 'settled'>;
  /** The key it will sound in; as written where that is left out. */
  readonly key?: Key;
  /** The service says its key. */
  readonly isKeySaid?: boolean;
  /** Who sings it, as it is said, and the voices of those that are known. */
  readonly sungBy: string;
  readonly voices: readonly Singer[];
  /** Links that are open to it, or to the service that it is in; null where that is not known, absent for whoever opens none. */
  readonly links?: number | null;
}

/**
 * What is done and what is left of the work on a song, step by step (common practice, no published source). Nothing is forced: a step
 * that somebody says is good as it is counts as done, but for a chart without a chord.
 */
export function stepsOfSong(asked: AskedSteps): SongStep[] {
  const timeline = expand(asked.song, asked.key ? { key: asked.key } : {});
  const facts: Readonly<Record<StepName, readonly StepFact[]>> = {
    chart: chartFacts(timeline, asked.problems),
    hands: handsFacts(asked),
    moves: moveFacts(timeline),
    fills: fillFacts(asked),
    key: keyFacts(timeline, asked),
    share: linkFacts(asked.links),
  };
  return stepNames
    .filter((name) => name !== 'share' || asked.links !== undefined)
    .map((name) => {
      const isLeft = facts[name].some(({ kind }) => left.has(kind));
      const isSettled =
        asked.decisions.settled.steps.includes(name) &&
        !facts[name].some(({ kind }) => kind === 'empty');
      return {
        name,
        state: isLeft ? (isSettled ? 'settled' : 'left') : 'done',
        facts: facts[name],
      };
    });
}

/** The step that comes next: the first one that is left; null where none is. */
export function nextStep(steps: readonly SongStep[]): SongStep | null {
  return steps.find(({ state }) => state === 'left') ?? null;
}

/** What leaves a step to be done. */
const left: ReadonlySet<StepFact['kind']> = new Set([
  ...(['empty', 'problems', 'silent', 'no tempo'] as const),
  ...(['hands as found', 'no intro', 'no ending', 'no runs'] as const),
  ...(['nobody named', 'no voice', 'no range', 'strains'] as const),
  ...(['no link', 'links not known'] as const),
]);

function chartFacts({ song, parts, slots }: Timeline, problems: number): StepFact[] {
  const hasChord = ({ from, to }: { readonly from: number; readonly to: number }) =>
    slots.slice(from, to).some(({ is }) => is.kind === 'chord');
  const played = new Set(parts.map(({ section }) => section));
  if (!parts.some(hasChord)) return [{ kind: 'empty' }];
  const sounding = new Set(parts.filter(hasChord).map(({ section }) => section));
  const silent = [...played].filter((section) => !sounding.has(section));
  return [
    ...(problems > 0 ? [{ kind: 'problems', count: problems } as const] : []),
    ...(silent.length > 0
      ? [{ kind: 'silent', sections: silent.map((one) => song.sections[one]!.name) } as const]
      : []),
    ...(song.tempo === null ? [{ kind: 'no tempo' } as const] : []),
    {
      kind: 'written',
      bars: parts.reduce((sum, { bars }) => sum + bars.length, 0),
      sections: played.size,
    },
  ];
}

function handsFacts({ song, decisions }: AskedSteps): StepFact[] {
  const own = decidedOf(decisions.hands);
  const inChart =
    song.shapes.length + saidOf(song) + song.sections.reduce((sum, one) => sum + saidOf(one), 0);
  if (own + inChart === 0) return [{ kind: 'hands as found' }];
  return [{ kind: 'hands decided', own, inChart }];
}

function decidedOf({ school, ...lists }: SongHands): number {
  return Object.values(lists).reduce((sum, list) => sum + list.length, school === null ? 0 : 1);
}

/** How much a song or section says of its hands: what they hold, how they strike it, and lines of notes. */
function saidOf(of: Pick<Song, 'hands' | 'textures'> & Partial<Pick<Section, 'phrases'>>): number {
  const names = Object.keys(nothingSaidOfHands) as (keyof SaidHands)[];
  const { left: leftHand, right, bars } = of.textures;
  const lines = (of.phrases ?? []).reduce((sum, { played }) => sum + (played?.length ?? 0), 0);
  return (
    names.filter((name) => of.hands[name] !== null).length +
    [leftHand, right].filter((pattern) => pattern !== null).length +
    bars.length +
    lines
  );
}

function moveFacts({ song, parts, slots }: Timeline): StepFact[] {
  const [first, last] = [parts[0], parts.at(-1)];
  if (!first || !last) return [{ kind: 'no intro' }, { kind: 'no ending' }];
  const roleAt = ({ section }: { readonly section: number }) =>
    roleOfSection(song.sections[section]!);
  const hasIntro = roleAt(first) === 'intro' || roleAt(first) === 'between';
  const closing = slots.slice(last.from, last.to).findLast(({ is }) => is.kind === 'chord')?.is;
  // A last chord that waits, rings or is cut short is an ending of its own.
  const isClosed =
    closing?.kind === 'chord' && (closing.fermata || closing.ring !== null || closing.stop);
  const hasEnding = roleAt(last) === 'ending' || isClosed;
  return [
    ...(hasIntro ? [] : [{ kind: 'no intro' } as const]),
    ...(hasEnding ? [] : [{ kind: 'no ending' } as const]),
    ...(hasIntro ? [{ kind: 'intro', bars: first.bars.length } as const] : []),
    ...(hasEnding ? [{ kind: 'ending' } as const] : []),
  ];
}

function fillFacts({ decisions: { fills } }: AskedSteps): StepFact[] {
  const count = fills.placed.length;
  return [count === 0 ? { kind: 'no runs' } : { kind: 'runs', count }];
}

function keyFacts(timeline: Timeline, asked: AskedSteps): StepFact[] {
  const { voices, sungBy, isKeySaid = false } = asked;
  const range = songRange(timeline);
  if (range && voices.length > 0) {
    const strained = voices.flatMap((singer) => {
      const { long, beyond } = fitVoice(range, 0, voiceOf(singer));
      const worst = further(long, beyond);
      return worst
        ? [{ kind: 'strains', who: singer.name, note: worst.note, by: worst.by } as const]
        : [];
    });
    return strained.length > 0
      ? strained
      : [{ kind: 'suits', who: voices.map(({ name }) => name) }];
  }
  if (isKeySaid) return [{ kind: 'key said' }];
  return [
    ...(sungBy.trim() === '' ? [{ kind: 'nobody named' } as const] : []),
    ...(sungBy.trim() !== '' && voices.length === 0
      ? [{ kind: 'no voice', who: sungBy.trim() } as const]
      : []),
    ...(range ? [] : [{ kind: 'no range' } as const]),
  ];
}

function further(one: Outside | null, other: Outside | null): Outside | null {
  if (!one || !other) return one ?? other;
  return Math.abs(one.by) >= Math.abs(other.by) ? one : other;
}

function linkFacts(links: number | null | undefined): StepFact[] {
  if (links === null || links === undefined) return [{ kind: 'links not known' }];
  return [links === 0 ? { kind: 'no link' } : { kind: 'links', count: links }];
}
