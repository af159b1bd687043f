import { useRouteError } from 'react-router';
import { useEffect } from 'react';
import { FailedState } from './states.tsx';
import { t } from '../words/words.ts';

/** The last resort: a mistake of ours. What was typed is still kept in the browser. */
export function CrashPage() {
  const error = useRouteError();
  useEffect(() => {
    console.error(error);
  }, [error]);
  return (
    <FailedState
      message={t(
        'This page made a mistake. What you typed is kept in this browser; load the page again to go on.',
      )}
      onRetry={() => location.reload()}
    />
  );
}
