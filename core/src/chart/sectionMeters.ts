import type { Meter } from './meter.ts';
import type { Phrase, Section } from './song.ts';

/** A phrase with the metre that holds in each of its bars. */
export interface MeteredPhrase {
  readonly phrase: Phrase;
  readonly meters: readonly Meter[];
}

/**
 * The metre of every bar of a section. A change holds to the end of the section; an ending goes on in the metre that the
 * bars before it end in, and a bar played instead of another begins in that one's metre.
 */
export function metersOf(section: Pick<Section, 'phrases'>, songMeter: Meter): MeteredPhrase[] {
  const shared: Meter[] = [];
  const result: MeteredPhrase[] = [];
  for (const phrase of section.phrases) {
    let meter = meterBefore(phrase.when, shared, songMeter);
    const meters = phrase.bars.map((bar) => {
      if (bar.kind === 'played' && bar.meter) meter = bar.meter;
      return meter;
    });
    if (phrase.when === null) shared.push(...meters);
    result.push({ phrase, meters });
  }
  return result;
}

/** The metre in which a line of bars begins, from those of the bars that all times share. */
export function meterBefore(
  when: Phrase['when'],
  shared: readonly Meter[],
  songMeter: Meter,
): Meter {
  const at = when?.kind === 'instead' ? when.bar - 1 : shared.length - 1;
  return shared[at] ?? shared.at(-1) ?? songMeter;
}
