import {
  chosenHands,
  chosenSlot,
  hasBassPlayer,
  instruments,
  placedSlots,
  registerOf,
  sectionOfBar,
  thinnerOrFatter,
  withoutPin,
  withoutShape,
  withPin,
  withRegister,
  withSchool,
  withShape,
  withShapeAt,
  withWalk,
  type ChosenHands,
  type ChosenSlot,
  type OtherVoicing,
  type SongHands,
  type Voiced,
} from '@intervallum/core';
import { createContext, useContext, useEffect, useMemo, useState } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { firstChordOf } from '../../document/selectors.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { player } from '../../settings/player.ts';
import { notify } from '../../ui/notices.tsx';
import { useKept } from '../../ui/useKept.ts';
import { useSteady } from '../../ui/useSteady.ts';
import type { ChartMarks, Lens, LensFrameProps } from '../lens.ts';
import { KeysWindow } from '../parts/KeysWindow.tsx';
import { TextureWindow } from '../parts/TextureWindow.tsx';
import { usePlayback, type Playback } from '../parts/usePlayback.ts';
import type { HandsActions } from './actions.ts';
import { handsKeys } from './commands.ts';
import { HandsPanel } from './HandsPanel.tsx';
import { HandsStrip } from './HandsStrip.tsx';
import { handsMarks, keptMarks, type Marks } from './marks.ts';
import { useHands, type HandsSearch } from './useHands.ts';
import { useHandsKeys } from './useHandsKeys.ts';

/** What the parts of the lens share. */
interface HandsLensState {
  /** The view in the key that holds at the chosen chord: after a lift it is another one. */
  readonly view: ChartView;
  readonly hands: SongHands;
  readonly search: HandsSearch;
  readonly slot: ChosenSlot | null;
  readonly chosen: ChosenHands | null;
  readonly others: readonly OtherVoicing[] | null;
  readonly sectionName: string;
  readonly octaves: number;
  readonly pass: number;
  readonly onPass: (pass: number) => void;
  readonly actions: HandsActions;
  readonly playback: Playback;
  readonly openTexture: () => void;
  readonly hold: (notes: { left: readonly number[]; right: readonly number[] }) => void;
}

const HandsLensContext = createContext<HandsLensState | null>(null);

function useHandsLens(): HandsLensState {
  const state = useContext(HandsLensContext);
  if (!state) throw new Error('Only under the frame of the hands lens.');
  return state;
}

/** The search kept up to date, the chosen chord's hands, and all that a player does with them. */
function Frame({ draw, children }: LensFrameProps) {
  const songDocument = useDocument();
  const { view } = useLook();
  const { shown, unrolled } = useShown();
  const read = useSong((state) => state.read);
  const place = useSong((state) => state.place);
  const hands = useSong((state) => state.decisions.hands);
  const slot = useMemo(() => chosenSlot(read.song, read, place), [read, place]);
  const search = useHands(shown, view.key, hands, view.style);
  const { voiced } = search;
  const [pass, setPass] = useState(1);
  const [opened, setOpened] = useState<'texture' | 'keys' | null>(null);
  const chosen = useMemo(
    () => (voiced && slot ? chosenHands(voiced, slot.index, pass) : null),
    [voiced, slot, pass],
  );
  const others = useOthers(search.alternatives, voiced, chosen);
  const playback = usePlayback();
  const marks = useMarks(voiced, playback.at, unrolled !== null);
  const placed = placedSlots(shown);
  const section = slot && sectionOfBar(shown, slot.slot.bar);
  const sectionSlots = placed.flatMap(({ bar, is }, index) =>
    section && bar >= section.from && bar < section.to && is.kind === 'chord' ? [index] : [],
  );
  useFirstChord(slot === null);
  const stopPlaying = playback.stop;
  // What sounds is of the song as it was: an edit ends it.
  useEffect(() => stopPlaying, [stopPlaying, read.text]);

  const decide = (change: (hands: SongHands) => SongHands) =>
    songDocument.decide((now) => {
      const changed = change(now.hands);
      return changed === now.hands ? now : { ...now, hands: changed };
    });
  const keyHere = chosen?.now.key ?? view.key;
  const here = useMemo(() => ({ ...view, key: keyHere }), [view, keyHere]);
  const at = slot && { slot: slot.index, chord: slot.chord };
  const hold: HandsLensState['hold'] = (notes) => {
    if (!at) return;
    if (notes.left.length + notes.right.length === 0) decide((now) => withoutPin(now, at.slot));
    else decide((now) => withPin(now, at, notes, keyHere));
  };
  const actions = useSteady<HandsActions & { readonly openTexture: () => void }>({
    undo: songDocument.undo,
    redo: songDocument.redo,
    school: (school) => decide((now) => withSchool(now, school)),
    take: hold,
    pin: () => chosen && hold(chosen.now),
    unpin: () => at && decide((now) => withoutPin(now, at.slot)),
    change: (how) => {
      if (!chosen) return;
      void search.alternatives(chosen.at, 60).then((all) => {
        const found = thinnerOrFatter(all, chosen.now, how);
        if (found) hold(found);
        else notify(how === 'thin' ? 'It cannot be thinner here.' : 'It cannot be fuller here.');
      });
    },
    move: (octaves) => decide((now) => withRegister(now, sectionSlots, octaves)),
    walk: (kind) => at && decide((now) => withWalk(now, at.slot, kind)),
    nameShape: (name, which) => {
      if (!chosen) return;
      const { left, right } = chosen.now;
      decide((now) =>
        withShape(now, name, { left: which === 'both' ? left : null, right }, keyHere),
      );
    },
    useShape: (shape) => at && decide((now) => withShapeAt(now, at, shape)),
    forgetShape: (name) => decide((now) => withoutShape(now, name)),
    openTexture: () => setOpened('texture'),
  });

  const step = (by: 1 | -1) => {
    const chords = placed.flatMap(({ is }, index) => (is.kind === 'chord' ? [index] : []));
    const now = slot ? chords.indexOf(slot.index) : -1;
    const next = placed[chords[Math.max(0, Math.min(chords.length - 1, now + by))] ?? -1];
    if (next) songDocument.goTo(next);
  };
  useHandsKeys({
    take: (way) => {
      const other = others?.[way - 1];
      if (other) hold(other);
    },
    pin: () => {
      if (!slot) return;
      if (hands.pins.some((pin) => pin.slot === slot.index)) actions.unpin();
      else actions.pin();
    },
    step,
    isOpen: playback.isOpen,
    goOn: playback.goOn,
    undo: songDocument.undo,
    redo: songDocument.redo,
    openKeys: () => setOpened('keys'),
  });

  const state: HandsLensState = {
    view: here,
    hands,
    search,
    slot,
    chosen,
    others,
    sectionName:
      section && slot
        ? `Bar ${slot.slot.bar - section.from + 1} of ${section.name || 'the section'}`
        : '',
    octaves: registerOf(hands, sectionSlots),
    pass,
    onPass: setPass,
    actions,
    playback,
    openTexture: actions.openTexture,
    hold,
  };
  return (
    <>
      {draw(marks)}
      <HandsLensContext.Provider value={state}>{children}</HandsLensContext.Provider>
      {opened === 'texture' && slot ? (
        <TextureWindow cursor={slot.slot} onClose={() => setOpened(null)} />
      ) : null}
      {opened === 'keys' ? (
        <KeysWindow title="Keys for the hands" keys={handsKeys} onClose={() => setOpened(null)} />
      ) : null}
    </>
  );
}

