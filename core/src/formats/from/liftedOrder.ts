import type { RoadStep, Section, Song } from '../../chart/song.ts';

/**
 * The sections with the order that lifts them; each has a name of its own then.
 * @param road the order that is said besides; it is told where it cannot be kept
 * @param lifts by how many half steps each section stands higher than the key of the song
 */
export function inLiftedOrder(
  sections: readonly Section[],
  road: Song['road'],
  lifts: readonly number[],
  dropped: string[],
): Pick<Song, 'sections' | 'road'> {
  if (lifts.every((lift) => lift === 0)) return { sections, road };
  if (road) dropped.push('The order that is said: the sections are played as they stand, lifted.');
  const taken = new Set<string>();
  const named = sections.map((section) => {
    let { name } = section;
    for (let count = 2; taken.has(name.toLowerCase()); count += 1)
      name = `${section.name} ${count}`;
    taken.add(name.toLowerCase());
    return { ...section, name };
  });
  const steps = named.flatMap(({ name }, index): RoadStep[] => {
    const semitones = lifts[index]! - (lifts[index - 1] ?? 0);
    const play: RoadStep = { kind: 'play', name, times: null, open: false, direction: '' };
    return semitones === 0 ? [play] : [{ kind: 'lift', semitones }, play];
  });
  return { sections: named, road: steps };
}
