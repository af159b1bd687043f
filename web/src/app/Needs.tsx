import type { Right } from '@intervallum/contract';
import { Outlet } from 'react-router';
import { useMay } from '../queries/session.ts';
import { NotFoundState } from '../ui/states.tsx';
import { t } from '../words/words.ts';

/** Screens for those who may do this; others are told so. */
export function Needs({ right }: { right: Right }) {
  return useMay(right) ? (
    <Outlet />
  ) : (
    <NotFoundState title={t('This is for others in the team')}>
      {t('An owner can give you another role.')}
    </NotFoundState>
  );
}
