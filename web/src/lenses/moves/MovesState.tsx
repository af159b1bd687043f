import type { KeptMove } from '@intervallum/contract';
import {
  findMoves,
  areWithin,
  withMoveHands,
  withSigns,
  type Grade,
  type Move,
  type MoveForm,
  type MoveKind,
  type MovesFound,
  type Reach,
  type Timeline,
} from '@intervallum/core';
import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { textSlotOf } from '../../document/selectors.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { player } from '../../settings/player.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';
import type { MovesThread } from '../../workers/movesThread.ts';
import { chordBeside } from '../parts/chordBeside.ts';
import { useHearEdit, type Hearable } from '../parts/useHearEdit.ts';
import { useLensKeys } from '../parts/useLensKeys.ts';
import { useByHands, useMoveHands, type FoundHands } from './useIdeas.ts';
import { movesCommands } from './commands.ts';
import { emptyDraft, type MoveDraft } from './moveDraft.ts';
import { endsOf, idOf, rangeAround, type Ends } from './gap.ts';

/** What the panel is about. */
export type About = 'between' | 'around' | 'lifts' | 'own';

/** What is wished of ideas. */
export interface IdeaWishes {
  readonly grade: Grade;
  /** Null for all kinds. */
  readonly kind: MoveKind | null;
  /** So many chords go between at most; null for any number. */
  readonly depth: number | null;
  /** By what is usual there, or by how little the hands move. */
  readonly order: 'usual' | 'hands';
}

/** The open gap, and what can go into it. */
export interface OpenGap {
  /** The slot of the timeline that it is behind. */
  readonly after: number;
  /** How often it is played, and which of these times is looked at, from 0. */
  readonly times: number;
  readonly time: number;
  readonly ends: Ends | null;
  readonly found: MovesFound;
  /** Those of the wished kind, in the wished order. */
  readonly moves: readonly Move[];
  /** Those that the hands cannot hold, where they are ordered by the hands. */
  readonly beyond: readonly Move[];
  /** The order is still being found. */
  readonly isBeingOrdered: boolean;
}

/** What the parts of the lens share. */
interface MovesLensState {
  readonly view: ChartView;
  readonly timeline: Timeline;
  readonly remote: MovesThread['remote'] | null;
  readonly about: About;
  readonly wishes: IdeaWishes;
  readonly gap: OpenGap | null;
  /** The idea that is open, in the form that is looked at: B of the comparison. */
  readonly opened: MoveForm | null;
  /** Its hands. */
  readonly hands: FoundHands;
  /** A of the comparison: what stands, or another idea. */
  readonly other: MoveForm | null;
  /** The id of what is heard; null where nothing is. */
  readonly heard: string | null;
  /** A move that is being made. */
  readonly draft: MoveDraft;
  readonly setDraft: (draft: MoveDraft) => void;
  readonly actions: MovesActions;
}

interface MovesActions {
  readonly setAbout: (about: About) => void;
  readonly wish: (wishes: Partial<IdeaWishes>) => void;
  readonly setTime: (time: number) => void;
  readonly open: (form: MoveForm | null) => void;
  readonly compareWith: (form: MoveForm | null) => void;
  readonly hear: (hearable: Hearable) => void;
  readonly hearForm: (form: MoveForm | null) => void;
  readonly stop: () => void;
  /** Writes something that is offered, with words of what stands now. */
  readonly take: (edit: MoveForm['edit'], said: string) => void;
  /** Writes an idea for all times or for this one; hands that it brings are pinned. */
  readonly takeForm: (form: MoveForm, once: boolean) => void;
  readonly step: (by: 1 | -1) => void;
}

const MovesContext = createContext<MovesLensState | null>(null);

export function useMovesLens(): MovesLensState {
  const state = useContext(MovesContext);
  if (!state) throw new Error('Only under the frame of the moves lens.');
  return state;
}

/** Words of core with the signs that the reader sees. */
export function useSigned(): (words: string) => string {
  const { view } = useMovesLens();
  return (words) => withSigns(words, view.style.signs);
}

/** What is heard where nothing is changed. */
export const asItStands = 'as it stands';

interface MovesStateProps {
  timeline: Timeline;
  remote: MovesThread['remote'] | null;
  own: readonly KeptMove[];
  wishes: IdeaWishes;
  onWish: (wishes: Partial<IdeaWishes>) => void;
  children: ReactNode;
}

