import { keyboardSet, type Key } from '@intervallum/core';
import type { ReaderSettings } from '../settings/reader.ts';
import { t } from '../words/words.ts';
import { keyName } from './rails/view.ts';

/** How a keyboard is set: `+1`, `−2`, `0`. */
export function setInWords(keyboard: number): string {
  return keyboard === 0 ? '0' : `${keyboard > 0 ? '+' : '−'}${Math.abs(keyboard)}`;
}

/** In which key the hands play, and how their keyboard makes up for it; nothing where they play in the key that sounds. */
export function playedInWords(
  sounding: Key,
  played: Key,
  settings: Pick<ReaderSettings, 'language'>,
): string {
  const by = keyboardSet(sounding, played);
  if (by === 0) return '';
  return t('played in {{key}}, keyboard {{by}}', {
    key: keyName(played, settings),
    by: setInWords(by),
  });
}
