import { isolateHistory, redo, undo } from '@codemirror/commands';
import { EditorState } from '@codemirror/state';
import type { EditorView } from '@codemirror/view';
import {
  addSection,
  changeText,
  inOrder,
  insertBar,
  parseChart,
  placedSlots,
  putChord,
  setSongTextures,
  setTextures,
  setTune,
  setWords,
  spreadWords,
  tuneLineAt,
  type ChartEdit,
  type ChartResult,
  type Cursor,
  type Song,
  type Textures,
  type TuneBar,
  type TuneLine,
} from '@intervallum/core';
import { useMemo, useState, type KeyboardEvent, type RefObject } from 'react';
import type { ChartView } from '../chart/view.ts';
import { rangeOf } from '../song/ChartEditor.tsx';
import { readTypedChord } from '../song/typedChord.ts';
import { useSteady } from '../state/useSteady.ts';
import { notify } from '../ui/notices.tsx';
import { commands, keyOf, openers, type CommandName, type OpenerName } from './commands.ts';
import {
  changedPart,
  lineAway,
  lineEnd,
  nearestCursor,
  stepped,
  type TextPlace,
} from './cursor.ts';

/** A chord being typed in its slot. */
export interface Entry {
  readonly bar: number;
  readonly slot: number;
  readonly text: string;
  /** Why it cannot be taken; null while it is typed. */
  readonly trouble: string | null;
}

/** What the tools over the chart do; the object stays the same. */
export type WritingTools = Pick<Writing, 'type' | 'run' | 'open' | 'undo' | 'redo'>;

export interface Writing {
  readonly tools: WritingTools;
  /** The slots that are chosen, from and to, as `placedSlots` counts them; null where only one is. */
  readonly selection: { readonly from: number; readonly to: number } | null;
  readonly entry: Entry | null;
  readonly onEntry: (text: string) => void;
  /** Puts what was typed into its slot, and goes on to the next slot or stays. */
  readonly takeEntry: (then: 'next' | 'stay') => void;
  readonly dropEntry: () => void;
  /** The focus went elsewhere: what is a chord is taken, what is none is dropped. */
  readonly leaveEntry: (to: EventTarget | null) => void;
  readonly onKey: (event: KeyboardEvent) => void;
  readonly run: (name: CommandName) => void;
  readonly open: (name: OpenerName) => void;
  readonly opened: OpenerName | null;
  readonly close: () => void;
  readonly type: () => void;
  readonly addSection: (name: string) => void;
  readonly setWords: (lines: readonly string[]) => void;
  readonly spreadWords: (lyric: string) => void;
  /** The words under the bar at the cursor. */
  readonly words: readonly string[];
  /** The line of bars at the cursor, for the tune under it and for what the hands of its section do. */
  readonly line: TuneLine | null;
  readonly setTune: (tune: readonly TuneBar[]) => void;
  readonly setTextures: (textures: Textures, of: 'section' | 'song') => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** A click on a slot chooses it alone; with Shift, all up to it. */
  readonly choose: (cursor: Cursor, extend: boolean) => void;
}

interface WritingInput {
  song: Song;
  read: ChartResult;
  text: string;
  view: ChartView;
  place: TextPlace | null;
  editorRef: RefObject<EditorView | null>;
  /** The chart itself, which has the keys while it has the focus. */
  chartRef: RefObject<HTMLElement | null>;
  /** Lower-case letters take colours while those are beside the chart. */
  lettersTaken: boolean;
  /** Keys of what sounds, which come first: playing and stopping, the signal. */
  soundKey: (key: string) => (() => void) | null;
}

