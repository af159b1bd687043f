import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  freeHands,
  nextStep,
  noDecisions,
  parseChart,
  parseKey,
  printRun,
  runs,
  schools,
  stepNames,
  stepsOfSong,
  withSettled,
  type AskedSteps,
  type SongStep,
  type StepFact,
} from '../src/index.ts';
import { songs } from './generators.ts';

const chart = `title: Reeds
key: D
tempo: 72
singer: Imre
road: Intro, Verse, Chorus, Ending

Intro:
  1 | 4

Verse:
  1 | 4 | 6m | 5
  tune: 1 2 3 5 | 4 4 4 . | 6, 1 2 3 | 5,

Chorus:
  4 | 1

Ending:
  4 | 1^
`;
const asked = (text: string, more: Partial<AskedSteps> = {}): AskedSteps => {
  const read = parseChart(text);
  return {
    ...{ song: read.song, problems: read.ok ? 0 : read.problems.length, decisions: noDecisions },
    ...{ sungBy: read.song.details.singer, voices: [] },
    ...more,
  };
};
const stepOf = (steps: readonly SongStep[], name: SongStep['name']) =>
  steps.find((step) => step.name === name)!;
const without = (line: RegExp) => chart.replace(line, '');
const imre = { name: 'Imre', low: 55, high: 76 };

describe('what is left of a song', () => {
  /** One step of a chart, with what makes it so. Common practice, no published source. */
  const cases: readonly (readonly [
    what: string,
    of: AskedSteps,
    name: SongStep['name'],
    state: SongStep['state'],
    facts: readonly StepFact[],
  ])[] = [
    ['nothing is written', asked(''), 'chart', 'left', [{ kind: 'empty' }]],
    [
      'all of it is written',
      asked(chart),
      'chart',
      'done',
      [{ kind: 'written', bars: 10, sections: 4 }],
    ],
    [
      'a section that is played has no chord, something cannot be read, no tempo is said',
      asked(
        without(/tempo: 72\n/)
          .replace('4 | 1^', '_ | _')
          .replace('6m |', 'zz |'),
      ),
      'chart',
      'left',
      [
        { kind: 'problems', count: 1 },
        { kind: 'silent', sections: ['Ending'] },
        { kind: 'no tempo' },
        { kind: 'written', bars: 10, sections: 4 },
      ],
    ],
    ['nobody decided about the hands', asked(chart), 'hands', 'left', [{ kind: 'hands as found' }]],
    [
      'a player and the chart say something of the hands',
      asked(chart.replace('Verse:\n', 'Verse:\n  right: outer-inner\n'), {
        decisions: {
          ...noDecisions,
          hands: { ...freeHands, school: schools[0], registers: [{ slot: 2, octaves: 1 }] },
        },
      }),
      'hands',
      'done',
      [{ kind: 'hands decided', own: 2, inChart: 1 }],
    ],
    [
      'it begins and ends by itself',
      asked(chart),
      'moves',
      'done',
      [{ kind: 'intro', bars: 2 }, { kind: 'ending' }],
    ],
    [
      'it begins with the verse, and its last chord waits',
      asked(without(/road: .*\n/).replace(/Intro:\n {2}1 \| 4\n\n/, '')),
      'moves',
      'left',
      [{ kind: 'no intro' }, { kind: 'ending' }],
    ],
    [
      'it stops with the chorus',
      asked(chart.replace(', Ending', '')),
      'moves',
      'left',
      [{ kind: 'no ending' }, { kind: 'intro', bars: 2 }],
    ],
    ['no run is placed', asked(chart), 'fills', 'left', [{ kind: 'no runs' }]],
    [
      'nobody is named, and nothing of what is sung is known',
      asked(without(/singer: Imre\n/).replace(/ {2}tune: .*\n/, '')),
      'key',
      'left',
      [{ kind: 'nobody named' }, { kind: 'no range' }],
    ],
    [
      'who sings it has no voice noted',
      asked(chart),
      'key',
      'left',
      [{ kind: 'no voice', who: 'Imre' }],
    ],
    [
      'it suits who sings it',
      asked(chart, { voices: [imre] }),
      'key',
      'done',
      [{ kind: 'suits', who: ['Imre'] }],
    ],
    [
      'the service says the key, and nobody can be asked',
      asked(chart, { isKeySaid: true }),
      'key',
      'done',
      [{ kind: 'key said' }],
    ],
    ['no link is open', asked(chart, { links: 0 }), 'share', 'left', [{ kind: 'no link' }]],
    ['links are open', asked(chart, { links: 2 }), 'share', 'done', [{ kind: 'links', count: 2 }]],
    [
      'links could not be asked for',
      asked(chart, { links: null }),
      'share',
      'left',
      [{ kind: 'links not known' }],
    ],
  ];
  test.each(cases)('%s', (_what, of, name, state, facts) => {
    expect(stepOf(stepsOfSong(of), name)).toEqual({ name, state, facts });
  });

  test('a run that is placed is counted', () => {
    const run = printRun(runs[0]!);
    const placed = [{ slot: 3, again: 0, times: [1], start: 0, run, over: false, octaves: 0 }];
    const steps = stepsOfSong(asked(chart, { decisions: { ...noDecisions, fills: { placed } } }));
    expect(stepOf(steps, 'fills').facts).toEqual([{ kind: 'runs', count: 1 }]);
  });

  test('a voice that would strain is told with its note, in the key of the service, though the key is said', () => {
    const low = { name: 'Odile', low: 60, high: 69 };
    const key = parseKey('A');
    const voices = [imre, low];
    const of = asked(chart, { voices, isKeySaid: true, ...(key.ok ? { key: key.value } : {}) });
    const { state, facts } = stepOf(stepsOfSong(of), 'key');
    expect(state).toBe('left');
    // The tune goes over a ninth (from 6 under home to 5 over it is a minor seventh more): no octave is inside of a sixth.
    expect(facts).toEqual([expect.objectContaining({ kind: 'strains', who: 'Odile' })]);
  });
});

