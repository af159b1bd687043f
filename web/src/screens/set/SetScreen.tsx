import { set as setSchema, setDraft, type Set, type SetDraft } from '@intervallum/contract';
import { useParams } from 'react-router';
import { api } from '../api/resources.ts';
import { useResource } from '../api/useResource.ts';
import { draftKeeper, keptDraft } from '../state/drafts.ts';
import type { SaverOptions, Sent } from '../state/saver.ts';
import { Fetched } from '../ui/Fetched.tsx';
import { NotFoundState } from '../ui/states.tsx';
import { SetDesk } from './SetDesk.tsx';
import { draftOf, knownSongs } from './songsOfSet.ts';

/** One set at its address. */
export function SetScreen() {
  const { setId = '' } = useParams();
  const fetched = useResource(`set:${setId}`, () => api.set(setId));
  const missing = (
    <NotFoundState title="No set at this address">
      It may have been deleted, or the address is not complete.
    </NotFoundState>
  );
  return (
    <Fetched from={fetched} what="the set" missing={missing}>
      {(set) => (
        <SetDesk
          key={set.id}
          setId={set.id}
          saving={() => saverOptions(set)}
          songs={knownSongs(set)}
        />
      )}
    </Fetched>
  );
}

function saverOptions(set: Set): SaverOptions<SetDraft> {
  const name = `set:${set.id}`;
  return {
    draft: draftOf(set),
    revision: set.revision,
    kept: keptDraft(name, setDraft),
    keeper: draftKeeper(name),
    equal: (one, other) => JSON.stringify(one) === JSON.stringify(other),
    send: (draft, from) => sendSet(set.id, draft, from),
  };
}

async function sendSet(id: string, draft: SetDraft, revision: number): Promise<Sent<SetDraft>> {
  const answer = await api.saveSet(id, draft, revision);
  switch (answer.kind) {
    case 'ok':
      return { kind: 'saved', revision: answer.value.revision };
    case 'stale': {
      const current = setSchema.parse(answer.current);
      return { kind: 'stale', theirs: draftOf(current), revision: current.revision };
    }
    case 'missing':
      return { kind: 'refused', message: 'the set was deleted.' };
    case 'refused':
    case 'unreachable':
      return answer;
  }
}
