import type { EditorView } from '@codemirror/view';
import {
  expand,
  fieldChanges,
  formatChord,
  formatKey,
  parseChart,
  placedSlots,
  printRoad,
  rewriteNumbers,
  sameKey,
  styleFor,
  unroll,
  withoutField,
  type Chord,
  type Key,
  type RoadStep,
  type TextChange,
} from '@intervallum/core';
import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { Chart } from '../chart/Chart.tsx';
import { canUnroll, Road } from '../chart/Road.tsx';
import { keyNamed, letterStyle, numberStyle, type ChartView } from '../chart/view.ts';
import { useHandsLens } from '../hands/useHandsLens.tsx';
import { PianoStrip } from '../piano/PianoStrip.tsx';
import type { SaverOptions } from '../state/saver.ts';
import { useSettings } from '../state/settings.ts';
import { useSame } from '../state/useSame.ts';
import { useSteady } from '../state/useSteady.ts';
import { useSaver } from '../state/useSaver.ts';
import { useTitle } from '../ui/Page.tsx';
import { rangeOf } from './ChartEditor.tsx';
import { cursorAt } from '../write/cursor.ts';
import { ChordEntry } from '../write/ChordEntry.tsx';
import { useWriting } from '../write/useWriting.ts';
import { WriteTools } from '../write/WriteTools.tsx';
import { WriteWindows } from '../write/WriteWindows.tsx';
import { chosenSlot, proposeResolution, type Proposal } from './chosenSlot.ts';
import { ConflictWindow } from './ConflictWindow.tsx';
import { Desk, Music, RightsLine, SideChoice } from './deskLayout.tsx';
import type { Lens } from './lenses.ts';
import { SidePanel } from './SidePanel.tsx';
import type { SongDocument } from './songDocument.ts';
import { useChartSound } from './useChartSound.ts';
import { SavingHere, SongHeader } from './SongHeader.tsx';
import { SongWindows, type SongWindow } from './SongWindows.tsx';

interface SongDeskProps {
  songId: string;
  lens: Lens;
  saving: () => SaverOptions<SongDocument>;
}

