import {
  harmonyRates,
  hymnSchools,
  levels,
  restraints,
  styleOf,
  styles,
  withWeights,
  type Style,
  type StyleWeights,
} from '@intervallum/core';
import { z } from 'zod';
import { createSettings } from './createSettings.ts';

const weight = z.number().min(0).max(1);

/** How somebody has songs arranged, on this device. */
export const arranging = createSettings('arranging', 1, {
  style: z.enum(styles.map(({ id }) => id)).catch(styles[0]!.id),
  level: z.enum(levels).catch('average'),
  busy: z.enum(restraints).catch('usual'),
  /** What is asked: the whole song, or chords under the tune of a section; how those are. */
  about: z.enum(['song', 'hymn']).catch('song'),
  school: z.enum(hymnSchools).catch('plain'),
  rate: z.enum(harmonyRates).catch('each beat'),
  /** What was changed of the weights of styles, by style and weight. */
  weights: z.record(z.string(), z.record(z.string(), weight)).catch({}),
});

/** A style with what somebody has changed of it. */
export function weighedStyle(
  id: string,
  weights: Readonly<Record<string, Partial<StyleWeights>>>,
): Style {
  return withWeights(styleOf(id), weights[id] ?? {});
}
