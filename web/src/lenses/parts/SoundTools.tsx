import type { Stretch } from '@intervallum/core';
import { Play, Settings2, SkipForward, Square } from 'lucide-react';
import { memo } from 'react';
import { Dialog, DialogTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { credit } from '../../device/audio/samples.ts';
import { sound } from '../../settings/sound.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Picker, Sheet } from '../../ui/Picker.tsx';
import { short } from '../../ui/theme.ts';
import { Switch } from '../../ui/Switch.tsx';
import type { Playback } from './usePlayback.ts';
import { t } from '../../words/words.ts';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 5px;
  button {
    min-height: 36px;
    padding: 5px 10px;
    font-size: 14px;
  }
  ${short} {
    flex: none;
    flex-wrap: nowrap;
    > svg {
      display: none;
    }
  }
`;

const Inside = styled(Dialog)`
  display: grid;
  gap: 12px;
  width: 250px;
  padding: 10px;
  outline: none;
`;

const Kbd = styled.kbd`
  font: inherit;
  font-weight: 700;
  color: var(--soft);
`;

const Small = styled.p`
  font-size: 13px;
  line-height: 1.35;
  color: var(--soft);
`;

const stretches: readonly (readonly [Stretch, string, string])[] = [
  ['chord', t('Chord'), t('Hear the chord')],
  ['step', t('Step'), t('Hear the step into the chord')],
  ['section', t('Section'), t('Hear the section')],
  ['song', t('Song'), t('Hear the song from here')],
];

const speeds = [40, 50, 60, 75, 90, 100, 110, 125, 150, 200] as const;

interface SoundToolsProps {
  playback: Playback;
  /** A chord with its hands is chosen. */
  canHear: boolean;
  onHear: (stretch: Stretch) => void;
}

/** Hears the chosen chord, the step into it, its section, or the song from there on. */
export const SoundTools = memo(function SoundTools({ playback, canHear, onHear }: SoundToolsProps) {
  const { isPlaying, isOpen, silent, stop, goOn } = playback;
  return (
    <>
      <Row>
        {isPlaying ? (
          <>
            <Button onPress={stop}>
              <Square size={15} strokeWidth={1.5} aria-hidden /> {t('Stop')}
            </Button>
            {isOpen ? (
              <Button onPress={goOn}>
                <SkipForward size={15} strokeWidth={1.5} aria-hidden /> {t('Go on')} <Kbd>G</Kbd>
              </Button>
            ) : null}
          </>
        ) : (
          <>
            <Play size={17} strokeWidth={1.5} aria-hidden />
            {stretches.map(([stretch, word, name]) => (
              <Button
                key={stretch}
                aria-label={name}
                isDisabled={!canHear}
                onPress={() => onHear(stretch)}
              >
                {word}
              </Button>
            ))}
          </>
        )}
        <SoundSettings
          percent={playback.percent}
          loop={playback.loop}
          onSpeed={playback.setPercent}
          onLoop={playback.setLoop}
        />
      </Row>
      {silent ? (
        <Small role="alert">
          {t('No sound: {{silent}} The steps are shown in time instead.', { silent })}
        </Small>
      ) : null}
    </>
  );
});

interface SoundSettingsProps {
  /** In percent of the song's own tempo. */
  percent: number;
  loop: boolean;
  onSpeed: (percent: number) => void;
  onLoop: (loop: boolean) => void;
}

/** How it is played: tempo, pedal, count-in, click, which hands, the tune, again and again. */
export function SoundSettings({ percent, loop, onSpeed, onLoop }: SoundSettingsProps) {
  const { pedal, countIn, click, heardHands, heardTune, loose } = sound.use(
    'pedal',
    'countIn',
    'click',
    'heardHands',
    'heardTune',
    'loose',
  );
  return (
    <DialogTrigger>
      <IconButton aria-label={t('How it is played')}>
        <Settings2 size={18} strokeWidth={1.5} />
      </IconButton>
      <Sheet>
        <Inside aria-label={t('How it is played')}>
          <Picker
            label={t('Tempo')}
            value={String(percent)}
            options={speeds.map((speed) => ({ id: String(speed), name: `${speed} %` }))}
            onChange={(speed) => onSpeed(Number(speed))}
          />
          <Switch isSelected={pedal} onChange={(on) => sound.change({ pedal: on })}>
            {t('Pedal')}
          </Switch>
          <Switch isSelected={countIn} onChange={(on) => sound.change({ countIn: on })}>
            {t('Count in before a section')}
          </Switch>
          <Switch isSelected={click} onChange={(on) => sound.change({ click: on })}>
            {t('Click')}
          </Switch>
          <Picker
            label={t('Hands that are heard')}
            value={heardHands}
            options={[
              { id: 'both', name: t('both') },
              { id: 'left', name: t('left only') },
              { id: 'right', name: t('right only') },
            ]}
            onChange={(id) => sound.change({ heardHands: id as typeof heardHands })}
          />
          <Switch isSelected={heardTune} onChange={(on) => sound.change({ heardTune: on })}>
            {t('The tune')}
          </Switch>
          <Switch isSelected={loose} onChange={(on) => sound.change({ loose: on })}>
            {t('A little loose, as hands are')}
          </Switch>
          <Switch isSelected={loop} onChange={onLoop}>
            {t('Again and again')}
          </Switch>
          <Small>{credit}</Small>
        </Inside>
      </Sheet>
    </DialogTrigger>
  );
}
