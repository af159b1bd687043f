import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  expand,
  formatChord,
  formatKey,
  formatMeter,
  fromMusicXml,
  parseChart,
  printChart,
  type Imported,
} from '../src/index.ts';
import { runs } from './deep.ts';

/** The seven triads of C, by their degree. */
const roots = [...'CDEFGAB'];
const kinds = ['major', 'minor', 'minor', 'major', 'major', 'minor', 'diminished'];
const head =
  '<attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';
const chord = (degree: number) =>
  `<harmony><root><root-step>${roots[degree - 1]}</root-step></root><kind>${kinds[degree - 1]}</kind></harmony><note><rest/><duration>4</duration></note>`;
const score = (measures: readonly string[], more = '') =>
  `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Song</part-name></score-part></part-list><part id="P1">${measures.join('')}</part>${more}</score-partwise>`;
function read(xml: string): Imported {
  const found = fromMusicXml(xml);
  if (!found.ok) throw new Error(found.problems[0]!.message);
  return found.value;
}
/** The degrees of the chords as they are played, of the chart as it is kept: printed and read again. */
function played(xml: string): string {
  const again = parseChart(printChart(read(xml).song));
  if (!again.ok) throw new Error(again.problems[0]!.message);
  const { slots } = expand(again.value);
  return slots
    .map(({ is }) => (is.kind === 'chord' ? formatChord(is.chord).replace(/\D.*/, '') : '-'))
    .join('');
}

test('a rehearsal mark behind a silent pickup begins the only section', () => {
  const { song, dropped } = read(
    score([
      `<measure number="0" implicit="yes">${head}<note><rest/><duration>1</duration></note></measure>`,
      `<measure number="1">${'<direction><direction-type><rehearsal>Verse</rehearsal></direction-type></direction>'}${chord(1)}</measure>`,
      `<measure number="2">${chord(4)}</measure>`,
    ]),
  );
  expect(song.sections.map(({ name, phrases }) => [name, phrases.length])).toEqual([['Verse', 1]]);
  expect(dropped).toContain(
    'What leads into the first measure: it has neither a chord nor a tune.',
  );
});

const repeatLine = (direction: string, times = 2) =>
  `<barline location="${direction === 'forward' ? 'left' : 'right'}"><repeat direction="${direction}"${times > 2 ? ` times="${times}"` : ''}/></barline>`;
const ending = (type: string, number: string) =>
  `<barline><ending type="${type}" number="${number}"/></barline>`;
const mark = (name: string) =>
  `<direction><direction-type><rehearsal>${name}</rehearsal></direction-type></direction>`;

/** What leads players elsewhere: at the beginning of a measure, or at its end; as a sound, or as it is drawn and said. */
const way: Readonly<Record<string, readonly [where: 'before' | 'after', xml: string]>> = {
  '@S': ['before', '<direction><direction-type><segno/></direction-type></direction>'],
  '@C': [
    'before',
    '<direction><direction-type><coda/></direction-type><sound coda="1"/></direction>',
  ],
  '@to': [
    'after',
    '<direction><direction-type><coda/></direction-type><direction-type><words>To Coda</words></direction-type></direction>',
  ],
  '@F': ['after', '<direction><direction-type><words>Fine</words></direction-type></direction>'],
  '@DC': ['after', '<direction><sound dacapo="yes"/></direction>'],
  '@DS': [
    'after',
    '<direction><direction-type><words>D.S. al Coda</words></direction-type></direction>',
  ],
};

/**
 * A score in a line of signs: `|:` and `:|`, `:3|` for three times, `[1` and `[2` with `]` for endings, `V=` for a mark, `@S` and
 * its kin for the way.
 */
function drawn(signs: string): string {
  const measures: { before: string; degree: number; after: string }[] = [];
  let before = '';
  let open = '';
  for (const [sign] of signs.matchAll(/@\w+|\|:|:\d?\||\[[\d,]+|\]|[A-Z]=|[1-7]/g)) {
    const last = measures.at(-1)!;
    if (sign in way) {
      const [where, xml] = way[sign]!;
      if (where === 'before') before += xml;
      else last.after += xml;
    } else if (sign === '|:') before += repeatLine('forward');
    else if (sign.startsWith(':')) last.after += repeatLine('backward', Number(sign[1]) || 2);
    else if (sign.startsWith('[')) before += ending('start', (open = sign.slice(1)));
    else if (sign === ']') last.after += ending('stop', open);
    else if (sign.endsWith('=')) before += mark(sign[0]!);
    else {
      measures.push({ before, degree: Number(sign), after: '' });
      before = '';
    }
  }
  return score(
    measures.map(
      (one, index) =>
        `<measure>${index === 0 ? head : ''}${one.before}${chord(one.degree)}${one.after}</measure>`,
    ),
  );
}

