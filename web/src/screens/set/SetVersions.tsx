import type { SetVersion } from '@intervallum/contract';
import { api } from '../../queries/resources.ts';
import { VersionsWindow } from '../parts/VersionsWindow.tsx';
import type { KnownSongs } from '../parts/service/knownSongs.ts';
import { draftOf, knownSongs } from '../parts/service/knownSongs.ts';
import { SetAsText } from './SetAsText.tsx';

interface SetVersionsProps {
  setId: string;
  isOpen: boolean;
  onClose: () => void;
  onPutBack: (draft: ReturnType<typeof draftOf>, songs: KnownSongs, savedAt: string) => void;
}

/** What the set was: looked at, and put back. */
export function SetVersions({ setId, isOpen, onClose, onPutBack }: SetVersionsProps) {
  return (
    <VersionsWindow<SetVersion>
      of={{ kind: 'set', id: setId }}
      isOpen={isOpen}
      onClose={onClose}
      fetch={(revision) => api.setVersion(setId, revision)}
      show={(version) => <SetAsText draft={draftOf(version)} songs={knownSongs(version)} />}
      onRestore={(version) => onPutBack(draftOf(version), knownSongs(version), version.savedAt)}
    />
  );
}
