import type { Timeline, TimelinePart } from '../chart/time/timeline.ts';
import { nameWithoutNumber, roleOfSection, type SectionRole } from '../chart/roles.ts';

/** One time through a section on the way through the song. */
export interface ArcPart {
  readonly part: number;
  readonly section: number;
  readonly time: number;
  readonly role: SectionRole;
  /** How full it is to be, from 0 to 1. */
  readonly wanted: number;
  /** Everything comes down here, so that what follows is heard. */
  readonly isBreath: boolean;
}

/**
 * How full each role is the first time and at most, of what there is between thin and full (common practice, no published source).
 */
const usual: Readonly<Record<SectionRole, readonly [first: number, most: number]>> = {
  intro: [0.15, 0.25],
  verse: [0.2, 0.45],
  lift: [0.4, 0.6],
  chorus: [0.6, 1],
  bridge: [0.4, 0.7],
  between: [0.3, 0.4],
  ending: [0.05, 0.05],
  other: [0.3, 0.6],
};

/** Of how full a time would be, what is left of it in a breath. */
const breathShare = 0.2;

/** The shape of the way that a style takes. */
export interface ArcShape {
  readonly thin: number;
  readonly full: number;
  readonly growth: number;
}

/**
 * How full each time through each section is to be: thin first, fuller each time, a breath before the last of the fullest, down
 * for the end. Of one section no time is thinner than the one before, but for the breath.
 * @param drawn a level for each part, from 0 to 1, where somebody has drawn them; what is missing is as usual
 */
export function arcOf(
  timeline: Timeline,
  { thin, full, growth }: ArcShape,
  drawn: readonly (number | null)[] = [],
): readonly ArcPart[] {
  const { parts, song } = timeline;
  const roles = parts.map(({ section }) => roleOfSection(song.sections[section]!));
  const family = parts.map(({ section }, part) =>
    roles[part] === 'other' ? nameWithoutNumber(song.sections[section]!) : roles[part]!,
  );
  const order = orderIn(family);
  const breath = breathBefore(parts, roles, order);
  return parts.map(({ section, pass }, part): ArcPart => {
    const role = roles[part]!;
    const { at, of } = order[part]!;
    const [first, most] = usual[role];
    // What comes once only is where it belongs at once.
    const grown = of > 1 ? (growth * at) / (of - 1) : role === 'chorus' ? 1 : 0;
    const level = first + (most - first) * grown;
    const isBreath = part === breath && (drawn[part] ?? null) === null;
    const shaped = isBreath ? level * breathShare : level;
    const wanted = drawn[part] ?? thin + (full - thin) * shaped;
    return { part, section, time: pass, role, wanted: clamp(wanted), isBreath };
  });
}

const clamp = (value: number) => Math.max(0, Math.min(1, value));

/** Which of those with its name each is, and how many there are. */
function orderIn(names: readonly string[]): readonly { at: number; of: number }[] {
  const seen = new Map<string, number>();
  const total = new Map<string, number>();
  for (const name of names) total.set(name, (total.get(name) ?? 0) + 1);
  return names.map((name) => {
    const at = seen.get(name) ?? 0;
    seen.set(name, at + 1);
    return { at, of: total.get(name)! };
  });
}

/** Roles that come down before the last of the fullest; a verse only where it is the third or later. */
const breathes: readonly SectionRole[] = ['bridge', 'between', 'other', 'chorus'];

/**
 * The time before the last chorus, where there was one before: it comes down, so that the last is heard. Null where that would be the
 * first or second verse, what builds up to it, or where the key is lifted: one does not whisper into that.
 */
function breathBefore(
  parts: readonly TimelinePart[],
  roles: readonly SectionRole[],
  order: readonly { readonly at: number }[],
): number | null {
  const last = roles.lastIndexOf('chorus');
  const before = last - 1;
  const role = roles[before];
  if (role === undefined || !roles.slice(0, before).includes('chorus')) return null;
  if (parts[last]!.lift !== parts[before]!.lift) return null;
  const mayBreathe = breathes.includes(role) || (role === 'verse' && order[before]!.at >= 2);
  return mayBreathe ? before : null;
}
