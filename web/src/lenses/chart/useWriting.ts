import {
  addSection,
  barsBefore,
  inOrder,
  insertBar,
  lineAway,
  lineEnd,
  nearestCursor,
  partMarks,
  placeOfBar,
  putChord,
  readTypedChord,
  remove,
  renameSection,
  sameCursor,
  setTune,
  setWords,
  spreadWords,
  stepped,
  styleFor,
  suspendChords,
  textSlotAt,
  tuneLineAt,
  type ChartResult,
  type Cursor,
  type Edit,
  type HowToSuspend,
  type TuneBar,
  type TuneLine,
} from '@intervallum/core';
import { useMemo, useState, type KeyboardEvent } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { desk } from '../../settings/desk.ts';
import { announce } from '../../ui/announce.tsx';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { commandOf, keyOf } from '../command.ts';
import { withTyped, type TypingKey } from './padKeys.ts';
import { chordText, wordsAt } from './places.ts';
import { useWaitingBar } from './useWaitingBar.ts';
import { chartCommands, type ChartHands, type ChartWindow, type Chosen } from './commands.ts';
import type { ChartSound } from '../parts/useChartSound.ts';
import { t } from '../../words/words.ts';

/** How the chart's own numbers are written. */
function styleOf({ song }: ChartResult) {
  return styleFor(song.key, song);
}

/** A chord being typed in its slot. */
export interface Entry {
  readonly bar: number;
  readonly slot: number;
  readonly text: string;
  /** Why it cannot be taken; null while it is typed. */
  readonly trouble: string | null;
}

export interface Writing {
  /** What commands do; the object stays the same for as long as nothing goes on until the signal. */
  readonly hands: ChartHands;
  /** Both ends of what is chosen, one place where it is one slot; null where there is nothing to choose. */
  readonly chosen: Chosen | null;
  /** The slots that are chosen, from and to, as `placedSlots` counts them; null where only one is. */
  readonly selection: { readonly from: number; readonly to: number } | null;
  readonly cursor: Cursor | null;
  readonly entry: Entry | null;
  readonly onEntry: (text: string) => void;
  /** Puts what was typed into its slot, and goes on to the next slot or stays. */
  readonly takeEntry: (then: 'next' | 'stay') => boolean;
  readonly dropEntry: () => void;
  /** The focus went elsewhere: what is a chord is taken, what is none is dropped. */
  readonly leaveEntry: (to: EventTarget | null) => void;
  readonly onKey: (event: KeyboardEvent) => void;
  /** Gives the chart the focus. */
  readonly focus: () => void;
  /** The section whose name is being changed. */
  readonly renamed: number | null;
  /** @returns why it cannot be called so; null where it is */
  readonly rename: (section: number, name: string) => string | null;
  readonly endRenaming: () => void;
  readonly goToSection: (section: number) => void;
  readonly opened: ChartWindow | null;
  readonly close: () => void;
  readonly addSection: (name: string) => void;
  readonly setWords: (lines: readonly string[]) => void;
  readonly spreadWords: (lyric: string) => void;
  /** The words under the bar at the cursor. */
  readonly words: readonly string[];
  /** The line of bars at the cursor, for the tune under it. */
  readonly line: TuneLine | null;
  /** Suspends the chosen chords, or those of the section, and resolves them, as one step. */
  readonly suspend: (how: HowToSuspend) => void;
  readonly setTune: (tune: readonly TuneBar[]) => void;
  /** A click on a slot chooses it alone; with Shift, all up to it. */
  readonly choose: (cursor: Cursor, extend: boolean) => void;
}