/** Writing on the chart: the cursor, what is chosen, the chord being typed, and every edit as one step of undo. */
export function useWriting(input: WritingInput): Writing {
  const { song, read, text, view, place, editorRef, chartRef, lettersTaken, soundKey } = input;
  const cursor = useMemo(() => nearestCursor(read, place), [read, place]);
  const [entry, setEntry] = useState<Entry | null>(null);
  const [anchored, setAnchored] = useState<{
    readonly anchor: Cursor;
    readonly head: Cursor;
  } | null>(null);
  const [opened, setOpened] = useState<OpenerName | null>(null);
  /** What was chosen holds until the cursor goes somewhere else. */
  const anchor = anchored && cursor && sameCursor(anchored.head, cursor) ? anchored.anchor : cursor;
  const selection = useMemo(() => {
    if (!anchor || !cursor || sameCursor(anchor, cursor)) return null;
    const [from, to] = inOrder(anchor, cursor).map((end) => indexOf(song, end));
    return from === undefined || to === undefined ? null : { from, to };
  }, [song, anchor, cursor]);

  const focusChart = () => chartRef.current?.focus({ preventScroll: true });

  const goTo = (to: Cursor | null, from: Cursor | null = null) => {
    const editor = editorRef.current;
    const there = to && (read.barPlaces[to.bar]?.slots[to.slot] ?? read.barPlaces[to.bar]);
    if (!to || !editor || !there) return;
    editor.dispatch({
      selection: { anchor: rangeOf(editor.state, there).from },
      scrollIntoView: true,
    });
    setAnchored(from && { anchor: from, head: to });
  };

  /** Writes an edit into the text as one step, and goes to where it ends. */
  const write = (make: (song: Song) => ChartEdit): Cursor | null => {
    const editor = editorRef.current;
    if (!editor) return null;
    // Of several edits at one key press only the editor knows the text in between.
    const before = editor.state.doc.toString();
    const from = before === text ? read : parseChart(before);
    const edit = make(from.song);
    if (!edit.ok) {
      notify(edit.why);
      return null;
    }
    const after = changeText(before, from, edit.changes);
    const now = parseChart(after);
    const { bar, slot } = edit.cursor;
    const there = now.barPlaces[bar]?.slots[slot] ?? now.barPlaces[bar];
    // A state of its own, since what the editor has read of its text must not be asked about another.
    const changed = EditorState.create({ doc: after });
    editor.dispatch({
      changes: changedPart(before, after),
      ...(there ? { selection: { anchor: rangeOf(changed, there).from } } : {}),
      scrollIntoView: true,
      userEvent: 'input.chart',
      annotations: isolateHistory.of('full'),
    });
    return edit.cursor;
  };
  const run = (name: CommandName) => {
    if (!cursor) return notify('There is no bar here yet: begin with a section (N).');
    const chosen = { anchor: anchor ?? cursor, head: cursor };
    const to = write((now) => commands[name].edit(now, chosen));
    if (to && sameCursor(to, cursor)) setAnchored({ anchor: chosen.anchor, head: cursor });
  };

  const begin = (typed: string) => {
    if (cursor) setEntry({ ...cursor, text: typed, trouble: null });
    else setOpened('section');
  };
  const takeEntry = (then: 'next' | 'stay') => {
    if (!entry) return;
    if (entry.text.trim() === '') return dropEntry();
    const typed = readTypedChord(entry.text.trim(), view);
    if (!typed.ok) return setEntry({ ...entry, trouble: typed.problems[0]!.message });
    const at = { bar: entry.bar, slot: entry.slot };
    const put = write((now) => putChord(now, at, typed.value));
    setEntry(null);
    focusChart();
    if (put && then === 'next') goOnFrom(at);
  };
  /** The next slot of the line; at its end a new bar, which waits for its chord. */
  const goOnFrom = (at: Cursor) => {
    const editor = editorRef.current;
    if (!editor) return;
    const now = parseChart(editor.state.doc.toString());
    const next = stepped(now.song, at, 1);
    const line = now.barPlaces[at.bar]?.line;
    const place = next ? now.barPlaces[next.bar] : undefined;
    if (next && place && place.line === line) {
      const there = place.slots[next.slot] ?? place;
      editor.dispatch({
        selection: { anchor: rangeOf(editor.state, there).from },
        scrollIntoView: true,
      });
    } else write((song) => insertBar(song, at, 'after'));
  };
  const dropEntry = () => {
    setEntry(null);
    focusChart();
  };

  const leaveEntry = (to: EventTarget | null) => {
    // The chart has the focus back once the entry was taken or dropped.
    if (to === chartRef.current) return;
    const typed = entry && readTypedChord(entry.text.trim(), view);
    setEntry(null);
    if (entry && typed?.ok) write((now) => putChord(now, entry, typed.value));
  };

  const move = (to: Cursor | null, extend: boolean) => goTo(to, extend ? (anchor ?? null) : null);
  const undoIt = () => editorRef.current && undo(editorRef.current);
  const redoIt = () => editorRef.current && redo(editorRef.current);
  const moves: Readonly<Record<string, () => Cursor | null>> = {
    ArrowRight: () => cursor && stepped(song, cursor, 1),
    ArrowLeft: () => cursor && stepped(song, cursor, -1),
    ArrowDown: () => cursor && lineAway(read, cursor, 1),
    ArrowUp: () => cursor && lineAway(read, cursor, -1),
    Home: () => cursor && lineEnd(song, read, cursor, 'first'),
    End: () => cursor && lineEnd(song, read, cursor, 'last'),
    ' ': () => cursor && stepped(song, cursor, 1),
  };

  const actionOf = (event: KeyboardEvent): (() => void) | null => {
    const key = keyOf(event);
    if (key === 'Ctrl+z') return undoIt;
    if (key === 'Ctrl+y' || key === 'Ctrl+Z') return redoIt;
    const sounds = lettersTaken ? null : soundKey(key);
    if (sounds) return sounds;
    const step = moves[key.replace('Shift+', '')];
    if (step) return () => move(step(), event.shiftKey);
    if (/^[1-7#[]$/.test(key) || /^[A-H]$/.test(key) || (key === 'b' && !lettersTaken))
      return () => begin(key);
    if (key === 'Enter') return type;
    if (lettersTaken && /^[a-z]$/.test(key)) return null;
    const command = (Object.keys(commands) as CommandName[]).find(
      (name) => commands[name].key === key,
    );
    if (command) return () => run(command);
    const opener = (Object.keys(openers) as OpenerName[]).find((name) => openers[name].key === key);
    return opener ? () => setOpened(opener) : null;
  };

  /** What is typed before the field has come up belongs to the entry as well. */
  const entryAction = ({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): (() => void) | null => {
    if (!entry || ctrlKey || metaKey || altKey) return null;
    const typed = (now: string) => () => setEntry({ ...entry, text: now, trouble: null });
    if (key === ' ') return () => takeEntry('next');
    if (key === 'Enter') return () => takeEntry('stay');
    if (key === 'Escape') return dropEntry;
    if (key === 'Backspace') return typed(entry.text.slice(0, -1));
    return key.length === 1 ? typed(entry.text + key) : null;
  };

  const type = () => begin(cursor ? chordText(song, read, text, cursor) : '');
  const tools = useSteady({ type, run, open: setOpened, undo: undoIt, redo: redoIt });

  return {
    tools,
    selection,
    entry,
    onEntry: (typed) => setEntry(entry && { ...entry, text: typed, trouble: null }),
    takeEntry,
    dropEntry,
    leaveEntry,
    onKey: (event) => {
      const target = event.target as HTMLElement;
      if (target.closest('input, textarea, button, a, [role="radiogroup"]')) return;
      const action = entry ? entryAction(event) : actionOf(event);
      if (!action) return;
      event.preventDefault();
      action();
    },
    run,
    open: setOpened,
    opened,
    close: () => {
      setOpened(null);
      // The window gives the focus back first.
      setTimeout(focusChart, 0);
    },
    type,
    addSection: (name) => write((now) => addSection(now, cursor, name)),
    setWords: (lines) => cursor && write((now) => setWords(now, cursor, lines)),
    spreadWords: (lyric) => cursor && write((now) => spreadWords(now, cursor, lyric)),
    words: cursor ? wordsAt(song, cursor.bar) : [],
    line: cursor ? tuneLineAt(song, cursor) : null,
    setTune: (tune) => cursor && write((now) => setTune(now, cursor, tune)),
    setTextures: (textures, of) =>
      cursor &&
      write((now) => (of === 'song' ? setSongTextures : setTextures)(now, cursor, textures)),
    undo: undoIt,
    redo: redoIt,
    choose: (to, extend) => {
      if (entry) takeEntry('stay');
      goTo(to, extend ? anchor : null);
      focusChart();
    },
  };
}

function sameCursor(one: Cursor, other: Cursor): boolean {
  return one.bar === other.bar && one.slot === other.slot;
}

function indexOf(song: Song, { bar, slot }: Cursor): number | undefined {
  const index = placedSlots(song).findIndex((placed) => placed.bar === bar && placed.slot === slot);
  return index < 0 ? undefined : index;
}

/** The chord of a slot as the chart's text has it; nothing for silence. */
function chordText(song: Song, read: ChartResult, text: string, { bar, slot }: Cursor): string {
  const is = placedSlots(song).find((placed) => placed.bar === bar && placed.slot === slot)?.is;
  const place = read.barPlaces[bar]?.slots[slot];
  if (!place || (is?.kind !== 'chord' && is?.kind !== 'unread')) return '';
  const line = text.split(/\r\n|\r|\n/)[place.line - 1] ?? '';
  return line.slice(place.column - 1, place.column - 1 + place.length);
}

function wordsAt(song: Song, bar: number): readonly string[] {
  let first = 0;
  for (const { phrases } of song.sections) {
    for (const { bars, words } of phrases) {
      if (bar < first + bars.length) return words.map((line) => line[bar - first] ?? '');
      first += bars.length;
    }
  }
  return [];
}
