import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { findRecording } from '../../../device/storage/listeningBox.ts';
import { filesQuery } from '../../../queries/files.ts';
import { Button, PrimaryButton } from '../../../ui/Button.tsx';
import { keepFocus } from '../../../ui/focus.ts';
import { Tool } from '../../../ui/Tool.tsx';
import { t } from '../../../words/words.ts';
import { idOfRecording, listenTo, type Listened, type RecordingOfSong } from './listened.ts';
import { ListeningDesk } from './ListeningDesk.tsx';
import { Place } from './Place.ts';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
  > p {
    flex: 1 1 260px;
  }
`;

interface ListenBarProps {
  songId: string;
  listened: Listened;
  onListen: (listened: Listened) => void;
  onClose: () => void;
}

/** Listening over the chart: a recording, or what there is to be listened to. */
export function ListenBar({ songId, listened, onListen, onClose }: ListenBarProps) {
  if (listened === 'to choose')
    return <ChooseRecording songId={songId} onListen={onListen} onClose={onClose} />;
  return (
    <ListeningDesk
      key={idOfRecording(listened)}
      songId={songId}
      of={listened}
      onOther={() => onListen('to choose')}
      onClose={onClose}
    />
  );
}

/** A file of this device, the one that was listened to last, and those that are with the song. */
function ChooseRecording({
  songId,
  onListen,
  onClose,
}: {
  songId: string;
  onListen: (one: RecordingOfSong) => void;
  onClose: () => void;
}) {
  const { data } = useQuery(filesQuery(songId));
  const [kept, setKept] = useState<File | null>(null);
  useEffect(() => {
    let isOver = false;
    findRecording(songId)
      .then((file) => {
        if (!isOver) setKept(file);
      })
      .catch((error: unknown) => console.error('No recording can be kept here.', error));
    return () => {
      isOver = true;
    };
  }, [songId]);
  const own = (file: File): RecordingOfSong => ({ kind: 'own', file });
  const recordings = (data?.attachments ?? []).filter(({ kind }) => kind === 'recording');
  return (
    <Place aria-label={t('Listening desk')}>
      <Row>
        <FileTrigger
          acceptedFileTypes={['audio/*', '.mp3', '.m4a', '.ogg', '.opus', '.wav', '.flac']}
          onSelect={(files) => {
            const [file] = files ?? [];
            if (file) onListen(own(file));
          }}
        >
          <PrimaryButton autoFocus>{t('A recording of this device')}</PrimaryButton>
        </FileTrigger>
        {kept ? <Button onPress={() => onListen(own(kept))}>{kept.name}</Button> : null}
        {recordings.map((file) => (
          <Button key={file.id} onPress={() => onListen(listenTo(file))}>
            {file.name}
          </Button>
        ))}
        <p>
          {t(
            'It never leaves this device. Hear it slowly, in another key, bar by bar; mark its bars, and write their numbers.',
          )}
        </p>
        <Tool
          name={t('Close the listening desk')}
          onPress={() => {
            onClose();
            keepFocus();
          }}
        >
          <X size={20} strokeWidth={1.5} />
        </Tool>
      </Row>
    </Place>
  );
}
