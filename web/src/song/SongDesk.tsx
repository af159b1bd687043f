import type { EditorView } from '@codemirror/view';
import {
  formatKey,
  formatMeter,
  parseChart,
  sameKey,
  type Key,
  type Song,
} from '@intervallum/core';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { Chart } from '../chart/Chart.tsx';
import { keyNamed, numberStyle } from '../chart/view.ts';
import { ShareWindow } from '../share/ShareWindow.tsx';
import type { SaverOptions } from '../state/saver.ts';
import { useSettings } from '../state/settings.ts';
import { useSaver } from '../state/useSaver.ts';
import { Choice } from '../ui/Choice.tsx';
import { useTitle } from '../ui/Page.tsx';
import { phone, tablet } from '../ui/theme.ts';
import { AddToSet } from './AddToSet.tsx';
import { rangeOf } from './ChartEditor.tsx';
import { ConflictWindow } from './ConflictWindow.tsx';
import { SongHeader } from './SongHeader.tsx';
import { TextPanel } from './TextPanel.tsx';

const Desk = styled.div<{ $textOpen: boolean }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr) ${({ $textOpen }) => ($textOpen ? '388px' : '0')};
  grid-template-rows: auto minmax(0, 1fr);
  height: 100vh;
  ${tablet} {
    grid-template-columns: minmax(0, 1fr) ${({ $textOpen }) => ($textOpen ? '320px' : '0')};
  }
  ${phone} {
    display: block;
    height: auto;
  }
  @media print {
    display: block;
    height: auto;
  }
`;

const Music = styled.div<{ $hidden: boolean }>`
  overflow: auto;
  padding: 14px 24px 60px;
  ${phone} {
    display: ${({ $hidden }) => ($hidden ? 'none' : 'block')};
    padding: 8px 14px 40px;
  }
  @media print {
    display: block;
    overflow: visible;
    padding: 0;
  }
`;

const Sides = styled.div`
  display: none;
  padding: 10px 14px 0;
  ${phone} {
    display: block;
  }
  @media print {
    display: none;
  }
`;

const Rights = styled.p`
  margin-top: 28px;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
  font-size: 13px;
  color: var(--soft);
`;

interface SongDeskProps {
  songId: string;
  saving: () => SaverOptions<string>;
}

/** A song opened for work: its chart on rails, and its text beside it. */
export function SongDesk({ songId, saving }: SongDeskProps) {
  const saver = useSaver(saving);
  const text = saver.state.draft;
  const read = useMemo(() => parseChart(text), [text]);
  const song = read.ok ? read.value : read.partial;
  const shown = useDeferredValue(song);
  const settings = useSettings();
  const [parameters, setParameters] = useSearchParams();
  const { state } = useLocation() as { state: { isNew?: boolean } | null };
  const editorRef = useRef<EditorView | null>(null);
  const [cursorBar, setCursorBar] = useState<number | null>(null);
  const [side, setSide] = useState<'chart' | 'text'>(state?.isNew ? 'text' : 'chart');
  const [window, setWindow] = useState<'share' | 'set' | null>(null);
  useTitle(song.title);

  const viewKey = keyNamed(parameters.get('key'), song) ?? song.key;
  const setViewKey = (key: Key) =>
    setParameters(sameKey(key, song.key) ? {} : { key: formatKey(key) }, { replace: true });
  const { letters, words } = settings;
  const view = {
    key: viewKey,
    style: numberStyle(shown, settings),
    hero: 'numbers' as const,
    letters,
    words,
  };

  /** Writes the key that is looked in into the chart. */
  const writeKey = () => {
    edit(editorRef.current, 'key', formatKey(viewKey));
    setParameters({}, { replace: true });
  };
  const onCursor = (line: number, column: number) => {
    const bar = read.barPlaces.findLastIndex(
      (place) => place.line === line && place.column <= column,
    );
    setCursorBar(bar < 0 ? null : bar);
  };
  const chooseBar = (index: number) => {
    const place = read.barPlaces[index];
    const opened = editorRef.current;
    if (!place || !opened || !settings.textOpen) return;
    opened.dispatch({
      selection: { anchor: rangeOf(opened.state, place).from },
      scrollIntoView: true,
    });
    opened.focus();
  };

  return (
    <Desk $textOpen={settings.textOpen}>
      <SongHeader
        song={song}
        viewKey={viewKey}
        status={saver.state.status}
        onKey={setViewKey}
        onWriteKey={writeKey}
        onAddToSet={() => setWindow('set')}
        onShare={() => setWindow('share')}
      />
      <Sides>
        <Choice
          label="Show"
          value={side}
          options={[
            ['chart', 'Chart'],
            ['text', 'Text'],
          ]}
          onChange={setSide}
        />
      </Sides>
      <Music $hidden={side === 'text'} tabIndex={0} role="region" aria-label="Chart">
        <Chart
          song={shown}
          view={view}
          currentBar={settings.textOpen ? cursorBar : null}
          {...(settings.textOpen ? { onChooseBar: chooseBar } : {})}
        />
        <RightsLine song={song} />
      </Music>
      <TextPanel
        text={text}
        result={read}
        viewKey={viewKey}
        editorRef={editorRef}
        isShownOnPhone={side === 'text'}
        onEdit={saver.edit}
        onCursor={onCursor}
        onSave={() => void saver.flush()}
      />
      <ConflictWindow
        status={saver.state.status}
        mine={text}
        onKeepMine={saver.keepMine}
        onTakeTheirs={saver.takeTheirs}
      />
      <ShareWindow
        target={{ kind: 'song', id: songId }}
        name={song.title || 'Song without a title'}
        isOpen={window === 'share'}
        onClose={() => setWindow(null)}
      />
      <AddToSet
        songId={songId}
        title={song.title || 'Song without a title'}
        viewKey={viewKey}
        isOpen={window === 'set'}
        onClose={() => setWindow(null)}
      />
    </Desk>
  );
}

/** Puts a value into a field's line of the chart, or adds the line after the title. */
function edit(view: EditorView | null, field: string, value: string): void {
  if (!view) return;
  const lines = view.state.doc.toString().split('\n');
  const at = lines.findIndex((line) => new RegExp(`^\\s*${field}\\s*:`, 'i').test(line));
  const line = view.state.doc.line(Math.max(at, 0) + 1);
  view.dispatch({
    changes:
      at < 0
        ? { from: line.to, insert: `\n${field}: ${value}` }
        : { from: line.from, to: line.to, insert: `${field}: ${value}` },
    userEvent: 'input',
  });
}

/** What printed paper says of the song besides its chart. */
function RightsLine({ song }: { song: Song }) {
  const said = [song.details.by && `by ${song.details.by}`, song.details.rights].filter(Boolean);
  return (
    <Rights>
      {said.length > 0 ? said.join(' · ') : `Rights not said · ${formatMeter(song.meter)}`}
    </Rights>
  );
}
