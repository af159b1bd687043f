import type { Send, ShareTarget } from '@intervallum/contract';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';
import { changedInWords } from './changesInWords.ts';
import { ChangedSongs } from './ChangedSongs.tsx';
import { whyNot } from './said.ts';

const Part = styled.section`
  margin-top: 20px;
  padding-top: 16px;
  border-top: 1px solid var(--hairline);
  h3 {
    font-size: 18px;
    margin-bottom: 4px;
  }
  > p {
    margin-bottom: 10px;
    font-size: 15px;
    color: var(--soft);
  }
`;

const List = styled.ul`
  margin-bottom: 14px;
  li {
    padding: 8px 0;
    border-bottom: 1px solid var(--hairline);
    font-size: 15px;
  }
  summary {
    min-height: 32px;
    padding: 4px 0;
    cursor: pointer;
    overflow-wrap: anywhere;
  }
  small {
    font-size: 14px;
    color: var(--soft);
  }
  a {
    display: inline-block;
    padding: 4px 0;
  }
`;

/** What was sent of a song or set, frozen as it was, with what changed since; and noting that it is sent now. */
export function SentList({ target }: { target: ShareTarget }) {
  const [note, setNote] = useState('');
  const fetched = useQuery({
    queryKey: ['sends', target.kind, target.id],
    queryFn: () => answered(api.sends(target)),
    gcTime: 0,
  });
  async function send() {
    const why = whyNot(await api.noteSent(target, note));
    if (why !== null) return why;
    setNote('');
    notify(t('Noted as sent: what changes from now on is told, here and on the link'));
    await fetched.refetch();
    return null;
  }
  return (
    <Part>
      <h3>{t('What was sent')}</h3>
      <p>
        {t(
          'Note when you send it, and it is kept as it is now: here and on the link stands what changed since.',
        )}
      </p>
      <Fetched from={fetched} what={t('what was sent')}>
        {({ sends }) =>
          sends.length === 0 ? null : (
            <List aria-label={t('What was sent')}>
              {sends.map((one) => (
                <li key={one.id}>
                  <OneSend send={one} />
                </li>
              ))}
            </List>
          )
        }
      </Fetched>
      <AskForm isPlain does={t('Note as sent now')} send={send}>
        <TextField
          label={t('To whom, for what (may be left empty)')}
          maxLength={80}
          value={note}
          onChange={setNote}
        />
      </AskForm>
    </Part>
  );
}

function OneSend({ send: { id, sentAt, by, note, changed } }: { send: Send }) {
  const [first] = changed;
  const said = [momentInWords(Date.parse(sentAt)), by, note].filter(Boolean).join(' · ');
  const asSent = <Link to={`/sent/${id}`}>{t('As it was sent')}</Link>;
  if (!first)
    return (
      <>
        {said} <br />
        <small>{t('nothing changed since')}</small> · {asSent}
      </>
    );
  const words = changedInWords(first);
  return (
    <details>
      <summary>
        {said} <br />
        <small>
          {t('changed since: {{words}}', {
            words: first.song ? t('{{song}}: {{words}}', { song: first.song, words }) : words,
          })}
        </small>
      </summary>
      <ChangedSongs changed={changed} />
      {asSent}
    </details>
  );
}
