import { compareWords } from '@radiatrix/words/en/compare';
import { useEffect, useRef, useState } from 'react';
import { driveFinding } from '@radiatrix/core/fitment';
import { COURSES, COURSE_NAMES, USUAL_CONTROL, type CourseName } from '@radiatrix/core/drive';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../../app/store.ts';
import type { Asked } from '../address.ts';
import { DriveChart } from './DriveChart.tsx';
import { drivesOf } from '@radiatrix/core/fitment';
import { USUAL_PRACTICE } from '@radiatrix/core/practice';
import { coolingNeeds } from '@radiatrix/words/fitment';
import { kelvins } from '@radiatrix/words/temperature';
import { DriveTable } from './driveSays.tsx';
import { Answer, Block, Pick, Wanting, WorkerState } from '../tabs/parts.tsx';
import type { TabProps } from '../tabs/tab.ts';
import { useDrives } from '../background/useDrives.ts';
import { MODEL_CARE } from '../words.ts';

/** After the last move of a slider, ms, what it says goes into the address. */
const SETTLES_MS = 350;

/** Through time: two set-ups on one chart, with sliders that answer at once. */
export function DriveTab({ planning, compared, asked, change }: TabProps) {
  const units = useUnits();
  // Sliders run ahead of the address: writing it with each move would draw the whole frame again.
  const [live, setLive] = useState<Partial<Asked>>({});
  const timer = useRef<number | undefined>(undefined);
  const pending = useRef<Partial<Asked> | null>(null);
  const settle = () => {
    clearTimeout(timer.current);
    if (pending.current) change(pending.current);
    pending.current = null;
  };
  const slide = (patch: Partial<Asked>) => {
    const next = { ...live, ...patch };
    setLive(next);
    pending.current = next;
    clearTimeout(timer.current);
    timer.current = window.setTimeout(settle, SETTLES_MS);
  };
  useEffect(() => () => clearTimeout(timer.current), []);
  const address = JSON.stringify(asked);
  useEffect(() => setLive({}), [address]);
  const now: Asked = { ...asked, ...live };
  const drives = drivesOf(planning, compared, now);
  const { old, fresh } = useDrives(drives);
  const t = (value: number) => formatQuantity(value, 'temperature', units);
  const fan = drives.fresh?.control;
  const set: SetTo | undefined = drives.fresh && {
    opens: drives.fresh.thermostat.opensC,
    full: drives.fresh.thermostat.fullyOpenC,
    ...(fan?.kind === 'stages'
      ? { on: fan.stages[0]!.onC, off: fan.stages[0]!.offC, two: fan.stages[1] }
      : { on: fan!.fromC, off: fan!.fromC - fan!.hysteresisK, two: undefined }),
  };
  const { fresh: ready } = compared.setUps;
  const turned = ready.ok && ready.setUp.fans?.engineDriven !== undefined;
  const waits = [
    ready.ok ? '' : coolingNeeds(ready.missing),
    ready.ok && !ready.setUp.fans ? compareWords('drive:fan') : '',
    compared.settings ? '' : compareWords(turned ? 'drive:thermostat' : 'drive:settings'),
  ].filter(Boolean);
  return (
    <>
      <Answer found={fresh.result ? [driveFinding(fresh.result, compared.settings?.boilsC)] : []} />
      {!drives.fresh && (
        <Wanting
          what="The drive"
          missing={waits.length > 0 ? waits.join(', ') : compareWords('drive:more')}
        />
      )}
      <WorkerState state={fresh} what="Driving the new" />
      {!fresh.running && <WorkerState state={{ ...old, running: false }} what="Driving the old" />}
      <div className="grid gap-x-6 lg:grid-cols-[1fr_330px]">
        <div>
          <DriveChart
            old={old.result}
            fresh={fresh.result}
            legs={(drives.fresh ?? drives.old)?.legs}
            boilsC={compared.settings?.boilsC}
          />
          <p className="text-muted flex flex-wrap gap-x-5 text-[14px]">
            <Key tone="var(--color-copper)" width={3} words="new" />
            <Key tone="var(--color-steel)" width={1.5} words="new, radiator" />
            <Key
              tone="var(--color-muted)"
              width={1.5}
              dash
              words={`old, as the vehicle switches its fan${drives.old ? '' : ' (figures missing)'}`}
            />
          </p>
          {(fresh.result ?? old.result) && <DriveTable old={old.result} fresh={fresh.result} />}
        </div>
        <div>
          <Block title="Course and settings">
            <Pick<CourseName>
              label="Course"
              value={now.course ?? 'pull-down'}
              options={COURSE_NAMES.map((each) => [each, COURSES[each].label])}
              onChange={(course) => change({ course })}
            />
            {turned ? (
              <p className="mt-2">{compareWords('drive:turned')}</p>
            ) : (
              <Pick<'staged' | 'modulated'>
                label="Fan of the new, driven"
                className="mt-2"
                value={now.drive ?? 'staged'}
                options={[
                  ['staged', 'on and off'],
                  ['modulated', 'by duty, rising with temperature'],
                ]}
                onChange={(drive) => change({ drive: drive === 'staged' ? undefined : drive })}
              />
            )}
            <div className="mt-3 grid gap-2.5" onPointerUp={settle} onBlur={settle}>
              {set ? (
                <SetSliders {...{ set, turned, now, slide, change }} />
              ) : (
                !compared.settings && (
                  <button
                    type="button"
                    className="btn btn-quiet justify-self-start"
                    onClick={() => change({ tab: 'agreement' })}
                  >
                    {compareWords('drive:enter')}
                  </button>
                )
              )}
              <Slider
                label="Ambient"
                min={-20}
                max={50}
                value={now.ambient ?? USUAL_PRACTICE.usualAmbient}
                show={t}
                onChange={(ambient) => slide({ ambient })}
              />
            </div>
          </Block>
          <p className="text-muted text-[14px]">{MODEL_CARE}</p>
        </div>
      </div>
    </>
  );
}

