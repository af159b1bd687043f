import { createContext, useContext, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import styled from 'styled-components';

/** Where in the frame of the desk the open lens puts its play button; it alone knows what it plays. */
interface PlayPlace {
  readonly element: HTMLElement | null;
  readonly setElement: (element: HTMLElement | null) => void;
}

const PlayPlaceContext = createContext<PlayPlace>({ element: null, setElement: () => undefined });

export function PlayPlaceProvider({ children }: { children: ReactNode }) {
  const [element, setElement] = useState<HTMLElement | null>(null);
  return <PlayPlaceContext value={{ element, setElement }}>{children}</PlayPlaceContext>;
}

const Place = styled.div`
  display: flex;
  align-items: center;
  min-width: 40px;
  min-height: 40px;
`;

/** The place itself, in the frame. */
export function PlayPlace({ className }: { className?: string }) {
  const { setElement } = useContext(PlayPlaceContext);
  return <Place ref={setElement} className={className} />;
}

/** What a lens puts there. */
export function InPlayPlace({ children }: { children: ReactNode }) {
  const { element } = useContext(PlayPlaceContext);
  return element ? createPortal(children, element) : null;
}
