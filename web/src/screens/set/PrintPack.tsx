import type { SharedPage } from '@intervallum/contract';
import { bandRoles, type BandRole } from '@intervallum/core';
import { Printer } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { useLink } from '../../settings/links.ts';
import { PrimaryButton } from '../../ui/Button.tsx';
import { dateInWords } from '../../ui/dates.ts';
import { Switch } from '../../ui/Switch.tsx';
import { useTitle } from '../../ui/useTitle.ts';
import { t } from '../../words/words.ts';
import { roleNames } from '../parts/band/roleNames.ts';
import { ReadPages } from '../parts/charts/ReadPages.tsx';
import { Sheet } from '../parts/charts/Sheet.tsx';

const Tools = styled.div`
  padding-bottom: 14px;
  border-bottom: 1px solid var(--hairline);
  h1 {
    font-size: 30px;
    line-height: 1.2;
  }
  > p {
    margin: 4px 0 10px;
    color: var(--soft);
  }
  @media print {
    display: none;
  }
`;

const Roles = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  margin-bottom: 12px;
`;

/** Each player's print begins on a page of its own. */
const Player = styled.section`
  & + & {
    break-before: page;
  }
  > header {
    padding-top: 22px;
  }
  > header h2 {
    font-size: 26px;
    line-height: 1.2;
  }
  > header p {
    color: var(--soft);
  }
`;

/** Who mostly reads from paper; the others are there to be asked for. */
const usual: readonly BandRole[] = ['singer', 'guitar', 'bass', 'drums', 'keys'];

interface PrintPackProps {
  page: SharedPage;
  /** Under which name it is remembered on this device how they are read. */
  name: string;
  before: ReactNode;
}

/** One print for each player of a service, all in one go. */
export function PrintPack({ page, name, before }: PrintPackProps) {
  const [link, changeLink] = useLink(name);
  const [roles, setRoles] = useState<readonly BandRole[]>(usual);
  useTitle(t('{{name}}, for every player on paper', { name: page.name }));
  const facts = [page.name, page.date && dateInWords(page.date), page.team].filter(Boolean);
  return (
    <Sheet>
      <Tools>
        {before}
        <h1>{t('Print for every player')}</h1>
        <p>{facts.join(' · ')}</p>
        <Roles role="group" aria-label={t('For whom')}>
          {bandRoles.map((role) => (
            <Switch
              key={role}
              isSelected={roles.includes(role)}
              onChange={(isOn) =>
                setRoles(bandRoles.filter((one) => (one === role ? isOn : roles.includes(one))))
              }
            >
              {roleNames[role]}
            </Switch>
          ))}
        </Roles>
        <PrimaryButton isDisabled={roles.length === 0} onPress={() => print()}>
          <Printer size={18} strokeWidth={1.5} aria-hidden /> {t('Print')}
        </PrimaryButton>
      </Tools>
      {roles.map((role) => (
        <Player key={role} aria-label={roleNames[role]}>
          <header>
            <h2>{roleNames[role]}</h2>
            <p>{facts.join(' · ')}</p>
          </header>
          <ReadPages page={page} role={role} link={{ ...link, hero: null }} onChange={changeLink} />
        </Player>
      ))}
    </Sheet>
  );
}
