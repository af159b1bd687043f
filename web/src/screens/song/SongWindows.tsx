import type { Key, RoadStep, Song } from '@intervallum/core';
import { RoadEditor } from '../chart/RoadEditor.tsx';
import { ShareWindow } from '../share/ShareWindow.tsx';
import { AddToSet } from './AddToSet.tsx';

export type SongWindow = 'share' | 'set' | 'road';

interface SongWindowsProps {
  songId: string;
  song: Song;
  viewKey: Key;
  opened: SongWindow | null;
  onClose: () => void;
  onRoad: (road: readonly RoadStep[] | null) => void;
}

/** What is done with a song in a window of its own: share it, put it in a set, order its sections. */
export function SongWindows({ songId, song, viewKey, opened, onClose, onRoad }: SongWindowsProps) {
  if (opened === null) return null;
  const name = song.title || 'Song without a title';
  return (
    <>
      <ShareWindow
        target={{ kind: 'song', id: songId }}
        name={name}
        isOpen={opened === 'share'}
        onClose={onClose}
      />
      <RoadEditor song={song} isOpen={opened === 'road'} onClose={onClose} onRoad={onRoad} />
      <AddToSet
        songId={songId}
        title={name}
        viewKey={viewKey}
        isOpen={opened === 'set'}
        onClose={onClose}
      />
    </>
  );
}
