import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { NotFoundState } from '../../ui/states.tsx';
import { t } from '../../words/words.ts';
import { ReadCharts } from '../parts/charts/ReadCharts.tsx';

/** A song or set as it was when it was sent. */
export function SentScreen() {
  const { sendId = '' } = useParams();
  const fetched = useQuery({
    queryKey: ['sent', sendId],
    queryFn: () => answered(api.sent(sendId)),
    staleTime: Infinity,
  });
  const missing = (
    <NotFoundState title={t('Nothing was sent here')}>
      {t('It may have been deleted, or the address is not complete.')}
    </NotFoundState>
  );
  return (
    <Fetched from={fetched} what={t('what was sent')} missing={missing}>
      {(page) => <ReadCharts page={page} name={`sent:${sendId}`} standAt={null} isFrozen />}
    </Fetched>
  );
}
