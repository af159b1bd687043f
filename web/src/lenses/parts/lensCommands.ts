import { openHelp } from '../../ui/help.ts';
import { t } from '../../words/words.ts';
import type { Command } from '../command.ts';

/** What keys do under every lens that goes from chord to chord. */
export interface LensKeys {
  readonly step: (by: 1 | -1) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

export const lensCommands: readonly Command<LensKeys>[] = [
  {
    id: 'next',
    key: 'ArrowRight',
    keyName: '→',
    name: t('The next chord'),
    does: ({ step }) => step(1),
  },
  {
    id: 'before',
    key: 'ArrowLeft',
    keyName: '←',
    name: t('The chord before'),
    does: ({ step }) => step(-1),
  },
  { id: 'undo', key: 'Ctrl+z', keyName: 'Ctrl Z', name: t('Undo'), does: ({ undo }) => undo() },
  { id: 'redo', key: 'Ctrl+y', keyName: 'Ctrl Y', name: t('Redo'), does: ({ redo }) => redo() },
  {
    id: 'redoToo',
    key: 'Ctrl+Z',
    keyName: 'Ctrl Shift Z',
    name: t('Redo'),
    does: ({ redo }) => redo(),
  },
  { id: 'keys', key: '?', keyName: '?', name: t('Help'), does: openHelp },
];

/** A command for each of the keys 1 to 9. */
export function numbered<Keys>(
  id: string,
  name: (number: number) => string,
  does: (keys: Keys, number: number) => void,
): Command<Keys>[] {
  return Array.from({ length: 9 }, (_, index) => ({
    id: `${id} ${index + 1}`,
    key: String(index + 1),
    keyName: String(index + 1),
    name: name(index + 1),
    does: (keys: Keys) => does(keys, index + 1),
  }));
}
