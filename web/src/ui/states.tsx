import type { ReactNode } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { Button } from './Button.tsx';
import { useTitle } from './useTitle.ts';
import { t } from '../words/words.ts';

const Place = styled.div`
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 14px;
  min-height: 46vh;
  padding: 32px 20px;
  text-align: center;
  p {
    max-width: 44ch;
    color: var(--soft);
  }
  h1,
  h2 {
    font-size: 26px;
  }
`;

const Rails = styled.div`
  width: 132px;
  height: 44px;
  border-bottom: 5px double var(--rail);
`;

interface StateProps {
  title: string;
  children: ReactNode;
  action?: ReactNode;
}

/** Nothing here yet: says the next step and offers it. */
export function EmptyState({ title, children, action }: StateProps) {
  return (
    <Place>
      <Rails aria-hidden />
      <h2>{title}</h2>
      <p>{children}</p>
      {action}
    </Place>
  );
}

/** Shown while something is fetched; appears late, so that quick answers do not flicker. */
const Waiting = styled(Place)`
  animation: appear 0s 300ms both;
  @keyframes appear {
    from {
      visibility: hidden;
    }
  }
`;

export function LoadingState({ what }: { what: string }) {
  return (
    <Waiting role="status">
      <Rails aria-hidden />
      <p>{t('Fetching {{what}} …', { what })}</p>
    </Waiting>
  );
}

/** Something could not be fetched; it is tried again by itself where that can help. */
export function FailedState({ message, onRetry }: { message: string; onRetry: () => void }) {
  return (
    <Place role="alert">
      <Rails aria-hidden />
      <h2>{t('Not to be had right now')}</h2>
      <p>{message}</p>
      <Button onPress={onRetry}>{t('Try again')}</Button>
    </Place>
  );
}

const Zero = styled.p`
  && {
    font:
      600 88px/1 'Fraunces Cut',
      'Fraunces Variable',
      serif;
    color: var(--ink);
    border-bottom: 5px double var(--rail);
    padding: 0 28px 6px;
  }
`;

export function NotFoundState({
  title,
  children,
  home = true,
}: {
  title: string;
  children: ReactNode;
  home?: boolean;
}) {
  useTitle(title);
  return (
    <Place>
      <Zero aria-hidden>0</Zero>
      <h1>{title}</h1>
      <p>{children}</p>
      {home ? <Link to="/songs">{t('Go to Songs')}</Link> : null}
    </Place>
  );
}
