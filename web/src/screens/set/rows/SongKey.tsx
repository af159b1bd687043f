import type { SungKey } from '@intervallum/contract';
import { allKeys, formatKey, parseKey, pitchClass, sameKey, type Key } from '@intervallum/core';
import { TooltipTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { keyName } from '../../../music/rails/view.ts';
import { reader } from '../../../settings/reader.ts';
import { QuietButton } from '../../../ui/Button.tsx';
import { shortDate } from '../../../ui/dates.ts';
import { keepFocus } from '../../../ui/focus.ts';
import { Hint } from '../../../ui/Hint.tsx';
import { Picker } from '../../../ui/Picker.tsx';
import { t } from '../../../words/words.ts';

const Offer = styled(QuietButton)`
  min-height: 28px;
  padding: 2px 0;
  font-size: 14px;
`;

/** When and with whom a song was sung in a key; nothing where it was not. */
function sungInWords(sung: SungKey | undefined): string {
  if (!sung) return '';
  const date = shortDate(sung.date);
  return sung.leader === ''
    ? t('sung on {{date}}', { date })
    : t('sung with {{leader}} on {{date}}', { leader: sung.leader, date });
}

interface KeyOfferProps {
  offered: SungKey | null;
  now: Key;
  title: string;
  onTake: (name: string) => void;
}

/** The key that a song had the last time, where it has another one now. */
export function KeyOffer({ offered, now, title, onTake }: KeyOfferProps) {
  const settings = reader.use('language');
  const read = offered && parseKey(offered.key);
  if (!offered || !read?.ok || read.value.mode !== now.mode || sameKey(read.value, now))
    return null;
  const key = keyName(read.value, settings);
  return (
    <TooltipTrigger delay={400}>
      <Offer
        aria-label={t('Last time {{key}}: take it for {{title}}', { key, title })}
        onPress={({ target }) => {
          const keys = target.parentElement?.querySelector<HTMLElement>('[aria-haspopup]') ?? null;
          onTake(offered.key);
          // It is gone now: the list of keys beside it says what was taken.
          keepFocus(() => keys);
        }}
      >
        {t('Last time {{key}}', { key })}
      </Offer>
      <Hint offset={4}>{sungInWords(offered)}</Hint>
    </TooltipTrigger>
  );
}

export function KeyChoice({
  title,
  value,
  written,
  sung,
  onChange,
}: {
  title: string;
  value: Key;
  written: Key;
  sung: readonly SungKey[];
  onChange: (name: string) => void;
}) {
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling');
  const options = allKeys
    .filter(({ mode }) => mode === written.mode)
    .toSorted((one, other) => pitchClass(one.tonic) - pitchClass(other.tonic))
    .map((key) => ({
      id: formatKey(key),
      name: keyName(key, settings),
      note: [
        formatKey(key) === formatKey(written) ? t('as written') : '',
        sungInWords(sung.find((one) => one.key === formatKey(key))),
      ]
        .filter(Boolean)
        .join(' · '),
    }));
  return (
    <Picker
      label={t('Key of {{title}}', { title })}
      labelHidden
      value={formatKey(value)}
      options={options}
      onChange={onChange}
    />
  );
}
