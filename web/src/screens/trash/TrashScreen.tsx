import { trashDays, type TrashItem } from '@intervallum/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Undo2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { Fetched } from '../../queries/Fetched.tsx';
import { filesApi } from '../../queries/files.ts';
import { setsKey, songsKey, trashQuery } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { keepFocus } from '../../ui/focus.ts';
import { notify } from '../../ui/notices.tsx';
import { Page } from '../../ui/Page.tsx';
import { EmptyState } from '../../ui/states.tsx';
import { Window } from '../../ui/Window.tsx';
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

const Does = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

const help: readonly HelpLine[] = [
  { id: 'back', name: t('Take a song, a set or a file back as it was') },
  { id: 'good', name: t('Delete a file for good, to make room') },
  {
    id: 'how long',
    name: t('Songs, sets and files that are deleted lie here for {{days}} days.', {
      days: trashDays,
    }),
  },
];

const kindNames: Readonly<Record<TrashItem['kind'], string>> = {
  song: t('Song'),
  set: t('Set'),
  attachment: t('File'),
};

const restores: Readonly<Record<TrashItem['kind'], (id: string) => Promise<{ kind: string }>>> = {
  song: api.restoreSong,
  set: api.restoreSet,
  attachment: filesApi.restore,
};

const nameOf = ({ name }: TrashItem) => name || t('Song without a title');

function kindOf({ kind, of }: TrashItem): string {
  return of === null
    ? kindNames[kind]
    : t('{{kind}} of “{{title}}”', {
        kind: kindNames[kind],
        title: of || t('Song without a title'),
      });
}

/** What was deleted in the last days, each to be taken back. */
export function TrashScreen() {
  const fetched = useQuery(trashQuery());
  const client = useQueryClient();
  const [ending, setEnding] = useState<TrashItem | null>(null);

  async function restore(item: TrashItem) {
    const answer = await restores[item.kind](item.id);
    if (answer.kind !== 'ok')
      return notify(t('It could not be taken back. Try again in a moment.'));
    await client.invalidateQueries(trashQuery());
    void client.invalidateQueries({ queryKey: item.kind === 'set' ? setsKey : songsKey });
    notify(t('“{{name}}” is back', { name: nameOf(item) }));
    keepFocus();
  }

  async function end(item: TrashItem) {
    setEnding(null);
    const answer = await filesApi.end(item.id);
    await client.invalidateQueries(trashQuery());
    notify(
      answer.kind === 'ok'
        ? t('“{{name}}” is deleted for good', { name: nameOf(item) })
        : t('That could not be done. {{why}}', { why: t('Try again in a moment.') }),
    );
    keepFocus();
  }

  const howLong = t('Songs, sets and files that are deleted lie here for {{days}} days.', {
    days: trashDays,
  });
  return (
    <Page title={t('Trash')} help={help}>
      <Fetched from={fetched} what={t('the trash')}>
        {({ items, more }) =>
          items.length === 0 ? (
            <EmptyState title={t('Nothing was deleted')}>{howLong}</EmptyState>
          ) : (
            <>
              <Words>
                {howLong} {more ? t('Only the last 200 are listed.') : ''}
              </Words>
              <List aria-label={t('What was deleted')}>
                {items.map((item) => (
                  <Row key={`${item.kind} ${item.id}`}>
                    <div>
                      <b>{nameOf(item)}</b>
                      <p>
                        {kindOf(item)} ·{' '}
                        {t('deleted {{when}}', { when: momentInWords(Date.parse(item.deletedAt)) })}
                      </p>
                    </div>
                    <Does>
                      {item.kind === 'attachment' ? (
                        <Button
                          aria-label={t('Delete for good: {{name}}', { name: item.name })}
                          onPress={() => setEnding(item)}
                        >
                          {t('Delete for good')}
                        </Button>
                      ) : null}
                      <Button
                        aria-label={t('Take back {{name}}', { name: nameOf(item) })}
                        onPress={() => void restore(item)}
                      >
                        <Undo2 size={18} strokeWidth={1.5} aria-hidden /> {t('Take back')}
                      </Button>
                    </Does>
                  </Row>
                ))}
              </List>
            </>
          )
        }
      </Fetched>
      {ending ? (
        <Window
          title={t('Delete “{{name}}” for good?', { name: ending.name })}
          isOpen
          onClose={() => setEnding(null)}
        >
          <Words>{t('It makes room for others, and cannot be taken back.')}</Words>
          <PrimaryButton onPress={() => void end(ending)}>{t('Delete for good')}</PrimaryButton>
        </Window>
      ) : null}
    </Page>
  );
}
