import { attachmentLimits } from '@intervallum/contract';
import { uuidv7 } from 'uuidv7';
import { createStore } from 'zustand/vanilla';
import { askToStay } from '../../../device/pageLife.ts';
import { filesApi } from '../../../queries/files.ts';
import { sizeInWords } from '../../../ui/sizes.ts';
import { t } from '../../../words/words.ts';
import { keptName } from './fileNames.ts';

/** A file that is on its way to its song, waits for others to arrive, or could not be sent. */
export interface Sent {
  readonly id: string;
  readonly songId: string;
  readonly name: string;
  /** How much of it has gone, from 0 to 1. */
  readonly share: number;
  /** Why it was not taken; null while it waits or is on its way. */
  readonly trouble: string | null;
}

interface Kept {
  readonly content: File;
  readonly stop: AbortController;
  readonly onArrived: Arrived;
}

/**
 * Files on their way, of all songs: they arrive also when the window they were chosen in is closed. One goes after the
 * other, so that the first is there first.
 */
export const sendings = createStore<{ readonly sent: readonly Sent[] }>(() => ({ sent: [] }));

const kept = new Map<string, Kept>();
let isSending = false;

/** Sends files to a song. @param onArrived is called after each */
export function sendFiles(songId: string, files: readonly File[], onArrived: Arrived): void {
  const added = files.map((content) => {
    const one = { id: uuidv7(), songId, name: keptName(content.name), share: 0 };
    kept.set(one.id, { content, stop: new AbortController(), onArrived });
    return { ...one, trouble: whyNot(content) };
  });
  sendings.setState(({ sent }) => ({ sent: [...sent, ...added] }));
  void goOn();
}

/** A file is with its song. */
export type Arrived = (file: Sent) => void;

/** Stops sending a file, or forgets one that could not be sent. */
export function stopSending(id: string): void {
  kept.get(id)?.stop.abort();
  forget(id);
}

/** Sends a file once more. */
export function sendAgain(id: string): void {
  const file = kept.get(id);
  change(id, { share: 0, trouble: file ? whyNot(file.content) : null });
  void goOn();
}

function whyNot({ size }: File): string | null {
  if (size === 0) return t('There is nothing in this file.');
  if (size <= attachmentLimits.bytes) return null;
  return t(
    'It has {{size}}; a file may have up to {{most}}. A recording is smaller as MP3, OGG or M4A.',
    {
      size: sizeInWords(size),
      most: sizeInWords(attachmentLimits.bytes),
    },
  );
}

async function goOn(): Promise<void> {
  if (isSending) return;
  isSending = true;
  // What is not there yet would not arrive.
  const leave = askToStay();
  for (let next = waiting(); next; next = waiting()) await sendOne(next);
  leave();
  isSending = false;
}

const waiting = () => sendings.getState().sent.find(({ trouble }) => trouble === null);

async function sendOne(one: Sent): Promise<void> {
  const file = kept.get(one.id);
  if (!file) return forget(one.id);
  const answer = await filesApi.add(
    one.songId,
    { id: one.id, name: one.name, content: file.content },
    { onSent: (share) => change(one.id, { share }), signal: file.stop.signal },
  );
  if (answer === null) return forget(one.id);
  if (answer.kind !== 'ok')
    return change(one.id, {
      trouble: answer.kind === 'stale' ? t('Try again in a moment.') : answer.message,
    });
  forget(one.id);
  file.onArrived(one);
}

function change(id: string, to: Partial<Sent>): void {
  sendings.setState(({ sent }) => ({
    sent: sent.map((one) => (one.id === id ? { ...one, ...to } : one)),
  }));
}

function forget(id: string): void {
  kept.delete(id);
  sendings.setState(({ sent }) => ({ sent: sent.filter((one) => one.id !== id) }));
}
