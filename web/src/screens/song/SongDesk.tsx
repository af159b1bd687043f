import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { DocumentProvider, useDocument, useSong } from '../../document/DocumentContext.tsx';
import { LookProvider } from '../../document/look.tsx';
import { useLeftOpen } from '../../document/leftOpen.ts';
import { onSavedElsewhere } from '../../device/storage/otherTabs.ts';
import type { Lens } from '../../lenses/lens.ts';
import { desk } from '../../settings/desk.ts';
import { useTitle } from '../../ui/Page.tsx';
import { ChartRegion } from './ChartRegion.tsx';
import { ConflictWindow } from '../../document/ConflictWindow.tsx';
import { Desk, SideChoice, SidePlace } from './deskLayout.tsx';
import { followSong, leftSongs, type OpenedSong } from './openSong.ts';
import { SongHeader } from './SongHeader.tsx';
import { SongWindows, type SongWindow } from './SongWindows.tsx';

interface SongDeskProps {
  opened: OpenedSong;
  lens: Lens;
}

/** A song opened for work: its chart on rails, what the lens needs beside it and under it. */
export function SongDesk({ opened, lens }: SongDeskProps) {
  useLeftOpen(leftSongs, opened.id, opened);
  useEffect(
    () => onSavedElsewhere({ kind: 'song', id: opened.id }, () => void followSong(opened)),
    [opened],
  );
  return (
    <DocumentProvider value={opened.document}>
      <LookProvider waits={lens.needs === 'hands'}>
        <Frame opened={opened} lens={lens} />
      </LookProvider>
    </DocumentProvider>
  );
}

function Frame({ opened: { id: songId, otherDrafts }, lens }: SongDeskProps) {
  const { state } = useLocation() as { state: { isNew?: boolean } | null };
  const [side, setSide] = useState<'chart' | 'text'>(state?.isNew ? 'text' : 'chart');
  const [opened, setOpened] = useState<SongWindow | null>(null);
  const { textOpen } = desk.use('textOpen');
  useTitle(useSong(({ read }) => read.song.title));
  const { Frame: LensFrame, Panel, Strip } = lens;
  return (
    <Desk $textOpen={textOpen}>
      <SongHeader songId={songId} lens={lens} otherDrafts={otherDrafts} onOpen={setOpened} />
      <SideChoice side={side} panelName={lens.panelOnPhone} onChange={setSide} />
      <LensFrame
        key={lens.id}
        draw={(marks) => (
          <ChartRegion
            marks={marks}
            isHiddenOnPhone={side === 'text'}
            onEditRoad={() => setOpened('road')}
          />
        )}
      >
        <SidePlace $open={textOpen} $phone={side === 'text'} aria-label={lens.panelName}>
          <Panel />
        </SidePlace>
        <Strip />
      </LensFrame>
      <Conflict />
      <SongWindows songId={songId} opened={opened} onClose={() => setOpened(null)} />
    </Desk>
  );
}

function Conflict() {
  const { saver, takeTheirs } = useDocument();
  const status = useSong((state) => state.status);
  if (status.kind !== 'conflict') return null;
  return (
    <ConflictWindow
      status={status}
      mine={saver.store.getState().draft}
      onKeepMine={saver.keepMine}
      onTakeTheirs={takeTheirs}
    />
  );
}
