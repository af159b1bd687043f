import { useState } from 'react';
import type { Lens } from '../../lenses/lens.ts';
import { desk } from '../../settings/desk.ts';
import { onPhone, useMedia } from '../../ui/useMedia.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';

/** What pressing the switch of a lens's panel does. */
export function panelWords({ needs }: Lens, isOpen: boolean): string {
  if (needs === 'search') return isOpen ? t('Hide the tools') : t('Show the tools');
  return isOpen ? t('Hide the text') : t('Show the text');
}

/** What a lens has beside the chart; on a phone it stands in the chart's place. */
export interface Panel {
  readonly isOpen: boolean;
  readonly toggle: () => void;
}

export function usePanel(lens: Lens): Panel {
  const isPhone = useMedia(onPhone);
  const kept = desk.use(
    'textOpen',
    'handsOpen',
    'movesOpen',
    'fillsOpen',
    'keyOpen',
    'practiceOpen',
    'arrangeOpen',
  );
  const { panelKept } = lens;
  // On a phone it is opened for once, and gone with the lens.
  const [openFor, setOpenFor] = useState<Lens | null>(null);
  const isOpen = isPhone ? openFor === lens : kept[panelKept];
  const { toggle } = useSteady({
    toggle: () => {
      if (isPhone) setOpenFor(isOpen ? null : lens);
      else desk.change({ [panelKept]: !isOpen });
    },
  });
  return { isOpen, toggle };
}
