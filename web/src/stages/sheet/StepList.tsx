import { PHASE_LABELS, type Sheet, type SheetStep } from '@radiatrix/core/procedure';
import { formatQuantity, minutesText } from '@radiatrix/core/quantity';
import { stepDetail, stepText } from '@radiatrix/words/jobs';
import { runWords } from '@radiatrix/words/en/run';
import { figureName } from '@radiatrix/words/figures';
import { listed } from '@radiatrix/words/list';
import { materialName } from '@radiatrix/words/work';
import type { Ticks } from './useTicks.ts';
import { useUnits } from '../../app/store.ts';

interface Props {
  section: Sheet['sections'][number];
  /** The first of its phase: where the stage’s link leads. */
  first: boolean;
  ticks: Ticks;
  hardware: Sheet['hardware'];
}

/** One phase of the work, each step with its box to tick. */
export function StepList({ section, first, ticks, hardware }: Props) {
  return (
    <section
      id={first ? section.phase : undefined}
      aria-label={PHASE_LABELS[section.phase]}
      className="mt-6 scroll-mt-3"
    >
      <h2 className="heading">
        {PHASE_LABELS[section.phase]}
        <span className="font-sans text-[14px] font-normal tracking-normal normal-case">
          {minutesText(section.minutes)}
          {section.waitingMinutes > 0 && ` + ${minutesText(section.waitingMinutes)} waiting`}
        </span>
      </h2>
      <ol>
        {section.steps.map((step) => (
          <StepItem key={step.id || step.number} step={step} ticks={ticks} hardware={hardware} />
        ))}
      </ol>
    </section>
  );
}

function StepItem({
  step,
  ticks,
  hardware,
}: {
  step: SheetStep;
  ticks: Props['ticks'];
  hardware: Props['hardware'];
}) {
  const done = ticks.has(step);
  const units = useUnits();
  const detail = stepDetail(step);
  return (
    <li className="border-rule print-keep border-b">
      <label className="grid min-h-12 cursor-pointer grid-cols-[34px_30px_1fr] gap-1 py-2">
        <input
          type="checkbox"
          className="checkbox print:border-black"
          style={{ width: 26, height: 26 }}
          checked={done}
          onChange={() => ticks.toggle(step)}
          aria-label={`Step ${step.number} done`}
        />
        <span className="figure text-muted pt-0.5">{step.number}</span>
        <span className={done ? 'opacity-60' : ''}>
          <strong className="text-[19px] leading-tight md:text-[17px]">{stepText(step, units)}</strong>
          {detail && <span className="block">{detail}</span>}
          {step.measures && (
            <span className="block font-semibold">
              {runWords('measure:blank', {
                names: listed(step.measures.map((key) => figureName('bay', key))),
              })}{' '}
              <span aria-hidden="true">________</span>
            </span>
          )}
          <span className="text-muted mt-0.5 flex flex-wrap gap-x-4 text-[14px]">
            {step.uses.map((use) => {
              const fastener = hardware.find((each) => each.tray === use.tray);
              return (
                <span key={use.tray}>
                  <strong className="text-ink">
                    {use.count} of {use.tray}
                  </strong>{' '}
                  {[fastener?.name, fastener?.tool].filter(Boolean).join(', ')}
                </span>
              );
            })}
            {step.torques.map(({ tray, torqueNm, source }) => (
              <span key={`torque ${tray}`} className="text-ink font-semibold">
                {tray}: {formatQuantity(torqueNm, 'torque', 'both')}{' '}
                <span className="text-muted font-normal">({source})</span>
              </span>
            ))}
            {step.tools.length > 0 && <span>{step.tools.join(', ')}</span>}
            {step.consumables.length > 0 && <span>{step.consumables.map(materialName).join(', ')}</span>}
            {step.connector && (
              <span>
                plug <span className="figure">{step.connector}</span>
              </span>
            )}
            {step.waiting && <span>{minutesText(step.minutes)} waiting</span>}
          </span>
          {step.cautionTexts.map((text) => (
            <span key={text} className="caution mt-1 block px-3 py-1 text-[14px]">
              {text}
            </span>
          ))}
        </span>
      </label>
    </li>
  );
}
