import { mostMinutes, type MomentItem } from '@intervallum/contract';
import { momentKinds } from '@intervallum/core';
import styled from 'styled-components';
import { keyName } from '../../../music/rails/view.ts';
import { reader } from '../../../settings/reader.ts';
import { Button } from '../../../ui/Button.tsx';
import { MinutesField, TextField } from '../../../ui/fields.tsx';
import { Pick } from '../../../ui/Pick.tsx';
import { Switch } from '../../../ui/Switch.tsx';
import { Window } from '../../../ui/Window.tsx';
import { momentNames } from '../../parts/service/momentNames.ts';
import { useDesk } from '../desk/deskContext.ts';
import { itemName } from '../../parts/service/itemName.ts';
import { t } from '../../../words/words.ts';
import { ShortChart } from './ShortChart.tsx';
import { useHearService } from './useHearService.ts';
import { WhoField } from './WhoField.tsx';

const Parts = styled.div`
  display: grid;
  gap: 14px;
  h3 {
    margin-bottom: 6px;
    font-size: 16px;
  }
  p {
    margin-bottom: 8px;
    font-size: 14px;
    color: var(--soft);
  }
`;

const Facts = styled.div`
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) 110px;
  align-items: end;
  gap: 12px;
`;

/** Something spoken: what it is, who does it, how long it takes, and what is played under it. */
export function MomentWindow({ item, onClose }: { item: MomentItem; onClose: () => void }) {
  const { songs, changeItem } = useDesk();
  return (
    <Window title={itemName(item, songs)} isOpen onClose={onClose} width={640}>
      <Parts>
        <Facts>
          <Pick
            label={t('What it is')}
            value={item.kind}
            options={momentKinds.map((kind) => [kind, momentNames[kind]] as const)}
            onChange={(kind) => changeItem(item.id, { kind })}
          />
          <TextField
            label={t('Name')}
            value={item.name}
            maxLength={120}
            onChange={(name) => changeItem(item.id, { name }, `name:${item.id}`)}
          />
          <MinutesField
            label={t('Minutes')}
            value={item.minutes}
            most={mostMinutes}
            onChange={(minutes) => changeItem(item.id, { minutes: minutes ?? 0 })}
          />
        </Facts>
        <WhoField
          label={t('Who does it')}
          value={item.who}
          onChange={(who, kind) =>
            changeItem(item.id, { who }, kind === undefined ? undefined : `who:${item.id}`)
          }
        />
        <BedPart item={item} />
        <Switch isSelected={item.fixed} onChange={(fixed) => changeItem(item.id, { fixed })}>
          {t('Keeps its place when a smoother order is looked for')}
        </Switch>
      </Parts>
    </Window>
  );
}

function BedPart({ item }: { item: MomentItem }) {
  const { view, changeItem } = useDesk();
  const names = reader.use('language');
  const { asked, hearBed, stop } = useHearService();
  const bed = view.plan.beds.get(item.id);
  const write = (text: string | null, kind?: string) => changeItem(item.id, { bed: text }, kind);
  return (
    <section>
      <h3>{t('Played under it')}</h3>
      {item.bed === null ? (
        <>
          <p>
            {bed
              ? t(
                  'Soft and open-ended, until whoever speaks has ended; in {{key}}, as what comes.',
                  {
                    key: keyName(bed.key, names),
                  },
                )
              : t('No song comes after it: there is no key to play in.')}
          </p>
          {bed ? (
            <Button onPress={() => write(bed.text)}>
              {t('Make a bed in {{key}}', { key: keyName(bed.key, names) })}
            </Button>
          ) : null}
        </>
      ) : (
        <ShortChart
          label={t('Bars that are played under it')}
          text={item.bed}
          isHeard={asked === 'bed'}
          onHear={(song) => void hearBed('bed', song)}
          onStop={stop}
          onChange={(text) => write(text, `bed:${item.id}`)}
          onRemove={() => {
            stop();
            write(null);
          }}
        />
      )}
    </section>
  );
}
