import { isSong, songSet, type SetDraft } from '@intervallum/contract';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { savesElsewhere, tellOtherTabs } from '../../device/storage/otherTabs.ts';
import { openDrafts } from '../../document/drafts.ts';
import { createLeftOpen } from '../../document/leftOpen.ts';
import { createSaver, type Saver, type Sent } from '../../document/saver.ts';
import { sameSet, setShape } from '../../document/setDraft.ts';
import { noSteps, type Steps } from '../../document/steps.ts';
import { isBack, keepSet, keepSongs, keptNames, orKeptApi } from '../../queries/kept.ts';
import { answered } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { draftOf, knownSongs, type KnownSongs } from '../parts/service/knownSongs.ts';
import { t } from '../../words/words.ts';

/** A set as its screen holds it. */
export interface OpenedSet {
  readonly id: string;
  readonly saver: Saver<SetDraft>;
  /** What stands beside the set itself: the songs that were seen, and the way back. */
  readonly beside: StoreApi<{ readonly songs: KnownSongs; readonly steps: Steps<SetDraft> }>;
  /** How many more drafts of it this browser keeps. */
  readonly otherDrafts: number;
  /** How often another tab had saved it when it was fetched. */
  readonly savesBefore: number;
}

/** Sets whose screen was left before all of them was saved. */
export const leftSets = createLeftOpen<OpenedSet>('set');

/** Opens a set: as it was left, or as the server has it, with what an earlier visit could not save. */
export async function fetchSet(id: string): Promise<OpenedSet> {
  const left = leftSets.find(id);
  if (left) return left;
  const savesBefore = savesElsewhere({ kind: 'set', id });
  const set = await answered(orKeptApi.set(id));
  // Whoever opens a set will want its songs, perhaps where there is no network.
  const there = set.items.filter(isSong).filter(({ removed }) => !removed);
  void keepSongs(there.map(({ songId }) => songId));
  const { kept, keeper, others } = await openDrafts({ kind: 'set', id }, setShape);
  const saver = createSaver<SetDraft>({
    draft: draftOf(set),
    revision: set.revision,
    kept,
    keeper,
    equal: sameSet,
    send: (draft, from) => sendSet(id, draft, from),
  });
  const beside = createStore(() => ({ songs: knownSongs(set), steps: noSteps as Steps<SetDraft> }));
  return { id, saver, beside, otherDrafts: others, savesBefore };
}

/** Takes over what was saved from somewhere else, unless something here is not saved yet. */
export async function followSet(opened: OpenedSet): Promise<void> {
  const { id, saver, beside } = opened;
  const before = saver.store.getState().revision;
  const answer = await api.set(id);
  // Saved here while it was fetched: what came may be older than that.
  if (saver.store.getState().revision !== before) return followSet(opened);
  if (answer.kind !== 'unreachable') isBack(keptNames.set(id));
  // What could not be fetched now is offered when this tab saves: no word is lost by it.
  if (answer.kind !== 'ok') return;
  keepSet(answer.value);
  const { songs } = beside.getState();
  beside.setState({ songs: new Map([...songs, ...knownSongs(answer.value)]) });
  if (saver.follow(draftOf(answer.value), answer.value.revision)) {
    beside.setState({ steps: noSteps });
  }
}

async function sendSet(id: string, draft: SetDraft, revision: number): Promise<Sent<SetDraft>> {
  const answer = await api.saveSet(id, draft, revision);
  switch (answer.kind) {
    case 'ok':
      tellOtherTabs({ kind: 'set', id });
      keepSet(answer.value);
      isBack(keptNames.set(id));
      return { kind: 'saved', revision: answer.value.revision };
    case 'stale': {
      const current = songSet.parse(answer.current);
      return { kind: 'stale', theirs: draftOf(current), revision: current.revision };
    }
    case 'missing':
      return {
        kind: 'refused',
        message: t(
          'the set was deleted. Your version stays in this browser; Songs and Sets lead to it.',
        ),
      };
    case 'refused':
    case 'unreachable':
      return answer;
  }
}
