import { may, signedIn, type Membership, type Right, type SignedIn } from '@intervallum/contract';
import { create } from 'zustand';
import { dropAllKept } from '../device/storage/keptBox.ts';
import { setOwner } from '../device/storage/owner.ts';
import { accountApi } from './accounts.ts';
import { showTeam, standing, type Answer } from './client.ts';

/** Who is signed in by this browser, as far as this page knows. */
export type Standing =
  | { readonly kind: 'asking' }
  | { readonly kind: 'out' }
  | { readonly kind: 'unreachable'; readonly message: string }
  | { readonly kind: 'in'; readonly who: SignedIn };

const asking: Standing = { kind: 'asking' };
const session = create<{ readonly standing: Standing }>(() => ({ standing: asking }));

/** Who was signed in when the server was last asked: without a network the pages open for them. */
const keptAs = 'intervallum-who';

export function useStanding(): Standing {
  return session((state) => state.standing);
}

/** Asks who is signed in; without an answer it is whoever was. */
export async function askWho(): Promise<Standing> {
  const answer = await accountApi.who();
  return standAs(standingOf(answer));
}

function standingOf(answer: Answer<{ who: SignedIn | null }>): Standing {
  if (answer.kind === 'ok') {
    const { who } = answer.value;
    keep(who);
    return who ? { kind: 'in', who } : { kind: 'out' };
  }
  const kept = readKept();
  if (kept) return { kind: 'in', who: kept };
  return { kind: 'unreachable', message: 'message' in answer ? answer.message : '' };
}

function standAs(next: Standing): Standing {
  const team = next.kind === 'in' ? next.who.team : null;
  setOwner(team?.personId ?? null);
  showTeam(team?.teamId ?? null);
  standing.setState({ is: 'well' });
  session.setState({ standing: next });
  return next;
}

function keep(who: SignedIn | null): void {
  try {
    if (who) localStorage.setItem(keptAs, JSON.stringify(who));
    else localStorage.removeItem(keptAs);
  } catch (error) {
    console.warn('Without a network these pages will not open: this browser keeps nothing.', error);
  }
}

function readKept(): SignedIn | null {
  try {
    return signedIn.safeParse(JSON.parse(localStorage.getItem(keptAs) ?? 'null')).data ?? null;
  } catch (error) {
    console.warn('This browser keeps nothing.', error);
    return null;
  }
}

/**
 * Signs out: what was kept of the team for when there is no network is forgotten; what was typed and not saved stays, for
 * whoever typed it.
 */
export async function signOut(): Promise<Answer<null>> {
  const { standing: now } = session.getState();
  const answer = await accountApi.signOut();
  if (answer.kind !== 'ok') return answer;
  if (now.kind === 'in' && now.who.team)
    await dropAllKept(now.who.team.personId).catch((error: unknown) =>
      console.warn('What was kept could not be forgotten.', error),
    );
  keep(null);
  standAs({ kind: 'out' });
  return answer;
}

/** Who is signed in, on a page that is shown to such only. */
export function useWho(): SignedIn | null {
  return session((state) => (state.standing.kind === 'in' ? state.standing.who : null));
}

/** The team that is open, and as what one is in it; null on pages of nobody in particular. */
export function useMembership(): Membership | null {
  return useWho()?.team ?? null;
}

/** Whether the one who is signed in may do this. What is not allowed is not offered; the server refuses it in any case. */
export function useMay(right: Right): boolean {
  const membership = useMembership();
  return membership !== null && may(membership.role, right);
}
