import { useEffect, useState } from 'react';
import { keepAwake, type Awake } from '../../device/wakeLock.ts';
import { useSongSound, type SongSound } from '../../lenses/parts/useSongSound.ts';
import type { ChartView } from '../../music/rails/view.ts';
import type { StandSong } from './standing.ts';
import { t } from '../../words/words.ts';

export interface StandSound extends Omit<SongSound, 'toggle'> {
  readonly toggle: () => void;
  readonly awake: Awake;
}

const notHeard = (silent: string) =>
  t('No sound: {{silent}} The pages turn in time instead.', { silent });

/** The song played from its beginning; and the screen kept awake. */
export function useStandSound(standing: StandSong, view: ChartView): StandSound {
  const { toggle, ...sound } = useSongSound(standing, view, notHeard);
  const [awake, setAwake] = useState<Awake>('asked');
  useEffect(() => keepAwake(setAwake), []);
  return { ...sound, toggle: () => toggle(), awake };
}
