import { Link } from 'react-router';
import { setAsLink } from '../../settings/links.ts';
import { t } from '../../words/words.ts';
import { ReadCharts } from '../parts/charts/ReadCharts.tsx';
import { PrintPack } from './PrintPack.tsx';
import { Back, SetPage } from '../parts/SetPage.tsx';

/** What each player gets of a set, for those who write it. */
export function BandPages() {
  return (
    <SetPage>
      {(page, id) => (
        <ReadCharts
          page={page}
          name={setAsLink(id)}
          title={t('{{name}}, what each player gets', { name: page.name })}
          standAt={`/sets/${id}/stand`}
          stageAt={`/sets/${id}/stage`}
          before={
            <Back>
              <Link to={`/sets/${id}`}>{t('Back to the set')}</Link>
              <Link to={`/sets/${id}/band/print`}>{t('Print for every player')}</Link>
            </Back>
          }
        />
      )}
    </SetPage>
  );
}

/** What every player gets of a set, on paper in one go. */
export function BandPack() {
  return (
    <SetPage>
      {(page, id) => (
        <PrintPack
          page={page}
          name={setAsLink(id)}
          before={
            <Back>
              <Link to={`/sets/${id}/band`}>{t('What each player gets')}</Link>
            </Back>
          }
        />
      )}
    </SetPage>
  );
}
