import { plainSongItem, songSet, type SetDraft, type SongSet } from '@intervallum/contract';
import { formatKey, type Key } from '@intervallum/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { uuidv7 } from 'uuidv7';
import { useInfiniteQuery } from '@tanstack/react-query';
import type { Answer } from '../../queries/client.ts';
import { api } from '../../queries/resources.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { createMaker } from '../../queries/making.ts';
import { setsQuery } from '../../queries/queries.ts';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { newSet } from './newSet.ts';
import { dateInWords } from '../../ui/dates.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { display } from '../../ui/theme.ts';
import { Window } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';

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

/** A song that is put into a set. */
export interface Placed {
  readonly id: string;
  readonly title: string;
}

interface AddToSetProps {
  songs: readonly Placed[];
  /** The key they are played in there; null for that of each chart. */
  inKey: Key | null;
  isOpen: boolean;
  onClose: () => void;
}

/** Puts songs at the end of a set. */
export function AddToSet({ songs, inKey, isOpen, onClose }: AddToSetProps) {
  const settings = reader.use('language');
  const count = songs.length;
  const key = inKey && keyName(inKey, settings);
  return (
    <Window
      title={
        key
          ? t('Add {{count}} songs to a set in {{key}}', { count, key })
          : t('Add {{count}} songs to a set', { count })
      }
      isOpen={isOpen}
      onClose={onClose}
    >
      <SetList songs={songs} inKey={inKey} onDone={onClose} />
    </Window>
  );
}

function SetList({
  songs,
  inKey,
  onDone,
}: Pick<AddToSetProps, 'songs' | 'inKey'> & { onDone: () => void }) {
  const fetched = useInfiniteQuery(setsQuery());
  const navigate = useNavigate();
  const settings = reader.use('language');
  const [makeSet] = useState(() => createMaker(api.makeSet));
  const names =
    songs.length === 1 ? `“${songs[0]!.title}”` : t('{{count}} songs', { count: songs.length });
  const items = () =>
    songs.map(({ id }) =>
      plainSongItem({ id: uuidv7(), songId: id, key: inKey && formatKey(inKey) }),
    );

  async function add(setId: string, name: string) {
    const placed = items();
    const failed = await changeSet(setId, (draft) => ({
      ...draft,
      items: [...draft.items, ...placed],
    }));
    onDone();
    if (failed !== null)
      return notify(t('{{names}} could not be added. {{failed}}', { names, failed }));
    const told = inKey
      ? t('{{names}} added to {{name}} in {{key}}', { names, name, key: keyName(inKey, settings) })
      : t('{{names}} added to {{name}}', { names, name });
    notify(told, () => {
      void changeSet(setId, (draft) => ({
        ...draft,
        items: draft.items.filter(({ id }) => !placed.some((one) => one.id === id)),
      }));
    });
  }

  async function addToNew() {
    const made = await makeSet(() => ({ ...newSet(), items: items() }));
    if (made.kind !== 'ok') return notify(t('The set could not be made. Try again in a moment.'));
    onDone();
    await navigate(`/sets/${made.value.id}`);
  }

  return (
    <Fetched from={fetched} what={t('the sets')}>
      {({ pages }) => (
        <>
          <List aria-label={t('Sets')}>
            {pages
              .flatMap(({ sets }) => sets)
              .map(({ id, name, date, titles }) => (
                <li key={id}>
                  <SetButton onPress={() => void add(id, name)}>
                    <span>
                      <b>{name}</b>
                      <small>
                        {date ? `${dateInWords(date)} · ` : ''}
                        {t('{{count}} songs', { count: titles.length })}
                      </small>
                    </span>
                  </SetButton>
                </li>
              ))}
          </List>
          <PrimaryButton onPress={() => void addToNew()}>{t('Add to a new set')}</PrimaryButton>
        </>
      )}
    </Fetched>
  );
}

/**
 * Changes a set as it stands on the server now, once more if someone saves in between.
 * @returns why it could not be; null where it was
 */
async function changeSet(
  id: string,
  change: (draft: SetDraft) => SetDraft,
): Promise<string | null> {
  const opened = await api.set(id);
  if (opened.kind !== 'ok') return whyNot(opened);
  let current: SongSet = opened.value;
  for (const _attempt of [1, 2, 3]) {
    const saved = await api.saveSet(id, change(current), current.revision);
    if (saved.kind === 'ok') return null;
    if (saved.kind !== 'stale') return whyNot(saved);
    current = songSet.parse(saved.current);
  }
  return t('The set is being changed from somewhere else. Try again in a moment.');
}

function whyNot(answer: Exclude<Answer<unknown>, { kind: 'ok' }>): string {
  return answer.kind === 'refused' ? answer.message : t('Try again in a moment.');
}
