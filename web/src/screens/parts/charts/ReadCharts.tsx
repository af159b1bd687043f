import type { SharedPage } from '@intervallum/contract';
import { RadioTower } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { fillScreen, leaveFullScreen } from '../../../device/fullScreen.ts';
import { useLooked } from '../../../queries/looked.ts';
import { useLink } from '../../../settings/links.ts';
import { Button } from '../../../ui/Button.tsx';
import { dateInWords } from '../../../ui/dates.ts';
import { useHelp } from '../../../ui/help.ts';
import { useTitle } from '../../../ui/useTitle.ts';
import { t } from '../../../words/words.ts';
import { roleWords } from '../band/roleNames.ts';
import { heroOf, roleOf } from '../band/roles.ts';
import { Wall } from '../band/Wall.tsx';
import { wallSlides } from '../band/wallSlides.ts';
import { readHelp } from './help.ts';
import { ReadPages } from './ReadPages.tsx';
import { ReadTools } from './ReadTools.tsx';
import { Sheet } from './Sheet.tsx';
import { SinceLooked } from './SinceLooked.tsx';
import { changedBetween } from './sinceLooked.ts';
import { SinceSent } from './SinceSent.tsx';

const Top = styled.header`
  h1 {
    font-size: 30px;
    line-height: 1.15;
    overflow-wrap: anywhere;
  }
  p {
    margin-top: 4px;
    color: var(--soft);
    overflow-wrap: anywhere;
  }
`;

const About = styled.p`
  margin-top: 10px;
  font-size: 15px;
  color: var(--soft);
  @media print {
    display: none;
  }
`;

const Playing = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  margin-top: 10px;
  padding: 8px 14px;
  border-left: 4px solid var(--accent);
  border-radius: 8px;
  background: var(--card);
  @media print {
    display: none;
  }
`;

/** A place that an address asks for, of so many; the nearest there is. */
function placeIn(count: number, asked: string): number {
  const at = Number(asked) - 1;
  return Number.isInteger(at) ? Math.max(0, Math.min(at, count - 1)) : 0;
}

interface ReadChartsProps {
  page: SharedPage;
  /** Under which name it is remembered on this device how they are read. */
  name: string;
  /** Where they are on the music stand; null where they cannot be. */
  standAt: string | null;
  /** Where they are followed as the band plays them; null where they cannot be. */
  stageAt?: string | null;
  /** The band plays them now. */
  isPlayed?: boolean;
  /** By a link, without an account. */
  isLink?: boolean;
  /** What the page is called in the browser's tab; as its set or song where it is left out. */
  title?: string;
  /** What is shown is what was sent once, not what stands now. */
  isFrozen?: boolean;
  /** Of `keptNames`: what became another one since one looked last is told. Null where nobody is to be told. */
  lookedAs?: string | null;
  /** What stands over the title. */
  before?: ReactNode;
}

/** Charts to be read, played from and printed, each in one's own key: what a link opens, and what members see who write none. */
export function ReadCharts(props: ReadChartsProps) {
  const { page, name, standAt, isFrozen = false, lookedAs = null, before } = props;
  const { stageAt = null, isPlayed = false, isLink = false } = props;
  const { title = page.name } = props;
  const navigate = useNavigate();
  const [link, changeLink] = useLink(name);
  useHelp(readHelp);
  useTitle(title);
  const role = roleOf(link.role, page.reader?.role);
  const hero = link.hero ?? heroOf(role);
  const [parameters, setParameters] = useSearchParams();
  const [isPencilling, setPencilling] = useState(false);
  const [looked, see] = useLooked(lookedAs, page);
  const changed = useMemo(() => (looked ? changedBetween(looked.page, page) : []), [looked, page]);
  const wall = parameters.get('wall');
  const isOnWall = wall !== null;
  const slides = useMemo(() => (isOnWall ? wallSlides(page) : []), [isOnWall, page]);
  const toWall = (at: number | null) =>
    setParameters(
      (before) => {
        const after = new URLSearchParams(before);
        if (at === null) after.delete('wall');
        else after.set('wall', String(at + 1));
        return after;
      },
      { replace: wall !== null },
    );
  if (wall !== null)
    return (
      <Wall
        slides={slides}
        at={placeIn(slides.length, wall)}
        onGo={toWall}
        onLeave={() => {
          leaveFullScreen();
          toWall(null);
        }}
      />
    );
  const facts = [
    page.reader?.who && t('for {{who}}', { who: page.reader.who }),
    page.date && dateInWords(page.date),
    page.begins && t('at {{hour}}', { hour: page.begins }),
    page.leader && t('led by {{leader}}', { leader: page.leader }),
    page.team,
  ].filter(Boolean);
  return (
    <Sheet>
      {before}
      <Top>
        <h1>{page.name || t('Song without a title')}</h1>
        <p>{facts.join(' · ')}</p>
        {page.notes ? <p>{page.notes}</p> : null}
        {looked && changed.length > 0 ? (
          <SinceLooked at={looked.at} changed={changed} onSeen={see} />
        ) : null}
        {isPlayed && stageAt !== null ? (
          <Playing role="status">
            <b>{t('The band is playing now.')}</b>
            <Button onPress={() => void navigate(stageAt)}>
              <RadioTower size={18} strokeWidth={1.5} aria-hidden /> {t('Follow')}
            </Button>
          </Playing>
        ) : null}
        {page.sent ? <SinceSent sent={page.sent} isFrozen={isFrozen} /> : null}
      </Top>
      <ReadTools
        role={role}
        hero={hero}
        link={link}
        keepsSounds={isLink}
        onChange={changeLink}
        isPencilling={isPencilling}
        onPencil={isFrozen ? null : () => setPencilling(!isPencilling)}
        onWall={() => {
          fillScreen();
          toWall(0);
        }}
        onStage={
          stageAt === null
            ? null
            : () => {
                fillScreen();
                void navigate(stageAt);
              }
        }
        onStand={
          standAt === null
            ? null
            : () => {
                fillScreen();
                void navigate(standAt);
              }
        }
      />
      {role === null ? null : <About>{roleWords[role]}</About>}
      <ReadPages
        page={page}
        looked={looked?.page ?? null}
        role={role}
        link={link}
        pencilAs={isFrozen ? null : name}
        isPencilling={isPencilling}
        onChange={changeLink}
      />
    </Sheet>
  );
}
