import { attachmentLimits, type Attachment } from '@intervallum/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { FilePlus2 } from 'lucide-react';
import { DropZone, FileTrigger, type FileDropItem } from 'react-aria-components';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { Fetched } from '../../../queries/Fetched.tsx';
import { filesApi, filesQuery } from '../../../queries/files.ts';
import { announce } from '../../../ui/announce.tsx';
import { Button } from '../../../ui/Button.tsx';
import { keepFocus } from '../../../ui/focus.ts';
import { notify } from '../../../ui/notices.tsx';
import { sizeInWords } from '../../../ui/sizes.ts';
import { phone } from '../../../ui/theme.ts';
import { Window, WindowWords } from '../../../ui/Window.tsx';
import { t } from '../../../words/words.ts';
import { FileRow } from './FileRow.tsx';
import { SendingRow } from './SendingRow.tsx';
import { sendAgain, sendFiles, sendings, stopSending, type Arrived } from './sending.ts';

const List = styled.ul`
  display: grid;
  gap: 8px;
  margin-bottom: 14px;
`;

const Drop = styled(DropZone)`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  padding: 16px;
  border: 2px dashed var(--rail);
  border-radius: 14px;
  font-size: 15px;
  color: var(--soft);
  &[data-drop-target] {
    border-color: var(--accent);
    background: color-mix(in srgb, var(--accent) 10%, var(--card));
  }
  ${phone} {
    /* Nobody drops anything there. */
    p {
      display: none;
    }
  }
`;

/** What is taken, as names of files end; what is in a file counts. */
const accepted = [
  '.mp3',
  '.m4a',
  '.aac',
  '.ogg',
  '.opus',
  '.wav',
  '.flac',
  '.pdf',
  '.png',
  '.jpg',
  '.jpeg',
];

interface FilesWindowProps {
  songId: string;
  title: string;
  onListen: (file: Attachment) => void;
  onClose: () => void;
}

/** The recordings, papers and pictures of a song: listen, open, save, name, delete, and add some. */
export function FilesWindow({ songId, title, onListen, onClose }: FilesWindowProps) {
  const fetched = useQuery(filesQuery(songId));
  const client = useQueryClient();
  const sent = useStore(sendings, (state) => state.sent).filter((one) => one.songId === songId);
  const reload = () => client.invalidateQueries(filesQuery(songId));
  const arrived: Arrived = ({ name }) => {
    void reload();
    announce(t('“{{name}}” is with the song', { name }));
  };

  async function rename({ id }: Attachment, name: string) {
    const answer = await filesApi.rename(id, name);
    if (answer.kind !== 'ok') notify(notDone(answer));
    await reload();
  }

  async function remove({ id, name }: Attachment) {
    const answer = await filesApi.remove(id);
    await reload();
    keepFocus();
    if (answer.kind !== 'ok') return notify(notDone(answer));
    notify(t('“{{name}}” deleted', { name }), () => void filesApi.restore(id).then(reload));
  }

  return (
    <Window title={t('Recordings and papers')} isOpen onClose={onClose} width={620}>
      <WindowWords>
        {t(
          'What goes with “{{title}}”: a recording, a PDF, a picture, up to {{most}} each. They stay with the team: a shared link does not show them.',
          {
            title,
            most: sizeInWords(attachmentLimits.bytes),
          },
        )}
      </WindowWords>
      <Fetched from={fetched} what={t('the files')}>
        {({ attachments }) =>
          attachments.length + sent.length === 0 ? null : (
            <List aria-label={t('Files of this song')}>
              {attachments.map((file) => (
                <FileRow
                  key={file.id}
                  file={file}
                  onListen={() => onListen(file)}
                  onRename={(name) => void rename(file, name)}
                  onDelete={() => void remove(file)}
                />
              ))}
              {sent.map((one) => (
                <SendingRow
                  key={one.id}
                  sent={one}
                  onAgain={() => sendAgain(one.id)}
                  onStop={() => {
                    stopSending(one.id);
                    keepFocus();
                  }}
                />
              ))}
            </List>
          )
        }
      </Fetched>
      <Drop
        aria-label={t('Place to drop files')}
        onDrop={({ items }) =>
          void filesOf(items).then((files) => sendFiles(songId, files, arrived))
        }
      >
        <FileTrigger
          allowsMultiple
          acceptedFileTypes={accepted}
          onSelect={(files) => sendFiles(songId, [...(files ?? [])], arrived)}
        >
          <Button>
            <FilePlus2 size={18} strokeWidth={1.5} aria-hidden /> {t('Add files')}
          </Button>
        </FileTrigger>
        <p>{t('or drop them here')}</p>
      </Drop>
    </Window>
  );
}

/** The files among what was dropped. */
async function filesOf(items: readonly { readonly kind: string }[]): Promise<File[]> {
  const files = items.filter((item): item is FileDropItem => item.kind === 'file');
  return Promise.all(files.map((item) => item.getFile()));
}

function notDone(answer: { readonly kind: string; readonly message?: string }): string {
  return t('That could not be done. {{why}}', {
    why: answer.message ?? t('Try again in a moment.'),
  });
}
