import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Button, PrimaryButton } from './Button.tsx';
import { Window } from './Window.tsx';

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
  what: string;
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
      title="Saved from somewhere else"
      isOpen
      mustDecide
      onClose={() => undefined}
      width={width}
    >
      <Words>
        While you worked, this {what} was saved on another screen. Both versions are here; choose
        the one that stays. What was saved there can be had again under “Earlier versions”.
      </Words>
      {children}
      <Choices>
        <Button onPress={onTakeTheirs}>Take the other version</Button>
        <PrimaryButton onPress={onKeepMine}>Keep mine</PrimaryButton>
      </Choices>
    </Window>
  );
}
