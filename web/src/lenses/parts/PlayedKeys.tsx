import type { Key } from '@intervallum/core';
import styled from 'styled-components';
import { Keys, type KeyMark } from '../../music/keys/Keys.tsx';
import { keyLabel } from '../../music/keys/labels.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { t } from '../../words/words.ts';
import { PlayTools } from './PlayTools.tsx';
import type { Played } from './usePlayed.ts';

const Board = styled.div`
  min-width: 0;
  overflow-x: auto;
`;

interface PlayedKeysProps {
  played: Played;
  /** What the simulated keyboard plays, and in which key. */
  plays: 'chords' | 'runs';
  musicKey: Key;
  view: ChartView;
  marks: readonly KeyMark[];
  /** @param other with Shift */
  onPress: (note: number, other: boolean) => void;
}

/** Five octaves to be played on, by a keyboard, the keys of the computer, or on the screen. */
export function PlayedKeys({ played, plays, musicKey, view, marks, onPress }: PlayedKeysProps) {
  return (
    <div
      role="group"
      aria-label={t('Piano')}
      tabIndex={-1}
      onKeyDown={played.onKey}
      onKeyUp={played.onKey}
    >
      <PlayTools
        played={played}
        musicKey={musicKey}
        plays={plays}
        hint={t('Computer keys A to P play, Z and X change the octave.')}
      />
      <Board>
        <Keys
          from={36}
          to={96}
          marks={marks}
          nameOf={(note) => keyLabel(note, view)}
          onPress={onPress}
        />
      </Board>
    </div>
  );
}
