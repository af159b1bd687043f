import { X } from 'lucide-react';
import { useEffect, type ReactNode } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { IconButton } from './Button.tsx';
import { keepFocus } from './focus.ts';
import { phone } from './theme.ts';
import { t } from '../words/words.ts';

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  place-items: center;
  padding: 16px;
  background: rgb(10 12 18 / 0.45);
  ${phone} {
    place-items: end stretch;
    padding: 0;
  }
`;

const Frame = styled(Modal)<{ $width: number }>`
  width: min(${({ $width }) => $width}px, 100%);
  max-height: 88vh;
  overflow: auto;
  border-radius: 16px;
  background: var(--paper);
  color: var(--ink);
  box-shadow: 0 20px 60px rgb(0 0 0 / 0.3);
  ${phone} {
    width: 100%;
    border-radius: 16px 16px 0 0;
  }
`;

const Body = styled(Dialog)`
  padding: 22px 26px 26px;
  outline: none;
`;

const Top = styled.div`
  display: flex;
  align-items: flex-start;
  justify-content: space-between;
  gap: 12px;
  margin-bottom: 14px;
`;

const Title = styled(Heading)`
  font-size: 22px;
`;

/** What is said at the beginning of a window. */
export const WindowWords = styled.p`
  margin-bottom: 14px;
  color: var(--soft);
  font-size: 15px;
`;

interface WindowProps {
  title: string;
  isOpen: boolean;
  onClose: () => void;
  width?: number;
  /** A decision must be taken: neither Escape nor a click beside it closes the window. */
  mustDecide?: boolean;
  children: ReactNode;
}

/** A window over the page; on a phone, a sheet from below. */
export function Window({
  title,
  isOpen,
  onClose,
  width = 480,
  mustDecide = false,
  children,
}: WindowProps) {
  useEffect(() => (isOpen ? () => keepFocus() : undefined), [isOpen]);
  return (
    <Veil
      isOpen={isOpen}
      isDismissable={!mustDecide}
      isKeyboardDismissDisabled={mustDecide}
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
    >
      <Frame $width={width}>
        <Body role={mustDecide ? 'alertdialog' : 'dialog'}>
          <Top>
            <Title slot="title">{title}</Title>
            {mustDecide ? null : (
              <IconButton aria-label={t('Close')} onPress={onClose}>
                <X size={20} strokeWidth={1.5} />
              </IconButton>
            )}
          </Top>
          {children}
        </Body>
      </Frame>
    </Veil>
  );
}
