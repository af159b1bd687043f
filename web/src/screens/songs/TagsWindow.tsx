import { mostTags, type SongListItem } from '@intervallum/contract';
import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import styled from 'styled-components';
import { Fetched } from '../../queries/Fetched.tsx';
import { choicesQuery } from '../../queries/queries.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/fields.tsx';
import { Window } from '../../ui/Window.tsx';
import { titleOf } from './SongRow.tsx';
import { t } from '../../words/words.ts';

const List = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 16px;
  label {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 40px;
    padding: 4px 14px 4px 10px;
    border: 1px solid var(--rail);
    border-radius: 20px;
    background: var(--card);
    cursor: pointer;
    overflow-wrap: anywhere;
  }
  input {
    flex: none;
    width: 20px;
    height: 20px;
    accent-color: var(--accent);
  }
`;

const New = styled.form`
  display: flex;
  align-items: end;
  gap: 10px;
  > :first-child {
    flex: 1;
  }
`;

interface TagsWindowProps {
  songs: readonly SongListItem[];
  onTag: (tag: string, isGiven: boolean) => void;
  onClose: () => void;
}

/** The tags of one song or of several: each given to all of them, to none, or to some. */
export function TagsWindow({ songs, onTag, onClose }: TagsWindowProps) {
  const fetched = useQuery(choicesQuery());
  const [name, setName] = useState('');
  const [only] = songs;
  const add = (event: FormEvent) => {
    event.preventDefault();
    const tag = name.trim().replace(/\s+/g, ' ');
    if (tag === '') return;
    onTag(tag, true);
    setName('');
  };
  return (
    <Window
      title={
        songs.length === 1 && only
          ? t('Tags of “{{title}}”', { title: titleOf(only) })
          : t('Tags of {{count}} songs', { count: songs.length })
      }
      isOpen
      onClose={onClose}
    >
      <Fetched from={fetched} what={t('the tags')}>
        {(choices) => <TagChoices known={choices.tags} songs={songs} onTag={onTag} />}
      </Fetched>
      <New onSubmit={add}>
        <TextField
          label={t('A new tag (a song has up to {{mostTags}})', { mostTags })}
          value={name}
          onChange={setName}
          maxLength={40}
        />
        <Button type="submit" isDisabled={name.trim() === ''}>
          {t('Add')}
        </Button>
      </New>
    </Window>
  );
}

interface TagChoicesProps {
  known: readonly string[];
  songs: readonly SongListItem[];
  onTag: (tag: string, isGiven: boolean) => void;
}

/** A tag that no song has any more stays until the window closes: what has the focus does not go away. */
function TagChoices({ known, songs, onTag }: TagChoicesProps) {
  const [offered, setOffered] = useState<readonly string[]>([]);
  const fresh = [...new Set([...known, ...songs.flatMap(({ tags }) => tags)])].filter(
    (tag) => !offered.includes(tag),
  );
  if (fresh.length > 0) setOffered([...offered, ...fresh]);
  if (offered.length === 0)
    return <p>{t('A tag is a word to find songs by: a season, a theme, an instrument.')}</p>;
  return (
    <List aria-label={t('Tags')}>
      {offered.map((tag) => {
        const count = songs.filter(({ tags }) => tags.includes(tag)).length;
        return (
          <li key={tag}>
            <label>
              <input
                type="checkbox"
                checked={count === songs.length}
                ref={(box) => {
                  if (box) box.indeterminate = count > 0 && count < songs.length;
                }}
                onChange={() => onTag(tag, count < songs.length)}
              />
              {tag}
            </label>
          </li>
        );
      })}
    </List>
  );
}
