import type { Attachment } from '@intervallum/contract';
import { contentOf } from '../files/contentOf.ts';

/** A recording of a song: one that is with the song, or one of this device, which never leaves it. */
export type RecordingOfSong =
  | { readonly kind: 'team'; readonly id: string; readonly name: string; readonly address: string }
  | { readonly kind: 'own'; readonly file: File };

/** What is listened to over a chart: a recording, or one that is still to be chosen. */
export type Listened = RecordingOfSong | 'to choose';

export const listenTo = (file: Attachment): RecordingOfSong => ({
  kind: 'team',
  id: file.id,
  name: file.name,
  address: contentOf(file),
});

export const nameOfRecording = (one: RecordingOfSong) =>
  one.kind === 'own' ? one.file.name : one.name;

/** What tells a recording from the others of its song: a file that is chosen again is the same one. */
export const idOfRecording = (one: RecordingOfSong) =>
  one.kind === 'own' ? `${one.file.size} ${one.file.name}` : one.id;
