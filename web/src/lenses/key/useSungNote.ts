import { useEffect, useState } from 'react';
import type { SingingSource } from '../../device/audio/singing.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';

/** A note counts as sung when it was held for so many times that one listened: most of a second. */
const held = 14;
/** So far from it, in half steps, it is still that note. */
const near = 0.5;

/**
 * Listens for one note, in whatever octave it lies.
 * @param note the note that is asked, as a MIDI number @param onSung is told once it was held
 * @returns the pitch that is heard now; null for none
 */
export function useSungNote(
  source: SingingSource | null,
  note: number,
  onSung: () => void,
): number | null {
  const [heard, setHeard] = useState<number | null>(null);
  const steps = useSteady({ onSung });
  useEffect(() => {
    if (!source) return;
    let isOver = false;
    let end: (() => void) | null = null;
    let times = 0;
    source
      .listen((pitch) => {
        setHeard(pitch);
        times = pitch !== null && Math.abs(pitch - note) <= near ? times + 1 : 0;
        if (times < held) return;
        times = 0;
        steps.onSung();
      })
      .then((stop) => {
        if (isOver) stop();
        else end = stop;
      })
      .catch((error: unknown) =>
        notify(error instanceof Error ? error.message : t('The microphone cannot be reached.')),
      );
    return () => {
      isOver = true;
      end?.();
      setHeard(null);
    };
  }, [source, note, steps]);
  return heard;
}
