import { barTicks, type Key, type Song, type Timeline } from '@intervallum/core';
import { findFreeHands } from '../../../document/voicing.ts';
import { useHeard, type Stretch } from '../../../lenses/parts/useHeard.ts';
import { numberStyle } from '../../../music/rails/view.ts';
import { reader } from '../../../settings/reader.ts';
import type { SongHere } from '../../parts/service/servicePlan.ts';
import { t } from '../../../words/words.ts';

/** So many bars are heard of the song that goes, and of the one that comes. */
const barsAround = 2;

/** Hears what is played between songs: a bridge with the bars around it, a bed round and round. */
export function useHearService() {
  const settings = reader.use('reading', 'minor', 'symbols');
  const { asked, hear, stop } = useHeard();

  const stretch = async (
    song: Song,
    key: Key,
    cut: (timeline: Timeline) => { from: number; to: number },
  ): Promise<Stretch> => {
    const voiced = await findFreeHands(song, { key, style: numberStyle(song, settings) });
    return { voiced, ...cut(voiced.timeline), loop: false };
  };

  const hearBridge = (id: string, bridge: Song | null, before: SongHere, after: SongHere) =>
    hear({
      id,
      find: async () => [
        await stretch(before.song, before.key, lastBars),
        ...(bridge ? [await stretch(bridge, after.key, whole)] : []),
        await stretch(after.song, after.key, firstBars),
      ],
      failed: t('It could not be played: its hands were not found.'),
    });

  const hearBed = (id: string, bed: Song) =>
    hear({
      id,
      find: async () => ({ ...(await stretch(bed, bed.key, whole)), loop: true }),
      failed: t('It could not be played: its hands were not found.'),
    });

  return { asked, hearBridge, hearBed, stop } as const;
}

const whole = ({ slots }: Timeline) => ({ from: 0, to: slots.length });

function lastBars({ slots, ticks, song }: Timeline) {
  const meter = slots.at(-1)?.meter ?? song.meter;
  const begins = ticks - barsAround * barTicks(meter);
  const from = slots.findIndex(({ start }) => start >= begins);
  return { from: Math.max(0, from), to: slots.length };
}

function firstBars({ slots, song }: Timeline) {
  const ends = barsAround * barTicks(song.meter);
  const to = slots.findIndex(({ start }) => start >= ends);
  return { from: 0, to: to < 0 ? slots.length : to };
}
