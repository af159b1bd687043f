/** What players call the parts of a song (common practice, no published source). */
const sectionWord =
  '(?:intro|verse|strophe|chorus|refrain|pre-?chorus|lift|bridge|tag|ending|outro|coda|interlude|instrumental|solo|vamp|turnaround|hook|part|channel|break|opening)';
/** A line with such a word, a number or a letter, and nothing that could be sung: `Verse 1`, `Last Chorus x2`. */
const sectionAlone = new RegExp(
  String.raw`^(?:(?:last|final|first|second|double|half)\s+)?${sectionWord}s?(?:\s+(?:\d{1,2}(?:\s*(?:&|and|,|/|-)\s*\d{1,2}){0,3}|[a-d]|[ivx]{1,4}))?(?:\s*[(x×]\s*x?\d{1,2}\s*x?\)?|\s+\d{1,2}\s*[x×])?(?:\s*\(until the signal\))?$`,
  'i',
);
const sectionFirst = new RegExp(String.raw`^${sectionWord}\b`, 'i');

/** How players shorten them, with a number after it: `V1`, `CH`. */
const short: Readonly<Record<string, string>> = {
  in: 'Intro',
  v: 'Verse',
  vs: 'Verse',
  ch: 'Chorus',
  chor: 'Chorus',
  pc: 'Pre-chorus',
  pre: 'Pre-chorus',
  br: 'Bridge',
  int: 'Interlude',
  inst: 'Instrumental',
  ta: 'Turnaround',
  out: 'Outro',
  end: 'Ending',
};

/** A name, how often it is played, and what is said of it. */
const longestLine = 140;

/** The opening of a section in another hand. */
export interface UntidyHeading {
  readonly name: string;
  readonly times: number;
  readonly open: boolean;
  /** What is said of it on the same line: `Ending — slow`, `Verse [4 bars]`. */
  readonly remark?: string;
}

/**
 * A line that opens a section the way players write it: `[Verse 1]`, `[Chorus x2]`, `CHORUS (2x)`, `Verse 1:`. Null for a line that
 * says something else, or could be sung.
 */
export function readHeadingWords(typed: string): UntidyHeading | null {
  // No name is as long; and whoever pastes a line without end is not kept waiting.
  if (typed.length > longestLine) return null;
  const undecorated = withoutDecoration(typed);
  if (undecorated !== null && undecorated !== typed) return readHeadingWords(undecorated);
  const remarked = /^(?<name>.+?)(?:\s+[-–—]\s+|\s*\[|\s*\()(?<remark>[^\])|]{2,60})[\])]?$/.exec(
    typed,
  )?.groups;
  if (remarked && sectionAlone.test(remarked['name']!) && !/^x?\d+x?$/i.test(remarked['remark']!)) {
    const heading = readHeadingWords(remarked['name']!);
    const isSignal = remarked['remark'] === 'until the signal';
    if (heading && !isSignal) return { ...heading, remark: remarked['remark']!.trim() };
  }
  const bracketed = /^\[([^\]|]+)\]\s*(.*)$/.exec(typed);
  const ended = typed.endsWith(':') && typed.length <= 61;
  const named = bracketed
    ? `${bracketed[1]} ${bracketed[2]}`.trim()
    : ended || sectionAlone.test(typed)
      ? typed
      : null;
  // A name has a letter or a digit: the signs of a repeat are none.
  if (named === null || !/[\p{L}\p{N}]/u.test(named)) return null;
  if (bracketed && !sectionFirst.test(bracketed[1]!.trim())) return null;
  const found =
    /^(?<name>.*?)(?:\s*[(x×]\s*x?(?<times>\d{1,2})\s*x?\)?|\s+(?<after>\d{1,2})\s*[x×])?(?<open>\s*\(until the signal\))?$/i.exec(
      named.replace(/:$/, ''),
    );
  const { name = named, times, after, open } = found?.groups ?? {};
  return {
    name: name.replace(/[:*>]/g, ' ').trim(),
    times: Math.min(99, Math.max(1, Number(times ?? after ?? 1))),
    open: open !== undefined,
  };
}

/**
 * The name of a section without what other hands put around it: `## Chorus`, `=== Bridge ===`, `(Intro)`, `2. Chorus`. Null for
 * a line that is no such name.
 */
function withoutDecoration(typed: string): string | null {
  const bare = typed
    .replace(/^(?:[#=~_-]+|\d{1,2}[.)])\s*/, '')
    .replace(/\s*[#=~_-]+$/, '')
    .replace(/^\(([^()]+)\)$/, '$1')
    .trim();
  return bare !== typed && sectionAlone.test(bare) ? bare : null;
}

/** The same, and the short names that are only written where chords are: `V1`, `CH x2`; capitals alone become a name. */
export function readShortHeading(typed: string): UntidyHeading | null {
  const spelled = readHeadingWords(typed);
  if (spelled) return { ...spelled, name: asName(spelled.name) };
  const found =
    /^\[?(?<word>[a-z]{1,4})\.?\s*(?<number>\d{1,2})?\]?(?:\s*\(?[x×]?(?<times>\d{1,2})[x×]?\)?)?:?$/i.exec(
      typed,
    )?.groups;
  const name = found && short[found['word']!.toLowerCase()];
  if (!name) return null;
  const number = found['number'] ? ` ${found['number']}` : '';
  return { name: name + number, times: Math.max(1, Number(found['times'] ?? 1)), open: false };
}

/** @example asName('CHORUS 2') // 'Chorus 2' */
function asName(text: string): string {
  return /[a-z]/.test(text) || text.length < 3
    ? text
    : text.charAt(0) + text.slice(1).toLowerCase();
}
