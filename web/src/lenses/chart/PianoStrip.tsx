import { identifyVoicing, splitHands, type Chord, type VoicingReading } from '@intervallum/core';
import { useCallback, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { player } from '../../settings/player.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { phone, short } from '../../ui/theme.ts';
import { follow, nothingHeld, toggle, type HeldNotes } from '../../music/keys/heldNotes.ts';
import { Keys, type KeyMark } from '../../music/keys/Keys.tsx';
import { degreeLabel, keyLabel } from '../../music/keys/labels.ts';
import { PlayTools } from '../parts/PlayTools.tsx';
import { Readings } from '../parts/Readings.tsx';
import { usePlayed } from '../parts/usePlayed.ts';
import { notify } from '../../ui/notices.tsx';
import { Switch } from '../../ui/Switch.tsx';
import { Window } from '../../ui/Window.tsx';
import { OverBasses } from './OverBasses.tsx';
import type { PlayedHands } from './useDictation.ts';
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

/** Notes as they were heard: whose they are, and what they are called. */
interface Heard {
  readonly notes: ReadonlySet<number>;
  readonly hands: PlayedHands;
  readonly readings: readonly VoicingReading[];
}

interface PianoStripProps {
  view: ChartView;
  /** The chord of the chosen slot: who plays it hears it called so. */
  written: Chord | null;
  /** The chord after it: it helps to tell what a chord is there for. */
  next: Chord | null;
  canPlace: boolean;
  /** Puts a chord in the chosen slot, with the hands that held it. */
  onPlace: (chord: Chord, hands: PlayedHands | null, then: 'next' | 'stay') => boolean;
}

/** A piano at the foot of the song: play a chord, read its names in the key, put it in the chosen slot. */
export function PianoStrip({ view, written, next, canPlace, onPlace }: PianoStripProps) {
  const [held, setHeld] = useState(nothingHeld);
  const [isAsking, setAsking] = useState(false);
  const [writes, setWrites] = useState(false);
  /** What was written last: it stays on show while the cursor has gone on. */
  const [last, setLast] = useState<Heard | null>(null);
  /** Keys come faster than drawings: what is down now. */
  const now = useRef(nothingHeld);
  const { reach } = player.use('reach');
  const hear = useCallback(
    (notes: ReadonlySet<number>, before: PlayedHands | null): Heard => {
      const hands = splitHands([...notes], reach, before);
      const readings = identifyVoicing(hands, view.key, {
        written,
        namesColours: true,
        next,
        numbers: view.style,
        letters: view.letterStyle,
      });
      return { notes, hands, readings };
    },
    [reach, view.key, view.style, view.letterStyle, written, next],
  );
  const heard = useMemo(
    () => (last?.notes === held.chord ? last : hear(held.chord, last?.hands ?? null)),
    [hear, held.chord, last],
  );
  const { hands, readings } = heard;
  const shape = useMemo(() => [...hands.left, ...hands.right], [hands]);
  /** Writes the likeliest name of what was heard, and goes on. */
  const write = (what: Heard) => {
    const [reading] = what.readings;
    if (!reading?.chord) {
      notify(
        t('What was played has no name that could stand in a chart. Play it again, or type it.'),
      );
      return;
    }
    if (onPlace(reading.chord, what.hands, 'next')) setLast(what);
  };
  const played = usePlayed((message) => {
    const before = now.current;
    now.current = follow(before, message);
    setHeld(now.current);
    const isReleased = before.down.size > 0 && now.current.down.size === 0;
    if (writes && isReleased) write(hear(now.current.chord, last?.hands ?? null));
  });
  const place = (chord: Chord) => {
    if (onPlace(chord, hands, writes ? 'next' : 'stay')) setLast(heard);
  };
  const show = (notes: HeldNotes) => {
    now.current = notes;
    setHeld(notes);
  };
  const mark =
    (hand: KeyMark['hand']) =>
    (note: number): KeyMark => ({ note, hand, label: degreeLabel(note, view) });

  return (
    <Strip aria-label={t('Piano')} tabIndex={0} onKeyDown={played.onKey} onKeyUp={played.onKey}>
      <Readings readings={readings} canPlace={canPlace} view={view} onPlace={place} />
      <div>
        <PlayTools
          played={played}
          musicKey={view.key}
          hint={t('Computer keys A to P play, Z and X change the octave.')}
        >
          <Switch isSelected={writes} onChange={setWrites}>
            {t('Write what I play')}
          </Switch>
          <QuietButton isDisabled={held.chord.size === 0} onPress={() => setAsking(true)}>
            {t('Other basses')}
          </QuietButton>
          <QuietButton isDisabled={held.chord.size === 0} onPress={() => show(nothingHeld)}>
            {t('Clear')}
          </QuietButton>
        </PlayTools>
        <Bed>
          <Keys
            from={36}
            to={96}
            marks={[...hands.left.map(mark('left')), ...hands.right.map(mark('right'))]}
            nameOf={(note) => keyLabel(note, view)}
            onPress={(note) => show(toggle(held, note))}
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
            onPlace(chord, null, 'stay');
          }}
        />
      </Window>
    </Strip>
  );
}
