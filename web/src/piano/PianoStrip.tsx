import {
  degreeOfSemitones,
  identifyVoicing,
  nameDegree,
  nameNote,
  noteOfDegree,
  pitchClass,
  relativeMajor,
  type Chord,
  type Key,
  type VoicingReading,
} from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../chart/view.ts';
import { readMidi } from '../midi/messages.ts';
import { realSources, simulatedChords, simulatedSource, type MidiSource } from '../midi/sources.ts';
import { Button, QuietButton } from '../ui/Button.tsx';
import { notify } from '../ui/notices.tsx';
import { Picker } from '../ui/Picker.tsx';
import { phone } from '../ui/theme.ts';
import { follow, inHands, noteOfKey, nothingHeld, toggle } from './heldNotes.ts';
import { Keys } from './Keys.tsx';
import { Readings } from './Readings.tsx';

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
  @media print {
    display: none;
  }
`;

const Bed = styled.div`
  min-width: 0;
  overflow-x: auto;
`;

const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  margin-bottom: 6px;
  font-size: 13px;
  color: var(--soft);
`;

const Source = styled(Picker)`
  min-width: 190px;
`;

const simulated = simulatedSource();

interface PianoStripProps {
  view: ChartView;
  /** The chord after the chosen slot: it helps to tell what a chord is there for. */
  next: Chord | null;
  canPlace: boolean;
  onPlace: (chord: Chord) => void;
}

/** A piano at the foot of the song: play a chord, read its names in the key, put it in the chosen slot. */
export function PianoStrip({ view, next, canPlace, onPlace }: PianoStripProps) {
  const [held, setHeld] = useState(nothingHeld);
  const [sources, setSources] = useState<MidiSource[]>([simulated]);
  const [sourceId, setSourceId] = useState('screen');
  const octave = useRef(48);
  const readings = useMemo<VoicingReading[]>(
    () =>
      identifyVoicing(inHands(held.chord), view.key, {
        next,
        numbers: view.style,
        letters: view.letterStyle,
      }),
    [held.chord, view.key, view.style, view.letterStyle, next],
  );

  const source = sources.find(({ id }) => id === sourceId);
  useEffect(
    () =>
      source?.listen((bytes) => {
        const message = readMidi(bytes);
        if (message) setHeld((before) => follow(before, message));
      }),
    [source],
  );

  async function findKeyboards() {
    try {
      const found = await realSources();
      setSources([...found, simulated]);
      if (found[0]) setSourceId(found[0].id);
      else notify('No MIDI keyboard is connected.');
    } catch (error) {
      notify(error instanceof Error ? error.message : 'MIDI keyboards cannot be reached.');
    }
  }

  /** Computer keys play while the strip has the focus; z and x move an octave down and up. */
  const onKey = (event: React.KeyboardEvent) => {
    const inList = (event.target as HTMLElement).closest(
      '[role="listbox"], [aria-haspopup="listbox"]',
    );
    if (inList || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
    if (event.type === 'keydown' && event.key === 'z')
      octave.current = Math.max(36, octave.current - 12);
    if (event.type === 'keydown' && event.key === 'x')
      octave.current = Math.min(84, octave.current + 12);
    const note = noteOfKey(event.key, octave.current);
    if (note === null) return;
    event.preventDefault();
    setHeld((before) => follow(before, { kind: event.type === 'keydown' ? 'down' : 'up', note }));
  };

  return (
    <Strip aria-label="Piano" tabIndex={0} onKeyDown={onKey} onKeyUp={onKey}>
      <Readings readings={readings} canPlace={canPlace} view={view} onPlace={onPlace} />
      <div>
        <Tools>
          <Source
            label="Play on"
            labelHidden
            value={sourceId}
            options={[
              { id: 'screen', name: 'This screen and its keys' },
              ...sources.map(({ id, name }) => ({ id, name })),
            ]}
            onChange={setSourceId}
          />
          {sourceId === 'simulated' ? (
            simulatedChords.map(({ name, notes }) => (
              <Button key={name} onPress={() => simulated.play(fromTonic(notes, view.key))}>
                {name}
              </Button>
            ))
          ) : (
            <>
              <QuietButton onPress={() => void findKeyboards()}>Find MIDI keyboards</QuietButton>
              <span>
                Computer keys A to P play, Z and X change the octave. Below middle C is the left
                hand.
              </span>
            </>
          )}
          <QuietButton isDisabled={held.chord.size === 0} onPress={() => setHeld(nothingHeld)}>
            Clear
          </QuietButton>
        </Tools>
        <Bed>
          <Keys
            chord={held.chord}
            labelOf={(note) => degreeLabel(note, view)}
            nameOf={(note) => keyLabel(note, view)}
            onPress={(note) => setHeld((before) => toggle(before, note))}
          />
        </Bed>
      </div>
    </Strip>
  );
}

/** Notes given in C, moved to the key by the nearer way. */
function fromTonic(notes: readonly number[], key: Key): number[] {
  const up = pitchClass(relativeMajor(key).tonic);
  const by = up > 6 ? up - 12 : up;
  return notes.map((note) => note + by);
}

/** The degree of the key that a note is, counted and written as the chart is looked at. */
function degreeLabel(note: number, { key, style }: ChartView): string {
  return nameDegree(degreeOfSemitones(note - pitchClass(relativeMajor(key).tonic)), style);
}

/** A key's own name, for those who listen: `E♭4`. */
function keyLabel(note: number, { key, letterStyle }: ChartView): string {
  const degree = degreeOfSemitones(note - pitchClass(relativeMajor(key).tonic));
  return `${nameNote(noteOfDegree(degree, key), letterStyle)}${Math.floor(note / 12) - 1}`;
}
