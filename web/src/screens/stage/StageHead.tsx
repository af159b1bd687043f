import { CircleHelp, CloudOff, X } from 'lucide-react';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { IconButton } from '../../ui/Button.tsx';
import { openHelp } from '../../ui/help.ts';
import { display, phone } from '../../ui/theme.ts';
import type { Key } from '@intervallum/core';
import type { StageKnown } from '../../queries/stage.ts';
import { t } from '../../words/words.ts';

const Head = styled.header`
  display: flex;
  align-items: center;
  gap: 6px 14px;
  min-height: 52px;
  padding: 4px 14px;
  border-bottom: 1px solid var(--hairline);
  h1 {
    flex: 1;
    min-width: 0;
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
    font-size: 24px;
    line-height: 1.3;
  }
  ${phone} {
    gap: 6px;
    padding: 4px 8px;
    h1 {
      font-size: 19px;
    }
  }
`;

const KeyMark = styled.b`
  flex: none;
  min-width: 48px;
  padding: 2px 10px;
  border: 1px solid var(--rail);
  border-radius: 10px;
  text-align: center;
  font: 600 22px/1.4 ${display};
`;

const Line = styled.span`
  display: inline-flex;
  align-items: center;
  gap: 6px;
  font-size: 15px;
  color: var(--soft);
  &[data-away] {
    color: var(--accent);
    font-weight: 600;
  }
  ${phone} {
    font-size: 13px;
    /* The title needs the room. */
    &[data-leads] {
      display: none;
    }
  }
`;

interface StageHeadProps {
  title: string;
  /** In which the part sounds; null where nothing does. */
  sounding: Key | null;
  capo: number;
  known: StageKnown;
  onLeave: () => void;
}

/** One line over the music: the key, the song, and whether this page hears the others. */
export function StageHead({ title, sounding, capo, known, onLeave }: StageHeadProps) {
  const settings = reader.use('language');
  const { line, show } = known;
  return (
    <Head>
      {sounding ? (
        <KeyMark aria-label={t('Key {{key}}', { key: keyName(sounding, settings) })}>
          {keyName(sounding, settings)}
        </KeyMark>
      ) : null}
      {capo > 0 ? <Line>{t('capo {{capo}}', { capo })}</Line> : null}
      <h1>{title}</h1>
      <Line
        role="status"
        data-away={line === 'away' || undefined}
        data-leads={line === 'here' || undefined}
      >
        {line === 'away' ? (
          <>
            <CloudOff size={18} strokeWidth={1.5} aria-hidden /> {t('No line to the others')}
          </>
        ) : show?.baton?.name ? (
          t('{{name}} leads', { name: show.baton.name })
        ) : null}
      </Line>
      <IconButton aria-label={t('Help')} onPress={openHelp}>
        <CircleHelp size={20} strokeWidth={1.5} />
      </IconButton>
      <IconButton aria-label={t('Leave')} onPress={onLeave}>
        <X size={20} strokeWidth={1.5} />
      </IconButton>
    </Head>
  );
}
