import { quartersAMinute, usualTempo, type Song } from '@intervallum/core';
import { Square, Timer } from 'lucide-react';
import styled from 'styled-components';
import { useClick } from '../../../device/audio/useClick.ts';
import { Button } from '../../../ui/Button.tsx';
import { t } from '../../../words/words.ts';

const Place = styled.p`
  margin: 8px 0;
  @media print {
    display: none;
  }
`;

/** Clicks at the tempo of a song until it is pressed again. */
export function ClickButton({ song }: { song: Song }) {
  const { isOn, start, stop } = useClick();
  const tempo = song.tempo ?? usualTempo;
  return (
    <Place>
      {isOn ? (
        <Button onPress={stop}>
          <Square size={18} strokeWidth={1.5} aria-hidden /> {t('Stop the click')}
        </Button>
      ) : (
        <Button onPress={() => start(song.meter, quartersAMinute(song))}>
          <Timer size={18} strokeWidth={1.5} aria-hidden /> {t('Click at {{tempo}}', { tempo })}
        </Button>
      )}
    </Place>
  );
}