/** When the lens is opened, or the chosen chord is gone, one goes to the first one. */
function useFirstChord(isLost: boolean): void {
  const songDocument = useDocument();
  useEffect(() => {
    if (!isLost) return;
    const first = firstChordOf(songDocument.store.getState());
    if (first) songDocument.goTo(first);
  }, [isLost, songDocument]);
}

/** What the hands lay over the chart. */
function useMarks(voiced: Voiced | null, sounds: number | null, isUnrolled: boolean): ChartMarks {
  const { view } = useLook();
  const found = useMemo(
    () => (voiced ? handsMarks(voiced, view, isUnrolled) : null),
    [voiced, view, isUnrolled],
  );
  const hands = useKept<Marks, Marks>(found, keptMarks);
  const slot = sounds === null ? null : voiced?.timeline.slots[sounds]?.slot;
  return { hands, playing: (isUnrolled ? sounds : slot) ?? null };
}

function Panel() {
  const { keys } = player.use('keys');
  const { openTexture, search, ...state } = useHandsLens();
  return (
    <HandsPanel
      view={state.view}
      hands={state.hands}
      search={search}
      voiced={search.voiced}
      slot={state.slot}
      chosen={state.chosen}
      others={state.others}
      instrument={instruments[keys]}
      sectionName={state.sectionName}
      octaves={state.octaves}
      pass={state.pass}
      onPass={state.onPass}
      actions={state.actions}
      onTexture={openTexture}
    />
  );
}

function Strip() {
  const { lineup } = player.use('lineup');
  const { view, search, slot, chosen, playback, hold } = useHandsLens();
  const keys = useMemo(() => keysOf(search.voiced), [search.voiced]);
  return (
    <HandsStrip
      view={view}
      voiced={search.voiced}
      chosen={chosen}
      next={slot?.nextChord ?? null}
      bassPlayer={hasBassPlayer(lineup)}
      keys={keys}
      playback={playback}
      onNotes={hold}
    />
  );
}

/** The keys on show: C2 to C6, and as many more as the song needs; the same for all of its chords. */
function keysOf(voiced: Voiced | null): { from: number; to: number } {
  const notes = voiced?.slots.flatMap((slot) => (slot ? [...slot.left, ...slot.right] : [])) ?? [];
  const lowest = Math.min(...notes, 36);
  const highest = Math.max(...notes, 84);
  return {
    from: lowest < 28 ? 21 : lowest < 36 ? 28 : 36,
    to: highest > 96 ? 108 : highest > 84 ? 96 : 84,
  };
}

/** How long a chord is stayed at before its other ways are asked for, in milliseconds. */
const pause = 60;

/**
 * The other ways of the chosen slot, asked of the worker whenever what was found or chosen changes; null until they come:
 * those of what was found before are not to be taken.
 */
function useOthers(
  ask: (at: number, most: number) => Promise<OtherVoicing[]>,
  voiced: Voiced | null,
  chosen: ChosenHands | null,
): readonly OtherVoicing[] | null {
  const [found, setFound] = useState<{
    readonly voiced: Voiced | null;
    readonly at: number;
    readonly others: OtherVoicing[];
  } | null>(null);
  const at = chosen?.at ?? null;
  useEffect(() => {
    if (at === null) return;
    let current = true;
    // Who goes on from chord to chord asks for none of those in between.
    const timer = setTimeout(
      () =>
        ask(at, 9).then(
          (others) => {
            if (current) setFound({ voiced, at, others });
          },
          (error: unknown) => console.error('Other ways could not be asked for.', error),
        ),
      pause,
    );
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [ask, voiced, at]);
  return found && found.at === at && found.voiced === voiced ? found.others : null;
}

/** What both hands hold: found by search around what the player decides. */
export const handsLens: Lens = {
  id: 'hands',
  name: 'Hands',
  needs: 'hands',
  panelName: 'Tools of the hands',
  panelOnPhone: 'Tools',
  Frame,
  Panel,
  Strip,
  commands: handsKeys,
};
