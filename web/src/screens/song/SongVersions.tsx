import type { SongVersion } from '@intervallum/contract';
import { compareSongs, parseChart } from '@intervallum/core';
import { useMemo } from 'react';
import { useDocument } from '../../document/DocumentContext.tsx';
import { Chart } from '../../music/rails/Chart.tsx';
import { viewAsWritten } from '../../music/rails/view.ts';
import { api } from '../../queries/resources.ts';
import { reader } from '../../settings/reader.ts';
import { momentInWords } from '../../ui/dates.ts';
import { notify } from '../../ui/notices.tsx';
import { Differences } from '../parts/Differences.tsx';
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
      show={(version, other) => <ChartOf text={version.text} other={other?.text ?? null} />}
      onRestore={putBack}
    />
  );
}

/** The song as it was, with the bars marked in which it differs from another state of it, and all differences in words. */
function ChartOf({ text, other }: { text: string; other: string | null }) {
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling', 'ownNames');
  const { song } = useMemo(() => parseChart(text), [text]);
  const view = useMemo(() => viewAsWritten(song, settings), [song, settings]);
  const compared = useMemo(
    () => (other === null ? null : compareSongs(parseChart(other).song, song)),
    [other, song],
  );
  const all = compared?.differences ?? [];
  return (
    <>
      <h3>{song.title || t('Song without a title')}</h3>
      {compared ? <Differences all={all} count={all.length} signs={view.style.signs} /> : null}
      <Chart song={song} view={view} changed={compared?.after ?? null} />
    </>
  );
}
