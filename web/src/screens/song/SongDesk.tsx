import type { Attachment } from '@intervallum/contract';
import { useEffect, useMemo, useState } from 'react';
import { DocumentProvider, useDocument, useSong } from '../../document/DocumentContext.tsx';
import { LookProvider } from '../../document/look.tsx';
import { useLeftOpen } from '../../document/leftOpen.ts';
import { onSavedElsewhere } from '../../device/storage/otherTabs.ts';
import type { Lens } from '../../lenses/lens.ts';
import { PlayPlaceProvider } from '../../lenses/parts/PlayPlace.tsx';
import { keptNames, useKeptAt } from '../../queries/kept.ts';
import { KeptNote } from '../../queries/KeptNote.tsx';
import { rememberOpened } from '../../settings/visit.ts';
import { useHelp, type HelpTopic } from '../../ui/help.ts';
import { useTitle } from '../../ui/useTitle.ts';
import { ChartRegion } from './ChartRegion.tsx';
import { ConflictWindow } from '../../document/ConflictWindow.tsx';
import { Desk, SidePlace } from './deskLayout.tsx';
import { DeskBar } from './DeskBar.tsx';
import { RecordingBar } from './files/RecordingBar.tsx';
import { followSong, leftSongs, type OpenedSong } from './openSong.ts';
import { SongWindows, type SongWindow } from './SongWindows.tsx';
import { usePanel } from './usePanel.ts';
import { t } from '../../words/words.ts';

interface SongDeskProps {
  opened: OpenedSong;
  lens: Lens;
}

/** A song opened for work: its chart on rails, what the lens needs beside it and under it. */
export function SongDesk({ opened, lens }: SongDeskProps) {
  useLeftOpen(leftSongs, opened.id, opened);
  useEffect(() => rememberOpened(opened.id), [opened.id]);
  useEffect(
    () =>
      onSavedElsewhere({ kind: 'song', id: opened.id }, opened.savesBefore, () => {
        void followSong(opened);
      }),
    [opened],
  );
  const keptAt = useKeptAt(keptNames.song(opened.id));
  return (
    <DocumentProvider value={opened.document}>
      {keptAt === null ? null : (
        <KeptNote at={keptAt} isWritten onTry={() => void followSong(opened)} />
      )}
      <LookProvider waits={lens.needs === 'search'}>
        <PlayPlaceProvider>
          <Frame opened={opened} lens={lens} />
        </PlayPlaceProvider>
      </LookProvider>
    </DocumentProvider>
  );
}

function Frame({ opened: { id: songId, otherDrafts }, lens }: SongDeskProps) {
  const [opened, setOpened] = useState<SongWindow | null>(null);
  const [listened, setListened] = useState<Attachment | null>(null);
  const panel = usePanel(lens);
  const title = useSong(({ read }) => read.song.title) || t('Song without a title');
  useTitle(lens.id === 'chart' ? title : `${title}, ${lens.name.toLowerCase()}`);
  useHelp(useMemo(() => topicOf(lens), [lens]));
  const { Frame: LensFrame, Panel, Strip, Tools } = lens;
  return (
    <Desk $panel={panel.isOpen}>
      <DeskBar
        songId={songId}
        lens={lens}
        otherDrafts={otherDrafts}
        panel={panel}
        onOpen={setOpened}
      >
        {listened ? (
          <RecordingBar key={listened.id} file={listened} onClose={() => setListened(null)} />
        ) : null}
      </DeskBar>
      <LensFrame
        key={lens.id}
        draw={(marks) => <ChartRegion marks={marks} isPanelOpen={panel.isOpen} />}
      >
        {panel.isOpen ? (
          <SidePlace $tall={lens.needs === 'search'} aria-label={lens.panelName}>
            <Panel />
          </SidePlace>
        ) : null}
        {Tools ? <Tools /> : null}
        <Strip openPanel={panel.isOpen ? null : panel.toggle} />
      </LensFrame>
      <Conflict />
      <SongWindows
        songId={songId}
        opened={opened}
        onListen={setListened}
        onClose={() => setOpened(null)}
      />
    </Desk>
  );
}

/** Everything that the keys and tools of a lens do. */
function topicOf({ id, name, commands }: Lens): HelpTopic {
  return { title: name, lines: commands, charts: id === 'chart' ? 'written' : 'read' };
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
