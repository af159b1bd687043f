import { Play, Square } from 'lucide-react';
import { Tool } from '../../ui/Tool.tsx';
import { t } from '../../words/words.ts';
import { InPlayPlace } from './PlayPlace.tsx';
import type { ChartSound } from './useChartSound.ts';

/** Plays the song from the chosen chord, or stops, from its place in the bar of the song. */
export function PlayHere({ sound }: { sound: ChartSound }) {
  return (
    <InPlayPlace>
      <Tool
        name={sound.state === 'silent' ? t('Play from here') : t('Stop playing')}
        onPress={sound.toggle}
      >
        {sound.state === 'silent' ? (
          <Play size={20} strokeWidth={1.5} aria-hidden />
        ) : (
          <Square size={20} strokeWidth={1.5} aria-hidden />
        )}
      </Tool>
    </InPlayPlace>
  );
}
