import type { RangeSaid } from '../saidRange.ts';
import type { SaidHands } from '../saidHands.ts';
import type { HandLine } from '../played.ts';
import type { Phrase, PhraseWhen } from '../song.ts';
import type { Textures } from '../texture.ts';
import type { TuneBar } from '../tune.ts';

/** The lines of a section. */
export interface SectionLines {
  /** Null for bars without a name above them. */
  readonly heading: number | null;
  readonly directions: readonly number[];
  /** The line that says from where to where it is sung; null where none does. */
  readonly range: number | null;
  /** The lines that say what each hand does. */
  readonly textures: readonly number[];
  /** The lines that say what the hands hold. */
  readonly hands: readonly number[];
  readonly phrases: readonly {
    readonly bars: number;
    readonly tune: number | null;
    readonly played: readonly number[];
    readonly words: readonly number[];
  }[];
}

/** The same while its lines are being read. */
export interface OpenLines {
  readonly heading: number | null;
  range: number | null;
  readonly directions: number[];
  readonly textures: number[];
  readonly hands: number[];
  readonly phrases: { bars: number; tune: number | null; played: number[]; words: number[] }[];
}

/** A section while its lines are being read. */
export interface OpenSection {
  readonly name: string;
  readonly times: number;
  readonly open: boolean;
  tempo?: number;
  range?: RangeSaid;
  readonly directions: string[];
  textures: Textures;
  hands: SaidHands;
  readonly phrases: {
    when: PhraseWhen | null;
    bars: Phrase['bars'];
    tune: TuneBar[];
    played?: HandLine[];
    words: string[][];
  }[];
}

/** The most bars that one time through a section has: those that all times share, and the longest ending. */
export function barsOfATime({ phrases }: Pick<OpenSection, 'phrases'>): number {
  const lengths = (kind: 'ending' | null) =>
    phrases.filter(({ when }) => (when?.kind ?? null) === kind).map(({ bars }) => bars.length);
  const shared = lengths(null).reduce((sum, count) => sum + count, 0);
  return shared + Math.max(0, ...lengths('ending'));
}
