import { Link } from 'react-router';
import { keptNames } from '../../queries/kept.ts';
import { setAsLink } from '../../settings/links.ts';
import { t } from '../../words/words.ts';
import { ReadCharts } from '../parts/charts/ReadCharts.tsx';
import { Back, SetPage } from '../parts/SetPage.tsx';

/**
 * A set for those of the team who do not write sets: its charts, each in the key it is sung in. Somebody else writes it: what
 * became another one is told.
 */
export function SetReader() {
  return (
    <SetPage>
      {(page, id) => (
        <ReadCharts
          page={page}
          name={setAsLink(id)}
          standAt={`/sets/${id}/stand`}
          stageAt={`/sets/${id}/stage`}
          lookedAs={keptNames.set(id)}
          before={
            <Back>
              <Link to="/sets">{t('All sets')}</Link>
              <Link to={`/sets/${id}/print`}>{t('Print with a first page')}</Link>
            </Back>
          }
        />
      )}
    </SetPage>
  );
}