/** What the drive is set to, °C. */
interface SetTo {
  opens: number;
  full: number;
  on: number;
  off: number;
  two: Stage | undefined;
}

/** Sliders of thermostat and fan; only what is known is shown. */
function SetSliders({
  set: { opens, full, on, off, two },
  turned,
  now,
  slide,
  change,
}: {
  set: SetTo;
  turned: boolean;
  now: Asked;
  slide: (patch: Partial<Asked>) => void;
  change: TabProps['change'];
}) {
  const units = useUnits();
  const t = (value: number) => formatQuantity(value, 'temperature', units);
  return (
    <>
      <Slider
        label="Thermostat starts to open"
        min={60}
        max={105}
        value={opens}
        show={t}
        onChange={(value) => slide({ opens: value, full: value + (full - opens) })}
      />
      <Slider
        label="Fully open"
        min={Math.ceil(opens) + 1}
        max={125}
        value={full}
        show={t}
        onChange={(value) => slide({ opens, full: value })}
      />
      {!turned && (
        <>
          <StageSliders
            names={['Fan on', 'Fan off']}
            stage={{ onC: on, offC: off }}
            above={off}
            show={t}
            onChange={({ onC, offC }) => slide({ on: onC, off: offC })}
          />
          {now.drive === 'modulated' && (
            <Slider
              label="To full duty over"
              min={2}
              max={30}
              value={now.ramp ?? USUAL_CONTROL.rampK}
              show={(value) => kelvins(value, units)}
              onChange={(ramp) => slide({ ramp })}
            />
          )}
          {two && now.drive !== 'modulated' && (
            <>
              <StageSliders
                names={['Second stage on', 'Second stage off']}
                stage={two}
                above={on}
                show={t}
                onChange={({ onC, offC }) => slide({ on, off, on2: onC, off2: offC })}
              />
            </>
          )}
          {!two && now.drive !== 'modulated' && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => change({ on, off, on2: on + 6, off2: off + 6 })}
            >
              Add a second stage
            </button>
          )}
          {two && now.drive !== 'modulated' && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => change({ on2: undefined, off2: undefined })}
            >
              Without the second stage
            </button>
          )}
        </>
      )}
    </>
  );
}

interface Stage {
  onC: number;
  offC: number;
}

/** Where one stage comes on and goes off: on stays above what is below it, off below on. */
function StageSliders({
  names: [on, off],
  stage: { onC, offC },
  above,
  show,
  onChange,
}: {
  names: readonly [string, string];
  stage: Stage;
  above: number;
  show: (value: number) => string;
  onChange: (stage: Stage) => void;
}) {
  return (
    <>
      <Slider
        label={on}
        min={Math.ceil(above) + 1}
        max={125}
        value={onC}
        show={show}
        onChange={(value) => onChange({ onC: value, offC })}
      />
      <Slider
        label={off}
        min={55}
        max={Math.floor(onC) - 1}
        value={offC}
        show={show}
        onChange={(value) => onChange({ onC, offC: value })}
      />
    </>
  );
}

function Slider({
  label,
  min,
  max,
  value,
  show,
  onChange,
}: {
  label: string;
  min: number;
  max: number;
  value: number;
  show: (value: number) => string;
  onChange: (value: number) => void;
}) {
  return (
    <label className="block">
      <span className="flex justify-between">
        <span className="label-text">{label}</span>
        <span className="figure text-[14px]">{show(value)}</span>
      </span>
      <input
        type="range"
        min={Math.min(min, Math.floor(value))}
        max={Math.max(max, Math.ceil(value))}
        step={1}
        value={value}
        aria-valuetext={show(value)}
        onChange={(event) => onChange(Number(event.target.value))}
        className="accent-copper w-full"
      />
    </label>
  );
}

const Key = ({
  tone,
  width,
  dash,
  words,
}: {
  tone: string;
  width: number;
  dash?: boolean;
  words: string;
}) => (
  <span className="inline-flex items-center gap-1.5">
    <svg width="32" height="6" aria-hidden="true">
      <line
        x1="0"
        x2="32"
        y1="3"
        y2="3"
        stroke={tone}
        strokeWidth={width}
        strokeDasharray={dash ? '6 4' : undefined}
      />
    </svg>
    {words}
  </span>
);
