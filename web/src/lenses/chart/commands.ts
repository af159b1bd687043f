import {
  addPhrase,
  copySection,
  hold,
  insertBar,
  join,
  mark,
  putSilence,
  remove,
  removeSection,
  repeatBar,
  repeatSection,
  split,
  transposeByDegrees,
  type ChartEdit,
  type MarkName,
  type Cursor,
  type Song,
} from '@intervallum/core';

/** What is chosen on the chart: one slot, or all from one to another. */
export interface Chosen {
  readonly anchor: Cursor;
  readonly head: Cursor;
}

/** One thing that can be done on the chart: with a key, and with a button where it has a sign. */
export interface Command {
  readonly key: string;
  /** As the key is written for people. */
  readonly keyName: string;
  readonly name: string;
  readonly edit: (song: Song, chosen: Chosen) => ChartEdit;
}

const at =
  (edit: (song: Song, at: Cursor) => ChartEdit) =>
  (song: Song, { head }: Chosen) =>
    edit(song, head);
const marks =
  (what: MarkName) =>
  (song: Song, { anchor, head }: Chosen) =>
    mark(song, anchor, head, what);

/** The commands of the chart, in the groups they stand in. */
export const commands = {
  push: { key: '<', keyName: '<', name: 'Push: an eighth, a sixteenth, none', edit: marks('push') },
  right: { key: 'r', keyName: 'R', name: 'Only the right hand comes early', edit: marks('right') },
  ring: { key: '~', keyName: '~', name: 'Let it ring', edit: marks('ring') },
  stop: { key: '!', keyName: '!', name: 'Stop: short, then silence', edit: marks('stop') },
  accent: { key: '>', keyName: '>', name: 'Accent', edit: marks('accent') },
  fermata: { key: '^', keyName: '^', name: 'Hold (fermata)', edit: marks('fermata') },
  silence: { key: '_', keyName: '_', name: 'Silence', edit: at(putSilence) },
  tie: { key: '.', keyName: '.', name: 'The chord before sounds on', edit: at(hold) },
  same: { key: '%', keyName: '%', name: 'The bar before again', edit: at(repeatBar) },
  split: { key: 's', keyName: 'S', name: 'Split in two', edit: at(split) },
  join: { key: 'j', keyName: 'J', name: 'Join with the next', edit: at(join) },
  barBefore: {
    key: 'i',
    keyName: 'I',
    name: 'Bar before',
    edit: at((song, to) => insertBar(song, to, 'before')),
  },
  barAfter: {
    key: '|',
    keyName: '|',
    name: 'Bar after',
    edit: at((song, to) => insertBar(song, to, 'after')),
  },
  line: { key: 'Shift+Enter', keyName: 'Shift Enter', name: 'New line', edit: at(addPhrase) },
  remove: { key: 'Backspace', keyName: 'Backspace', name: 'Take away', edit: at(remove) },
  up: {
    key: 'Alt+ArrowUp',
    keyName: 'Alt ↑',
    name: 'A degree up',
    edit: (song, { anchor, head }) => transposeByDegrees(song, anchor, head, 1),
  },
  down: {
    key: 'Alt+ArrowDown',
    keyName: 'Alt ↓',
    name: 'A degree down',
    edit: (song, { anchor, head }) => transposeByDegrees(song, anchor, head, -1),
  },
  copy: { key: 'd', keyName: 'D', name: 'Copy the section', edit: at(copySection) },
  more: {
    key: 'x',
    keyName: 'X',
    name: 'Play the section once more',
    edit: at((song, to) => repeatSection(song, to, 1)),
  },
  less: {
    key: 'X',
    keyName: 'Shift X',
    name: 'Play the section once less',
    edit: at((song, to) => repeatSection(song, to, -1)),
  },
  removeSection: {
    key: 'Ctrl+Backspace',
    keyName: 'Ctrl Backspace',
    name: 'Take the section away',
    edit: at(removeSection),
  },
} as const satisfies Record<string, Command>;

export type CommandName = keyof typeof commands;

/** What opens a window or a field of its own. */
export const openers = {
  section: { key: 'n', keyName: 'N', name: 'New section' },
  words: { key: 'w', keyName: 'W', name: 'Words under this bar' },
  tune: { key: 't', keyName: 'T', name: 'Tune of this line' },
  texture: { key: 'g', keyName: 'G', name: 'How the hands play this section' },
  lyric: { key: 'l', keyName: 'L', name: 'Paste a lyric and spread it' },
  keys: { key: '?', keyName: '?', name: 'All keys' },
} as const;

export type OpenerName = keyof typeof openers;

/** A key as `commands` names it. */
export function keyOf(event: {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly altKey: boolean;
  readonly shiftKey: boolean;
}): string {
  const named = event.key.length > 1;
  const key = event.key === 'Delete' ? 'Backspace' : event.key;
  return [
    event.ctrlKey || event.metaKey ? 'Ctrl+' : '',
    event.altKey ? 'Alt+' : '',
    named && event.shiftKey ? 'Shift+' : '',
    key,
  ].join('');
}
