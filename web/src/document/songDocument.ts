import { isolateHistory, redo, undo } from '@codemirror/commands';
import {
  Transaction,
  type EditorState,
  type Extension,
  type TransactionSpec,
} from '@codemirror/state';
import type { EditorView } from '@codemirror/view';
import {
  compareTexts,
  linesOf,
  type ChartResult,
  type Cursor,
  type Decisions,
  type Edit,
  type TextEdit,
  type TextPlace,
} from '@intervallum/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  chartState,
  decisionsField,
  editorParts,
  readField,
  changeDecisions,
  setDecisions,
  slotsSaid,
} from './chartState.ts';
import { joinDrafts } from './joinDrafts.ts';
import { createSaver, type Saver, type SaverOptions, type SaveStatus, type Sent } from './saver.ts';
import { SinceSaved } from './sinceSaved.ts';
import type { SongDraft, SongRevision } from './songDraft.ts';

/** What a screen sees of an open song. */
export interface SongState {
  /** What was read of the text, once for every change. */
  readonly read: ChartResult;
  readonly decisions: Decisions;
  /** Where one works in the text; null until somebody said so. */
  readonly place: TextPlace | null;
  readonly status: SaveStatus<SongDraft, SongRevision>;
}

/** How an edit ended: where one goes on, or why it was not made. */
export type Edited =
  | { readonly ok: true; readonly cursor: Cursor | null }
  | { readonly ok: false; readonly why: string };

/**
 * An open song. Its one state is an editor's state without an editor: text, decisions and undo. Whoever changes it says
 * an edit; the text editor, where one is on the screen, is a view of it like any other.
 */
export interface SongDocument {
  readonly store: StoreApi<SongState>;
  readonly saver: Saver<SongDraft, SongRevision>;
  /**
   * Makes an edit of the song as it is at this moment, as one step of undo.
   * @param decide what the player decides with it, once what was decided before has gone with its slots
   */
  readonly edit: (
    make: (read: ChartResult) => Edit<Decisions>,
    decide?: (decisions: Decisions, after: ChartResult) => Decisions,
  ) => Edited;
  /** Changes what the player decided, as one step of undo. */
  readonly decide: (change: (decisions: Decisions) => Decisions) => void;
  /** Goes to a slot, or to the beginning of its bar. */
  readonly goTo: (cursor: Cursor) => void;
  /** Chooses a stretch of the text. */
  readonly select: (from: number, to: number) => void;
  /** Gives the focus to the text editor, where one is on the screen. */
  readonly focus: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Takes the server's version in the place of this one. */
  readonly takeTheirs: () => void;
  /** Puts an earlier version in the place of this one, as one step of undo: it is saved as the latest. */
  readonly putBack: (draft: SongDraft) => void;
  /** Takes over what another screen saved, unless something here is not saved yet. */
  readonly follow: (theirs: SongDraft, revision: SongRevision) => void;
  /** Shows the text in an editor until what is given back is called. */
  readonly attach: (extensions: Extension, show: ShowEditor) => () => void;
}

export type ShowEditor = (
  state: EditorState,
  dispatch: (transactions: readonly Transaction[]) => void,
) => EditorView;

/**
 * Sends a draft.
 * @param how how its text was edited since the revision it starts from, null where nobody knows; and whether the player
 * decided anything since
 */
export type SendSong = (
  draft: SongDraft,
  revision: SongRevision,
  how: { readonly changes: readonly TextEdit[] | null; readonly isDecided: boolean },
) => Promise<Sent<SongDraft, SongRevision>>;

export type SongOptions = Omit<SaverOptions<SongDraft, SongRevision>, 'send'> & {
  readonly send: SendSong;
};

