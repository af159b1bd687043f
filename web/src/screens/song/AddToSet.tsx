import { set as setSchema, type Set, type SetDraft } from '@intervallum/contract';
import { formatKey, type Key } from '@intervallum/core';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { api } from '../api/resources.ts';
import { useResource } from '../api/useResource.ts';
import { keyName } from '../chart/view.ts';
import { useSettings } from '../state/settings.ts';
import { newSet } from '../sets/newSet.ts';
import { dateInWords } from '../ui/dates.ts';
import { Button, PrimaryButton } from '../ui/Button.tsx';
import { notify } from '../ui/notices.tsx';
import { FailedState, LoadingState } from '../ui/states.tsx';
import { display } from '../ui/theme.ts';
import { Window } from '../ui/Window.tsx';

const List = styled.ul`
  display: grid;
  gap: 8px;
  margin-bottom: 16px;
`;

const SetButton = styled(Button)`
  width: 100%;
  justify-content: space-between;
  padding: 10px 16px;
  white-space: normal;
  text-align: left;
  b {
    display: block;
    font: 600 18px/1.25 ${display};
  }
  small {
    font-size: 13px;
    color: var(--soft);
  }
`;

interface AddToSetProps {
  songId: string;
  title: string;
  viewKey: Key;
  isOpen: boolean;
  onClose: () => void;
}

/** Puts the song at the end of a set, in the key it is looked at in. */
export function AddToSet({ viewKey, isOpen, onClose, ...song }: AddToSetProps) {
  const settings = useSettings();
  return (
    <Window
      title={`Add to a set in ${keyName(viewKey, settings)}`}
      isOpen={isOpen}
      onClose={onClose}
    >
      <SetList {...song} viewKey={viewKey} onDone={onClose} />
    </Window>
  );
}

function SetList({
  songId,
  title,
  viewKey,
  onDone,
}: {
  songId: string;
  title: string;
  viewKey: Key;
  onDone: () => void;
}) {
  const { resource, reload } = useResource('sets', api.sets);
  const navigate = useNavigate();
  const settings = useSettings();
  const item = () => ({ id: crypto.randomUUID(), songId, key: formatKey(viewKey), notes: '' });

  async function add(setId: string, name: string) {
    const placed = item();
    const added = await changeSet(setId, (draft) => ({
      ...draft,
      items: [...draft.items, placed],
    }));
    onDone();
    if (!added) return notify(`“${title}” could not be added. Try again in a moment.`);
    notify(`“${title}” added to ${name} in ${keyName(viewKey, settings)}`, () => {
      void changeSet(setId, (draft) => ({
        ...draft,
        items: draft.items.filter(({ id }) => id !== placed.id),
      }));
    });
  }

  async function addToNew() {
    const made = await api.makeSet({ ...newSet(), items: [item()] });
    onDone();
    if (made.kind === 'ok') await navigate(`/sets/${made.value.id}`);
    else notify('The set could not be made. Try again in a moment.');
  }

  if (resource.status === 'loading') return <LoadingState what="the sets" />;
  if (resource.status !== 'ready')
    return <FailedState message={resource.message} onRetry={reload} />;
  return (
    <>
      <List aria-label="Sets">
        {resource.value.sets.map(({ id, name, date, titles }) => (
          <li key={id}>
            <SetButton onPress={() => void add(id, name)}>
              <span>
                <b>{name}</b>
                <small>
                  {date ? `${dateInWords(date)} · ` : ''}
                  {titles.length === 1 ? '1 song' : `${titles.length} songs`}
                </small>
              </span>
            </SetButton>
          </li>
        ))}
      </List>
      <PrimaryButton onPress={() => void addToNew()}>Add to a new set</PrimaryButton>
    </>
  );
}

/** Changes a set as it stands on the server now, once more if someone saves in between; false if it cannot be. */
async function changeSet(id: string, change: (draft: SetDraft) => SetDraft): Promise<boolean> {
  const opened = await api.set(id);
  if (opened.kind !== 'ok') return false;
  let current: Set = opened.value;
  for (const _attempt of [1, 2, 3]) {
    const saved = await api.saveSet(id, change(current), current.revision);
    if (saved.kind === 'ok') return true;
    if (saved.kind !== 'stale') return false;
    current = setSchema.parse(saved.current);
  }
  return false;
}
