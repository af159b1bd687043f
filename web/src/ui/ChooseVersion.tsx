import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Button, PrimaryButton } from './Button.tsx';
import { Window } from './Window.tsx';
import { t } from '../words/words.ts';

const Words = styled.p`
  margin-bottom: 12px;
  color: var(--soft);
`;

const Choices = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 10px;
  margin-top: 16px;
`;

interface ChooseVersionProps {
  /** What was saved elsewhere: `song`, `set`. */
  what: 'song' | 'set';
  width: number;
  onKeepMine: () => void;
  onTakeTheirs: () => void;
  /** Both versions, side by side. */
  children: ReactNode;
}

/** Someone else saved first: nothing is saved until one of the two versions is chosen. */
export function ChooseVersion({
  what,
  width,
  onKeepMine,
  onTakeTheirs,
  children,
}: ChooseVersionProps) {
  return (
    <Window
      title={t('Saved from somewhere else')}
      isOpen
      mustDecide
      onClose={() => undefined}
      width={width}
    >
      <Words>
        {what === 'song'
          ? t('While you worked, this song was saved on another screen.')
          : t('While you worked, this set was saved on another screen.')}{' '}
        {t(
          'Both versions are here; choose the one that stays. What was saved there can be had again under “Earlier versions”.',
        )}
      </Words>
      {children}
      <Choices>
        <Button onPress={onTakeTheirs}>{t('Take the other version')}</Button>
        <PrimaryButton onPress={onKeepMine}>{t('Keep mine')}</PrimaryButton>
      </Choices>
    </Window>
  );
}
