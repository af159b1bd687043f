import type { Membership } from '@intervallum/contract';
import { useEffect } from 'react';
import { Navigate, Outlet, useLocation } from 'react-router';
import { useStore } from 'zustand';
import { standing as standingOfPage } from '../queries/client.ts';
import { listenToTeam } from '../queries/live.ts';
import { sendWhenReached } from '../queries/logbook.ts';
import { accountApi } from '../queries/accounts.ts';
import { askWho, useStanding, useWho } from '../queries/session.ts';
import { SignInForm } from '../screens/front/SignInForm.tsx';
import { PrimaryButton, QuietButton } from '../ui/Button.tsx';
import { FailedState, LoadingState } from '../ui/states.tsx';
import { Window, WindowWords } from '../ui/Window.tsx';
import { t } from '../words/words.ts';

/** Pages of a team: whoever is not signed in does that first, and comes back; who is in no team is led to where one begins. */
export function SignedInOnly() {
  const standing = useStanding();
  const { pathname, search, hash } = useLocation();
  useEffect(() => {
    if (standing.kind === 'asking') void askWho();
  }, [standing]);
  switch (standing.kind) {
    case 'asking':
      return <LoadingState what={t('the page')} />;
    case 'unreachable':
      return <FailedState message={standing.message} onRetry={() => void askWho()} />;
    case 'out':
      return (
        <Navigate to={`/sign-in?to=${encodeURIComponent(pathname + search + hash)}`} replace />
      );
    case 'in':
      if (!standing.who.team && pathname !== '/account') return <Navigate to="/account" replace />;
      return (
        <>
          <Outlet />
          {standing.who.team ? <Live teamId={standing.who.team.teamId} /> : null}
          <Ended />
        </>
      );
  }
}

/** Hears what others do, as long as pages of the team are open. */
function Live({ teamId }: { teamId: string }) {
  useEffect(() => listenToTeam(teamId), [teamId]);
  // What was practised without a network waits for it.
  useEffect(sendWhenReached, [teamId]);
  return null;
}

/** What this page learned of its session meanwhile: it was ended, or works for another team. What was typed is still there. */
function Ended() {
  const { is } = useStore(standingOfPage);
  const who = useWho();
  if (is === 'ended')
    return (
      <Window title={t('You are signed out')} isOpen mustDecide onClose={() => undefined}>
        <WindowWords>
          {t('What you wrote is still here, and is saved once you are signed in again.')}
        </WindowWords>
        <SignInForm email={who?.email ?? ''} onDone={() => void comeBack(who?.team ?? null)} />
        <QuietButton onPress={() => location.assign('/sign-in')}>
          {t('Sign in as somebody else')}
        </QuietButton>
      </Window>
    );
  if (is === 'elsewhere')
    return (
      <Window title={t('Another team is open')} isOpen mustDecide onClose={() => undefined}>
        <WindowWords>
          {t(
            'In another window you went to another team, or you are not in this one any more. What was not saved stays in this browser.',
          )}
        </WindowWords>
        <PrimaryButton onPress={() => location.assign('/songs')}>
          {t('Load the page anew')}
        </PrimaryButton>
      </Window>
    );
  return null;
}

/** The same person goes on where they were, in the same team; for somebody else everything begins anew. */
async function comeBack(before: Membership | null): Promise<void> {
  // The session that was ended had the team; somebody else is in none of this id, or in it as another person.
  if (before) await accountApi.chooseTeam(before.teamId);
  const now = await askWho();
  if (now.kind !== 'in' || now.who.team?.personId !== before?.personId) location.assign('/songs');
}
