import { useEffect } from 'react';
import { create } from 'zustand';

/** Something that can be done, with its key if it has one. */
export interface HelpLine {
  readonly id: string;
  readonly name: string;
  readonly keyName?: string;
}

/** What a screen says of itself when it is asked for help. */
export interface HelpTopic {
  readonly title: string;
  /** What can be done there: the list that its menus and keys read, where it has one. */
  readonly lines: readonly HelpLine[];
  /** Charts are shown, so that their marks are explained; charts are written, so that their text is. */
  readonly charts?: 'read' | 'written';
}

interface Help {
  readonly topic: HelpTopic | null;
  readonly isOpen: boolean;
}

export const helpStore = create<Help>(() => ({ topic: null, isOpen: false }));

/** Tells what help there is, while the screen is shown. @param topic the same one for as long as it says the same */
export function useHelp(topic: HelpTopic): void {
  useEffect(() => {
    helpStore.setState({ topic });
    return () => helpStore.setState((now) => (now.topic === topic ? { topic: null } : now));
  }, [topic]);
}

export function openHelp(): void {
  helpStore.setState({ isOpen: true });
}

export function closeHelp(): void {
  helpStore.setState({ isOpen: false });
}
