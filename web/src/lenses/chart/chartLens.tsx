import {
  chosenSlot,
  colourSlots,
  cursorAt,
  expand,
  formatChord,
  melodyOver,
  putChord as putChordIn,
  putMovement as putMovementIn,
  proposeResolution,
  styleFor,
  type Chord,
  type Decisions,
  type Edit,
  type Key,
  type Problem,
  type Proposal,
  type Song,
} from '@intervallum/core';
import { createContext, useContext, useMemo, useState } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { textSlotOf } from '../../document/selectors.ts';
import { desk } from '../../settings/desk.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { ChordEntry } from './ChordEntry.tsx';
import { chartCommands, chartKeys, type ChartHands, type Chosen } from './commands.ts';
import { Pad } from './Pad.tsx';
import { InPlayPlace } from '../parts/PlayPlace.tsx';
import { PianoStrip } from './PianoStrip.tsx';
import { PlayTool } from './PlayTool.tsx';
import { useSectionNames } from './useSectionNames.tsx';
import { SidePanel } from './SidePanel.tsx';
import type { ChartMarks, Lens, LensFrameProps } from '../lens.ts';
import { runMarks } from '../parts/fillMarks.ts';
import { useKeptMarks } from '../parts/keptMarks.ts';
import { useChartSound } from '../parts/useChartSound.ts';
import { useDictation } from './useDictation.ts';
import { useWriting } from './useWriting.ts';
import { WriteWindows } from './WriteWindows.tsx';
import { t } from '../../words/words.ts';

/** What the parts of the lens share. */
interface ChartLensState {
  readonly proposal: Proposal | null;
  /** Puts a chord in the chosen slot; a colour of it goes to all that are chosen. */
  readonly putChord: (chord: Chord, resolution?: Chord | null) => void;
  /** Puts several chords in the time of the chosen one. */
  readonly putMovement: (chords: readonly Chord[]) => void;
  /** Whether more than one slot is chosen. */
  readonly areSeveral: boolean;
  readonly takeProposal: () => void;
}

const HandsContext = createContext<ChartHands | null>(null);
const ChartLensContext = createContext<ChartLensState | null>(null);

function useChartLens(): ChartLensState {
  const state = useContext(ChartLensContext);
  if (!state) throw new Error('Only under the frame of the chart lens.');
  return state;
}

/** Over the chords whose player placed a run. */
function useRunMarks(song: Song, key: Key, asPlayed: boolean): ChartMarks['over'] {
  const fills = useSong(({ decisions }) => decisions.fills);
  const marks = useMemo(
    () => (fills.placed.length === 0 ? null : runMarks(expand(song, { key }), fills, asPlayed)),
    [song, key, fills, asPlayed],
  );
  return useKeptMarks(marks);
}

function Frame({ draw, children }: LensFrameProps) {
  const { asPlayed, view } = useLook();
  const { shown, unrolled } = useShown();
  const text = useSong((state) => state.read.text);
  const slot = useSong(textSlotOf);
  const { sound, playing } = useChartSound(slot, `${asPlayed} ${text}`);
  const writing = useWriting(sound);
  const state = useProposals(text, writing.selection ? writing.chosen : null);
  const names = useSectionNames(writing);
  const over = useRunMarks(shown, view.key, unrolled !== null);
  const marks: ChartMarks = unrolled
    ? { over, playing: playing?.at ?? null }
    : {
        over,
        selection: writing.selection,
        entry: writing.entry ? <ChordEntry writing={writing} /> : null,
        proposal: state.proposal,
        playing: playing?.slot ?? null,
        onKey: writing.onKey,
        onChoose: (bar, place, extend) => writing.choose({ bar, slot: place }, extend),
        sectionName: names.draw,
      };
  return (
    <>
      {draw(marks)}
      <InPlayPlace>
        <PlayTool sound={sound} />
      </InPlayPlace>
      <HandsContext.Provider value={unrolled ? null : writing.hands}>
        <ChartLensContext.Provider value={state}>{children}</ChartLensContext.Provider>
      </HandsContext.Provider>
      <WriteWindows writing={writing} />
      {unrolled ? null : names.menu}
    </>
  );
}

