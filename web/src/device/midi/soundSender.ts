import { soundMessages, usualChannels, type KeyboardSound } from '@intervallum/core';
import { createStore } from 'zustand/vanilla';
import { soundsTo } from '../../settings/soundsTo.ts';
import { t } from '../../words/words.ts';
import { realOutputs, simulatedOutput, type MidiOutput } from './outputs.ts';

/** The instruments that were found in this page; the simulated one is always there. */
export const outputs = createStore<readonly MidiOutput[]>(() => [simulatedOutput]);

/** Asks the browser for instruments. @returns how many there are; rejects with a reason for a person */
export async function findOutputs(): Promise<number> {
  const found = await realOutputs();
  outputs.setState([...found, simulatedOutput], true);
  const { output } = soundsTo.now();
  const isKnown = outputs.getState().some(({ id }) => id === output);
  if (!isKnown && found[0]) soundsTo.change({ output: found[0].id });
  return found.length;
}

/**
 * Sets the chosen instrument to a sound.
 * @returns null where it was sent, or nothing is chosen; else why it was not
 */
export function sendSound(sound: KeyboardSound): string | null {
  const { output: chosen } = soundsTo.now();
  if (chosen === null) return null;
  const output = outputs.getState().find(({ id }) => id === chosen);
  if (!output) return t('The instrument that sounds go to is not there: find it anew.');
  try {
    for (const bytes of soundMessages(sound, usualChannels)) output.send(bytes);
    return null;
  } catch (error) {
    console.error('The instrument did not take the sound.', error);
    return t('The instrument did not take the sound. Is it still connected?');
  }
}
