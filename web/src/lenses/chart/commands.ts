import {
  addPhrase,
  changeBar,
  copySection,
  endOtherwise,
  hold,
  insertBar,
  join,
  mark,
  moveSection,
  pushEverySecond,
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
import { openHelp } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

/** What is chosen on the chart: one slot, or all from one to another. */
export interface Chosen {
  readonly anchor: Cursor;
  readonly head: Cursor;
}

/** What opens a window of its own. */
export type ChartWindow = 'section' | 'words' | 'tune' | 'texture' | 'lyric' | 'suspend';

/**
 * What an edit leaves behind: a bar that waits for its chord, beside the one here or in a line of its own, a silence that is
 * meant, or less than there was.
 */
export type Leaves = 'nothing' | 'a bar' | 'a line' | 'silence' | 'less';

/** What a command of the chart can do. */
export interface ChartHands {
  /** Makes an edit at what is chosen. */
  readonly run: (edit: (read: ChartResult, chosen: Chosen) => Edit, leaves?: Leaves) => void;
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
  leaves: Leaves = 'nothing',
): ChartCommand => ({ id, key, keyName, name, does: ({ run }) => run(make, leaves) });

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
    name: t('Play from here, stop playing'),
    does: ({ togglePlaying }) => togglePlaying(),
  },
  {
    id: 'goOn',
    key: 'g',
    keyName: 'G',
    name: t('Go on, while an open section sounds'),
    does: ({ goOn }) => goOn(),
    canDo: ({ isOpen }) => isOpen,
  },
  {
    id: 'type',
    key: 'Enter',
    keyName: 'Enter',
    name: t('Change the chord here'),
    does: ({ type }) => type(),
  },
  edit('push', ['<', '<'], t('Push: an eighth, a sixteenth, none'), marks('push')),
  edit('right', ['r', 'R'], t('Only the right hand comes early'), marks('right')),
  edit('everySecond', ['+', '+'], t('Push every second chord'), (read, { anchor, head }) =>
    pushEverySecond(read, anchor, head),
  ),
  edit('ring', ['~', '~'], t('Let it ring'), marks('ring')),
  edit('stop', ['!', '!'], t('Stop: short, then silence'), marks('stop')),
  edit('accent', ['>', '>'], t('Accent'), marks('accent')),
  edit('fermata', ['^', '^'], t('Hold (fermata)'), marks('fermata')),
  edit('silence', ['_', '_'], t('Silence'), at(putSilence), 'silence'),
  edit('tie', ['.', '.'], t('The chord before sounds on'), at(hold), 'silence'),
  edit('same', ['%', '%'], t('The bar before again'), at(repeatBar), 'silence'),
  edit('split', ['s', 'S'], t('Split in two'), at(split)),
  edit('join', ['j', 'J'], t('Join with the next'), at(join)),
  edit(
    'barBefore',
    ['i', 'I'],
    t('Bar before'),
    at((read, to) => insertBar(read, to, 'before')),
  ),
  edit(
    'barAfter',
    ['|', '|'],
    t('Bar after'),
    at((read, to) => insertBar(read, to, 'after')),
    'a bar',
  ),
  edit('line', ['Shift+Enter', 'Shift Enter'], t('New line'), at(addPhrase), 'a line'),
  edit('remove', ['Backspace', 'Backspace'], t('Take away'), at(remove), 'less'),
  edit('up', ['Alt+ArrowUp', 'Alt ↑'], t('A degree up'), (read, { anchor, head }) =>
    transposeByDegrees(read, anchor, head, 1),
  ),
  edit('down', ['Alt+ArrowDown', 'Alt ↓'], t('A degree down'), (read, { anchor, head }) =>
    transposeByDegrees(read, anchor, head, -1),
  ),
  {
    id: 'rename',
    key: 'F2',
    keyName: 'F2',
    name: t('Name of the section'),
    does: ({ rename }) => rename(),
  },
  edit(
    'sectionUp',
    ['Alt+Shift+ArrowUp', 'Alt Shift ↑'],
    t('Move the section up'),
    at((read, to) => moveSection(read, to, -1)),
  ),
  edit(
    'sectionDown',
    ['Alt+Shift+ArrowDown', 'Alt Shift ↓'],
    t('Move the section down'),
    at((read, to) => moveSection(read, to, 1)),
  ),
  edit('copy', ['d', 'D'], t('Copy the section'), at(copySection)),
  edit(
    'more',
    ['x', 'X'],
    t('Play the section once more'),
    at((read, to) => repeatSection(read, to, 1)),
  ),
  edit(
    'less',
    ['X', 'Shift X'],
    t('Play the section once less'),
    at((read, to) => repeatSection(read, to, -1)),
  ),
  edit('ending', ['v', 'V'], t('Another ending the last time'), at(endOtherwise)),
  edit('otherBar', ['V', 'Shift V'], t('Another bar here the last time'), at(changeBar)),
  edit(
    'removeSection',
    ['Ctrl+Backspace', 'Ctrl Backspace'],
    t('Take the section away'),
    at(removeSection),
  ),
  opens('suspend', 'u', t('Suspend and resolve')),
  opens('section', 'n', t('New section')),
  opens('words', 'w', t('Words under this bar')),
  opens('tune', 't', t('Tune of this line')),
  opens('texture', 'h', t('How the hands play this section')),
  opens('lyric', 'l', t('Paste a lyric and spread it')),
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

/** A command by its id. */
export function chartCommand(id: string): ChartCommand {
  const found = chartCommands.find((command) => command.id === id);
  if (!found) throw new Error(`The chart has no command ${id}.`);
  return found;
}

/** What is done with a whole section, in the order of menus and pads. */
export const sectionTools = [
  'rename',
  'sectionUp',
  'sectionDown',
  'copy',
  'more',
  'less',
  'ending',
  'suspend',
];

/** What the keys of the chart do besides: moving and typing. */
export const chartKeys = [
  { id: 'typing', keyName: t('1 to 7, # b, A to G'), name: t('Type a chord') },
  { id: 'taking', keyName: 'Space', name: t('Take it and go on') },
  { id: 'going', keyName: '← → ↑ ↓', name: t('Go from slot to slot, line to line') },
  { id: 'choosing', keyName: 'Shift ← →', name: t('Choose more slots') },
];
