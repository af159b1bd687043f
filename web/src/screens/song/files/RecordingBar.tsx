import type { Attachment } from '@intervallum/contract';
import { X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { transport } from '../../../device/audio/transport.ts';
import { IconButton } from '../../../ui/Button.tsx';
import { keepFocus } from '../../../ui/focus.ts';
import { phone } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';
import { contentOf } from './FileRow.tsx';

const Bar = styled.section`
  display: flex;
  align-items: center;
  gap: 4px 12px;
  padding: 4px 12px 4px 16px;
  border-bottom: 1px solid var(--hairline);
  background: var(--card);
  > b {
    flex: 0 1 auto;
    min-width: 60px;
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
    font-size: 15px;
  }
  audio {
    flex: 1 1 240px;
    min-width: 0;
    height: 40px;
  }
  ${phone} {
    flex-wrap: wrap;
    > b {
      flex: 1 1 60px;
    }
    audio {
      order: 3;
      flex-basis: 100%;
    }
  }
  @media print {
    display: none;
  }
`;

/** After so many milliseconds the window in which it was chosen is gone, with its hold on the focus. */
const windowCloses = 100;

interface RecordingBarProps {
  file: Attachment;
  onClose: () => void;
}

/** A recording that is listened to over the chart. Where it begins whatever else plays ends, and the other way round. */
export function RecordingBar({ file, onClose }: RecordingBarProps) {
  const audio = useRef<HTMLAudioElement>(null);
  const [isSilent, setSilent] = useState(false);
  useEffect(() => {
    const { current } = audio;
    const focusing = setTimeout(() => current?.focus(), windowCloses);
    return () => {
      clearTimeout(focusing);
      current?.pause();
    };
  }, []);
  return (
    <Bar aria-label={t('Recording')}>
      <b>{file.name}</b>
      {isSilent ? (
        <p role="alert">{t('This browser cannot play it. Save it, and play it elsewhere.')}</p>
      ) : (
        <audio
          ref={audio}
          src={contentOf(file)}
          controls
          autoPlay
          aria-label={file.name}
          onPlay={() => transport.giveWay(() => audio.current?.pause())}
          onError={() => setSilent(true)}
        />
      )}
      <IconButton
        aria-label={t('Close the recording')}
        onPress={() => {
          onClose();
          keepFocus();
        }}
      >
        <X size={20} strokeWidth={1.5} aria-hidden />
      </IconButton>
    </Bar>
  );
}
