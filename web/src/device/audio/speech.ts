import { useSyncExternalStore } from 'react';
import { wordLanguage } from '../../words/words.ts';
import { openSpoken, type Spoken } from './spokenVoice.ts';

/** The language of the pages, as voices are named by (BCP 47). */
const languageCode = { english: 'en', portuguese: 'pt' }[wordLanguage];

/** The browser's own voice for the language of the pages; null where it has none. */
function voiceNow(): SpeechSynthesisVoice | null {
  if (!('speechSynthesis' in window)) return null;
  return (
    speechSynthesis.getVoices().find(({ lang }) => lang.toLowerCase().startsWith(languageCode)) ??
    null
  );
}

/** Whether something can be said aloud here: by the browser's own voice, else by a recorded one, where there is sound. */
export function useCanSpeak(): boolean {
  return useSyncExternalStore(
    (onChange) => {
      if (!('speechSynthesis' in window)) return () => undefined;
      // Browsers come to know their voices after a while.
      speechSynthesis.addEventListener('voiceschanged', onChange);
      return () => speechSynthesis.removeEventListener('voiceschanged', onChange);
    },
    () => voiceNow() !== null || typeof AudioContext !== 'undefined',
  );
}

/** The recorded voice, once something was said by it; and what is to be said last, since it has to be fetched first. */
let spoken: Spoken | null = null;
let lastAsked = 0;

/** Says something aloud, in the place of whatever is being said. */
export function sayAloud(text: string): void {
  const voice = voiceNow();
  if (!voice) {
    const own = (lastAsked += 1);
    openSpoken()
      .then((opened) => {
        spoken = opened;
        if (own === lastAsked) opened.say(text);
      })
      .catch((error: unknown) => console.warn('Nothing can be said here.', error));
    return;
  }
  speechSynthesis.cancel();
  const words = new SpeechSynthesisUtterance(text);
  words.voice = voice;
  words.lang = voice.lang;
  // A call has to be over before the chord comes.
  words.rate = 1.2;
  speechSynthesis.speak(words);
}

export function stopSpeaking(): void {
  lastAsked += 1;
  if (voiceNow()) speechSynthesis.cancel();
  spoken?.hush();
}
