import type { VersionListed } from '@intervallum/contract';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { ListBox, ListBoxItem } from 'react-aria-components';
import styled from 'styled-components';
import type { Answer } from '../../queries/client.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { answered, opening, versionsQuery } from '../../queries/queries.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { momentInWords } from '../../ui/dates.ts';
import { phone } from '../../ui/theme.ts';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';

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
  show: (version: Version) => ReactNode;
  onRestore: (version: Version) => void;
}

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
          const revision = chosen ?? versions[0]?.revision;
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
                  {versions.map((version, place) => (
                    <Item
                      key={version.revision}
                      id={version.revision}
                      textValue={inWords(version, place)}
                    >
                      {momentInWords(Date.parse(version.savedAt))}
                      <small>{more(version, place)}</small>
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
              {revision === undefined ? null : (
                <OneVersion
                  key={revision}
                  name={`${of.kind} ${of.id} ${revision}`}
                  fetch={() => fetch(revision)}
                  show={show}
                  isNow={revision === versions[0]?.revision}
                  onRestore={(version) => {
                    onRestore(version);
                    onClose();
                  }}
                />
              )}
            </Sides>
          );
        }}
      </Fetched>
    </>
  );
}

interface OneVersionProps<Version> {
  name: string;
  fetch: () => Promise<Answer<Version>>;
  show: (version: Version) => ReactNode;
  /** It is the one that stands. */
  isNow: boolean;
  onRestore: (version: Version) => void;
}

function OneVersion<Version>({ name, fetch, show, isNow, onRestore }: OneVersionProps<Version>) {
  const fetched = useQuery({
    queryKey: ['version', name],
    queryFn: () => answered(fetch()),
    ...opening,
  });
  return (
    <Fetched from={fetched} what={t('this version')}>
      {(version) => (
        <Look>
          <Preview tabIndex={0} role="region" aria-label={t('What it was')}>
            {show(version)}
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

function more({ name }: VersionListed, place: number): string {
  return [name, place === 0 && t('as it stands')].filter(Boolean).join(' · ');
}

function inWords(version: VersionListed, place: number): string {
  return [momentInWords(Date.parse(version.savedAt)), more(version, place)]
    .filter(Boolean)
    .join(', ');
}
