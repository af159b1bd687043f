import type { VoiceNoted } from '@intervallum/contract';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { voicesQuery } from '../../queries/voices.ts';

const none: readonly VoiceNoted[] = [];

/** What parts the names of several who sing. */
const parting = /[,;/&+]|\s(?:and|e|und)\s/u;

/**
 * Whether a chart names somebody as who sings it: by the whole name, or by the words that it begins with.
 * @param singer what the chart says, of one or several @param name of somebody of the team
 * @example isNamed('Bram & Odile Farrow', 'Bram Okell') // true
 */
export function isNamed(singer: string, name: string): boolean {
  const whole = wordsOf(name);
  return singer.split(parting).some((one) => {
    const said = wordsOf(one);
    return said.length > 0 && said.every((word, at) => word === whole[at]);
  });
}

function wordsOf(name: string): string[] {
  return name.toLowerCase().split(/\s+/u).filter(Boolean);
}

/** The voices of those whom a chart names as who sings it; none while they are on their way. */
export function useNamedVoices(singer: string): readonly VoiceNoted[] {
  const all = useQuery(voicesQuery()).data?.voices ?? none;
  return useMemo(() => all.filter(({ name }) => isNamed(singer, name)), [all, singer]);
}
