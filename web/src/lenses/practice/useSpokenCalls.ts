import { useEffect } from 'react';
import { sayAloud, stopSpeaking } from '../../device/audio/speech.ts';
import { chordInWords } from '../../music/rails/spoken.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { practice } from '../../settings/practice.ts';
import type { Called } from './called.ts';
import type { PracticeState } from './practiceContext.ts';

/**
 * Has the browser call the chords: the one that is waited for, or, in time, the next one as soon as the one before it has come.
 * From memory nothing is called.
 */
export function useSpokenCalls({ called, running, way }: PracticeState, view: ChartView): void {
  const { spoken } = practice.use('spoken');
  const isOn = spoken && running !== null && way !== 'from memory';
  const calls: Called | null = !called
    ? null
    : running?.kind === 'waiting'
      ? called.now
      : called.next;
  const at = isOn && calls ? calls.at : null;
  const text = calls ? chordInWords(calls.chord, { ...view, key: calls.key }) : '';
  useEffect(() => {
    if (at !== null) sayAloud(text);
  }, [at, text]);
  useEffect(() => {
    if (isOn) return stopSpeaking;
    return undefined;
  }, [isOn]);
}
