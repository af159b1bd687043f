import { carryPencil, noPencil, type Pencil, type PencilMark } from '@intervallum/core';
import { useEffect, useMemo, useState } from 'react';
import { z } from 'zod';
import { findPencil, putPencil } from '../device/storage/pencilBox.ts';

const kept = z.object({
  /** The chart that the marks were made on, so that they can be followed into another state of it. */
  text: z.string(),
  marks: z.array(
    z.object({
      bar: z.int().min(0),
      words: z.string(),
      isMarked: z.boolean(),
      isHidden: z.boolean(),
    }),
  ),
  lost: z.array(z.string()),
});

/** What a chart is called in the pencil of its reader. @param reader the link or set it is read by */
export const pencilName = (reader: string, songId: string) => `${reader} ${songId}`;

/** What a reader pencilled into one chart on this device. */
export interface OwnPencil {
  readonly pencil: Pencil;
  /** What was pencilled before is here: only then is it changed, so that none of it is written over. */
  readonly isReady: boolean;
  readonly change: (next: Pencil) => void;
  readonly undo: () => void;
  readonly canUndo: boolean;
}

interface Held {
  readonly name: string;
  readonly text: string;
  readonly pencil: Pencil;
  readonly past: readonly Pencil[];
}

/** By which the pages of a browser tell each other of a chart, by its name here, that something was pencilled. */
let opened: BroadcastChannel | undefined;
/** One for telling and listening: who tells does not hear itself. */
function otherPages(): BroadcastChannel {
  opened ??= new BroadcastChannel('intervallum-pencil');
  return opened;
}

/** So many steps back. */
const mostSteps = 100;

/**
 * What a reader pencilled into a chart, kept on this device; where the chart became another one, each mark goes with its bar.
 * @param name tells the chart from all others of this device; null where nothing is pencilled
 */
export function usePencil(name: string | null, text: string): OwnPencil {
  const [held, setHeld] = useState<Held | null>(null);
  useEffect(() => {
    if (name === null) return;
    let isGone = false;
    const look = () =>
      void find(name).then((found) => {
        if (!isGone) setHeld({ name, ...(found ?? { text: '', pencil: noPencil }), past: [] });
      });
    look();
    // Another page of this browser pencils into the same chart: what is written here next stands on that.
    const hear = ({ data }: MessageEvent<unknown>) => {
      if (data === name) look();
    };
    const others = otherPages();
    others.addEventListener('message', hear);
    return () => {
      isGone = true;
      others.removeEventListener('message', hear);
    };
  }, [name]);
  const there = held?.name === name ? held : null;
  const pencil = useMemo(
    () => (there ? carryPencil(there.pencil, there.text, text) : noPencil),
    [there, text],
  );
  const put = (next: Pencil, past: readonly Pencil[]) => {
    if (name === null || !there) return;
    setHeld({ name, text, pencil: next, past });
    void keep(name, text, next);
  };
  const past = there?.text === text ? there.past : [];
  return {
    pencil,
    isReady: there !== null,
    change: (next) => put(next, [...past, pencil].slice(-mostSteps)),
    undo: () => {
      const before = past.at(-1);
      if (before) put(before, past.slice(0, -1));
    },
    canUndo: past.length > 0,
  };
}

/** What a reader pencilled into a chart, by bar of it, where it is only read. */
export function usePencilMarks(name: string | null, text: string): ReadonlyMap<number, PencilMark> {
  const { pencil } = usePencil(name, text);
  return useMemo(() => new Map(pencil.marks.map((mark) => [mark.bar, mark])), [pencil]);
}

async function find(name: string): Promise<{ text: string; pencil: Pencil } | null> {
  const read = kept.safeParse(await findPencil(name).catch(denied));
  if (!read.success) return null;
  const { text, ...pencil } = read.data;
  return { text, pencil };
}

async function keep(name: string, text: string, pencil: Pencil): Promise<void> {
  await putPencil(name, { text, marks: pencil.marks, lost: pencil.lost }).catch(denied);
  otherPages().postMessage(name);
}

/** A browser that keeps nothing: what is pencilled lasts as long as the page. */
function denied(error: unknown): null {
  console.warn('What is pencilled cannot be kept on this device.', error);
  return null;
}