/** Writing on the chart: the cursor, what is chosen, the chord being typed, and every edit as one step of undo. */
export function useWriting(sound: ChartSound): Writing {
  const songDocument = useDocument();
  const { view, chartRef } = useLook();
  const read = useSong((state) => state.read);
  const place = useSong((state) => state.place);
  const { textOpen, panel } = desk.use('textOpen', 'panel');
  /** Lower-case letters take colours while those are beside the chart. */
  const lettersTaken = textOpen && panel === 'colours';
  const { song } = read;
  const cursor = useMemo(() => nearestCursor(read, place), [read, place]);
  const [entry, setEntry] = useState<Entry | null>(null);
  const [anchored, setAnchored] = useState<Chosen | null>(null);
  const [opened, setOpened] = useState<ChartWindow | null>(null);
  const [renamed, setRenamed] = useState<number | null>(null);
  /** What was chosen holds until the cursor goes somewhere else. */
  const anchor = anchored && cursor && sameCursor(anchored.head, cursor) ? anchored.anchor : cursor;
  const selection = useMemo(() => {
    if (!anchor || !cursor || sameCursor(anchor, cursor)) return null;
    const [from, to] = inOrder(anchor, cursor).map((end) => textSlotAt(song, end));
    return typeof from === 'number' && typeof to === 'number' ? { from, to } : null;
  }, [song, anchor, cursor]);

  const waiting = useWaitingBar();

  const focusChart = () => chartRef.current?.focus({ preventScroll: true });

  const goTo = (to: Cursor | null, from: Cursor | null = null) => {
    if (!to) return;
    songDocument.goTo(to);
    setAnchored(from && { anchor: from, head: to });
  };

  /** Makes an edit as one step, and goes to where it ends; says why where it cannot be made. */
  const write = (make: (now: ChartResult) => Edit): Cursor | null => {
    const edited = songDocument.edit(make);
    if (!edited.ok) {
      notify(edited.why);
      return null;
    }
    return edited.cursor;
  };
  /** What was typed so far belongs to the chart before anything else is done with it. */
  const takeTyped = (): boolean => {
    if (entry?.text.trim()) return takeEntry('stay');
    if (entry) dropEntry();
    return true;
  };
  const run: ChartHands['run'] = (make, leaves = 'nothing') => {
    if (!takeTyped()) return;
    // What is taken away of a bar that waits is the bar itself.
    if (leaves === 'less' && waiting.giveBack()) return;
    // A bar more after one that waits for its chord would be a silent one.
    if (leaves === 'a bar' && waiting.waits()) return;
    const wasWaiting = leaves !== 'silence' && waiting.giveBack();
    const here = wasWaiting ? cursorNow() : cursor;
    if (!here) return notify(t('There is no bar here yet: begin with a section (N).'));
    const chosen = { anchor: wasWaiting ? here : (anchor ?? here), head: here };
    const to = write((now) => make(now, chosen));
    if (to && leaves !== 'nothing' && leaves !== 'less') waiting.begins(leaves === 'silence');
    if (to && sameCursor(to, here)) setAnchored({ anchor: chosen.anchor, head: here });
  };

  const begin = (typed: string) => {
    if (cursor) setEntry({ ...cursor, text: typed, trouble: null });
    else setOpened('section');
  };
  /** @returns whether what was typed was taken */
  const takeEntry = (then: 'next' | 'stay'): boolean => {
    if (!entry) return false;
    if (entry.text.trim() === '') {
      dropEntry();
      return false;
    }
    const { chord, marks } = partMarks(entry.text);
    const typed = readTypedChord(chord, view);
    if (!typed.ok) {
      setEntry({ ...entry, trouble: typed.problems[0]!.message });
      return false;
    }
    const at = { bar: entry.bar, slot: entry.slot };
    const put = songDocument.edit((now) => putChord(now, at, typed.value, marks));
    if (!put.ok) {
      setEntry({ ...entry, trouble: put.why });
      return false;
    }
    setEntry(null);
    focusChart();
    if (then === 'next') goOnFrom(at);
    return true;
  };
  /** The next slot of the line; at its end a new bar, which waits for its chord. */
  const goOnFrom = (at: Cursor) => {
    // Of several edits at one key press only the document knows the chart in between.
    const now = songDocument.store.getState().read;
    const next = stepped(now.song, at, 1);
    const isSameLine = next && now.barPlaces[next.bar]?.line === now.barPlaces[at.bar]?.line;
    if (isSameLine) songDocument.goTo(next);
    else if (write((chart) => insertBar(chart, at, 'after'))) waiting.begins();
  };
  /** Where a place is once the bar that waited in vain, at the cursor, is gone. */
  const givenBack = (to: Cursor | null): Cursor | null => {
    const isBehind = to && cursor && to.bar > cursor.bar;
    return waiting.giveBack() && isBehind ? { ...to, bar: to.bar - 1 } : to;
  };
  const dropEntry = () => {
    setEntry(null);
    focusChart();
  };
  /** Where the cursor is after an edit of this very moment. */
  const cursorNow = () => {
    const now = songDocument.store.getState();
    return nearestCursor(now.read, now.place);
  };
  const typePart = (key: TypingKey) => {
    if (!cursor) return setOpened('section');
    const begun = entry?.text ?? (key.kind === 'degree' ? '' : chordText(read, cursor));
    const text = withTyped(begun, key);
    if (text !== null) return setEntry({ ...(entry ?? cursor), text, trouble: null });
    if (!entry || !takeEntry('next')) return;
    const next = cursorNow();
    if (next) setEntry({ ...next, text: key.types, trouble: null });
  };
  const leaveEntry = (to: EventTarget | null) => {
    // The chart has the focus back once the entry was taken or dropped.
    if (to === chartRef.current || (to instanceof Element && to.closest('[data-pad]'))) return;
    const said = partMarks(entry?.text ?? '');
    const typed = entry && readTypedChord(said.chord, view);
    setEntry(null);
    if (entry && typed?.ok) write((now) => putChord(now, entry, typed.value, said.marks));
    else waiting.giveBack();
  };

  const steady = useSteady({
    run,
    open: (window: ChartWindow) => {
      if (!takeTyped()) return;
      waiting.giveBack();
      setOpened(window);
    },
    type: () => begin(cursor ? chordText(read, cursor) : ''),
    typePart,
    takeBack: () => {
      if (entry) {
        const text = entry.text.slice(0, -1);
        if (text === '') dropEntry();
        else setEntry({ ...entry, text, trouble: null });
      } else run((now, { head }) => remove(now, head), 'less');
    },
    goOnTyping: () => {
      if (entry) takeEntry('next');
      else goTo(cursor && stepped(song, cursor, 1));
    },
    rename: () => {
      const section = cursor && placeOfBar(song, cursor.bar)?.section;
      if (typeof section !== 'number') notify(t('There is no section here to name.'));
      else setRenamed(section);
    },
    undo: () => {
      // What is typed and not taken yet is what goes first.
      if (entry) dropEntry();
      else {
        songDocument.undo();
        announce(t('Undone'));
      }
    },
    redo: () => {
      songDocument.redo();
      announce(t('Done again'));
    },
    togglePlaying: () => {
      waiting.giveBack();
      sound.toggle();
    },
    goOn: sound.goOn,
  });
  const { isOpen } = sound;
  const hands = useMemo<ChartHands>(() => ({ ...steady, isOpen }), [steady, isOpen]);

  const moves: Readonly<Record<string, () => Cursor | null>> = {
    ArrowRight: () => cursor && stepped(song, cursor, 1),
    ArrowLeft: () => cursor && stepped(song, cursor, -1),
    ArrowDown: () => cursor && lineAway(read, cursor, 1),
    ArrowUp: () => cursor && lineAway(read, cursor, -1),
    Home: () => cursor && lineEnd(song, read, cursor, 'first'),
    End: () => cursor && lineEnd(song, read, cursor, 'last'),
  };
  const actionOf = (event: KeyboardEvent): (() => void) | null => {
    const key = keyOf(event);
    const step = moves[key.replace('Shift+', '')];
    if (step)
      return () => {
        const to = step();
        goTo(givenBack(to), event.shiftKey ? (anchor ?? null) : null);
      };
    // A mark before a chord waits for it.
    if (key === '<' && waiting.waits()) return () => begin(key);
    if (/^[1-7#[]$/.test(key) || /^[A-H]$/.test(key) || (key === 'b' && !lettersTaken))
      return () => begin(key);
    if (lettersTaken && /^[a-z]$/.test(key)) return null;
    const command = commandOf(chartCommands, key, hands);
    return command && (() => command.does(hands));
  };

  /** What is typed before the field has come up belongs to the entry as well. */
  const entryAction = ({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): (() => void) | null => {
    if (!entry || ctrlKey || metaKey || altKey) return null;
    const typed = (now: string) => () => setEntry({ ...entry, text: now, trouble: null });
    if (key === ' ') return () => void takeEntry('next');
    if (key === 'Enter') return () => void takeEntry('stay');
    if (key === 'Escape') return dropEntry;
    if (key === 'Backspace') return typed(entry.text.slice(0, -1));
    return key.length === 1 ? typed(entry.text + key) : null;
  };

  const chosen = useMemo<Chosen | null>(
    () => (cursor ? { anchor: anchor ?? cursor, head: cursor } : null),
    [anchor, cursor],
  );

  return {
    hands,
    chosen,
    selection,
    cursor,
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
    focus: focusChart,
    renamed,
    rename: (section, name) => {
      const edited = songDocument.edit((now) =>
        renameSection(now, { bar: barsBefore(now.song, section), slot: 0 }, name),
      );
      return edited.ok ? null : edited.why;
    },
    endRenaming: () => {
      setRenamed(null);
      setTimeout(focusChart, 0);
    },
    goToSection: (section) => {
      if (entry) takeEntry('stay');
      // Where one is in it already one stays.
      const here = cursor && placeOfBar(song, cursor.bar)?.section;
      if (here !== section) goTo(givenBack({ bar: barsBefore(song, section), slot: 0 }));
    },
    opened,
    close: () => {
      setOpened(null);
      // The window gives the focus back first.
      setTimeout(focusChart, 0);
    },
    addSection: (name) => write((now) => addSection(now, cursor, name)),
    setWords: (lines) => cursor && write((now) => setWords(now, cursor, lines)),
    spreadWords: (lyric) => cursor && write((now) => spreadWords(now, cursor, lyric)),
    words: cursor ? wordsAt(song, cursor.bar) : [],
    line: cursor ? tuneLineAt(song, cursor) : null,
    suspend: (how) => {
      if (!chosen) return;
      let said: readonly string[] = [];
      const done = write((now) => {
        const found = suspendChords(now, chosen.anchor, chosen.head, how, styleOf(now));
        said = found.said;
        return found.edit;
      });
      if (done) announce([t('Suspended, one step to undo.'), ...said].join(' '));
    },
    setTune: (tune) => cursor && write((now) => setTune(now, cursor, tune)),
    choose: (to, extend) => {
      if (entry) takeEntry('stay');
      goTo(givenBack(to), extend ? anchor : null);
      focusChart();
    },
  };
}
