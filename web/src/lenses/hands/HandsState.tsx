import {
  inTurn,
  readDirections,
  instruments,
  putChord,
  slid,
  playLike,
  rootOf,
  saidFirst,
  setHands,
  setSongHands,
  setSongShapes,
  atChartRegister,
  toDegrees,
  takeNote,
  thinnerOrFatter,
  withoutPin,
  withoutShape,
  withPin,
  withPinAt,
  withRegister,
  withSchool,
  withSection,
  withSections,
  withShape,
  withShapeAt,
  withLine,
  withoutLine,
  withWalk,
  withWalks,
  type Chord,
  type ChosenHands,
  type ChosenSlot,
  type OtherVoicing,
  type PaletteShape,
  type Edit,
  type InnerLine,
  type SongHands,
} from '@intervallum/core';
import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { player } from '../../settings/player.ts';
import { heldAt } from '../../document/heldAt.ts';
import { useLook, useShown } from '../../document/look.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { chordBeside } from '../parts/chordBeside.ts';
import { TextureWindow } from '../parts/TextureWindow.tsx';
import { useLensKeys } from '../parts/useLensKeys.ts';
import { usePlayback, type Playback } from '../parts/usePlayback.ts';
import { handsCommands, type HandsKeys } from './commands.ts';
import type { About, HandsActions, NamedSection, SaidOfSection } from './actions.ts';
import { useChosen } from './useChosen.ts';
import type { HandsSearch } from './useHands.ts';
import { alikeOf, isOverRoot, longSlots, mineOf, useSection } from './useSection.ts';
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
  /** Where the chosen chord is, in words, and what its section is called. */
  readonly place: string;
  readonly sectionName: string;
  /** The chords of the chosen section by their slots, and those of every section. */
  readonly sectionSlots: readonly number[];
  readonly slotsOfAll: readonly (readonly number[])[];
  /** The hands that the section leaves out. */
  readonly silent: readonly ('left' | 'right')[];
  /** What is said of the section's hands. */
  readonly said: SaidOfSection;
  /** The chart's own named shapes. */
  readonly shared: readonly PaletteShape[];
  readonly otherSections: readonly NamedSection[];
  /** How often the chosen chord stands elsewhere, not pinned as it is here. */
  readonly alike: { readonly section: number; readonly song: number };
  readonly lines: readonly InnerLine[];
  readonly about: About;
  readonly onAbout: (about: About) => void;
  readonly pass: number;
  readonly onPass: (pass: number) => void;
  readonly actions: HandsActions;
  readonly playback: Playback;
  readonly openTexture: () => void;
  readonly hold: (notes: HeldNotes) => void;
  /** Goes to the next chord; stays at the last one. */
  readonly goNext: () => void;
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
  /** What is compared by ear is no place of the song. */
  const aside = usePlayback();
  const [pass, setPass] = useState(1);
  const [about, setAbout] = useState<About>('chord');
  const [isTextureOpen, setTextureOpen] = useState(false);
  const { slot, hands: chosen, others } = useChosen(search, pass);
  const {
    section,
    places,
    slots: sectionSlots,
    said,
    others: otherSections,
    alike,
    lines,
  } = useSection(shown, slot, hands);
  const slotsOfAll = useMemo(() => places.map((chords) => chords.map((one) => one.slot)), [places]);
  const keyHere = chosen?.now.key ?? view.key;
  const here = useMemo(() => ({ ...view, key: keyHere }), [view, keyHere]);
  const at = slot && { slot: slot.index, chord: slot.chord };
  const decide = (change: (hands: SongHands) => SongHands) =>
    songDocument.decide((now) => {
      const changed = change(now.hands);
      return changed === now.hands ? now : { ...now, hands: changed };
    });
  const step = (by: 1 | -1) => {
    const next = chordBeside(shown, slot?.index ?? null, by);
    if (next) songDocument.goTo(next);
  };
  const read = () => songDocument.store.getState().read;
  const write = (edit: Edit) => {
    const edited = songDocument.edit(() => edit);
    if (!edited.ok) notify(edited.why);
  };
  const hold = (notes: HeldNotes) => {
    if (!at) return;
    if (notes.left.length + notes.right.length === 0) decide((now) => withoutPin(now, at.slot));
    else decide((now) => withPin(now, at, notes, keyHere));
  };
  /** Writes a chord in the chosen slot, held by these hands, as one step. */
  const writeHeld = (chord: Chord, held: HeldNotes) => {
    if (!slot) return;
    const edited = songDocument.edit(
      (now) => ({ ...putChord(now, slot.slot, chord), cursor: null }),
      (decisions, then) => heldAt(decisions, then, slot.slot, held, keyHere),
    );
    if (!edited.ok) notify(edited.why);
  };
  const actions = useSteady<HandsActions & Pick<HandsLensState, 'hold' | 'goNext' | 'openTexture'>>(
    {
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
            notify(
              how === 'thin' ? t('It cannot be thinner here.') : t('It cannot be fuller here.'),
            );
        });
      },
      hearTone: ({ hands: after }) => {
        const { voiced } = search;
        if (voiced && chosen)
          aside.start(inTurn(voiced, chosen.now, [chosen.now, after]), 'song', 0);
      },
      takeTone: ({ chord, hands: after }) => writeHeld(chord, after),
      slide: (by) => {
        if (!chosen?.before) return;
        const moved = slid(chosen.before, by, instruments[player.now().keys]);
        if (moved) writeHeld(moved.chord, moved);
        else notify(t('The keyboard ends there.'));
      },
      takeNote: (to) => {
        const taken = chosen && takeNote(chosen.now, to);
        if (taken) hold(taken);
      },
      pinMore: (where) => {
        if (!at || !section) return;
        const alike = alikeOf(at, where === 'song' ? places.flat() : places[section.section]!);
        decide((now) => withPinAt(now, at.slot, alike));
      },
      sayOfSection: ({ octaves, ...more }, whom) => {
        if (!slot || !section) return;
        const { chart } = said;
        if (whom === 'everybody') {
          write(
            setHands(read(), slot.slot, {
              ...chart,
              ...more,
              ...(octaves === undefined ? {} : { octaves }),
            }),
          );
          return;
        }
        const usual = saidFirst(chart, said.song).octaves ?? 0;
        decide((now) => {
          const told = Object.keys(more).length > 0 ? withSection(now, sectionSlots, more) : now;
          return octaves === undefined
            ? told
            : withRegister(
                told,
                sectionSlots,
                (octaves ?? usual) - (said.mine.octaves ?? usual),
                usual,
              );
        });
      },
      playLike: (other, whom) => {
        const model = shown.sections[other];
        if (!slot || !model) return;
        if (whom === 'everybody') return write(playLike(read(), slot.slot, other));
        const slots = places[other]!.map((one) => one.slot);
        decide((now) =>
          withSections(now, [sectionSlots], saidFirst(mineOf(now, slots), model.hands)),
        );
      },
      sayOfSong: (whom) => {
        if (!slot) return;
        if (whom === 'everybody')
          return write(setSongHands(read(), slot.slot, saidFirst(said.chart, said.song)));
        decide((now) => withSections(now, slotsOfAll, saidFirst(said.mine, said.chart)));
      },
      walk: (kind) => at && decide((now) => withWalk(now, at.slot, kind)),
      walkMore: (where) => {
        const kind = hands.walks.find((one) => one.slot === at?.slot)?.kind;
        if (!kind || !section || !search.voiced) return;
        const long = longSlots(search.voiced.timeline);
        const all = where === 'song' ? places.flat() : places[section.section]!;
        const slots = all
          .filter((one) => long.has(one.slot) && isOverRoot(one.chord))
          .map((one) => one.slot);
        decide((now) => withWalks(now, slots, kind));
      },
      line: (line) => decide((now) => withLine(now, line)),
      letLineGo: () => {
        if (!at || !section) return;
        const row = places[section.section]!;
        decide((now) => withoutLine(now, row, at.slot));
      },
      nameShape: (name, which, goes, whom) => {
        if (!chosen) return;
        const { left, right, chord } = chosen.now;
        const held = {
          left: which === 'right' ? null : left,
          right: which === 'left' ? null : right,
        };
        const over = goes === 'root' ? rootOf(chord) : null;
        if (whom === 'me') return decide((now) => withShape(now, name, held, keyHere, over));
        // A colon ends a name in a chart, quotation marks stand around it.
        const clean =
          name
            .replace(/[:"“”]/g, ' ')
            .replace(/\s+/g, ' ')
            .trim() || t('shape');
        const shape = atChartRegister({ name: clean, over, ...toDegrees(held, keyHere) });
        const others = shown.shapes.filter((one) => one.name !== clean);
        write(setSongShapes(read(), [...others, shape]));
      },
      useShape: (shape) => at && decide((now) => withShapeAt(now, at, shape)),
      forgetShape: (name, whom) => {
        if (whom === 'me') return decide((now) => withoutShape(now, name));
        write(
          setSongShapes(
            read(),
            shown.shapes.filter((one) => one.name !== name),
          ),
        );
      },
      hold,
      goNext: () => step(1),
      openTexture: () => setTextureOpen(true),
    },
  );

  const keys: HandsKeys = {
    take: (way) => {
      const other = others?.[way - 1];
      if (other) actions.hold(other);
    },
    pin: () => {
      if (!slot) return;
      if (hands.pins.some((pin) => pin.slot === slot.index)) actions.unpin();
      else actions.pin();
    },
    step,
    isOpen: playback.isOpen,
    takeNote: actions.takeNote,
    goOn: playback.goOn,
    undo: songDocument.undo,
    redo: songDocument.redo,
  };
  useLensKeys(handsCommands, keys, playsNote);

  const directions = section ? shown.sections[section.section]?.directions : undefined;
  const silent = useMemo(() => readDirections(directions ?? []).silent, [directions]);
  const sectionName = section?.name || t('the section');
  const place =
    section && slot
      ? t('Bar {{bar}} of {{section}}', {
          bar: slot.slot.bar - section.from + 1,
          section: sectionName,
        })
      : '';
  const state = useMemo<HandsLensState>(
    () => ({
      view: here,
      hands,
      search,
      slot,
      chosen,
      others,
      place,
      sectionName,
      sectionSlots,
      slotsOfAll,
      silent,
      said,
      shared: shown.shapes,
      otherSections,
      alike,
      lines,
      about,
      onAbout: setAbout,
      pass,
      onPass: setPass,
      actions,
      playback,
      openTexture: actions.openTexture,
      hold: actions.hold,
      goNext: actions.goNext,
    }),
    [
      here,
      hands,
      search,
      slot,
      chosen,
      others,
      place,
      sectionName,
      sectionSlots,
      slotsOfAll,
      silent,
      said,
      shown.shapes,
      otherSections,
      alike,
      lines,
      about,
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

/** On the keys of the piano letters play. */
function playsNote(key: string, target: HTMLElement): boolean {
  return key.toLowerCase() === 'p' && target.closest('[aria-label="Piano"]') !== null;
}
