import { redo, undo } from '@codemirror/commands';
import type { EditorView } from '@codemirror/view';
import {
  hasBassPlayer,
  instruments,
  placedSlots,
  type OtherVoicing,
  type Song,
  type SongHands,
  type Voiced,
} from '@intervallum/core';
import { useEffect, useMemo, useState, type ReactNode, type RefObject } from 'react';
import type { HandsMark } from '../chart/HandsAbove.tsx';
import type { ChartView } from '../chart/view.ts';
import type { ChosenSlot } from '../song/chosenSlot.ts';
import { editHands } from '../song/handsInEditor.ts';
import { useSettings } from '../state/settings.ts';
import { notify } from '../ui/notices.tsx';
import {
  registerOf,
  withoutPin,
  withoutShape,
  withPin,
  withRegister,
  withSchool,
  withShape,
  withShapeAt,
  withWalk,
} from './edits.ts';
import { HandsPanel, type HandsActions } from './HandsPanel.tsx';
import { HandsStrip } from './HandsStrip.tsx';
import { chosenHands, handsMarks, type ChosenHands } from './marks.ts';
import { useHands, type HandsSearch } from './useHands.ts';
import { useHandsKeys } from './useHandsKeys.ts';
import { usePlayback } from './usePlayback.ts';

interface HandsLensInput {
  song: Song;
  view: ChartView;
  hands: SongHands;
  slot: ChosenSlot | null;
  isOpen: boolean;
  /** The chart is looked at as it is played: slots are counted as the timeline does. */
  asPlayed: boolean;
  editorRef: RefObject<EditorView | null>;
  onChooseSlot: (bar: number, slot: number) => void;
  onTexture: () => void;
}

/** What the hands lens lays over the chart, and stands beside and beneath it. */
export interface HandsLens {
  readonly marks: ReadonlyMap<number, HandsMark> | null;
  /** The slot of the song that sounds now. */
  readonly playing: number | null;
  readonly panel: ReactNode;
  readonly strip: ReactNode;
  /** The whole song with its hands, whether the lens is open or not. */
  readonly whole: HandsSearch['whole'];
}