/** The open gap, what is compared and heard, for the panel, the strip and the keys. */
export function MovesState({ timeline, remote, own, wishes, onWish, children }: MovesStateProps) {
  const songDocument = useDocument();
  const { view } = useLook();
  const { shown } = useShown();
  const slot = useSong(textSlotOf);
  const [about, setAbout] = useState<About>('between');
  const [time, setTime] = useState(0);
  const [draft, setDraft] = useState(emptyDraft);
  /** Of the gap they were chosen in: in another one they are none of its ideas. */
  const [compared, setCompared] = useState<Compared>(nothingCompared);
  const { heard, hear, stop } = useHearEdit();
  const found = useGap(timeline, slot, time, wishes, own, view);
  const byHands = useByHands(remote, timeline, found, wishes.order === 'hands', view);
  const gap = useMemo<OpenGap | null>(
    () =>
      found && {
        ...found,
        moves: byHands?.moves ?? found.moves,
        beyond: byHands?.beyond ?? [],
        isBeingOrdered: wishes.order === 'hands' && byHands === null,
      },
    [found, byHands, wishes.order],
  );
  const isOfGap = gap !== null && compared.timeline === timeline && compared.after === gap.after;
  const opened = isOfGap ? compared.opened : (gap?.moves[0] ?? null);
  const other = isOfGap ? compared.other : null;
  const hands = useMoveHands(remote, timeline, gap?.after ?? -1, opened, view);
  /** After a lift it is another one than the view's. */
  const keyHere = timeline.slots[gap?.after ?? -1]?.key ?? view.key;
  const compare = (change: Partial<Pick<Compared, 'opened' | 'other'>>) =>
    gap && setCompared({ timeline, after: gap.after, opened, other, ...change });

  const actions = useSteady<MovesActions>({
    setAbout: (next) => {
      stop();
      setAbout(next);
    },
    wish: (change) => {
      stop();
      // What was open may be none of those that are wished now.
      setCompared(nothingCompared);
      onWish(change);
    },
    setTime: (next) => {
      stop();
      setTime(next);
    },
    open: (form) => compare({ opened: form }),
    compareWith: (form) => compare({ other: form }),
    hear,
    hearForm: (form) => {
      if (!gap?.ends) return;
      hear({
        id: form ? idOf(form) : asItStands,
        edit: form?.edit ?? (() => ({ ok: true, changes: [], cursor: null })),
        range: rangeAround(gap.ends.from, gap.ends.to),
        hands: (decided, song) =>
          form && slot !== null
            ? withMoveHands(decided, song, { from: slot, once: false }, form, keyHere)
            : decided,
      });
    },
    stop,
    take: (edit, said) => {
      stop();
      const edited = songDocument.edit((read) => edit(read));
      if (edited.ok) notify(said, songDocument.undo);
      else notify(edited.why);
    },
    takeForm: (form, once) => {
      const edit = once ? form.editOnce : form.edit;
      if (!edit) return notify(t('This is played once only: take it for all times.'));
      if (!canTake(form, hands, player.now().reach))
        return notify(t('These hands cannot hold it: a chord of it is out of their reach.'));
      stop();
      const edited = songDocument.edit(edit, (decisions, { song }) =>
        slot === null
          ? decisions
          : {
              ...decisions,
              hands: withMoveHands(decisions.hands, song, { from: slot, once }, form, keyHere),
            },
      );
      if (edited.ok) notify(t('It stands in the chart.'), songDocument.undo);
      else notify(edited.why);
    },
    step: (by) => {
      const place = chordBeside(shown, slot, by);
      if (!place) return;
      stop();
      songDocument.goTo(place);
    },
  });

  useLensKeys(movesCommands, {
    open: (number) => {
      const move = about === 'between' ? gap?.moves[number - 1] : null;
      if (!move) return;
      actions.open(move);
      actions.hearForm(move);
    },
    hearSide: (side) => {
      if (about === 'between') actions.hearForm(side === 'a' ? other : opened);
    },
    stop,
    take: () => {
      if (about === 'between' && opened) actions.takeForm(opened, false);
    },
    takeOnce: () => {
      if (about === 'between' && opened) actions.takeForm(opened, true);
    },
    step: actions.step,
    undo: songDocument.undo,
    redo: songDocument.redo,
  });

  const state = useMemo<MovesLensState>(
    () => ({
      view,
      timeline,
      remote,
      about,
      wishes,
      gap,
      opened,
      hands,
      other,
      heard,
      draft,
      setDraft,
      actions,
    }),
    [view, timeline, remote, about, wishes, gap, opened, hands, other, heard, draft, actions],
  );
  return <MovesContext.Provider value={state}>{children}</MovesContext.Provider>;
}

/** What hands cannot hold is not offered to them. @param found the hands of the form that is open */
export function canTake(
  { hands }: Pick<MoveForm, 'hands'>,
  found: FoundHands,
  reach: Reach,
): boolean {
  return hands === null ? found !== 'out of reach' : areWithin(hands, reach);
}

/** What is compared, and in which gap. */
interface Compared {
  readonly timeline: Timeline | null;
  readonly after: number;
  readonly opened: MoveForm | null;
  readonly other: MoveForm | null;
}

const nothingCompared: Compared = { timeline: null, after: -1, opened: null, other: null };

/** The gap behind the chosen slot of the text, at one of the times that it is played; null where no slot is chosen. */
function useGap(
  timeline: Timeline,
  slot: number | null,
  wished: number,
  { grade, kind, depth }: IdeaWishes,
  own: readonly KeptMove[],
  { style }: ChartView,
): Omit<OpenGap, 'beyond' | 'isBeingOrdered'> | null {
  const times = useMemo(
    () => timeline.slots.flatMap((one, at) => (one.slot === slot ? [at] : [])),
    [timeline, slot],
  );
  const time = Math.min(wished, Math.max(0, times.length - 1));
  const after = times[time] ?? -1;
  const isChosen = slot !== null;
  return useMemo(() => {
    if (!isChosen) return null;
    const found = findMoves(
      timeline,
      { after },
      { grade, own, numbers: style, ...(depth === null ? {} : { depth }) },
    );
    const moves = kind ? found.moves.filter((move) => move.kind === kind) : found.moves;
    return { after, times: times.length, time, ends: endsOf(timeline, after), found, moves };
  }, [isChosen, timeline, after, times, time, grade, kind, depth, own, style]);
}
