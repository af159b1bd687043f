import { Play, SkipForward, Square } from 'lucide-react';
import { memo } from 'react';
import { Tool } from '../../ui/Tool.tsx';
import { SoundSettings } from '../parts/SoundTools.tsx';
import { chartCommand } from './commands.ts';
import type { ChartSound } from '../parts/useChartSound.ts';
import { t } from '../../words/words.ts';

/** Plays from the cursor, in the bar over the song. */
export const PlayTool = memo(function PlayTool({ sound }: { sound: ChartSound }) {
  const isSilent = sound.state === 'silent';
  return (
    <>
      <Tool
        name={isSilent ? t('Play from here') : t('Stop playing')}
        keyName={chartCommand('play').keyName}
        onPress={sound.toggle}
      >
        {isSilent ? (
          <Play size={20} strokeWidth={1.5} aria-hidden />
        ) : (
          <Square size={20} strokeWidth={1.5} aria-hidden />
        )}
      </Tool>
      {sound.isOpen ? (
        <Tool name={t('Go on')} keyName={chartCommand('goOn').keyName} onPress={sound.goOn}>
          <SkipForward size={20} strokeWidth={1.5} aria-hidden />
        </Tool>
      ) : null}
      <SoundSettings
        percent={sound.percent}
        loop={sound.loop}
        onSpeed={sound.setPercent}
        onLoop={sound.setLoop}
      />
    </>
  );
});
