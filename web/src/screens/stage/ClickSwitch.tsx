import { Volume2, VolumeX } from 'lucide-react';
import { stageSettings } from '../../settings/stage.ts';
import { Button } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';

/** Whether the click is heard from this device: whoever wants it has it in their own ear. */
export function ClickSwitch() {
  const { hearsClick } = stageSettings.use('hearsClick');
  const Sign = hearsClick ? Volume2 : VolumeX;
  return (
    <Button
      aria-pressed={hearsClick}
      onPress={() => stageSettings.change({ hearsClick: !hearsClick })}
    >
      <Sign size={18} strokeWidth={1.5} aria-hidden /> {t('Click heard here')}
    </Button>
  );
}
