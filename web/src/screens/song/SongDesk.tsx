import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { DocumentProvider, useDocument, useSong } from '../../document/DocumentContext.tsx';
import { LookProvider } from '../../document/look.tsx';
import { useLeftOpen } from '../../document/leftOpen.ts';
import { onSavedElsewhere } from '../../device/storage/otherTabs.ts';
import type { Lens } from '../../lenses/lens.ts';
import { PlayPlaceProvider } from '../../lenses/parts/PlayPlace.tsx';
import { keptNames, useKeptAt } from '../../queries/kept.ts';
import { KeptNote } from '../../queries/KeptNote.tsx';
import { desk } from '../../settings/desk.ts';
import { rememberOpened } from '../../settings/visit.ts';
import { useHelp, type HelpTopic } from '../../ui/help.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { useTitle } from '../../ui/useTitle.ts';
import { ChartRegion } from './ChartRegion.tsx';
import { ConflictWindow } from '../../document/ConflictWindow.tsx';
import { Desk, SidePlace } from './deskLayout.tsx';
import { DeskBar } from './DeskBar.tsx';
import type { Listened } from './listening/listened.ts';
import { followSong, leftSongs, type OpenedSong } from './openSong.ts';
import { SongPath } from './SongPath.tsx';
import { SongWindows, type SongWindow } from './SongWindows.tsx';
import { usePanel } from './usePanel.ts';
import { t } from '../../words/words.ts';

// Fetched when something is first listened to.
const ListenBar = lazy(async () => ({
  default: (await import('./listening/ListenBar.tsx')).ListenBar,
}));

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
  const [listened, setListened] = useState<Listened | null>(null);
  const { toListen } = useSteady({ toListen: () => setListened('to choose') });
  const panel = usePanel(lens);
  const { pathOpen } = desk.use('pathOpen');
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
        onListen={toListen}
      >
        {pathOpen ? (
          <SongPath
            songId={songId}
            lens={lens}
            onOpen={setOpened}
            onClose={() => desk.change({ pathOpen: false })}
          />
        ) : null}
        {listened ? (
          <Suspense fallback={null}>
            <ListenBar
              songId={songId}
              listened={listened}
              onListen={setListened}
              onClose={() => setListened(null)}
            />
          </Suspense>
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