describe('the order of a score', () => {
  test.each([
    ['1 2 3', '123'],
    ['|: 1 2 :| |: 3 4 :|', '12123434'],
    ['1 |: 2 3 :| 4', '123234'],
    ['1 2 :| 3', '12123'],
    ['1 2 :| 3 4 :| 5', '1212' + '3434' + '5'],
    ['|: 1 :3| 2', '1112'],
    ['|: 1 [1 2 ] :| [2 3 ] 4', '12134'],
    ['|: 1 [1,2 2 ] :| [3 3 ] 4', '1212134'],
    ['|: 1 [1 2 ] :| [2 3 ] |: 4 [1 5 ] :| [2 6 ] 7', '1213' + '4546' + '7'],
    // A repeat over several marks is the order of the song.
    ['V= |: 1 C= 2 3 :| B= 4', '1231234'],
    ['I= 7 V= |: 1 C= 2 [1 3 ] :| [2 4 ] B= 5', '7' + '123' + '124' + '5'],
    ['|: 1 :| |: 2 :| |: 3 :|', '112233'],
    ['V= 1 |: 2 :| C= 3 |: 4 :3|', '122' + '3444'],
    // Jumps; what is played again after one is played once.
    ['1 2 @F 3 4 @DC', '1234' + '12'],
    ['1 @S 2 3 @to 4 5 @DS @C 6 7', '12345' + '23' + '67'],
    ['1 @to 2 @DC @C 3', '12' + '1' + '3'],
    ['|: 1 2 :| @to 3 @DC @C 4', '1212' + '3' + '12' + '4'],
    ['1 @S |: 2 :3| 3 @to 4 @DS @C |: 5 :|', '1' + '222' + '34' + '23' + '55'],
    ['1 @S |: 2 [1 3 ] :| [2 4 ] @to 5 @DS @C 6', '1' + '2324' + '5' + '24' + '6'],
    ['1 2 @DC', '12' + '12'],
    ['1 @S 2 @DS 3', '12' + '2' + '3'],
    // Signs that lead nowhere.
    ['1 2 @DS 3', '123'],
    ['1 @to 2 @C 3', '123'],
  ])('%s is played %s', (signs, order) => {
    expect(played(drawn(signs))).toBe(order);
  });

  /** What stands between two signs, what is played of it, built side by side: no part of the reader is used. */
  const block = fc
    .record({
      shared: fc.array(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 3 }),
      endings: fc.array(fc.array(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 2 }), {
        maxLength: 3,
      }),
      kind: fc.constantFrom('once', 'again', 'endings'),
      times: fc.integer({ min: 2, max: 4 }),
      mark: fc.boolean(),
    })
    .map(({ shared, endings, kind, times, mark: isMarked }) => {
      const sign = isMarked ? 'M= ' : '';
      const bars = shared.join(' ');
      if (kind === 'once' || (kind === 'endings' && endings.length < 2))
        return { signs: `${sign}${bars}`, order: shared.join(''), closes: false };
      if (kind === 'again')
        return {
          signs: `${sign}|: ${bars} :${times}|`,
          order: shared.join('').repeat(times),
          closes: true,
        };
      const last = endings.length - 1;
      const inBrackets = endings.map(
        (own, index) => `[${index + 1} ${own.join(' ')} ]${index < last ? ' :|' : ''}`,
      );
      return {
        signs: `${sign}|: ${bars} ${inBrackets.join(' ')}`,
        order: endings.map((own) => shared.join('') + own.join('')).join(''),
        closes: true,
      };
    });
  test('any row of repeats, endings and marks is played as it is drawn', () => {
    fc.assert(
      fc.property(fc.array(block, { minLength: 1, maxLength: 5 }), (blocks) => {
        const xml = drawn(blocks.map(({ signs }) => signs).join(' '));
        expect(played(xml)).toBe(blocks.map(({ order }) => order).join(''));
      }),
      { numRuns: runs(150) },
    );
  });
});