describe('the steps of any song', () => {
  const settled = fc.subarray([...stepNames]);
  test('stand in the order of the work; what is settled is not left, but for a chart without a chord; nothing is done and left at once', () => {
    fc.assert(
      fc.property(songs, settled, fc.option(fc.nat(3)), (song, steps, links) => {
        const decisions = { ...noDecisions, settled: { steps } };
        const of = { song, problems: 0, decisions, sungBy: '', voices: [], links };
        const found = stepsOfSong(of);
        expect(found.map(({ name }) => name)).toEqual(stepNames);
        const unsettled = stepsOfSong({ ...of, decisions: noDecisions });
        for (const [at, { name, state, facts }] of found.entries()) {
          expect(facts).toEqual(unsettled[at]!.facts);
          if (unsettled[at]!.state === 'done') expect(state).toBe('done');
          else
            expect(state).toBe(
              steps.includes(name) && facts[0]!.kind !== 'empty' ? 'settled' : 'left',
            );
        }
        const next = nextStep(found);
        expect(next?.state ?? 'none').toBe(
          found.some(({ state }) => state === 'left') ? 'left' : 'none',
        );
      }),
    );
  });

  test('whoever opens no links has no step for them', () => {
    expect(stepsOfSong(asked(chart)).map(({ name }) => name)).toEqual(
      stepNames.filter((name) => name !== 'share'),
    );
  });

  test('a step is settled once, in the order of the work, and taken back', () => {
    fc.assert(
      fc.property(settled, fc.constantFrom(...stepNames), (steps, step) => {
        const now = withSettled({ steps }, step, true);
        expect(now.steps).toEqual(stepNames.filter((one) => one === step || steps.includes(one)));
        expect(withSettled(now, step, true)).toEqual(now);
        expect(withSettled(now, step, false).steps).not.toContain(step);
      }),
    );
  });
});
