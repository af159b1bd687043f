import { fold } from '../../pitch/note.ts';
import type { StanzaStep } from './steps.ts';
import type { HymnChord } from './vocabulary.ts';

const places = {
  notHomeAtEnd: 60,
  openEnd: 0.5,
  otherEnd: 8,
  cadentialOnWeak: 3,
  beginsAway: 1.5,
  opensElsewhere: 5,
  inverted: 4,
} as const;

/** What a chord costs where it stands: a stanza begins and ends at home, a phrase on home, the five or what stands for home. */
export function costOfPlace(
  of: HymnChord,
  { ends, strong, begins }: StanzaStep,
  tonic: number,
  isFirst: boolean,
): number {
  const five = fold(tonic + 7, 12);
  const isInverted = of.bass !== of.root;
  // The first chord says where home is, or leads there from before the bar.
  if (isFirst) {
    const isHome = of.root === tonic || (strong < 2 && of.root === five && of.seventh === null);
    return (isHome ? 0 : places.opensElsewhere) + (isInverted ? places.inverted : 0);
  }
  if (of.does === 'cadential') {
    if (ends) return places.notHomeAtEnd;
    return strong === 0 ? places.cadentialOnWeak : 0;
  }
  if (ends === 'stanza')
    return (
      (of.root === tonic ? 0 : places.notHomeAtEnd) +
      (isInverted || of.seventh !== null ? places.notHomeAtEnd : 0)
    );
  if (ends === 'phrase') {
    const inverted = isInverted ? places.inverted : 0;
    if (of.root === tonic) return inverted;
    if (of.root === five) return places.openEnd + inverted;
    return places.otherEnd + inverted;
  }
  return begins && of.does !== 'home' && of.does !== 'towards' ? places.beginsAway : 0;
}

const goes = {
  wrong: 30,
  back: 5,
  awayHome: 0.8,
  homeHome: 0.5,
  awayAway: 0.5,
  towardsTowards: 0.3,
  /** Home just after it was left, and before it is left again. */
  homeOnWeak: 0.8,
  toOther: 0.9,
  resolved: -0.3,
  sameStrong: 1.4,
  sameWeak: 0.2,
  weakCadence: 6,
  thinCadence: 1.5,
  falls: -0.5,
} as const;

/** What it costs that one chord follows another (textbooks of harmony, from memory; the figures are ours). */
export function costOfFollowing(
  was: HymnChord,
  is: HymnChord,
  step: StanzaStep,
  tonic: number,
): number {
  const isSame = was.root === is.root && was.isMajor === is.isMajor;
  const wanted = was.to;
  if (wanted && !isSame && !wanted.includes(is.root)) return goes.wrong;
  if (was.does === 'cadential')
    return is.does === 'towards' && is.bass === was.bass ? goes.resolved : goes.wrong;
  if (isSame) {
    if (is.text === was.text) return step.strong > 0 ? goes.sameStrong : goes.sameWeak;
    return goes.sameWeak;
  }
  // At an end the bass says it too.
  if (step.ends !== null && was.does === 'towards' && was.bass !== was.root && is.root === tonic)
    return step.ends === 'stanza' ? goes.thinCadence * 2 : goes.thinCadence;
  const falls = fold(was.root - is.root, 12) === 7 ? goes.falls : 0;
  if (step.ends !== null && is.root === tonic && was.does !== 'towards')
    return goes.weakCadence / (was.does === 'away' ? 3 : 1);
  if (was.does === 'of another') return goes.resolved + falls;
  if (was.does === 'towards') {
    if (is.does === 'away') return goes.back;
    const passing = step.strong === 0 && step.ends === null ? goes.homeOnWeak : 0;
    if (is.does === 'home') return (is.root === tonic ? falls : goes.toOther) + passing;
    return goes.towardsTowards + falls;
  }
  if (was.does === 'away' && is.does === 'home') return goes.awayHome + falls;
  if (was.does === 'away' && is.does === 'away') return goes.awayAway + falls;
  if (was.does === 'home' && is.does === 'home') return goes.homeHome + falls;
  return falls;
}
