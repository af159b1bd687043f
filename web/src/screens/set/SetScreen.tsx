import { setDraft, songSet, type SetDraft, type SongSet } from '@intervallum/contract';
import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { z } from 'zod';
import { api } from '../../queries/resources.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { setQuery } from '../../queries/queries.ts';
import { draftKeeper, keptDraft } from '../../document/drafts.ts';
import type { SaverOptions, Sent } from '../../document/saver.ts';
import { NotFoundState } from '../../ui/states.tsx';
import { SetDesk } from './SetDesk.tsx';
import { draftOf, knownSongs } from './songsOfSet.ts';

/** One set at its address. */
export function SetScreen() {
  const { setId = '' } = useParams();
  const fetched = useQuery(setQuery(setId));
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

function saverOptions(set: SongSet): SaverOptions<SetDraft> {
  const name = `set:${set.id}`;
  return {
    draft: draftOf(set),
    revision: set.revision,
    kept: keptDraft(name, setDraft, z.int()),
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
      const current = songSet.parse(answer.current);
      return { kind: 'stale', theirs: draftOf(current), revision: current.revision };
    }
    case 'missing':
      return { kind: 'refused', message: 'the set was deleted.' };
    case 'refused':
    case 'unreachable':
      return answer;
  }
}
