import { trashDays, type TrashItem } from '@intervallum/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Undo2 } from 'lucide-react';
import styled from 'styled-components';
import { Fetched } from '../../queries/Fetched.tsx';
import { setsKey, songsKey, trashQuery } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { Button } from '../../ui/Button.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { notify } from '../../ui/notices.tsx';
import { Page } from '../../ui/Page.tsx';
import { EmptyState } from '../../ui/states.tsx';
import { display } from '../../ui/theme.ts';
import type { HelpLine } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

const List = styled.ul`
  border-top: 1px solid var(--hairline);
`;

const Row = styled.li`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 16px;
  padding: 12px 4px;
  border-bottom: 1px solid var(--hairline);
  b {
    font: 600 20px/1.25 ${display};
    overflow-wrap: anywhere;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Words = styled.p`
  margin-bottom: 14px;
  color: var(--soft);
`;

const help: readonly HelpLine[] = [
  { id: 'back', name: t('Take a song or a set back as it was') },
  {
    id: 'how long',
    name: t('Deleted songs and sets lie here for {{days}} days.', { days: trashDays }),
  },
];

/** What was deleted in the last days, each to be taken back. */
export function TrashScreen() {
  const fetched = useQuery(trashQuery());
  const client = useQueryClient();

  async function restore({ kind, id, name }: TrashItem) {
    const answer = await (kind === 'song' ? api.restoreSong(id) : api.restoreSet(id));
    if (answer.kind !== 'ok')
      return notify(
        kind === 'song'
          ? t('The song could not be taken back. Try again in a moment.')
          : t('The set could not be taken back. Try again in a moment.'),
      );
    await client.invalidateQueries(trashQuery());
    void client.invalidateQueries({ queryKey: kind === 'song' ? songsKey : setsKey });
    notify(t('“{{name}}” is back', { name: name || t('Song without a title') }));
  }

  return (
    <Page title={t('Trash')} help={help}>
      <Fetched from={fetched} what={t('the trash')}>
        {({ items, more }) =>
          items.length === 0 ? (
            <EmptyState title={t('Nothing was deleted')}>
              {t('Songs and sets that are deleted lie here for {{days}} days.', {
                days: trashDays,
              })}
            </EmptyState>
          ) : (
            <>
              <Words>
                {t('Deleted songs and sets lie here for {{days}} days.', { days: trashDays })}{' '}
                {more ? t('Only the last 200 are listed.') : ''}
              </Words>
              <List aria-label={t('Deleted songs and sets')}>
                {items.map((item) => (
                  <Row key={`${item.kind} ${item.id}`}>
                    <div>
                      <b>{item.name || t('Song without a title')}</b>
                      <p>
                        {item.kind === 'song' ? t('Song') : t('Set')} ·{' '}
                        {t('deleted {{when}}', { when: momentInWords(Date.parse(item.deletedAt)) })}
                      </p>
                    </div>
                    <Button
                      aria-label={t('Take back {{name}}', { name: item.name })}
                      onPress={() => void restore(item)}
                    >
                      <Undo2 size={18} strokeWidth={1.5} aria-hidden /> {t('Take back')}
                    </Button>
                  </Row>
                ))}
              </List>
            </>
          )
        }
      </Fetched>
    </Page>
  );
}
