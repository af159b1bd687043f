import { Switch as AriaSwitch, type SwitchProps as AriaSwitchProps } from 'react-aria-components';
import styled from 'styled-components';

const Row = styled(AriaSwitch)`
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 32px;
  font-size: 15px;
  cursor: pointer;
`;

const Track = styled.i`
  flex: none;
  width: 38px;
  height: 22px;
  border: 1px solid var(--soft);
  border-radius: 11px;
  background: var(--card);
  &::before {
    content: '';
    display: block;
    width: 14px;
    height: 14px;
    margin: 3px;
    border-radius: 50%;
    background: var(--soft);
    transition: transform 120ms;
  }
  [data-selected] > & {
    background: var(--ink);
    border-color: var(--ink);
  }
  [data-selected] > &::before {
    transform: translateX(16px);
    background: var(--paper);
  }
`;

interface SwitchProps extends AriaSwitchProps {
  children: string;
}

/** Something that is on or off. */
export function Switch({ children, ...props }: SwitchProps) {
  return (
    <Row {...props}>
      <Track aria-hidden />
      {children}
    </Row>
  );
}
