import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { Fetched } from '../../queries/Fetched.tsx';
import { opening } from '../../queries/queries.ts';
import { useMay } from '../../queries/session.ts';
import { NotFoundState } from '../../ui/states.tsx';
import { DraftOfMissing } from '../parts/DraftsNotice.tsx';
import { fetchSet } from './openSet.ts';
import { SetDesk } from './SetDesk.tsx';
import { SetReader } from './SetReader.tsx';
import { t } from '../../words/words.ts';

/** One set at its address; for who writes none, to be read. */
export function SetScreen() {
  return useMay('plan') ? <Desk /> : <SetReader />;
}

function Desk() {
  const { setId = '' } = useParams();
  const fetched = useQuery({
    queryKey: ['set', setId],
    queryFn: () => fetchSet(setId),
    ...opening,
  });
  const missing = (
    <NotFoundState title={t('No set at this address')}>
      {t('It may have been deleted, or the address is not complete.')}
      <DraftOfMissing kind="set" id={setId} />
    </NotFoundState>
  );
  return (
    <Fetched from={fetched} what={t('the set')} missing={missing}>
      {(opened) => <SetDesk key={opened.id} opened={opened} />}
    </Fetched>
  );
}
