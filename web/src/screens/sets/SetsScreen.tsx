import { Plus, ScrollText, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { SetListItem } from '@intervallum/contract';
import styled from 'styled-components';
import { useInfiniteQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../../queries/resources.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { createMaker } from '../../queries/making.ts';
import { keptNames } from '../../queries/kept.ts';
import { setsKey, setsQuery } from '../../queries/queries.ts';
import { useMay } from '../../queries/session.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { dateInWords } from '../../ui/dates.ts';
import { notify } from '../../ui/notices.tsx';
import { Page } from '../../ui/Page.tsx';
import { EmptyState } from '../../ui/states.tsx';
import { display } from '../../ui/theme.ts';
import { DraftsNotice } from '../parts/DraftsNotice.tsx';
import { TrashLink } from '../parts/TrashLink.tsx';
import { newSet } from '../parts/newSet.ts';
import { setsHelp } from './help.ts';
import { Tool } from '../../ui/Tool.tsx';
import { t } from '../../words/words.ts';

const List = styled.ul`
  border-top: 1px solid var(--hairline);
`;

const Row = styled.li`
  position: relative;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  gap: 16px;
  padding: 14px 6px;
  border-bottom: 1px solid var(--hairline);
  &:hover {
    background: color-mix(in srgb, var(--card) 70%, transparent);
  }
  a {
    font: 600 22px/1.25 ${display};
    text-decoration: none;
    overflow-wrap: anywhere;
  }
  a::after {
    content: '';
    position: absolute;
    inset: 0 54px 0 0;
  }
  p {
    color: var(--soft);
    font-size: 14px;
  }
  ol {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 8px;
    margin-top: 6px;
    font: italic 16px/1.4 ${display};
  }
  ol li + li::before {
    content: '–';
    margin-right: 8px;
    color: var(--rail);
  }
`;

/** The team's services, latest first. */
export function SetsScreen() {
  const fetched = useInfiniteQuery(setsQuery());
  const client = useQueryClient();
  const reload = () => void client.invalidateQueries({ queryKey: setsKey });
  const navigate = useNavigate();
  const mayPlan = useMay('plan');
  const [makeSet] = useState(() => createMaker(api.makeSet));

  async function make() {
    const made = await makeSet(newSet);
    if (made.kind === 'ok') await navigate(`/sets/${made.value.id}`);
    else notify(t('The set could not be made. Try again in a moment.'));
  }

  async function remove({ id, name }: SetListItem) {
    const answer = await api.deleteSet(id);
    if (answer.kind !== 'ok')
      return notify(t('The set could not be deleted. Try again in a moment.'));
    reload();
    notify(t('“{{name}}” deleted', { name }), () => {
      void api.restoreSet(id).then(reload);
    });
  }

  const tools = (
    <>
      <Button onPress={() => void navigate('/sung')}>
        <ScrollText size={18} strokeWidth={1.5} aria-hidden /> {t('What was sung')}
      </Button>
      {mayPlan ? (
        <PrimaryButton onPress={() => void make()}>
          <Plus size={18} strokeWidth={1.5} aria-hidden /> {t('New set')}
        </PrimaryButton>
      ) : null}
    </>
  );
  return (
    <Page title={t('Sets')} tools={tools} help={setsHelp}>
      <DraftsNotice />
      <Fetched from={fetched} what={t('the sets')} kept={keptNames.sets}>
        {({ pages }) =>
          pages[0]?.sets.length === 0 ? (
            <EmptyState
              title={t('No sets yet')}
              action={
                mayPlan ? (
                  <PrimaryButton onPress={() => void make()}>
                    {t('Make the next service')}
                  </PrimaryButton>
                ) : null
              }
            >
              {t('A set is a service: songs in their order, each in the key it is sung in.')}
            </EmptyState>
          ) : (
            <>
              <List aria-label={t('Sets')}>
                {pages
                  .flatMap(({ sets }) => sets)
                  .map((set) => (
                    <SetRow
                      key={set.id}
                      set={set}
                      onDelete={mayPlan ? () => void remove(set) : null}
                    />
                  ))}
              </List>
              {fetched.hasNextPage ? (
                <Button
                  onPress={() => void fetched.fetchNextPage()}
                  isPending={fetched.isFetchingNextPage}
                >
                  {fetched.isFetchingNextPage ? t('Fetching …') : t('Show earlier ones')}
                </Button>
              ) : null}
            </>
          )
        }
      </Fetched>
      <TrashLink />
    </Page>
  );
}

function SetRow({ set, onDelete }: { set: SetListItem; onDelete: (() => void) | null }) {
  const facts = [
    set.date && dateInWords(set.date),
    set.leader && t('led by {{leader}}', { leader: set.leader }),
  ];
  return (
    <Row>
      <div>
        <Link to={`/sets/${set.id}`}>{set.name}</Link>
        <p>{facts.filter(Boolean).join(' · ')}</p>
        <ol aria-label={t('Songs of {{name}}', { name: set.name })}>
          {set.titles.map((title, place) => (
            <li key={place}>{title || t('Song without a title')}</li>
          ))}
        </ol>
      </div>
      {onDelete ? (
        <Tool name={t('Delete {{name}}', { name: set.name })} onPress={onDelete}>
          <Trash2 size={18} strokeWidth={1.5} />
        </Tool>
      ) : null}
    </Row>
  );
}
