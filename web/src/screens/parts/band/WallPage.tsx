import type { MouseEvent, ReactNode } from 'react';
import styled from 'styled-components';
import { display } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';
import { wallSize, type WallSlide } from './wallSlides.ts';

/** Light on dark, whatever the theme: a beamer shines where it is white. */
const Screen = styled.section`
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  background: #000;
  color: #fff;
  cursor: pointer;
`;

const Words = styled.div`
  display: grid;
  align-content: center;
  justify-items: center;
  padding: 3vh 4vw;
  overflow: hidden;
  text-align: center;
  p,
  h1 {
    max-width: 100%;
    font: 500 1em/1.3 ${display};
    text-wrap: balance;
    overflow-wrap: anywhere;
  }
  h1 {
    font-weight: 600;
  }
`;

const Foot = styled.footer`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  min-height: 56px;
  padding: 6px 2vw;
  font-size: 16px;
  color: #c9c9c9;
  > span {
    margin-right: auto;
    overflow-wrap: anywhere;
  }
`;

/** Out of sight of the congregation, until somebody reaches for it. */
const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  @media (hover: hover) {
    opacity: 0;
    &:hover,
    &:focus-within {
      opacity: 1;
    }
  }
  @media print {
    display: none;
  }
`;

/** Where nobody turns to what follows, letters may be so small, in hundredths of the wall's height. */
const leastOfWhole = 3;

interface WallPageProps {
  /** Null where the wall is dark. */
  slide: WallSlide | null;
  /** All of it stands there at once, in smaller letters where it is long. */
  isWhole?: boolean;
  onTap?: (isLeft: boolean) => void;
  /** What is done there, by buttons. */
  children: ReactNode;
}

/** What a beamer shows: words, and whose they are. */
export function WallPage({ slide, isWhole = false, onTap, children }: WallPageProps) {
  const tapped = ({ target, clientX, currentTarget }: MouseEvent<HTMLElement>) => {
    if ((target as Element).closest('button')) return;
    onTap?.(clientX < currentTarget.clientWidth / 3);
  };
  return (
    <Screen aria-label={t('Words on the wall')} onClick={tapped}>
      <Words
        aria-live="polite"
        style={
          slide ? { fontSize: wallSize(slide, isWhole ? leastOfWhole : undefined) } : undefined
        }
      >
        {slide ? (
          <>
            {slide.title ? <h1>{slide.title}</h1> : null}
            {slide.lines.map((line, index) => (
              <p key={index}>{line}</p>
            ))}
          </>
        ) : null}
      </Words>
      <Foot>
        <span>{slide?.foot}</span>
        <Tools>{children}</Tools>
      </Foot>
    </Screen>
  );
}
