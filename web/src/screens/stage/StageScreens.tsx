import { may, type SharedPage } from '@intervallum/contract';
import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { Fetched } from '../../queries/Fetched.tsx';
import { sharedQuery } from '../../queries/queries.ts';
import { useMembership } from '../../queries/session.ts';
import type { StageSource } from '../../queries/stage.ts';
import { setAsLink } from '../../settings/links.ts';
import { Notices } from '../../ui/notices.tsx';
import { NotFoundState } from '../../ui/states.tsx';
import { SetPage } from '../parts/SetPage.tsx';
import { StageView } from './StageView.tsx';
import { useFreshCharts } from './useFreshCharts.ts';
import { useStage } from './useStage.ts';
import { t } from '../../words/words.ts';

/** A set of the team on stage, at its address. */
export function SetStage() {
  const role = useMembership()?.role;
  return (
    <SetPage>
      {(page, id) => (
        <Opened
          source={{ kind: 'set', id }}
          page={page}
          name={setAsLink(id)}
          canLead={role !== undefined && may(role, 'plan')}
          leaveTo={`/sets/${id}`}
        />
      )}
    </SetPage>
  );
}

/** What a link opens, on stage. */
export function LinkStage() {
  const { token = '' } = useParams();
  const fetched = useQuery(sharedQuery(token));
  const missing = (
    <NotFoundState title={t('This link opens nothing')} home={false}>
      {t(
        'It may have been taken back, or the address is not complete. Ask whoever sent it for a new one.',
      )}
    </NotFoundState>
  );
  return (
    <Fetched from={fetched} what={t('the charts')} missing={missing}>
      {(page) => (
        <Opened
          source={{ kind: 'link', token }}
          page={page}
          name={token}
          canLead={false}
          leaveTo={`/s/${token}`}
        />
      )}
    </Fetched>
  );
}

interface OpenedProps {
  source: StageSource;
  page: SharedPage;
  name: string;
  canLead: boolean;
  leaveTo: string;
}

function Opened({ source, ...view }: OpenedProps) {
  const stage = useStage(source);
  useFreshCharts(stage, source);
  return (
    <>
      <StageView stage={stage} {...view} />
      <Notices />
    </>
  );
}
