import {
  bassSong,
  bassWalks,
  capoShapes,
  nameDegree,
  standInSong,
  withoutHands,
  writtenKey,
  type BandRole,
  type Key,
  type NumberStyle,
  type Song,
} from '@intervallum/core';
import { keyNamed, shapesUnder } from '../../../music/rails/view.ts';
import type { LinkSettings } from '../../../settings/links.ts';
import { t } from '../../../words/words.ts';

/** Roles that read letters where they did not choose: by them their instrument is learned. */
const lettered: ReadonlySet<BandRole | null> = new Set<BandRole | null>(['guitar', 'horn']);

/** What stands large on the rails for somebody who did not choose. */
export function heroOf(role: BandRole | null): 'numbers' | 'letters' {
  return lettered.has(role) ? 'letters' : 'numbers';
}

/** Those who play with a capo; everybody else has no use for it. */
export const withCapo: ReadonlySet<BandRole | null> = new Set<BandRole | null>([null, 'guitar']);

/**
 * The fret that a reader's capo is on, 0 for none: the chosen one; where a guitarist chose none, the lowest at which the shapes have
 * open strings.
 */
export function capoFor(role: BandRole | null, key: Key, chosen: number | undefined): number {
  if (!withCapo.has(role)) return 0;
  return chosen ?? (role === 'guitar' ? (capoShapes(key)[0]?.fret ?? 0) : 0);
}

/** A song in the key that somebody reads it in. */
export interface Reading {
  /** The key that is given, and the one that the reader has it sounding in. */
  readonly given: Key;
  readonly sounding: Key;
  /** The fret of the reader's capo, 0 for none. */
  readonly capo: number;
  /** The key of what is read: of the shapes under a capo, of a transposing instrument's part. */
  readonly read: Key;
}

/**
 * In which key somebody reads a song.
 * @param song.key the key it is played in, by name; null for that of its chart
 * @param song.id what it is called in the settings of the link
 */
export function readingOf(
  { song, key, id }: { readonly song: Song; readonly key: string | null; readonly id: string },
  role: BandRole | null,
  { keys, capos, horn }: Pick<LinkSettings, 'keys' | 'capos' | 'horn'>,
): Reading {
  const given = keyNamed(key, song) ?? song.key;
  const sounding = keyNamed(keys[id] ?? null, song) ?? given;
  const capo = capoFor(role, sounding, capos[id]);
  const read = role === 'horn' ? writtenKey(horn, sounding) : shapesUnder(sounding, capo);
  return { given, sounding, capo, read };
}

/** What a reader plays: as was chosen on this device, else as the link says; null for everything. */
export function roleOf(
  chosen: BandRole | 'everybody' | null,
  given: BandRole | null | undefined,
): BandRole | null {
  if (chosen === 'everybody') return null;
  return chosen ?? given ?? null;
}

/** The chart that a player reads: derived from the song, never written. */
export function chartFor(song: Song, role: BandRole | null, style: NumberStyle): Song {
  switch (role) {
    case 'bass':
      return withWalks(bassSong(song), song, style);
    case 'stand-in':
      return standInSong(song);
    case 'guitar':
    case 'horn':
      return withoutHands(song);
    default:
      return song;
  }
}

/** The walks of the bass are said where directions are. */
function withWalks(bass: Song, song: Song, style: NumberStyle): Song {
  return {
    ...bass,
    sections: bass.sections.map((section, place) => ({
      ...section,
      directions: [
        ...section.directions,
        ...bassWalks(song.sections[place]!).map(({ direction, degrees, bar }) => {
          const line = degrees.map((degree) => nameDegree(degree, style)).join(' ');
          return direction === 'up'
            ? t('walks up {{line}} from bar {{bar}}', { line, bar })
            : t('walks down {{line}} from bar {{bar}}', { line, bar });
        }),
      ],
    })),
  };
}
