import { X } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { IconButton } from './Button.tsx';
import { t } from '../words/words.ts';

const Line = styled.aside`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  padding: 4px 8px 4px 16px;
  border-bottom: 1px solid var(--hairline);
  background: var(--panel);
  font-size: 14px;
  line-height: 1.35;
  @media print {
    display: none;
  }
`;

/** Closed once, it stays closed while this page is open. */
let wasClosed = false;

/** Over plain http from another machine: what browsers keep back there, and why. */
export function PlainHttpNote({ lacks }: { lacks: string }) {
  const [isClosed, setClosed] = useState(wasClosed);
  if (isClosed || window.isSecureContext) return null;
  return (
    <Line aria-label={t('About this connection')}>
      <p>
        {t(
          'This page came unencrypted from another machine. Browsers allow {{lacks}} over https only.',
          { lacks },
        )}
      </p>
      <IconButton
        aria-label={t('Close this note')}
        onPress={() => {
          wasClosed = true;
          setClosed(true);
        }}
      >
        <X size={18} strokeWidth={1.5} />
      </IconButton>
    </Line>
  );
}
