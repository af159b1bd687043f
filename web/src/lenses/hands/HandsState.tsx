import {
  placedSlots,
  registerOf,
  sectionHandsOf,
  sectionOfBar,
  thinnerOrFatter,
  withoutPin,
  withoutShape,
  withPin,
  withRegister,
  withSchool,
  withSection,
  withShape,
  withShapeAt,
  withWalk,
  type ChosenHands,
  type ChosenSlot,
  type OtherVoicing,
  type SongHands,
} from '@intervallum/core';
import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { TextureWindow } from '../parts/TextureWindow.tsx';
import type { Playback } from '../parts/usePlayback.ts';
import type { HandsActions, SaidOfSection } from './actions.ts';
import { useChosen } from './useChosen.ts';
import type { HandsSearch } from './useHands.ts';
import { useHandsKeys } from './useHandsKeys.ts';
import { t } from '../../words/words.ts';

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
  /** What is said of the section's hands. */
  readonly said: SaidOfSection;
  readonly pass: number;
  readonly onPass: (pass: number) => void;
  readonly actions: HandsActions;
  readonly playback: Playback;
  readonly openTexture: () => void;
  readonly hold: (notes: HeldNotes) => void;
}

interface HeldNotes {
  readonly left: readonly number[];
  readonly right: readonly number[];
}

const HandsLensContext = createContext<HandsLensState | null>(null);

export function useHandsLens(): HandsLensState {
  const state = useContext(HandsLensContext);
  if (!state) throw new Error('Only under the frame of the hands lens.');
  return state;
}

interface HandsStateProps {
  search: HandsSearch;
  playback: Playback;
  children: ReactNode;
}

/** The chosen chord's hands and all that a player does with them, for the panel, the strip and the keys. */
export function HandsState({ search, playback, children }: HandsStateProps) {
  const songDocument = useDocument();
  const { view } = useLook();
  const { shown } = useShown();
  const hands = useSong((state) => state.decisions.hands);
  const [pass, setPass] = useState(1);
  const [isTextureOpen, setTextureOpen] = useState(false);
  const { slot, hands: chosen, others } = useChosen(search, pass);
  const section = useMemo(() => slot && sectionOfBar(shown, slot.slot.bar), [shown, slot]);
  const sectionSlots = useMemo(
    () =>
      placedSlots(shown).flatMap(({ bar, is }, index) =>
        section && bar >= section.from && bar < section.to && is.kind === 'chord' ? [index] : [],
      ),
    [shown, section],
  );
  const keyHere = chosen?.now.key ?? view.key;
  const here = useMemo(() => ({ ...view, key: keyHere }), [view, keyHere]);
  const at = slot && { slot: slot.index, chord: slot.chord };

  const decide = (change: (hands: SongHands) => SongHands) =>
    songDocument.decide((now) => {
      const changed = change(now.hands);
      return changed === now.hands ? now : { ...now, hands: changed };
    });
  const hold = (notes: HeldNotes) => {
    if (!at) return;
    if (notes.left.length + notes.right.length === 0) decide((now) => withoutPin(now, at.slot));
    else decide((now) => withPin(now, at, notes, keyHere));
  };
  const actions = useSteady<HandsActions & Pick<HandsLensState, 'hold' | 'openTexture'>>({
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
        else
          notify(how === 'thin' ? t('It cannot be thinner here.') : t('It cannot be fuller here.'));
      });
    },
    move: (octaves) => decide((now) => withRegister(now, sectionSlots, octaves)),
    sayOfSection: (said) => decide((now) => withSection(now, sectionSlots, said)),
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
    hold,
    openTexture: () => setTextureOpen(true),
  });

  useHandsKeys({
    take: (way) => {
      const other = others?.[way - 1];
      if (other) actions.hold(other);
    },
    pin: () => {
      if (!slot) return;
      if (hands.pins.some((pin) => pin.slot === slot.index)) actions.unpin();
      else actions.pin();
    },
    step: (by) => {
      const placed = placedSlots(shown);
      const chords = placed.flatMap(({ is }, index) => (is.kind === 'chord' ? [index] : []));
      const now = slot ? chords.indexOf(slot.index) : -1;
      const next = placed[chords[Math.max(0, Math.min(chords.length - 1, now + by))] ?? -1];
      if (next) songDocument.goTo(next);
    },
    isOpen: playback.isOpen,
    goOn: playback.goOn,
    undo: songDocument.undo,
    redo: songDocument.redo,
  });

  const sectionName =
    section && slot
      ? t('Bar {{bar}} of {{section}}', {
          bar: slot.slot.bar - section.from + 1,
          section: section.name || t('the section'),
        })
      : '';
  const octaves = registerOf(hands, sectionSlots);
  const { school, left } = sectionHandsOf(hands, sectionSlots);
  // The same object for as long as it says the same: the tools of the section are drawn anew only then.
  const said = useMemo(() => ({ school, left }), [school, left]);
  const state = useMemo<HandsLensState>(
    () => ({
      view: here,
      hands,
      search,
      slot,
      chosen,
      others,
      sectionName,
      octaves,
      said,
      pass,
      onPass: setPass,
      actions,
      playback,
      openTexture: actions.openTexture,
      hold: actions.hold,
    }),
    [
      here,
      hands,
      search,
      slot,
      chosen,
      others,
      sectionName,
      octaves,
      said,
      pass,
      actions,
      playback,
    ],
  );
  return (
    <>
      <HandsLensContext.Provider value={state}>{children}</HandsLensContext.Provider>
      {isTextureOpen && slot ? (
        <TextureWindow cursor={slot.slot} onClose={() => setTextureOpen(false)} />
      ) : null}
    </>
  );
}
