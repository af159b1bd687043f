import { useSyncExternalStore } from 'react';
import { wordLanguage } from '../../words/words.ts';

/** The language of the pages, as voices are named by (BCP 47). */
const spoken = { english: 'en', portuguese: 'pt' }[wordLanguage];

/** The browser's own voice for the language of the pages; null where it has none. */
function voiceNow(): SpeechSynthesisVoice | null {
  if (!('speechSynthesis' in window)) return null;
  return (
    speechSynthesis.getVoices().find(({ lang }) => lang.toLowerCase().startsWith(spoken)) ?? null
  );
}

/** Whether something can be said aloud here: browsers come to know their voices after a while. */
export function useCanSpeak(): boolean {
  return useSyncExternalStore(
    (onChange) => {
      if (!('speechSynthesis' in window)) return () => undefined;
      speechSynthesis.addEventListener('voiceschanged', onChange);
      return () => speechSynthesis.removeEventListener('voiceschanged', onChange);
    },
    () => voiceNow() !== null,
  );
}

/** Says something aloud, in the place of whatever is being said. */
export function sayAloud(text: string): void {
  const voice = voiceNow();
  if (!voice) return;
  speechSynthesis.cancel();
  const words = new SpeechSynthesisUtterance(text);
  words.voice = voice;
  words.lang = voice.lang;
  // A call has to be over before the chord comes.
  words.rate = 1.2;
  speechSynthesis.speak(words);
}

export function stopSpeaking(): void {
  if ('speechSynthesis' in window) speechSynthesis.cancel();
}
