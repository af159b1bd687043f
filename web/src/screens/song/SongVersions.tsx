import type { SongVersion } from '@intervallum/contract';
import { parseChart } from '@intervallum/core';
import { useMemo } from 'react';
import { useDocument } from '../../document/DocumentContext.tsx';
import { Chart } from '../../music/rails/Chart.tsx';
import { viewAsWritten } from '../../music/rails/view.ts';
import { api } from '../../queries/resources.ts';
import { reader } from '../../settings/reader.ts';
import { momentInWords } from '../../ui/dates.ts';
import { notify } from '../../ui/notices.tsx';
import { VersionsWindow } from '../parts/VersionsWindow.tsx';
import { t } from '../../words/words.ts';

interface SongVersionsProps {
  songId: string;
  isOpen: boolean;
  onClose: () => void;
}

/** What the song was: looked at as a chart, and put back. */
export function SongVersions({ songId, isOpen, onClose }: SongVersionsProps) {
  const songDocument = useDocument();
  const putBack = ({ text, decisions, savedAt }: SongVersion) => {
    songDocument.putBack({ text, decisions });
    notify(
      t('The version of {{when}} is back', { when: momentInWords(Date.parse(savedAt)) }),
      songDocument.undo,
    );
  };
  return (
    <VersionsWindow
      of={{ kind: 'song', id: songId }}
      isOpen={isOpen}
      onClose={onClose}
      fetch={(revision) => api.songVersion(songId, revision)}
      show={(version) => <ChartOf text={version.text} />}
      onRestore={putBack}
    />
  );
}

function ChartOf({ text }: { text: string }) {
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling', 'ownNames');
  const { song } = useMemo(() => parseChart(text), [text]);
  const view = useMemo(() => viewAsWritten(song, settings), [song, settings]);
  return (
    <>
      <h3>{song.title || t('Song without a title')}</h3>
      <Chart song={song} view={view} />
    </>
  );
}
