import { TriangleAlert, Upload } from 'lucide-react';
import styled from 'styled-components';
import { Button } from '../../../ui/Button.tsx';
import { t } from '../../../words/words.ts';
import { Naming, Row } from './FileRow.tsx';
import type { Sent } from './sending.ts';

const Words = styled.div`
  padding: 4px 7px 0;
  font-size: 15px;
  overflow-wrap: anywhere;
  progress {
    display: block;
    width: 100%;
    height: 10px;
    margin-top: 6px;
    accent-color: var(--accent);
  }
`;

const Trouble = styled.p`
  color: var(--right);
  font-size: 14px;
`;

interface SendingRowProps {
  sent: Sent;
  onAgain: () => void;
  onStop: () => void;
}

/** A file on its way, which can be stopped; or why it was not taken. */
export function SendingRow({ sent: { name, share, trouble }, onAgain, onStop }: SendingRowProps) {
  const Sign = trouble === null ? Upload : TriangleAlert;
  return (
    <Row>
      <Sign size={22} strokeWidth={1.5} aria-hidden />
      <Naming>
        <Words>
          {name}
          {trouble === null ? (
            <progress value={share} aria-label={t('{{name}} on its way', { name })} />
          ) : (
            <Trouble role="alert">{trouble}</Trouble>
          )}
        </Words>
      </Naming>
      {trouble === null ? null : (
        <Button aria-label={t('Try again: {{name}}', { name })} onPress={onAgain}>
          {t('Try again')}
        </Button>
      )}
      <Button
        aria-label={
          trouble === null
            ? t('Stop sending {{name}}', { name })
            : t('Leave out {{name}}', { name })
        }
        onPress={onStop}
      >
        {trouble === null ? t('Stop') : t('Leave out')}
      </Button>
    </Row>
  );
}
