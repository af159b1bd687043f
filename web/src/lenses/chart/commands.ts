import {
  addPhrase,
  copySection,
  hold,
  insertBar,
  join,
  mark,
  moveSection,
  putSilence,
  remove,
  removeSection,
  repeatBar,
  repeatSection,
  split,
  transposeByDegrees,
  type ChartResult,
  type Cursor,
  type Edit,
  type MarkName,
} from '@intervallum/core';
import type { Command } from '../command.ts';
import type { TypingKey } from './padKeys.ts';

/** What is chosen on the chart: one slot, or all from one to another. */
export interface Chosen {
  readonly anchor: Cursor;
  readonly head: Cursor;
}

/** What opens a window of its own. */
export type ChartWindow = 'section' | 'words' | 'tune' | 'texture' | 'lyric' | 'keys';

/** What a command of the chart can do. */
export interface ChartHands {
  /** Makes an edit at what is chosen. */
  readonly run: (edit: (read: ChartResult, chosen: Chosen) => Edit) => void;
  readonly open: (window: ChartWindow) => void;
  /** Begins to change the name of the section at the cursor, where it stands. */
  readonly rename: () => void;
  /** Begins to type a chord, from the one that stands there. */
  readonly type: () => void;
  /** A key of the pad: a degree, a quality, a slash. A degree after a whole chord takes that one and goes on. */
  readonly typePart: (key: TypingKey) => void;
  /** Takes back the last part that was typed, or the chord that stands there. */
  readonly takeBack: () => void;
  /** Takes what was typed and goes on to the next slot. */
  readonly goOnTyping: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly togglePlaying: () => void;
  readonly goOn: () => void;
  /** What sounds goes on and on until the signal. */
  readonly isOpen: boolean;
}

type ChartCommand = Command<ChartHands>;

const edit = (
  id: string,
  [key, keyName]: readonly [string, string],
  name: string,
  make: (read: ChartResult, chosen: Chosen) => Edit,
): ChartCommand => ({ id, key, keyName, name, does: ({ run }) => run(make) });

const at =
  (make: (read: ChartResult, at: Cursor) => Edit) =>
  (read: ChartResult, { head }: Chosen) =>
    make(read, head);
const marks =
  (what: MarkName) =>
  (read: ChartResult, { anchor, head }: Chosen) =>
    mark(read, anchor, head, what);
const opens = (id: ChartWindow, key: string, name: string): ChartCommand => ({
  id,
  key,
  keyName: key.toUpperCase(),
  name,
  does: ({ open }) => open(id),
});

/** Everything that can be done on the chart. */
export const chartCommands: readonly ChartCommand[] = [
  {
    id: 'play',
    key: ' ',
    keyName: 'Space',
    name: 'Play from here, stop playing',
    does: ({ togglePlaying }) => togglePlaying(),
  },
  {
    id: 'goOn',
    key: 'g',
    keyName: 'G',
    name: 'Go on, while an open section sounds',
    does: ({ goOn }) => goOn(),
    canDo: ({ isOpen }) => isOpen,
  },
  {
    id: 'type',
    key: 'Enter',
    keyName: 'Enter',
    name: 'Change the chord here',
    does: ({ type }) => type(),
  },
  edit('push', ['<', '<'], 'Push: an eighth, a sixteenth, none', marks('push')),
  edit('right', ['r', 'R'], 'Only the right hand comes early', marks('right')),
  edit('ring', ['~', '~'], 'Let it ring', marks('ring')),
  edit('stop', ['!', '!'], 'Stop: short, then silence', marks('stop')),
  edit('accent', ['>', '>'], 'Accent', marks('accent')),
  edit('fermata', ['^', '^'], 'Hold (fermata)', marks('fermata')),
  edit('silence', ['_', '_'], 'Silence', at(putSilence)),
  edit('tie', ['.', '.'], 'The chord before sounds on', at(hold)),
  edit('same', ['%', '%'], 'The bar before again', at(repeatBar)),
  edit('split', ['s', 'S'], 'Split in two', at(split)),
  edit('join', ['j', 'J'], 'Join with the next', at(join)),
  edit(
    'barBefore',
    ['i', 'I'],
    'Bar before',
    at((read, to) => insertBar(read, to, 'before')),
  ),
  edit(
    'barAfter',
    ['|', '|'],
    'Bar after',
    at((read, to) => insertBar(read, to, 'after')),
  ),
  edit('line', ['Shift+Enter', 'Shift Enter'], 'New line', at(addPhrase)),
  edit('remove', ['Backspace', 'Backspace'], 'Take away', at(remove)),
  edit('up', ['Alt+ArrowUp', 'Alt ↑'], 'A degree up', (read, { anchor, head }) =>
    transposeByDegrees(read, anchor, head, 1),
  ),
  edit('down', ['Alt+ArrowDown', 'Alt ↓'], 'A degree down', (read, { anchor, head }) =>
    transposeByDegrees(read, anchor, head, -1),
  ),
  {
    id: 'rename',
    key: 'F2',
    keyName: 'F2',
    name: 'Name of the section',
    does: ({ rename }) => rename(),
  },
  edit(
    'sectionUp',
    ['Alt+Shift+ArrowUp', 'Alt Shift ↑'],
    'Move the section up',
    at((read, to) => moveSection(read, to, -1)),
  ),
  edit(
    'sectionDown',
    ['Alt+Shift+ArrowDown', 'Alt Shift ↓'],
    'Move the section down',
    at((read, to) => moveSection(read, to, 1)),
  ),
  edit('copy', ['d', 'D'], 'Copy the section', at(copySection)),
  edit(
    'more',
    ['x', 'X'],
    'Play the section once more',
    at((read, to) => repeatSection(read, to, 1)),
  ),
  edit(
    'less',
    ['X', 'Shift X'],
    'Play the section once less',
    at((read, to) => repeatSection(read, to, -1)),
  ),
  edit(
    'removeSection',
    ['Ctrl+Backspace', 'Ctrl Backspace'],
    'Take the section away',
    at(removeSection),
  ),
  opens('section', 'n', 'New section'),
  opens('words', 'w', 'Words under this bar'),
  opens('tune', 't', 'Tune of this line'),
  opens('texture', 'g', 'How the hands play this section'),
  opens('lyric', 'l', 'Paste a lyric and spread it'),
  { id: 'undo', key: 'Ctrl+z', keyName: 'Ctrl Z', name: 'Undo', does: ({ undo }) => undo() },
  { id: 'redo', key: 'Ctrl+y', keyName: 'Ctrl Y', name: 'Redo', does: ({ redo }) => redo() },
  {
    id: 'redoToo',
    key: 'Ctrl+Z',
    keyName: 'Ctrl Shift Z',
    name: 'Redo',
    does: ({ redo }) => redo(),
  },
  opens('keys', '?', 'All keys'),
];

/** A command by its id. */
export function chartCommand(id: string): ChartCommand {
  const found = chartCommands.find((command) => command.id === id);
  if (!found) throw new Error(`The chart has no command ${id}.`);
  return found;
}

/** What the keys of the chart do besides: moving and typing. */
export const chartKeys = [
  { id: 'typing', keyName: '1 to 7, # b, A to G', name: 'Type a chord' },
  { id: 'taking', keyName: 'Space', name: 'Take it and go on' },
  { id: 'going', keyName: '← → ↑ ↓', name: 'Go from slot to slot, line to line' },
  { id: 'choosing', keyName: 'Shift ← →', name: 'Choose more slots' },
];
