import type { ShareTarget, VersionInList } from '@intervallum/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { versionsQuery } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';

const Naming = styled.form`
  display: flex;
  gap: 8px;
`;

interface VersionNameProps {
  /** What the version is of: a song or a set, by its id. */
  of: ShareTarget;
  version: VersionInList;
}

/** What a version is called; one that has a name stays whatever is saved after it. */
export function VersionName({ of, version: { revision, name } }: VersionNameProps) {
  const client = useQueryClient();
  const [typed, setTyped] = useState(name ?? '');
  const wanted = typed.trim();
  async function call() {
    const answer = await api.nameVersion(of, revision, wanted === '' ? null : wanted);
    if (answer.kind !== 'ok')
      return notify(answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message);
    notify(
      wanted === ''
        ? t('It has no name any more.')
        : t('It is called “{{name}}”.', { name: wanted }),
    );
    void client.invalidateQueries(versionsQuery(of));
  }
  return (
    <Naming
      onSubmit={(event) => {
        event.preventDefault();
        void call();
      }}
    >
      <TextField
        label={t('Name of this version')}
        labelHidden
        placeholder={t('Name of this version')}
        maxLength={80}
        value={typed}
        onChange={setTyped}
      />
      <Button type="submit" isDisabled={wanted === (name ?? '')}>
        {t('Call it so')}
      </Button>
    </Naming>
  );
}
