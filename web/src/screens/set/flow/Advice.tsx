import { isSingable, type BetterOrder } from '@intervallum/core';
import { ArrowRight, TriangleAlert } from 'lucide-react';
import styled from 'styled-components';
import { verdictInWords } from '../../../lenses/key/keyFacts.ts';
import { keyName } from '../../../music/rails/view.ts';
import { reader } from '../../../settings/reader.ts';
import { Button } from '../../../ui/Button.tsx';
import { announce } from '../../../ui/announce.tsx';
import { useDesk } from '../desk/deskContext.ts';
import { itemName } from '../../parts/service/itemName.ts';
import { warningInWords } from '../../parts/service/seamWords.ts';
import { t } from '../../../words/words.ts';

const Box = styled.section`
  display: grid;
  gap: 6px;
  margin-bottom: 16px;
  padding: 10px 14px;
  border-left: 4px solid var(--accent);
  border-radius: 0 10px 10px 0;
  background: var(--card);
  font-size: 15px;
  line-height: 1.4;
  h2 {
    font-size: 15px;
  }
  li {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  li svg {
    flex: none;
    color: var(--accent);
    align-self: center;
  }
`;

const Order = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  padding-top: 6px;
  ol {
    flex: 1 1 320px;
    display: flex;
    flex-wrap: wrap;
    gap: 0 8px;
  }
  small {
    flex-basis: 100%;
    color: var(--soft);
    font-size: 14px;
  }
`;

/** What to think about, each with its reason; and an order in which the seams are heard less. */
export function Advice() {
  const { draft, songs, view } = useDesk();
  const names = reader.use('language');
  const { plan } = view;
  const nameOf = (id: string) => {
    const item = draft.items.find((one) => one.id === id);
    return item ? itemName(item, songs) : '';
  };
  const said = plan.warnings.flatMap(
    (warning) => warningInWords(warning, plan, { nameOf, names, most: draft.most }) ?? [],
  );
  for (const [id, { sung, problems, key }] of view.songs) {
    if (sung && !isSingable(sung.now))
      said.push(
        t('{{name}} in {{key}}: {{verdict}}.', {
          name: nameOf(id),
          key: keyName(key, names),
          verdict: verdictInWords(sung.now),
        }),
      );
    for (const problem of problems) said.push(`${nameOf(id)}: ${problem}`);
  }
  if (said.length === 0 && !plan.order) return null;
  return (
    <Box aria-label={t('What to think about')}>
      {said.length > 0 ? (
        <>
          <h2>{t('What to think about')}</h2>
          <ul>
            {said.map((words, place) => (
              <li key={place}>
                <TriangleAlert size={15} strokeWidth={1.75} aria-hidden />
                <span>{words}</span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
      {plan.order ? <Better order={plan.order} nameOf={nameOf} /> : null}
    </Box>
  );
}

function Better({ order, nameOf }: { order: BetterOrder; nameOf: (id: string) => string }) {
  const { draft, change } = useDesk();
  const take = () => {
    // What has no place in it, as a song that was deleted, stays where it stands.
    const byId = new Map(draft.items.map((item) => [item.id, item]));
    const ordered = order.ids.flatMap((id) => byId.get(id) ?? []);
    const placed = new Set(order.ids);
    change({ items: draft.items.map((item) => (placed.has(item.id) ? ordered.shift()! : item)) });
    announce(t('The order is taken'));
  };
  const isShown = (id: string) =>
    draft.items.some((item) => item.id === id && item.kind === 'song');
  return (
    <Order>
      <b>{t('Smoother in this order:')}</b>
      <ol aria-label={t('A smoother order')}>
        {order.ids.filter(isShown).map((id, place) => (
          <li key={id}>
            {place > 0 ? <ArrowRight size={14} strokeWidth={1.75} aria-hidden /> : null}
            {nameOf(id)}
          </li>
        ))}
      </ol>
      <Button onPress={take}>{t('Take this order')}</Button>
      <small>
        {order.isBest
          ? t(
              'The seams are heard less so, and in no other order less; what keeps its place stays.',
            )
          : t('The seams are heard less so; not every order was tried.')}
      </small>
    </Order>
  );
}