describe('what else a score says', () => {
  const measure = (content: string, attributes = '') =>
    `<measure>${attributes}${content}</measure>`;

  test('a key change is a lift, chords counted in the new key', () => {
    const { song } = read(
      score([
        measure(`${mark('V')}${chord(1)}`, head),
        measure(
          `<attributes><key><fifths>2</fifths></key></attributes><harmony><root><root-step>D</root-step></root><kind>major</kind></harmony><note><rest/><duration>4</duration></note>`,
        ),
      ]),
    );
    expect(printChart(song)).toContain('road: V, up 2, V 2\n');
    expect(printChart(song)).toMatch(/V:\n {2}1\n\nV 2:\n {2}1\n/);
  });

  test('what a transposing instrument reads sounds in another key', () => {
    const { song } = read(
      score([
        measure(
          chord(1),
          head.replace('</key>', '</key><transpose><chromatic>-2</chromatic></transpose>'),
        ),
      ]),
    );
    expect([formatKey(song.key), played(score([measure(chord(1), head)]))]).toEqual(['Bb', '1']);
  });

  test('a first measure that is too short is a pickup, marked or not; no chord is silence', () => {
    const short = chord(5).replace('<duration>4<', '<duration>1<');
    const none = `<harmony><root><root-step>C</root-step></root><kind>none</kind></harmony><note><rest/><duration>4</duration></note>`;
    const { song, dropped } = read(
      score([measure(short, head), measure(chord(1)), measure(none), measure(chord(4))]),
    );
    expect(printChart(song)).toContain('  ( . . . 5 ) | 1 | _ | 4\n');
    expect(dropped).toEqual([]);
  });

  test.each([
    ['3', '2', '3/2', 6],
    ['6', '4', '6/4', 6],
    ['3', '8', '3/8', 1.5],
    ['2', '2', '2/2', 4],
    ['3+2', '4', '5/4 (3+2)', 5],
  ])('%s/%s is read', (beats, unit, wanted, quarters) => {
    const own = head
      .replace('>1<', '>2<')
      .replace('<beats>4', `<beats>${beats}`)
      .replace('<beat-type>4', `<beat-type>${unit}`);
    const { song } = read(
      score([measure(chord(1).replace('<duration>4', `<duration>${quarters * 2}`), own)]),
    );
    expect(formatMeter(song.meter)).toBe(wanted);
    expect(expand(song).ticks).toBe(quarters * 480);
  });

  test('in a free metre every chord is kept', () => {
    const free = head.replace(/<time>.*<\/time>/, '<time><senza-misura/></time>');
    const { song } = read(score([measure([1, 2, 3, 4, 5].map(chord).join(''), free)]));
    expect(printChart(song)).toMatch(/\{free\} 1 \| 2m \| 3m \| 4\n +5\n/);
  });

  test('a measure of a length beyond all reason is some bars, not millions', () => {
    const forward = '<forward><duration>1000000000</duration></forward>';
    const { song } = read(score([measure(chord(1) + forward + chord(4), head), measure(chord(5))]));
    const bars = song.sections.flatMap(({ phrases }) => phrases.flatMap((phrase) => phrase.bars));
    expect(bars.length).toBeLessThanOrEqual(33);
    expect(played(score([measure(chord(1) + forward + chord(4), head)]))).toMatch(/^1.*4$/);
  });

  test('words and tune come from the part that has them', () => {
    const sung = (step: string, text: string) =>
      `<note><pitch><step>${step}</step><octave>4</octave></pitch><duration>8</duration><voice>1</voice><lyric><syllabic>single</syllabic><text>${text}</text></lyric></note>`;
    const voice = `<part id="P2">${measure(sung('E', 'low'), head.replace('>1<', '>2<'))}${measure(sung('F', 'tide'))}</part>`;
    const { song, dropped } = read(
      score([measure(chord(1), head), measure(chord(4))], voice + '<part id="P3"></part>'),
    );
    expect(printChart(song)).toContain('  1 | 4\n  tune: 3 | 4\n  > low | tide\n');
    expect(dropped).toEqual(['1 other part of the score.']);
  });
});
