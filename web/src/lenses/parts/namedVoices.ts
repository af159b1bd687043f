import type { VoiceNoted } from '@intervallum/contract';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { voicesQuery } from '../../queries/voices.ts';

const none: readonly VoiceNoted[] = [];

/**
 * Whether a chart names somebody as who sings it: by the whole name, or by the beginning of it.
 * @param singer what the chart says @param name of somebody of the team
 */
export function isNamed(singer: string, name: string): boolean {
  const [said, whole] = [singer.trim().toLowerCase(), name.toLowerCase()];
  return said !== '' && (said.includes(whole) || whole.startsWith(said));
}

/** The voices of those whom a chart names as who sings it; none while they are on their way. */
export function useNamedVoices(singer: string): readonly VoiceNoted[] {
  const all = useQuery(voicesQuery()).data?.voices ?? none;
  return useMemo(() => all.filter(({ name }) => isNamed(singer, name)), [all, singer]);
}
