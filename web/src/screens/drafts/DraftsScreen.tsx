import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { putDraft, removeFound } from '../../device/storage/draftBox.ts';
import { saveFile } from '../../device/saveFile.ts';
import { chooseDraft } from '../../document/drafts.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { notify } from '../../ui/notices.tsx';
import { Page } from '../../ui/Page.tsx';
import { EmptyState } from '../../ui/states.tsx';
import { draftsQuery, type KeptInBrowser } from '../parts/keptDrafts.ts';
import { DraftRow, DraftList, Words } from './DraftRow.tsx';
import { saveAsNew } from './saveAsNew.ts';
import type { HelpLine } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

const help: readonly HelpLine[] = [
  { id: 'open', name: t('Open a draft where it belongs, or save it as new') },
  { id: 'download', name: t('Download a draft, or throw it away') },
];

/** Everything that was typed in this browser and never saved, also of songs and sets that are gone. */
export function DraftsScreen() {
  const fetched = useQuery(draftsQuery());
  const client = useQueryClient();
  const navigate = useNavigate();
  const reload = () => client.invalidateQueries(draftsQuery());

  async function open({ stored }: KeptInBrowser) {
    await chooseDraft(stored);
    await navigate(`/${stored.kind}s/${stored.id}`);
  }

  async function makeNew(kept: KeptInBrowser) {
    const { stored } = kept;
    const made = await saveAsNew(kept);
    if (!made.ok) return notify(t('It could not be saved: {{why}}', { why: made.why }));
    await removeFound(stored);
    await navigate(`/${stored.kind}s/${made.id}`);
  }

  async function throwAway({ stored, content }: KeptInBrowser) {
    await removeFound(stored);
    await reload();
    notify(t('Draft of “{{name}}” thrown away', { name: content.name }), () => {
      void putDraft(stored).then(reload);
    });
  }

  return (
    <Page title={t('Drafts')} help={help}>
      <Fetched from={fetched} what={t('the drafts')}>
        {(drafts) =>
          drafts.length === 0 ? (
            <EmptyState title={t('Everything is saved')}>
              {t(
                'What you type is kept in this browser until the server has it. Whatever could not be saved stands here.',
              )}
            </EmptyState>
          ) : (
            <>
              <Words>
                {t(
                  'Typed in this browser and not on the server. Nobody else sees these, and they stay until they are saved or thrown away.',
                )}
              </Words>
              <DraftList aria-label={t('Drafts')}>
                {drafts.map((kept) => (
                  <DraftRow
                    key={`${kept.stored.kind}:${kept.stored.id}:${kept.stored.tab}`}
                    kept={kept}
                    onOpen={() => void open(kept)}
                    onMakeNew={() => void makeNew(kept)}
                    onDownload={() =>
                      saveFile(
                        JSON.stringify(kept.stored, null, 2),
                        'Draft.json',
                        'application/json',
                      )
                    }
                    onThrowAway={() => void throwAway(kept)}
                  />
                ))}
              </DraftList>
            </>
          )
        }
      </Fetched>
    </Page>
  );
}
