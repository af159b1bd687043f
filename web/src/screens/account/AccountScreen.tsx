import { LogOut } from 'lucide-react';
import { signOut, useWho } from '../../queries/session.ts';
import { Button } from '../../ui/Button.tsx';
import type { HelpLine } from '../../ui/help.ts';
import { Page } from '../../ui/Page.tsx';
import { t } from '../../words/words.ts';
import { wasDone } from '../parts/said.ts';
import { OwnAddress, OwnName, OwnPassword } from './OwnFacts.tsx';
import { EndAccount } from './EndAccount.tsx';
import { SignedInWhere } from './SignedInWhere.tsx';
import { OwnTeams } from './OwnTeams.tsx';

const help: readonly HelpLine[] = [
  { id: 'name', name: t('Change your name, your address, your password') },
  { id: 'where', name: t('See where you are signed in, and sign out there') },
  { id: 'teams', name: t('Go to another team, or begin one') },
];

/** Signs out, and begins anew as nobody: nothing of what was open stays on the page. */
export async function leavePages(): Promise<void> {
  if (wasDone(await signOut())) location.assign('/sign-in');
}

/** One's own account: who one is, where one is signed in, in which teams. */
export function AccountScreen() {
  const who = useWho();
  if (!who) return null;
  return (
    <Page
      title={t('Your account')}
      help={help}
      tools={
        <Button onPress={() => void leavePages()}>
          <LogOut size={18} strokeWidth={1.5} aria-hidden /> {t('Sign out')}
        </Button>
      }
    >
      <OwnTeams who={who} />
      <OwnName who={who} />
      <OwnAddress who={who} />
      <OwnPassword />
      <SignedInWhere />
      <EndAccount />
    </Page>
  );
}
