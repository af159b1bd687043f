import { identifyVoicing, splitHands, type Chord, type VoicingReading } from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { player } from '../../settings/player.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { phone, short } from '../../ui/theme.ts';
import { follow, nothingHeld, toggle } from '../../music/keys/heldNotes.ts';
import { Keys, type KeyMark } from '../../music/keys/Keys.tsx';
import { degreeLabel, keyLabel } from '../../music/keys/labels.ts';
import { PlayTools } from '../parts/PlayTools.tsx';
import { Readings } from '../parts/Readings.tsx';
import { usePlayed } from '../parts/usePlayed.ts';
import { Window } from '../../ui/Window.tsx';
import { OverBasses } from './OverBasses.tsx';
import { t } from '../../words/words.ts';

const Strip = styled.section`
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: minmax(240px, 300px) minmax(0, 1fr);
  gap: 4px 20px;
  padding: 10px 20px 12px 24px;
  border-top: 1px solid var(--hairline);
  background: var(--panel);
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    padding: 10px 14px;
  }
  ${short} {
    grid-template-columns: minmax(0, 260px) minmax(0, 1fr);
    padding: 4px 14px 6px;
    > :first-child {
      max-height: 96px;
      overflow: auto;
    }
  }
  @media print {
    display: none;
  }
`;

const Bed = styled.div`
  min-width: 0;
  overflow-x: auto;
  ${short} {
    svg {
      min-width: 0;
      height: 56px;
    }
  }
`;

interface PianoStripProps {
  view: ChartView;
  /** The chord of the chosen slot: who plays it hears it called so. */
  written: Chord | null;
  /** The chord after it: it helps to tell what a chord is there for. */
  next: Chord | null;
  canPlace: boolean;
  onPlace: (chord: Chord) => void;
}

/** A piano at the foot of the song: play a chord, read its names in the key, put it in the chosen slot. */
export function PianoStrip({ view, written, next, canPlace, onPlace }: PianoStripProps) {
  const [held, setHeld] = useState(nothingHeld);
  const [isAsking, setAsking] = useState(false);
  const { reach } = player.use('reach');
  const hands = useMemo(() => splitHands([...held.chord], reach), [held.chord, reach]);
  const readings = useMemo<VoicingReading[]>(
    () =>
      identifyVoicing(hands, view.key, {
        written,
        namesColours: true,
        next,
        numbers: view.style,
        letters: view.letterStyle,
      }),
    [hands, view.key, view.style, view.letterStyle, written, next],
  );
  const shape = useMemo(() => [...hands.left, ...hands.right], [hands]);
  const played = usePlayed((message) => setHeld((before) => follow(before, message)));
  const mark =
    (hand: KeyMark['hand']) =>
    (note: number): KeyMark => ({ note, hand, label: degreeLabel(note, view) });

  return (
    <Strip aria-label={t('Piano')} tabIndex={0} onKeyDown={played.onKey} onKeyUp={played.onKey}>
      <Readings readings={readings} canPlace={canPlace} view={view} onPlace={onPlace} />
      <div>
        <PlayTools
          played={played}
          musicKey={view.key}
          hint={t('Computer keys A to P play, Z and X change the octave.')}
        >
          <QuietButton isDisabled={held.chord.size === 0} onPress={() => setAsking(true)}>
            {t('Other basses')}
          </QuietButton>
          <QuietButton isDisabled={held.chord.size === 0} onPress={() => setHeld(nothingHeld)}>
            {t('Clear')}
          </QuietButton>
        </PlayTools>
        <Bed>
          <Keys
            from={36}
            to={96}
            marks={[...hands.left.map(mark('left')), ...hands.right.map(mark('right'))]}
            nameOf={(note) => keyLabel(note, view)}
            onPress={(note) => setHeld((before) => toggle(before, note))}
          />
        </Bed>
      </div>
      <Window
        title={t('Other basses')}
        isOpen={isAsking}
        onClose={() => setAsking(false)}
        width={620}
      >
        <OverBasses
          notes={shape}
          next={next}
          view={view}
          canPlace={canPlace}
          onPlace={(chord) => {
            setAsking(false);
            onPlace(chord);
          }}
        />
      </Window>
    </Strip>
  );
}
