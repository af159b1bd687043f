import type { VersionInList } from '@intervallum/contract';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { ListBox, ListBoxItem } from 'react-aria-components';
import styled from 'styled-components';
import type { Answer } from '../../queries/client.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered, opening, versionsQuery } from '../../queries/queries.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { phone } from '../../ui/theme.ts';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { changedInWords } from './changesInWords.ts';
import { Differences } from './Differences.tsx';
import { VersionName } from './VersionName.tsx';

const Sides = styled.div`
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr);
  gap: 18px;
  min-height: 46vh;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    min-height: 0;
  }
`;

const List = styled(ListBox)`
  display: grid;
  align-content: start;
  gap: 4px;
  max-height: 52vh;
  overflow: auto;
  outline: none;
  ${phone} {
    max-height: 24vh;
  }
` as typeof ListBox;

const Item = styled(ListBoxItem)`
  padding: 10px 12px;
  border: 1px solid transparent;
  border-radius: 10px;
  cursor: pointer;
  b {
    display: block;
  }
  small {
    display: block;
    font-size: 13px;
    color: var(--soft);
  }
  &[data-hovered] {
    background: var(--panel);
  }
  &[data-selected] {
    border-color: var(--accent);
    background: var(--card);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--accent);
    outline-offset: -2px;
  }
`;

const Look = styled.div`
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  gap: 12px;
`;

const Preview = styled.div`
  max-height: 48vh;
  overflow: auto;
  padding: 4px 16px 16px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
`;

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 14px;
  margin-bottom: 10px;
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: flex-end;
  gap: 10px;
`;

interface VersionsWindowProps<Version> {
  /** What the versions are of: a song or a set, by its id. */
  of: { readonly kind: 'song' | 'set'; readonly id: string };
  isOpen: boolean;
  onClose: () => void;
  /** Fetches one version, and shows it. */
  fetch: (revision: number) => Promise<Answer<Version>>;
  /** `other`: what it is compared with; null where there is nothing. */
  show: (version: Version, other: Version | null) => ReactNode;
  onRestore: (version: Version) => void;
}

/** How a version is looked at: for what it changed of the one before it, or beside how it stands now. */
type Against = 'before' | 'now';

/** What a song or set was: looked at, and put in the place of what it is, as a version of its own. */
export function VersionsWindow<Version>(props: VersionsWindowProps<Version>) {
  return (
    <Window title={t('Earlier versions')} isOpen={props.isOpen} onClose={props.onClose} width={980}>
      <Versions {...props} />
    </Window>
  );
}

function Versions<Version>({ of, onClose, fetch, show, onRestore }: VersionsWindowProps<Version>) {
  const listed = useInfiniteQuery(versionsQuery(of));
  const [chosen, setChosen] = useState<number | null>(null);
  const [against, setAgainst] = useState<Against>('before');
  return (
    <>
      <WindowWords>
        {t(
          'Saves on one screen within ten minutes are one version. What is put back becomes the latest one; nothing is lost by it.',
        )}
      </WindowWords>
      <Fetched from={listed} what={t('the versions')}>
        {({ pages }) => {
          const versions = pages.flatMap((page) => page.versions);
          const place = Math.max(
            0,
            versions.findIndex((one) => one.revision === chosen),
          );
          const version = versions[place];
          const revision = version?.revision;
          const other = against === 'before' ? versions[place + 1] : versions[0];
          return (
            <Sides>
              <div>
                <List
                  aria-label={t('Versions')}
                  selectionMode="single"
                  disallowEmptySelection
                  selectedKeys={revision === undefined ? [] : [revision]}
                  onSelectionChange={(keys) => setChosen(Number([...keys][0]))}
                >
                  {versions.map((one, at) => (
                    <Item key={one.revision} id={one.revision} textValue={inWords(one, at)}>
                      {one.name ? <b>{one.name}</b> : null}
                      {savedBy(one)}
                      {at === 0 ? <small>{t('as it stands')}</small> : null}
                      <small>
                        {one.changed ? changedInWords(one.changed) : t('its beginning')}
                      </small>
                    </Item>
                  ))}
                </List>
                {listed.hasNextPage ? (
                  <Button
                    onPress={() => void listed.fetchNextPage()}
                    isPending={listed.isFetchingNextPage}
                  >
                    {listed.isFetchingNextPage ? t('Fetching …') : t('Show earlier ones')}
                  </Button>
                ) : null}
              </div>
              {version === undefined || revision === undefined ? null : (
                <div>
                  <Head>
                    {of.kind === 'song' ? (
                      <Choice
                        label={t('What it is compared with')}
                        value={against}
                        options={[
                          ['before', t('What it changed')],
                          ['now', t('Beside how it stands')],
                        ]}
                        onChange={setAgainst}
                      />
                    ) : null}
                    <VersionName key={revision} of={of} version={version} />
                  </Head>
                  {of.kind === 'set' && version.changed ? (
                    <Differences all={version.changed.some} count={version.changed.count} />
                  ) : null}
                  <OneVersion
                    key={`${revision} ${against}`}
                    name={`${of.kind} ${of.id} ${revision}`}
                    fetch={() => fetch(revision)}
                    other={
                      of.kind === 'song' && other && other.revision !== revision
                        ? {
                            name: `${of.kind} ${of.id} ${other.revision}`,
                            fetch: () => fetch(other.revision),
                          }
                        : null
                    }
                    show={show}
                    isNow={revision === versions[0]?.revision}
                    onRestore={(one) => {
                      onRestore(one);
                      onClose();
                    }}
                  />
                </div>
              )}
            </Sides>
          );
        }}
      </Fetched>
    </>
  );
}

interface Fetchable<Version> {
  name: string;
  fetch: () => Promise<Answer<Version>>;
}

interface OneVersionProps<Version> extends Fetchable<Version> {
  other: Fetchable<Version> | null;
  show: VersionsWindowProps<Version>['show'];
  /** It is the one that stands. */
  isNow: boolean;
  onRestore: (version: Version) => void;
}

function OneVersion<Version>(props: OneVersionProps<Version>) {
  const { name, fetch, other, show, isNow, onRestore } = props;
  const fetched = useQuery({
    queryKey: ['version', name],
    queryFn: () => answered(fetch()),
    ...opening,
  });
  const beside = useQuery({
    queryKey: ['version', other?.name ?? null],
    queryFn: () => (other ? answered(other.fetch()) : null),
    enabled: other !== null,
    ...opening,
  });
  return (
    <Fetched from={fetched} what={t('this version')}>
      {(version) => (
        <Look>
          <Preview tabIndex={0} role="region" aria-label={t('What it was')}>
            {show(version, beside.data ?? null)}
          </Preview>
          <Foot>
            {isNow ? (
              <span>{t('This is how it stands.')}</span>
            ) : (
              <PrimaryButton onPress={() => onRestore(version)}>
                {t('Put this one back')}
              </PrimaryButton>
            )}
          </Foot>
        </Look>
      )}
    </Fetched>
  );
}

/** When it was saved, and by whom where that is known. */
function savedBy({ savedAt, who }: VersionInList): string {
  const when = momentInWords(Date.parse(savedAt));
  return who ? t('{{when}}, {{who}}', { when, who }) : when;
}

function inWords(version: VersionInList, place: number): string {
  const { name, changed } = version;
  return [
    name,
    savedBy(version),
    place === 0 && t('as it stands'),
    changed ? changedInWords(changed) : t('its beginning'),
  ]
    .filter(Boolean)
    .join(', ');
}
