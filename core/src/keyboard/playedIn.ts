import { liftBetween, transposeKey, type Key } from '../pitch/key.ts';

/**
 * The key that the hands play in where a song sounds in another one: a keyboard that is set so many half steps higher or
 * lower makes up for the rest.
 * @param playedIn what the player chose; null for the key that it sounds in. A key of the other mode stands for its relative.
 */
export function playedKey(sounding: Key, playedIn: Key | null): Key {
  if (!playedIn) return sounding;
  return playedIn.mode === sounding.mode
    ? playedIn
    : transposeKey(sounding, -keyboardSet(sounding, playedIn));
}

/** By how many half steps a keyboard is set so that what is played in one key sounds in another: -5 to 6. */
export function keyboardSet(sounding: Key, played: Key): number {
  return liftBetween(played, sounding);
}
