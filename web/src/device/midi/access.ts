import { t } from '../../words/words.ts';

/** What is connected to this device over MIDI. Rejects with a reason for a person where the browser has none or may not ask. */
export async function midiAccess(): Promise<MIDIAccess> {
  if (!('requestMIDIAccess' in navigator))
    throw new Error(t('This browser cannot reach MIDI keyboards.'));
  try {
    return await navigator.requestMIDIAccess();
  } catch (error) {
    throw new Error(t('The browser did not allow MIDI keyboards to be used.'), { cause: error });
  }
}
