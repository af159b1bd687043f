import type { SetDraft } from '@intervallum/contract';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { createMaker } from '../../../queries/making.ts';
import { api } from '../../../queries/resources.ts';
import { PrimaryButton } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/fields.tsx';
import { notify } from '../../../ui/notices.tsx';
import { Window, WindowWords } from '../../../ui/Window.tsx';
import { copyOf, later } from './copyOf.ts';
import { t } from '../../../words/words.ts';

const Fields = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 180px;
  gap: 12px;
  margin-bottom: 16px;
`;

interface DuplicateWindowProps {
  draft: SetDraft;
  onClose: () => void;
}

/** Makes another service of this one, on another day. */
export function DuplicateWindow({ draft, onClose }: DuplicateWindowProps) {
  const navigate = useNavigate();
  const [name, setName] = useState(draft.name);
  const [date, setDate] = useState(later(draft.date));
  const [make] = useState(() => createMaker(api.makeSet));
  const [isMaking, setMaking] = useState(false);
  const duplicate = async () => {
    setMaking(true);
    const made = await make(() => copyOf(draft, name, date || null));
    setMaking(false);
    if (made.kind !== 'ok')
      return notify(
        made.kind === 'refused'
          ? made.message
          : t('The set could not be made. Try again in a moment.'),
      );
    onClose();
    await navigate(`/sets/${made.value.id}`);
    notify(t('“{{name}}” is a service of its own now', { name: made.value.name }));
  };
  return (
    <Window title={t('Use it again')} isOpen onClose={onClose}>
      <WindowWords>
        {t(
          'Everything in it comes along: songs with their keys and ways, who leads them, bridges, what is spoken. The rehearsal does not.',
        )}
      </WindowWords>
      <Fields>
        <TextField label={t('Name of the set')} value={name} maxLength={120} onChange={setName} />
        <TextField label={t('Date')} type="date" value={date} onChange={setDate} />
      </Fields>
      <PrimaryButton
        isDisabled={name.trim() === ''}
        isPending={isMaking}
        onPress={() => void duplicate()}
      >
        {t('Make the service')}
      </PrimaryButton>
    </Window>
  );
}
