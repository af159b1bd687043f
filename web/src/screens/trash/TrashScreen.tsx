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

/** What was deleted in the last days, each to be taken back. */
export function TrashScreen() {
  const fetched = useQuery(trashQuery());
  const client = useQueryClient();

  async function restore({ kind, id, name }: TrashItem) {
    const answer = await (kind === 'song' ? api.restoreSong(id) : api.restoreSet(id));
    if (answer.kind !== 'ok')
      return notify(`The ${kind} could not be taken back. Try again in a moment.`);
    await client.invalidateQueries(trashQuery());
    void client.invalidateQueries({ queryKey: kind === 'song' ? songsKey : setsKey });
    notify(`“${name || 'Song without a title'}” is back`);
  }

  return (
    <Page title="Trash">
      <Fetched from={fetched} what="the trash">
        {({ items, more }) =>
          items.length === 0 ? (
            <EmptyState title="Nothing was deleted">
              Songs and sets that are deleted lie here for {trashDays} days.
            </EmptyState>
          ) : (
            <>
              <Words>
                Deleted songs and sets lie here for {trashDays} days.
                {more ? ' Only the last 200 are listed.' : ''}
              </Words>
              <List aria-label="Deleted songs and sets">
                {items.map((item) => (
                  <Row key={`${item.kind} ${item.id}`}>
                    <div>
                      <b>{item.name || 'Song without a title'}</b>
                      <p>
                        {item.kind === 'song' ? 'Song' : 'Set'}, deleted{' '}
                        {momentInWords(Date.parse(item.deletedAt))}
                      </p>
                    </div>
                    <Button
                      aria-label={`Take back ${item.name}`}
                      onPress={() => void restore(item)}
                    >
                      <Undo2 size={18} strokeWidth={1.5} aria-hidden /> Take back
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