/** The hands lens: the search kept up to date, the chosen chord's hands, and all that a player does with them. */
export function useHandsLens(input: HandsLensInput): HandsLens {
  const { song, view, hands, slot, isOpen, asPlayed, editorRef, onChooseSlot, onTexture } = input;
  const { keys, lineup } = useSettings();
  const instrument = instruments[keys];
  const search = useHands(song, view.key, hands, view, isOpen);
  const { voiced } = search;
  const [pass, setPass] = useState(1);
  const [percent, setPercent] = useState(100);
  const [loop, setLoop] = useState(false);
  const chosen = useMemo(
    () => (voiced && slot ? chosenHands(voiced, slot.index, pass) : null),
    [voiced, slot, pass],
  );
  const others = useOthers(search.alternatives, voiced, chosen);
  const keysShown = useMemo(() => keysOf(voiced), [voiced]);
  const marks = useMemo(
    () => (voiced && isOpen ? handsMarks(voiced, view, asPlayed) : null),
    [voiced, view, isOpen, asPlayed],
  );
  const playback = usePlayback(voiced, { percent, loop });
  const sounding =
    playback.at === null ? null : (voiced?.timeline.slots[playback.at]?.slot ?? null);
  const placed = useMemo(() => placedSlots(song), [song]);
  const section = useMemo(() => sectionOf(song, slot?.slot.bar ?? null), [song, slot]);
  const sectionSlots = placed.flatMap(({ bar, is }, index) =>
    section && bar >= section.from && bar < section.to && is.kind === 'chord' ? [index] : [],
  );

  const edit = (change: (hands: SongHands) => SongHands) => {
    if (editorRef.current) editHands(editorRef.current, change);
  };
  /** The key that holds at the chosen chord: after a lift it is another one. */
  const keyHere = chosen?.now.key ?? view.key;
  const here = useMemo(() => ({ ...view, key: keyHere }), [view, keyHere]);
  const place = slot && { slot: slot.index, chord: slot.chord };
  const hold = (notes: { left: readonly number[]; right: readonly number[] }) => {
    if (!place) return;
    if (notes.left.length + notes.right.length === 0) edit((now) => withoutPin(now, place.slot));
    else edit((now) => withPin(now, place, notes, keyHere));
  };
  const actions: HandsActions = {
    undo: () => editorRef.current && undo(editorRef.current),
    redo: () => editorRef.current && redo(editorRef.current),
    school: (school) => edit((now) => withSchool(now, school)),
    take: hold,
    pin: () => chosen && hold(chosen.now),
    unpin: () => place && edit((now) => withoutPin(now, place.slot)),
    change: (how) => {
      if (!chosen) return;
      void search.alternatives(chosen.at, 60).then((all) => {
        const found = thinnerOrFatter(all, chosen.now, how);
        if (found) hold(found);
        else notify(how === 'thin' ? 'It cannot be thinner here.' : 'It cannot be fuller here.');
      });
    },
    move: (octaves) => edit((now) => withRegister(now, sectionSlots, octaves)),
    walk: (kind) => place && edit((now) => withWalk(now, place.slot, kind)),
    nameShape: (name, which) => {
      if (!chosen) return;
      const { left, right } = chosen.now;
      edit((now) => withShape(now, name, { left: which === 'both' ? left : null, right }, keyHere));
    },
    useShape: (shape) => place && edit((now) => withShapeAt(now, place, shape)),
    forgetShape: (name) => edit((now) => withoutShape(now, name)),
  };

  const step = (by: 1 | -1) => {
    const chords = placed.flatMap(({ is }, index) => (is.kind === 'chord' ? [index] : []));
    const now = slot ? chords.indexOf(slot.index) : -1;
    const next = placed[chords[Math.max(0, Math.min(chords.length - 1, now + by))] ?? -1];
    if (next) onChooseSlot(next.bar, next.slot);
  };
  useHandsKeys(isOpen, {
    digit: (digit) => {
      const other = others?.[digit - 1];
      if (other) hold(other);
    },
    pin: () => {
      if (!slot) return;
      if (hands.pins.some((pin) => pin.slot === slot.index)) actions.unpin();
      else actions.pin();
    },
    step,
    goOn: playback.isOpen ? playback.goOn : null,
    undo: actions.undo,
    redo: actions.redo,
  });

  const { whole } = search;
  if (!isOpen) return { marks: null, playing: null, panel: null, strip: null, whole };
  return {
    marks,
    whole,
    playing: asPlayed ? playback.at : sounding,
    panel: (
      <HandsPanel
        view={here}
        hands={hands}
        search={search}
        voiced={voiced}
        slot={slot}
        chosen={chosen}
        others={others}
        instrument={instrument}
        sectionName={
          section && slot
            ? `Bar ${slot.slot.bar - section.from + 1} of ${section.name || 'the section'}`
            : ''
        }
        octaves={registerOf(hands, sectionSlots)}
        pass={pass}
        onPass={setPass}
        actions={actions}
        onTexture={onTexture}
      />
    ),
    strip: (
      <HandsStrip
        view={here}
        chosen={chosen}
        next={slot?.nextChord ?? null}
        bassPlayer={hasBassPlayer(lineup)}
        keys={keysShown}
        playback={playback}
        percent={percent}
        loop={loop}
        onSpeed={setPercent}
        onLoop={setLoop}
        onNotes={hold}
      />
    ),
  };
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

/** The other ways of the chosen slot, asked of the worker whenever what was found or chosen changes; null until they come. */
function useOthers(
  ask: (at: number, most: number) => Promise<OtherVoicing[]>,
  voiced: unknown,
  chosen: ChosenHands | null,
): readonly OtherVoicing[] | null {
  const [found, setFound] = useState<{
    readonly of: unknown;
    readonly at: number;
    readonly are: OtherVoicing[];
  } | null>(null);
  const at = chosen?.at ?? null;
  useEffect(() => {
    if (at === null) return;
    let current = true;
    ask(at, 9).then(
      (are) => {
        if (current) setFound({ of: voiced, at, are });
      },
      (error: unknown) => console.error('Other ways could not be asked for.', error),
    );
    return () => {
      current = false;
    };
  }, [ask, voiced, at]);
  return found && found.at === at ? found.are : null;
}

/** The cheapest way with fewer notes, or with more; null where there is none. */
function thinnerOrFatter(
  all: readonly OtherVoicing[],
  now: { readonly left: readonly number[]; readonly right: readonly number[] },
  how: 'thin' | 'fatten',
): OtherVoicing | null {
  const notes = now.left.length + now.right.length;
  const fits = (other: OtherVoicing) => {
    const count = other.left.length + other.right.length;
    return how === 'thin' ? count < notes : count > notes;
  };
  return all.find(fits) ?? null;
}

/** The section that a bar of the song is in. */
function sectionOf(
  song: Song,
  bar: number | null,
): { name: string; from: number; to: number } | null {
  if (bar === null) return null;
  let from = 0;
  for (const { name, phrases } of song.sections) {
    const to = from + phrases.reduce((sum, { bars }) => sum + bars.length, 0);
    if (bar < to) return { name, from, to };
    from = to;
  }
  return null;
}
