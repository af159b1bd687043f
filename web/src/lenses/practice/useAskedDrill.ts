import { afterDrill, readDrill, type DrillBars, type Song } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { uuidv7 } from 'uuidv7';
import { logCardsQuery, logStepsQuery, noteDown, notedNow } from '../../queries/logbook.ts';
import { today } from '../../ui/dates.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { drillOfSong } from '../parts/drilled.ts';
import type { Went } from './room.ts';

/** Bars that went wrong once and are asked for by the drills of the day. */
export interface AskedDrill {
  readonly name: string;
  /** Which section of the song, by its place. */
  readonly section: number;
  readonly bars: DrillBars;
  /** When it is due again, once it was done, in milliseconds since 1970. */
  readonly due: number | null;
  /** The first round of these bars that is played to its end says how well they are known. */
  readonly told: (went: Went) => void;
}

/** The drill that the address asks for; null where it asks for none, or for bars that are gone. */
export function useAskedDrill(song: Song, songId: string): AskedDrill | null {
  const [parameters] = useSearchParams();
  const name = parameters.get('drill') ?? '';
  const drill = useMemo(() => readDrill(name), [name]);
  const isHere = drill?.kind === 'change' && drill.songId === songId;
  // As it was when one came: what is noted from now on is of this drill.
  const [version] = useState(() => notedNow().version);
  const asked = { enabled: isHere, staleTime: Infinity };
  const steps = useQuery({ ...logStepsQuery([songId], version), ...asked });
  const cards = useQuery({ ...logCardsQuery(version), ...asked });
  const [done, setDone] = useState<{ readonly name: string; readonly due: number } | null>(null);
  const { told } = useSteady({
    told: (went: Went) => {
      if (went.kind !== 'round' || !went.isWhole || went.isClean === null) return;
      const { of, bars } = went.step;
      if (drill?.kind !== 'change' || done?.name === name) return;
      if (of.section !== drill.section || of.isRhythm || of.hand || of.runs) return;
      if (bars.from !== drill.bars.from || bars.to !== drill.bars.to) return;
      const at = new Date();
      const known = drillOfSong(name, steps.data?.steps ?? [], cards.data?.cards ?? []);
      const grade = went.isClean ? 'good' : 'again';
      const memory = afterDrill(known?.memory ?? null, grade, at.getTime());
      setDone({ name, due: memory.due });
      void noteDown([
        {
          ...{ id: uuidv7(), kind: 'drill', at: at.toISOString(), day: today(at), card: name },
          // The round itself has its time.
          ...{ seconds: 0, grade, memory },
        },
      ]);
    },
  });
  return useMemo(() => {
    if (!isHere) return null;
    const section = song.sections.findIndex((one) => one.name === drill.section);
    if (section < 0) return null;
    return { name, section, bars: drill.bars, due: done?.name === name ? done.due : null, told };
  }, [isHere, drill, song.sections, name, done, told]);
}
