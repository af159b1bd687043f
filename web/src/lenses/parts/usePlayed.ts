import { useEffect, useMemo, useRef, useState } from 'react';
import { readMidi, type KeyMessage } from '../../device/midi/messages.ts';
import {
  realSources,
  simulatedSource,
  type MidiSource,
  type TimedKey,
} from '../../device/midi/sources.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { noteOfKey } from '../../music/keys/heldNotes.ts';
import { t } from '../../words/words.ts';

const simulated = simulatedSource();

/** Where played notes come from: the keyboards at hand, the chosen one, and the keys of the computer. */
export interface Played {
  readonly sources: readonly MidiSource[];
  readonly sourceId: string;
  readonly choose: (id: string) => void;
  /** Asks the browser for keyboards; says so where there is none. */
  readonly findKeyboards: () => Promise<void>;
  /** Lets the simulated keyboard play, keys together or in time. */
  readonly simulate: (notes: readonly number[]) => void;
  readonly simulateInTime: (keys: readonly TimedKey[]) => () => void;
  /** For an element: computer keys play while it has the focus; z and x move an octave down and up. */
  readonly onKey: (event: React.KeyboardEvent) => void;
}

/**
 * Listens to the chosen keyboard and to computer keys.
 * @param onMessage is told when it was, in milliseconds by the clock of the page
 * @param onGone the keyboard was unplugged
 */
export function usePlayed(
  onMessage: (message: KeyMessage, at: number) => void,
  onGone: () => void = () => undefined,
): Played {
  const [sources, setSources] = useState<MidiSource[]>([simulated]);
  const [sourceId, setSourceId] = useState('screen');
  const octave = useRef(48);
  const steps = useSteady({ heard: onMessage, gone, findKeyboards, onKey });
  const source = sources.find(({ id }) => id === sourceId);
  useEffect(
    () =>
      source?.listen((bytes, at) => {
        const message = readMidi(bytes);
        if (message) steps.heard(message, at);
      }),
    [source, steps],
  );

  useEffect(() => source?.onGone?.(steps.gone), [source, steps]);

  function gone() {
    setSources((now) => now.filter(({ id }) => id !== sourceId));
    setSourceId('screen');
    notify(t('The keyboard was unplugged. Find it again once it is back.'));
    onGone();
  }

  async function findKeyboards() {
    try {
      const found = await realSources();
      setSources([...found, simulated]);
      if (found[0]) setSourceId(found[0].id);
      else notify(t('No MIDI keyboard is connected.'));
    } catch (error) {
      notify(error instanceof Error ? error.message : t('MIDI keyboards cannot be reached.'));
    }
  }

  function onKey(event: React.KeyboardEvent) {
    const inList = (event.target as HTMLElement).closest(
      '[role="listbox"], [aria-haspopup="listbox"], input',
    );
    if (inList || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
    if (event.type === 'keydown' && event.key === 'z')
      octave.current = Math.max(36, octave.current - 12);
    if (event.type === 'keydown' && event.key === 'x')
      octave.current = Math.min(84, octave.current + 12);
    const note = noteOfKey(event.key, octave.current);
    if (note === null) return;
    event.preventDefault();
    onMessage({ kind: event.type === 'keydown' ? 'down' : 'up', note }, event.timeStamp);
  }

  return useMemo(() => {
    const { findKeyboards, onKey } = steps;
    return {
      sources,
      sourceId,
      choose: setSourceId,
      findKeyboards,
      simulate: simulated.play,
      simulateInTime: simulated.playInTime,
      onKey,
    };
  }, [sources, sourceId, steps]);
}
