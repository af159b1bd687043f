import { dropField, printRoad, setField, type RoadStep } from '@intervallum/core';
import { lazy, Suspense } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { RoadEditor } from '../../lenses/parts/RoadEditor.tsx';
import { AddToSet } from '../parts/AddToSet.tsx';
import { ShareWindow } from '../parts/ShareWindow.tsx';
import { FactsWindow } from './FactsWindow.tsx';
import { listenTo, type Listened } from './listening/listened.ts';
import { SongVersions } from './SongVersions.tsx';
import { useRewrite } from './useRewrite.ts';
import { ViewWindow } from './ViewWindow.tsx';
import { t } from '../../words/words.ts';

// Fetched when it is first asked for.
const FilesWindow = lazy(async () => ({
  default: (await import('./files/FilesWindow.tsx')).FilesWindow,
}));

const OthersHands = lazy(async () => ({
  default: (await import('./others/OthersHands.tsx')).OthersHands,
}));

export type SongWindow =
  'hands' | 'share' | 'set' | 'road' | 'versions' | 'view' | 'facts' | 'files';

interface SongWindowsProps {
  songId: string;
  opened: SongWindow | null;
  onListen: (listened: Listened) => void;
  onClose: () => void;
}

/** What is done with a song in a window of its own: share it, put it in a set, order its sections. */
export function SongWindows({ opened, ...props }: SongWindowsProps) {
  return opened === null ? null : <Opened opened={opened} {...props} />;
}

function Opened({ songId, opened, onListen, onClose }: SongWindowsProps) {
  const songDocument = useDocument();
  const { sounding } = useLook();
  const song = useSong(({ read }) => read.song);
  const rewrite = useRewrite();
  const name = song.title || t('Song without a title');
  const writeRoad = (road: readonly RoadStep[] | null) =>
    songDocument.edit((read) =>
      road ? setField(read, 'road', printRoad(road)) : dropField(read, 'road'),
    );
  return (
    <>
      <ShareWindow
        target={{ kind: 'song', id: songId }}
        name={name}
        isOpen={opened === 'share'}
        onClose={onClose}
      />
      {opened === 'view' ? <ViewWindow song={song} onRewrite={rewrite} onClose={onClose} /> : null}
      {opened === 'facts' ? <FactsWindow onClose={onClose} /> : null}
      {opened === 'hands' ? (
        <Suspense fallback={null}>
          <OthersHands songId={songId} onClose={onClose} />
        </Suspense>
      ) : null}
      {opened === 'files' ? (
        <Suspense fallback={null}>
          <FilesWindow
            songId={songId}
            title={name}
            onListen={(file) => {
              onListen(listenTo(file));
              onClose();
            }}
            onClose={onClose}
          />
        </Suspense>
      ) : null}
      <SongVersions songId={songId} isOpen={opened === 'versions'} onClose={onClose} />
      <RoadEditor song={song} isOpen={opened === 'road'} onClose={onClose} onRoad={writeRoad} />
      <AddToSet
        songs={[{ id: songId, title: name }]}
        inKey={sounding}
        isOpen={opened === 'set'}
        onClose={onClose}
      />
    </>
  );
}