/** Chords put in the chosen slot, and where their resolution could go. A proposal stands until the chart is changed. */
function useProposals(text: string, several: Chosen | null): ChartLensState {
  const songDocument = useDocument();
  const [proposed, setProposed] = useState<{ proposal: Proposal; text: string } | null>(null);
  const proposal = proposed?.text === text ? proposed.proposal : null;

  const putChord = (chord: Chord, resolution: Chord | null = null) => {
    const { read, place } = songDocument.store.getState();
    const chosen = chosenSlot(read.song, read, place);
    if (!chosen) return;
    const style = styleFor(read.song.key, read.song);
    if (several && chord.kind === 'named') {
      const { anchor, head } = several;
      const pair = { before: chosen.chord, coloured: chord };
      let said: string | null = null;
      const edited = songDocument.edit((now) => {
        const found = colourSlots(now, anchor, head, pair, style);
        ({ said } = found);
        return found.edit;
      });
      const words = edited.ok ? said : edited.why;
      if (words) notify(words);
      return;
    }
    songDocument.edit((now) => ({ ...putChordIn(now, chosen.slot, chord), cursor: null }));
    const found = resolution && proposeResolution(chosen, chord, resolution, style);
    const after = songDocument.store.getState().read.text;
    setProposed(found && { proposal: found, text: after });
  };
  const takeProposal = () => {
    if (!proposal) return;
    songDocument.edit(({ song, lines, barPlaces }): Edit<Decisions> => {
      const bar = barPlaces[proposal.bar];
      const place = proposal.parted === null ? bar?.slots[proposal.slot] : bar;
      if (!place) return { ok: false, why: t('The slot is gone.') };
      const insert = proposal.parted ?? formatChord(proposal.chord, styleFor(song.key, song));
      return { ok: true, changes: [{ ...lines.rangeOf(place), insert }], cursor: null };
    });
  };
  const putMovement = (chords: readonly Chord[]) => {
    const { read, place } = songDocument.store.getState();
    const chosen = chosenSlot(read.song, read, place);
    if (!chosen) return;
    const edited = songDocument.edit((now) => putMovementIn(now, chosen.slot, chords));
    if (!edited.ok) notify(edited.why);
  };
  const steady = useSteady({ putChord, putMovement, takeProposal });
  const areSeveral = several !== null;
  return useMemo(() => ({ proposal, areSeveral, ...steady }), [proposal, areSeveral, steady]);
}

const noProblems: readonly Problem[] = [];

function Panel() {
  const { view } = useLook();
  const { proposal, areSeveral, putChord, putMovement, takeProposal } = useChartLens();
  const read = useSong((state) => state.read);
  const place = useSong((state) => state.place);
  const { panel } = desk.use('panel');
  const chosen = useMemo(
    () => (panel === 'colours' ? chosenSlot(read.song, read, place) : null),
    [panel, read, place],
  );
  const melody = useMemo(
    () => (panel === 'colours' ? melodyOver(expand(read.song)) : null),
    [panel, read.song],
  );
  return (
    <SidePanel
      view={view}
      problems={read.ok ? noProblems : read.problems}
      chosen={chosen}
      sung={(chosen && melody?.get(chosen.index)) ?? null}
      proposal={proposal}
      areSeveral={areSeveral}
      onChord={putChord}
      onMovement={putMovement}
      onTakeProposal={takeProposal}
    />
  );
}

/** Under the chart, as long as it is shown as it is written. */
function Tools() {
  const { toolsOpen } = desk.use('toolsOpen');
  const hands = useContext(HandsContext);
  return toolsOpen && hands ? <Pad hands={hands} /> : null;
}

function Strip() {
  const { pianoOpen } = desk.use('pianoOpen');
  return pianoOpen ? <OpenStrip /> : null;
}

function OpenStrip() {
  const { view } = useLook();
  const { areSeveral, putChord } = useChartLens();
  const dictate = useDictation();
  const { read, place } = useSong((state) => state);
  const chosen = useMemo(() => chosenSlot(read.song, read, place), [read, place]);
  return (
    <PianoStrip
      view={view}
      written={chosen?.chord ?? null}
      next={chosen?.nextChord ?? null}
      canPlace={read.song.sections.length === 0 || cursorAt(read, place) !== null}
      onPlace={(chord, hands, then) => {
        if (!areSeveral) return dictate(chord, hands, then);
        putChord(chord);
        return true;
      }}
    />
  );
}

/** The chart itself: written on its rails or as text, with colours for its chords. */
export const chartLens: Lens = {
  id: 'chart',
  name: t('Chart'),
  needs: 'text',
  panelName: t('Text and colours'),
  panelKept: 'textOpen',
  Frame,
  Panel,
  Tools,
  Strip,
  commands: [...chartKeys, ...chartCommands],
};
