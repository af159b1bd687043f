import type { Phrase, Section } from '../chart/song.ts';
import type { PaletteShape } from '../chart/namedShapes.ts';
import type { SongPattern } from '../chart/ownPatterns.ts';
import type { RangeSaid } from '../chart/saidRange.ts';
import type { SaidHands } from '../chart/saidHands.ts';
import type { Textures } from '../chart/texture.ts';

/**
 * A change of a chart where it stands: a line of bars gives way to others (or to none), a heading is written anew, a
 * section is put in or taken out. Sections and phrases are counted as they are in the song before the change.
 */
export type ChartChange =
  | {
      readonly kind: 'phrase';
      readonly section: number;
      readonly phrase: number;
      /** Bars and slots that stay are the same objects as before, so that what hangs on them stays with them. */
      readonly instead: readonly Phrase[];
    }
  | { readonly kind: 'heading'; readonly section: number; readonly written: Section }
  | { readonly kind: 'textures'; readonly section: number; readonly textures: Textures }
  /** What the hands do in every section that says nothing of it. */
  | { readonly kind: 'song textures'; readonly textures: Textures }
  /** What the hands hold: in a section, or in every section that says nothing of it. */
  | { readonly kind: 'hands'; readonly section: number; readonly hands: SaidHands }
  | { readonly kind: 'song hands'; readonly hands: SaidHands }
  /** From where to where a section is sung; null where it is not said. */
  | { readonly kind: 'range'; readonly section: number; readonly range: RangeSaid | null }
  /** The named patterns of the song. */
  | { readonly kind: 'song patterns'; readonly patterns: readonly SongPattern[] }
  /** The named hand shapes of the song. */
  | { readonly kind: 'song shapes'; readonly shapes: readonly PaletteShape[] }
  /** Put in after a section; -1 for before all others. `copyOf`: the section whose slots it has once more. */
  | {
      readonly kind: 'add section';
      readonly after: number;
      readonly added: Section;
      readonly copyOf?: number;
    }
  | { readonly kind: 'remove section'; readonly section: number };
