/**
 * What a sentence about a step of the hands leaves out or says twice, read from its words alone: it shares no code with what
 * wrote it. Notes are given by their names.
 */
export function saidFaults(
  sentence: string,
  hands: Readonly<Record<'left' | 'right', { readonly before: string[]; readonly now: string[] }>>,
): string[] {
  const parts = sentence.replace(/ Roll the .*$/, '').split(/(?=Left hand|The left hand)/);
  const left = parts.find((part) => /^(Left|The left) hand/.test(part));
  const right = parts.find((part) => part !== left) ?? '';
  return [
    ...partFaults(right.trim(), hands.right),
    ...(left ? partFaults(left.replace(/^Left hand: /, '').trim(), hands.left) : []),
  ];
}

const names = (text: string) => text.split(/, | and /);

function partFaults(
  said: string,
  { before, now }: { readonly before: string[]; readonly now: string[] },
): string[] {
  const part = said.replace(/the octave ([A-G][♭♯b#]*)/, '$1 $1');
  if (/stays|leaves it to the bass/.test(part)) return [];
  const whole = /(?:to|down|up|:|hand) ([A-G][^():]*?)(?: \(([1-5-]+)\))?\.$/.exec(part);
  if (whole && !/finger|thumb|keep/i.test(part)) {
    const fingers = whole[2]?.split('-') ?? [];
    const found =
      whole[1]!.trim().split(' ').join() === now.join() ? [] : [`${part} is not ${now.join()}`];
    if (new Set(fingers).size < fingers.length) found.push(`a finger in two places: ${part}`);
    return found;
  }
  const arrives: string[] = [];
  const fingers: string[] = [];
  const leaves: string[] = [];
  for (const clause of part.replace(/\.$/, '').split('; ')) {
    const kept = /^keep (.+)$/i.exec(clause);
    const over = /^the (\w+)(?: finger)? takes over (\S+)$/i.exec(clause);
    const same = /^(\w+)(?: finger)? (\S+) to (\S+)$/i.exec(clause);
    const other = /^(\S+) to (\S+) with the (\w+)/i.exec(clause);
    const more = /^add (\S+) with the (\w+)/i.exec(clause);
    const lifted = /^lift (.+)$/i.exec(clause);
    if (kept) {
      arrives.push(...names(kept[1]!));
      leaves.push(...names(kept[1]!));
    } else if (over) {
      arrives.push(over[2]!);
      leaves.push(over[2]!);
      fingers.push(over[1]!.toLowerCase());
    } else if (other) {
      leaves.push(other[1]!);
      arrives.push(other[2]!);
      fingers.push(other[3]!);
    } else if (more) {
      arrives.push(more[1]!);
      fingers.push(more[2]!);
    } else if (same) {
      leaves.push(same[2]!);
      arrives.push(same[3]!);
      fingers.push(same[1]!.toLowerCase());
    } else if (lifted) leaves.push(...names(lifted[1]!));
    else return [`not understood: ${clause}`];
  }
  const found: string[] = [];
  const sorted = (all: readonly string[]) => [...all].sort().join();
  if (sorted(arrives) !== sorted(now)) found.push(`${part} is not ${now.join(' ')}`);
  // A kept note may be spelled otherwise by the chord before.
  if (leaves.length !== before.length) found.push(`${part} comes not from ${before.join(' ')}`);
  if (new Set(fingers).size < fingers.length) found.push(`a finger in two places: ${part}`);
  return found;
}
