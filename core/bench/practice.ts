import { expand, gradeRound, parseChart, perform, quartersAMinute, voice } from '@intervallum/core';
import { inTurn } from './measure.ts';

/** A round of ten thousand notes, played a little off, with a wrong key now and then; and one of a tenth of it. */
function roundOf(repeats: number) {
  const lines = '  1 | 5/7 | <6m7 | 4maj7\n'.repeat(25);
  const { song } = parseChart(
    `key: Eb\nmeter: 4/4\ntempo: 96\nright: top-middle-low-middle, sixteenths\nleft: alternating bass\n\nA x${repeats}:\n${lines}`,
  );
  const performance = perform(voice(expand(song)));
  const quarters = quartersAMinute(song);
  const played = performance.notes.map(({ note, onset }, place) => ({
    note: place % 97 === 0 ? note + 1 : note,
    at: (onset * 60_000) / quarters / 480 + ((place * 7) % 40) - 20,
  }));
  return { performance, quarters, played };
}

const rounds = { short: roundOf(1), long: roundOf(5) };
const counts = {
  short: rounds.short.performance.notes.length,
  long: rounds.long.performance.notes.length,
};
const grade = ({ performance, quarters, played }: typeof rounds.long) =>
  gradeRound(performance, played, { quarters });
const times = inTurn(9, {
  short: () => void grade(rounds.short),
  long: () => void grade(rounds.long),
});
const inTenThousand = (times.long / counts.long) * 10_000;
const pace = times.long / counts.long / (times.short / counts.short);
const verdict = (isMet: boolean) => (isMet ? 'met' : 'MISSED');
console.log(
  `gradeRound() of ${counts.long} notes: median ${times.long.toFixed(1)} ms, 10,000 in ${inTenThousand.toFixed(1)} ms ` +
    `(aim 100 ms: ${verdict(inTenThousand <= 100)}), ${pace.toFixed(2)} of the pace of ${counts.short} notes ` +
    `(aim 1.5: ${verdict(pace <= 1.5)})`,
);
