import { Button as AriaButton } from 'react-aria-components';
import styled, { css } from 'styled-components';

const base = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 8px;
  min-height: 40px;
  padding: 7px 14px;
  border: 1px solid var(--rail);
  border-radius: 10px;
  background: var(--card);
  color: var(--ink);
  font-size: 15px;
  line-height: 1.2;
  white-space: nowrap;
  cursor: pointer;
  text-decoration: none;
  transition: background 120ms;

  &[data-hovered],
  &:hover {
    background: var(--panel);
  }
  /* What waits keeps the focus; what is disabled would lose it, and Escape with it. */
  &[data-disabled],
  &[data-pending] {
    opacity: 0.5;
    cursor: default;
  }
`;

/** A button with words on it. */
export const Button = styled(AriaButton)`
  ${base}
`;

const primary = css`
  ${base}
  background: var(--accent);
  border-color: var(--accent);
  color: var(--on-accent);
  font-weight: 600;

  &[data-hovered],
  &:hover {
    background: color-mix(in srgb, var(--accent) 86%, var(--ink));
  }
`;

/** The one thing to do next. */
export const PrimaryButton = styled(AriaButton)`
  ${primary}
`;

/** The same where it is an address, as of something to save. */
export const PrimaryLink = styled.a`
  ${primary}
`;

/** A button with a sign on it; its aria-label is its name. */
export const IconButton = styled(AriaButton)`
  ${base}
  min-width: 40px;
  padding: 7px;
  border-color: transparent;
  background: transparent;
`;

/** A button that reads like a link, for what is done now and then. */
export const QuietButton = styled(AriaButton)`
  ${base}
  min-height: 32px;
  padding: 4px 8px;
  border-color: transparent;
  background: transparent;
  color: var(--accent);
  font-weight: 600;
`;
