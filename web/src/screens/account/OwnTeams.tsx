import { teamGraceDays, type Membership, type SignedIn } from '@intervallum/contract';
import { useState } from 'react';
import { accountApi } from '../../queries/accounts.ts';
import { AskForm } from '../../ui/AskForm.tsx';
import { Button } from '../../ui/Button.tsx';
import { dateInWords } from '../../ui/dates.ts';
import { Narrow, Row, Rows, Section } from '../../ui/Section.tsx';
import { TextField } from '../../ui/fields.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { roleNames } from '../../words/roleNames.ts';
import { t } from '../../words/words.ts';
import { wasDone, whyNot } from '../parts/said.ts';

/** Another team is another list of songs: all that is open is loaded anew. */
const goOn = () => location.assign('/songs');

const endsOn = (deletedAt: string) =>
  dateInWords(
    new Date(Date.parse(deletedAt) + teamGraceDays * 24 * 60 * 60_000).toISOString().slice(0, 10),
  );

/** The teams that one is in: go to one, begin one, take one back that was deleted. */
export function OwnTeams({ who }: { who: SignedIn }) {
  const [isBeginning, setBeginning] = useState(false);
  async function choose({ teamId }: Membership) {
    if (wasDone(await accountApi.chooseTeam(teamId))) goOn();
  }
  async function takeBack({ teamId }: Membership) {
    if (wasDone(await accountApi.takeTeamBack(teamId))) goOn();
  }
  return (
    <Section>
      <h2>{t('Teams')}</h2>
      {who.team === null ? (
        <p>
          {t(
            'You are in no team at the moment. Open the link of an invitation, or begin a team of your own.',
          )}
        </p>
      ) : null}
      {who.teams.length > 0 ? (
        <Rows aria-label={t('Teams')}>
          {who.teams.map((one) => (
            <Row key={one.teamId}>
              <div>
                <b>{one.team}</b>
                <small>
                  {one.deletedAt === null
                    ? roleNames[one.role]
                    : t('Deleted; it can be taken back until {{date}}', {
                        date: endsOn(one.deletedAt),
                      })}
                </small>
              </div>
              {one.deletedAt !== null ? (
                <Button onPress={() => void takeBack(one)}>{t('Take the team back')}</Button>
              ) : one.teamId === who.team?.teamId ? (
                <span>{t('open now')}</span>
              ) : (
                <Button onPress={() => void choose(one)}>{t('Go to this team')}</Button>
              )}
            </Row>
          ))}
        </Rows>
      ) : null}
      <Button onPress={() => setBeginning(true)}>{t('Begin a team')}</Button>
      {isBeginning ? <BeginTeam onClose={() => setBeginning(false)} /> : null}
    </Section>
  );
}

function BeginTeam({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState('');
  async function send() {
    const why = whyNot(await accountApi.beginTeam(name));
    if (why === null) goOn();
    return why;
  }
  return (
    <Window title={t('Begin a team')} isOpen onClose={onClose}>
      <WindowWords>
        {t('It has songs, sets and people of its own, and you are its owner.')}
      </WindowWords>
      <Narrow>
        <AskForm does={t('Begin the team')} send={send}>
          <TextField
            label={t('Name of the team')}
            autoComplete="organization"
            isRequired
            autoFocus
            value={name}
            onChange={setName}
          />
        </AskForm>
      </Narrow>
    </Window>
  );
}