/** A song opened for work: its chart on rails, what the lens needs beside it, a piano at the foot. */
export function SongDesk({ songId, lens, saving }: SongDeskProps) {
  const saver = useSaver(saving);
  const { text, hands } = saver.state.draft;
  const read = useMemo(() => parseChart(text), [text]);
  const song = read.song;
  // The chart draws only what a key changed, so it need not wait; the hands are drawn when there is time.
  const later = useDeferredValue(song);
  const shown = lens === 'chart' ? song : later;
  const settings = useSettings();
  const [parameters, setParameters] = useSearchParams();
  const { state } = useLocation() as { state: { isNew?: boolean } | null };
  const editorRef = useRef<EditorView | null>(null);
  const chartRef = useRef<HTMLDivElement | null>(null);
  const [cursor, setCursor] = useState<{ line: number; column: number } | null>(null);
  const [proposed, setProposed] = useState<{ proposal: Proposal; text: string } | null>(null);
  const [asPlayed, setAsPlayed] = useState(false);
  const [side, setSide] = useState<'chart' | 'text'>(state?.isNew ? 'text' : 'chart');
  const [window, setWindow] = useState<SongWindow | null>(null);
  useTitle(song.title);

  const keyText = parameters.get('key');
  // Typing reads the song anew at every key; what the view depends on mostly stays as it was.
  const viewKey = useSame(keyNamed(keyText, song) ?? song.key);
  const style = useSame(numberStyle(song, settings));
  const letters = useSame(letterStyle(settings));
  const view = useMemo<ChartView>(
    () => ({
      key: viewKey,
      style,
      letterStyle: letters,
      hero: 'numbers',
      letters: settings.letters,
      words: settings.words,
      wordsOnBeats: settings.wordsOnBeats,
      tune: settings.tune,
    }),
    [
      viewKey,
      style,
      letters,
      settings.letters,
      settings.words,
      settings.wordsOnBeats,
      settings.tune,
    ],
  );
  const chosen = useMemo(() => chosenSlot(song, read, cursor), [song, read, cursor]);
  /** A proposal stands until the chart is changed in any other way. */
  const proposal = proposed?.text === text ? proposed.proposal : null;
  const ownStyle = styleFor(song.key, song);

  const setViewKey = (key: Key) =>
    setParameters(sameKey(key, song.key) ? {} : { key: formatKey(key) }, { replace: true });

  /** Changes the chart's text in one step that undo takes back. */
  const change = (changes: readonly TextChange[]) => {
    const editor = editorRef.current;
    if (!editor) return;
    editor.dispatch({
      changes: changes.map(({ place, text: insert }) => ({
        ...rangeOf(editor.state, place),
        insert,
      })),
      userEvent: 'input',
    });
  };
  const writeKey = () => {
    change(fieldChanges(text, 'key', formatKey(viewKey)));
    setParameters({}, { replace: true });
  };
  const writeRoad = (road: readonly RoadStep[] | null) => {
    if (road) change(fieldChanges(text, 'road', printRoad(road)));
    else change(withoutField(text, 'road'));
  };
  const rewrite = () => {
    const { reading, minor } = settings;
    const wish = {
      reading: reading === 'chart' ? song.reading : reading,
      minor: minor === 'chart' ? song.minor : minor,
    };
    change(rewriteNumbers(text, wish));
  };

  const putChord = (chord: Chord, resolution: Chord | null = null) => {
    const place = chosen && read.barPlaces[chosen.slot.bar]?.slots[chosen.slot.slot];
    if (!chosen || !place) return;
    change([{ place, text: formatChord(chord, ownStyle) }]);
    const found = resolution && proposeResolution(chosen, chord, resolution, ownStyle);
    const after = editorRef.current?.state.doc.toString() ?? text;
    setProposed(found && { proposal: found, text: after });
  };
  const takeProposal = () => {
    if (!proposal) return;
    const bar = read.barPlaces[proposal.bar];
    const place = proposal.parted === null ? bar?.slots[proposal.slot] : bar;
    if (place) change([{ place, text: proposal.parted ?? formatChord(proposal.chord, ownStyle) }]);
  };

  const chooseSlot = (bar: number, slot: number) => {
    const place = read.barPlaces[bar]?.slots[slot] ?? read.barPlaces[bar];
    const editor = editorRef.current;
    if (!place || !editor) return;
    editor.dispatch({
      selection: { anchor: rangeOf(editor.state, place).from },
      scrollIntoView: true,
    });
  };
  const unrolled = useMemo(
    () => (asPlayed && canUnroll(shown) ? unroll(expand(shown, { key: viewKey })) : null),
    [asPlayed, shown, viewKey],
  );
  const isLost = lens === 'hands' && chosen === null;
  useEffect(() => {
    if (!isLost) return;
    const first = placedSlots(song).find(({ is }) => is.kind === 'chord');
    if (first) chooseSlot(first.bar, first.slot);
    // Only when the lens is opened, or the chosen chord is gone: the song itself may change at every key.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isLost]);
  const handsLens = useHandsLens({
    song: shown,
    view,
    hands,
    slot: chosen,
    isOpen: lens === 'hands',
    asPlayed: unrolled !== null,
    editorRef,
    onChooseSlot: chooseSlot,
    onTexture: () => writing.open('texture'),
  });
  const at = useMemo(() => cursorAt(read, cursor), [read, cursor]);
  const slotHere = useMemo(
    () => at && placedSlots(song).findIndex(({ bar, slot }) => bar === at.bar && slot === at.slot),
    [song, at],
  );
  const { sound, playing } = useChartSound(
    handsLens.whole,
    slotHere,
    `${lens} ${unrolled !== null} ${text}`,
  );
  const writing = useWriting({
    song,
    read,
    text,
    view,
    place: cursor,
    editorRef,
    chartRef,
    lettersTaken: settings.textOpen && settings.panel === 'colours',
    soundKey: (key) => {
      if (key === 'p') return sound.toggle;
      return key === 'g' && sound.isOpen ? sound.goOn : null;
    },
  });
  const writes = lens === 'chart' && unrolled === null;
  const currentBar = at && unrolled ? unrolled.bars.indexOf(at.bar) : (at?.bar ?? -1);

  const { sections: _, ...said } = song;
  const head = useSame(said);
  const header = useSteady({
    setViewKey,
    writeKey,
    rewrite,
    addToSet: () => setWindow('set'),
    share: () => setWindow('share'),
    save: () => saver.flush(),
    asked: () => ({ song, text, hands, viewKey, view, voiced: handsLens.whole }),
  });

  return (
    <Desk $textOpen={settings.textOpen}>
      <SavingHere value={saver.state.status}>
        <SongHeader
          songId={songId}
          head={head}
          lens={lens}
          viewKey={viewKey}
          onKey={header.setViewKey}
          onWriteKey={header.writeKey}
          onAddToSet={header.addToSet}
          onShare={header.share}
          onSave={header.save}
          onRewrite={header.rewrite}
          onDownload={header.asked}
        />
      </SavingHere>
      <SideChoice side={side} lens={lens} onChange={setSide} />
      <Music
        ref={chartRef}
        $hidden={side === 'text'}
        tabIndex={0}
        role="region"
        aria-label="Chart"
        {...(writes ? { onKeyDown: writing.onKey } : {})}
      >
        {writes ? <WriteTools writing={writing.tools} sound={sound} /> : null}
        <Road
          song={shown}
          asPlayed={asPlayed}
          onChange={setAsPlayed}
          {...(lens === 'chart' ? { onEdit: () => setWindow('road') } : {})}
        />
        <Chart
          song={unrolled?.song ?? shown}
          view={view}
          keys={unrolled?.keys ?? null}
          currentBar={currentBar < 0 ? null : currentBar}
          currentSlot={at?.slot ?? null}
          selection={writes ? writing.selection : null}
          entry={writes && writing.entry ? <ChordEntry writing={writing} /> : null}
          proposal={unrolled ? null : proposal}
          hands={handsLens.marks}
          playing={
            lens === 'chart'
              ? ((unrolled ? playing?.at : playing?.slot) ?? null)
              : handsLens.playing
          }
          onChooseSlot={(bar, slot, extend) => {
            if (writes) writing.choose({ bar, slot }, extend);
            else chooseSlot(unrolled?.bars[bar] ?? bar, slot);
          }}
        />
        <RightsLine song={song} />
      </Music>
      <SidePanel
        document={saver.state.draft}
        lens={lens}
        hands={handsLens.panel}
        result={read}
        view={view}
        chosen={chosen}
        proposal={proposal}
        editorRef={editorRef}
        isShownOnPhone={side === 'text'}
        onEdit={saver.edit}
        onCursor={(line, column) => setCursor({ line, column })}
        onSave={() => void saver.flush()}
        onChord={putChord}
        onTakeProposal={takeProposal}
      />
      {handsLens.strip}
      {settings.pianoOpen && lens === 'chart' ? (
        <PianoStrip
          view={view}
          next={chosen?.nextChord ?? null}
          canPlace={chosen !== null}
          onPlace={putChord}
        />
      ) : null}
      <WriteWindows writing={writing} song={song} view={view} whole={handsLens.whole} />
      <ConflictWindow
        status={saver.state.status}
        mine={saver.state.draft}
        onKeepMine={saver.keepMine}
        onTakeTheirs={saver.takeTheirs}
      />
      <SongWindows
        songId={songId}
        song={song}
        viewKey={viewKey}
        opened={window}
        onClose={() => setWindow(null)}
        onRoad={writeRoad}
      />
    </Desk>
  );
}
