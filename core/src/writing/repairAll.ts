import { compareTexts } from '../marks/compare.ts';
import { parseChart, type ChartResult } from '../chart/read/parseChart.ts';
import type { Problem } from '../kit/result.ts';
import type { Edit } from './edit.ts';

/** One repair, with what it does to the lines it touches. */
export interface RepairStep {
  /** The line, from 1, in the text as it is then. */
  readonly line: number;
  readonly message: string;
  readonly label: string;
  readonly before: string;
  readonly after: string;
}

/** What a chart becomes by its repairs. */
export interface Repaired {
  readonly steps: readonly RepairStep[];
  readonly text: string;
  /** Problems that are left, since they offer nothing. */
  readonly left: readonly Problem[];
}

/** No chart that a person typed needs more. */
const mostSteps = 500;

/** Takes the first repair of the first problem, again and again, until there is none, and says what each step does. */
export function repairAll(chart: ChartResult): Repaired {
  const steps: RepairStep[] = [];
  let read = chart;
  while (!read.ok && steps.length < mostSteps) {
    const problem = read.problems.find(({ repairs }) => repairs.length > 0);
    if (!problem) break;
    const { text, step } = repaired(read, problem);
    steps.push(step);
    read = parseChart(text);
  }
  return { steps, text: read.text, left: read.ok ? [] : read.problems };
}

/** All repairs as one edit of the chart. */
export function repairAllEdit({ text }: ChartResult, { text: after }: Repaired): Edit {
  return { ok: true, changes: compareTexts(text, after), cursor: null };
}

function repaired(
  { text, lines }: ChartResult,
  { place, message, repairs }: Problem,
): { readonly text: string; readonly step: RepairStep } {
  const [repair] = repairs as [Problem['repairs'][number]];
  const { from, to } = lines.rangeOf(repair.at ?? place);
  const after = text.slice(0, from) + repair.text + text.slice(to);
  const start = text.lastIndexOf('\n', from - 1) + 1;
  const endOf = (whole: string, at: number) => {
    const end = whole.indexOf('\n', at);
    return end < 0 ? whole.length : end;
  };
  return {
    text: after,
    step: {
      line: place.line,
      message,
      label: repair.label,
      before: text.slice(start, endOf(text, to)),
      after: after.slice(start, endOf(after, from + repair.text.length)),
    },
  };
}
