import { songSet, type SetDraft, type SongSet } from '@intervallum/contract';
import { formatKey, type Key } from '@intervallum/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { uuidv7 } from 'uuidv7';
import { useInfiniteQuery } from '@tanstack/react-query';
import { api } from '../../queries/resources.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { createMaker } from '../../queries/making.ts';
import { setsQuery } from '../../queries/queries.ts';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { newSet } from '../parts/newSet.ts';
import { dateInWords } from '../../ui/dates.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { display } from '../../ui/theme.ts';
import { Window } from '../../ui/Window.tsx';

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
  const settings = reader.use('language');
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
  const fetched = useInfiniteQuery(setsQuery());
  const navigate = useNavigate();
  const settings = reader.use('language');
  const [makeSet] = useState(() => createMaker(api.makeSet));
  const item = () => ({ id: uuidv7(), songId, key: formatKey(viewKey), notes: '' });

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
    const made = await makeSet(() => ({ ...newSet(), items: [item()] }));
    if (made.kind !== 'ok') return notify('The set could not be made. Try again in a moment.');
    onDone();
    await navigate(`/sets/${made.value.id}`);
  }

  return (
    <Fetched from={fetched} what="the sets">
      {({ pages }) => (
        <>
          <List aria-label="Sets">
            {pages
              .flatMap(({ sets }) => sets)
              .map(({ id, name, date, titles }) => (
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
      )}
    </Fetched>
  );
}

/** Changes a set as it stands on the server now, once more if someone saves in between; false if it cannot be. */
async function changeSet(id: string, change: (draft: SetDraft) => SetDraft): Promise<boolean> {
  const opened = await api.set(id);
  if (opened.kind !== 'ok') return false;
  let current: SongSet = opened.value;
  for (const _attempt of [1, 2, 3]) {
    const saved = await api.saveSet(id, change(current), current.revision);
    if (saved.kind === 'ok') return true;
    if (saved.kind !== 'stale') return false;
    current = songSet.parse(saved.current);
  }
  return false;
}
