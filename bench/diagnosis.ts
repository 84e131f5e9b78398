import {
  costsOf,
  follow,
  hiddenFault,
  nextStep,
  shows,
  tableFor,
  type DiagnosisStep,
} from '@radiatrix/core/diagnosis';

const SEEDS = 30;

/** The next check, over diagnoses of simulated vehicles from what was told to the first repair. */
export function measureNextCheck() {
  const table = tableFor({ fans: 'two', airConditioning: true, withAc: 'both', module: true, selfShifting: true, highVoltage: false, ageYears: 14 }); // prettier-ignore
  const costs = costsOf(table);
  const times: number[] = [];
  for (let seed = 1; seed <= SEEDS; seed += 1) {
    const hidden = hiddenFault(table, seed);
    const shown = (at: number): DiagnosisStep => {
      const observation = table.observations[at]!;
      return { kind: 'found', check: observation.id, outcome: observation.outcomes[shows(hidden, observation)]!.id }; // prettier-ignore
    };
    const steps = table.observations.flatMap(({ line }, at) => (line.told && !line.after ? [shown(at)] : []));
    for (let count = 0; count < 12; count += 1) {
      const begun = performance.now();
      const next = nextStep(table, follow(table, steps), costs);
      times.push(performance.now() - begun);
      if (next?.step.what.do !== 'check') break;
      steps.push(shown(table.observations.indexOf(next.step.what.observation)));
    }
  }
  times.sort((a, b) => a - b);
  return { checks: times.length, hypotheses: table.hypotheses.length, p50: times[Math.floor(times.length / 2)]!, p95: times[Math.floor(0.95 * times.length)]! }; // prettier-ignore
}
