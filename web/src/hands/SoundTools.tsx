import { Play, Settings2, Square } from 'lucide-react';
import { Dialog, DialogTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { credit } from '../audio/samples.ts';
import { useSettings } from '../state/settings.ts';
import { Button, IconButton } from '../ui/Button.tsx';
import { Picker, Sheet } from '../ui/Picker.tsx';
import { Switch } from '../ui/Switch.tsx';
import type { Stretch } from './stretch.ts';
import type { Playback } from './usePlayback.ts';

const Row = styled.div`
  display: flex;
  align-items: center;
  gap: 6px;
  button {
    min-height: 36px;
    padding: 5px 10px;
    font-size: 14px;
  }
`;

const Inside = styled(Dialog)`
  display: grid;
  gap: 12px;
  width: 250px;
  padding: 10px;
  outline: none;
`;

const Small = styled.p`
  font-size: 13px;
  line-height: 1.35;
  color: var(--soft);
`;

const stretches: readonly (readonly [Stretch, string, string])[] = [
  ['chord', 'Chord', 'Hear the chord'],
  ['step', 'Step', 'Hear the step into the chord'],
  ['section', 'Section', 'Hear the section'],
];

const speeds = [50, 60, 75, 90, 100, 110, 125] as const;

interface SoundToolsProps {
  playback: Playback;
  /** The chosen slot of the timeline; null where none is voiced. */
  at: number | null;
  percent: number;
  loop: boolean;
  onSpeed: (percent: number) => void;
  onLoop: (loop: boolean) => void;
}

/** Hears the chosen chord, the step into it, or its section. */
export function SoundTools({ playback, at, percent, loop, onSpeed, onLoop }: SoundToolsProps) {
  const { pedal, countIn, change } = useSettings();
  const { isPlaying, silent, start, stop } = playback;
  return (
    <>
      <Row>
        {isPlaying ? (
          <Button onPress={stop}>
            <Square size={15} strokeWidth={1.5} aria-hidden /> Stop
          </Button>
        ) : (
          stretches.map(([stretch, word, name]) => (
            <Button
              key={stretch}
              aria-label={name}
              isDisabled={at === null}
              onPress={() => {
                if (at !== null) start(stretch, at);
              }}
            >
              <Play size={14} strokeWidth={1.5} aria-hidden /> {word}
            </Button>
          ))
        )}
        <DialogTrigger>
          <IconButton aria-label="How it is played">
            <Settings2 size={18} strokeWidth={1.5} />
          </IconButton>
          <Sheet>
            <Inside aria-label="How it is played">
              <Picker
                label="Tempo"
                value={String(percent)}
                options={speeds.map((speed) => ({ id: String(speed), name: `${speed} %` }))}
                onChange={(speed) => onSpeed(Number(speed))}
              />
              <Switch isSelected={pedal} onChange={(on) => change({ pedal: on })}>
                Pedal
              </Switch>
              <Switch isSelected={countIn} onChange={(on) => change({ countIn: on })}>
                Count in before a section
              </Switch>
              <Switch isSelected={loop} onChange={onLoop}>
                Again and again
              </Switch>
              <Small>{credit}</Small>
            </Inside>
          </Sheet>
        </DialogTrigger>
      </Row>
      {silent ? (
        <Small role="alert">No sound: {silent} The steps are shown in time instead.</Small>
      ) : null}
    </>
  );
}
