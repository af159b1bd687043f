import { createStore, del, get, set, type UseStore } from 'idb-keyval';
import { ownerNow } from './owner.ts';

let opened: UseStore | undefined;
/** Where a browser denies it, that is a promise that fails, never an error on the spot. */
const box: UseStore = async (mode, use) => {
  opened ??= createStore('intervallum-listening', 'recordings');
  return opened(mode, use);
};

/** Recordings of somebody's own, and where they marked them, are theirs: nobody else who uses this browser finds them. */
const keyOf = (songId: string, what: string) => `${ownerNow() ?? ''}/${songId}/${what}`;

/** The recording of this device that was listened to last with a song. */
const file = 'recording';

export async function putRecording(songId: string, content: File): Promise<void> {
  await set(keyOf(songId, file), content, box);
}

export async function findRecording(songId: string): Promise<File | null> {
  const found: unknown = await get(keyOf(songId, file), box);
  return found instanceof File ? found : null;
}

export async function dropRecording(songId: string): Promise<void> {
  await del(keyOf(songId, file), box);
}

/** @param recording which one of the song */
export async function putMarks(songId: string, recording: string, value: unknown): Promise<void> {
  await set(keyOf(songId, `marks/${recording}`), value, box);
}

export async function findMarks(songId: string, recording: string): Promise<unknown> {
  return get(keyOf(songId, `marks/${recording}`), box);
}
