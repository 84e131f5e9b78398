import { PHASE_LABELS } from '@radiatrix/core/procedure';
import { stepText } from '@radiatrix/words/jobs';
import type { Run } from './useRun.ts';
import { useUnits } from '../../app/store.ts';

/** Every step, what became of it, and which may be done now; a jump leads to any of them to be read. */
export function StepIndex({ run, onStep }: { run: Run; onStep: (id: string) => void }) {
  const units = useUnits();
  return (
    <ol aria-label="Steps" className="pb-4">
      {run.steps.map((step, at) => {
        const skipped = run.state.skipped[step.id];
        const done = run.settled.has(step.id);
        const first = run.steps[at - 1]?.phase !== step.phase;
        return (
          <li key={step.id}>
            {first && <h2 className="heading mt-4">{PHASE_LABELS[step.phase]}</h2>}
            <button
              type="button"
              className="border-rule flex min-h-[52px] w-full items-center gap-3 border-b py-1.5 text-left"
              onClick={() => onStep(step.id)}
            >
              <span
                aria-hidden="true"
                className={`inline-block size-4 shrink-0 border ${done ? 'bg-muted border-muted' : run.open.has(step.id) ? 'border-copper border-2' : 'border-strong'}`}
              />
              <span className={`flex-1 text-[17px] leading-tight ${done ? 'text-muted' : ''}`}>
                {stepText(step, units)}
                {skipped && <span className="text-changes block text-[15px]">skipped: {skipped.reason}</span>}
              </span>
              <span className="text-muted text-[15px]">
                {done ? (skipped ? 'skipped' : 'done') : run.open.has(step.id) ? 'may be next' : ''}
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}