export function openSong(options: SongOptions): SongDocument {
  let state = chartState(options.draft.text, options.draft.decisions);
  let view: EditorView | null = null;
  const sending = new SinceSaved(state.doc, options.draft);
  const saver = createSaver<SongDraft, SongRevision>({
    ...options,
    send: async (draft, revision) => {
      const sent = await options.send(draft, revision, sending.howCameTo(draft));
      if (sent.kind === 'saved') sending.saved(draft);
      if (sent.kind === 'stale') sending.lost();
      return sent;
    },
    join: (sides) =>
      joinDrafts(sides, (one, other) =>
        options.equal({ text: '', decisions: one }, { text: '', decisions: other }),
      ),
    onJoined: (draft) => {
      putInPlace(draft, false);
      options.onJoined?.(draft);
    },
  });
  const store = createStore<SongState>(() => ({
    read: state.field(readField),
    decisions: state.field(decisionsField),
    place: null,
    status: saver.store.getState().status,
  }));
  saver.store.subscribe(({ status }) => store.setState({ status }));

  /** The one place where the state changes. */
  function take(transactions: readonly Transaction[]): void {
    const before = state;
    for (const transaction of transactions) {
      state = transaction.state;
      if (transaction.docChanged) sending.edited(transaction.changes, state.doc);
    }
    view?.update(transactions);
    const read = state.field(readField);
    const decisions = state.field(decisionsField);
    const isEdited = read !== before.field(readField) || decisions !== before.field(decisionsField);
    const moved = transactions.some(({ docChanged, selection }) => docChanged || selection);
    const place = moved ? read.lines.placeAt(state.selection.main.head) : store.getState().place;
    store.setState({ read, decisions, place: samePlace(store.getState().place, place) });
    const fromOutside = transactions.some((one) => one.annotation(Transaction.remote));
    if (!isEdited || fromOutside) return;
    const draft: SongDraft = { text: read.text, decisions };
    sending.drafted(draft, state.doc);
    saver.edit(draft);
  }

  function dispatch(spec: TransactionSpec): void {
    take([state.update(spec)]);
  }

  const edit: SongDocument['edit'] = (make, decide) => {
    const made = make(state.field(readField));
    if (!made.ok) return made;
    const { changes, slots, decisions, cursor } = made;
    const isNothing = changes.length === 0 && decisions === undefined && !decide;
    if (!isNothing) {
      dispatch({
        changes: [...changes],
        effects: [
          ...(decisions === undefined ? [] : [setDecisions.of(decisions)]),
          ...(decide ? [changeDecisions.of(decide)] : []),
        ],
        annotations: [isolateHistory.of('full'), ...(slots ? [slotsSaid.of(slots)] : [])],
        userEvent: 'input.chart',
      });
    }
    if (cursor) goTo(cursor);
    return { ok: true, cursor };
  };

  function goTo({ bar, slot }: Cursor): void {
    const { barPlaces, lines } = state.field(readField);
    const there = barPlaces[bar]?.slots[slot] ?? barPlaces[bar];
    if (!there) return;
    const { from } = lines.rangeOf(there);
    dispatch({ selection: { anchor: from }, scrollIntoView: true });
  }

  /** A text from outside is compared with the one that stands, so that undo and what hangs on slots find their way. */
  function putInPlace(draft: SongDraft, canBeUndone: boolean): void {
    dispatch({
      changes: compareTexts(state.doc.toString(), linesOf(draft.text).join('\n')),
      effects: setDecisions.of(draft.decisions),
      annotations: [
        Transaction.remote.of(true),
        Transaction.addToHistory.of(canBeUndone),
        isolateHistory.of('full'),
      ],
    });
    sending.drafted(draft, state.doc);
  }

  // What an earlier visit could not save stands in the text from the beginning.
  const begun = saver.store.getState().draft;
  if (begun !== options.draft) putInPlace(begun, false);

  return {
    store,
    saver,
    edit,
    decide: (change) => {
      const before = state.field(decisionsField);
      const decisions = change(before);
      if (decisions === before) return;
      dispatch({ effects: setDecisions.of(decisions), annotations: isolateHistory.of('full') });
    },
    goTo,
    select: (from, to) => dispatch({ selection: { anchor: from, head: to }, scrollIntoView: true }),
    focus: () => view?.focus(),
    undo: () => undo({ state, dispatch: (transaction) => take([transaction]) }),
    redo: () => redo({ state, dispatch: (transaction) => take([transaction]) }),
    takeTheirs: () => {
      saver.takeTheirs();
      const { draft } = saver.store.getState();
      putInPlace(draft, true);
      sending.saved(draft);
    },
    putBack: ({ text, decisions }) =>
      dispatch({
        changes: compareTexts(state.doc.toString(), linesOf(text).join('\n')),
        effects: setDecisions.of(decisions),
        annotations: isolateHistory.of('full'),
      }),
    follow: (theirs, revision) => {
      if (!saver.follow(theirs, revision)) return;
      putInPlace(theirs, false);
      sending.saved(theirs);
    },
    attach: (extensions, show) => {
      dispatch({ effects: editorParts.reconfigure(extensions) });
      view = show(state, take);
      return () => {
        view?.destroy();
        view = null;
        dispatch({ effects: editorParts.reconfigure([]) });
      };
    },
  };
}

/** The place of before for as long as it is the same, so that nobody is told of a change that is none. */
function samePlace(before: TextPlace | null, now: TextPlace | null): TextPlace | null {
  const same = before && now && before.line === now.line && before.column === now.column;
  return same ? before : now;
}
