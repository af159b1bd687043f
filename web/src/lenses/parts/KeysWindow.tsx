import styled from 'styled-components';
import { Window } from '../../ui/Window.tsx';
import type { CommandName } from '../command.ts';

const Keys = styled.dl`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 2px 28px;
  font-size: 15px;
  div {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    padding: 4px 0;
    border-bottom: 1px solid var(--hairline);
  }
  dd {
    font-weight: 700;
    white-space: nowrap;
  }
`;

interface KeysWindowProps {
  title: string;
  keys: readonly CommandName[];
  onClose: () => void;
}

/** All keys of a lens, from the list that the keyboard goes by. */
export function KeysWindow({ title, keys, onClose }: KeysWindowProps) {
  return (
    <Window title={title} isOpen onClose={onClose} width={720}>
      <Keys>
        {keys.map(({ id, name, keyName }) => (
          <div key={id}>
            <dt>{name}</dt>
            <dd>{keyName}</dd>
          </div>
        ))}
      </Keys>
    </Window>
  );
}
