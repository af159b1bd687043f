import { attachmentLimits, type Attachment, type AttachmentKind } from '@intervallum/contract';
import {
  AudioLines,
  Download,
  FileText,
  Image,
  Play,
  SquareArrowOutUpRight,
  Trash2,
} from 'lucide-react';
import styled from 'styled-components';
import { Button } from '../../../ui/Button.tsx';
import { shortDate } from '../../../ui/dates.ts';
import { InPlace } from '../../../ui/InPlace.tsx';
import { sizeInWords } from '../../../ui/sizes.ts';
import { Tool } from '../../../ui/Tool.tsx';
import { t } from '../../../words/words.ts';
import { contentOf } from './contentOf.ts';

/** A file, or one that is on its way. */
export const Row = styled.li`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  padding: 8px 8px 8px 14px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
  > svg {
    flex: none;
  }
`;

export const Naming = styled.div`
  position: relative;
  flex: 1 1 200px;
  min-width: 0;
  small {
    display: block;
    padding-left: 7px;
    font-size: 13px;
    color: var(--soft);
  }
`;

const Does = styled.div`
  display: flex;
  align-items: center;
  gap: 4px;
  margin-left: auto;
`;

const Link = styled.a`
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: 40px;
  padding: 7px 14px;
  border: 1px solid var(--rail);
  border-radius: 10px;
  font-size: 15px;
  text-decoration: none;
  &:hover {
    background: var(--panel);
  }
  &[data-sign] {
    justify-content: center;
    min-width: 40px;
    padding: 7px;
    border-color: transparent;
  }
`;

const signs: Readonly<Record<AttachmentKind, typeof FileText>> = {
  recording: AudioLines,
  paper: FileText,
  picture: Image,
};
const kindNames: Readonly<Record<AttachmentKind, string>> = {
  recording: t('Recording'),
  paper: t('PDF'),
  picture: t('Picture'),
};

interface FileRowProps {
  file: Attachment;
  onListen: () => void;
  onRename: (name: string) => void;
  onDelete: () => void;
}

export function FileRow({ file, onListen, onRename, onDelete }: FileRowProps) {
  const { name, kind, bytes, addedAt } = file;
  const Sign = signs[kind];
  return (
    <Row>
      <Sign size={22} strokeWidth={1.5} aria-hidden />
      <Naming>
        <InPlace
          label={t('Name of the file')}
          value={name}
          maxLength={attachmentLimits.name}
          check={(typed) => (typed === '' ? t('A file needs a name.') : null)}
          onChange={onRename}
        />
        <small>{[kindNames[kind], sizeInWords(bytes), shortDate(addedAt)].join(' · ')}</small>
      </Naming>
      <Does>
        {kind === 'recording' ? (
          <Button aria-label={t('Listen to {{name}}', { name })} onPress={onListen}>
            <Play size={18} strokeWidth={1.5} aria-hidden /> {t('Listen')}
          </Button>
        ) : (
          <Link
            href={contentOf(file)}
            target="_blank"
            rel="noreferrer"
            aria-label={t('Open {{name}} in a new tab', { name })}
          >
            <SquareArrowOutUpRight size={18} strokeWidth={1.5} aria-hidden /> {t('Open')}
          </Link>
        )}
        <Link
          data-sign
          href={`${contentOf(file)}?download`}
          download={name}
          title={t('Save')}
          aria-label={t('Save {{name}}', { name })}
        >
          <Download size={20} strokeWidth={1.5} aria-hidden />
        </Link>
        <Tool name={t('Delete {{name}}', { name })} onPress={onDelete}>
          <Trash2 size={20} strokeWidth={1.5} />
        </Tool>
      </Does>
    </Row>
  );
}
