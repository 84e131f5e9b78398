import { useState } from 'react';
import { kelvins } from '@radiatrix/core/compare';
import {
  CASES,
  CORE_CLASSES,
  CORE_CLASS_NAMES,
  LEFT_OUT,
  LIMITS,
  LOAD_SPREAD,
  VEHICLE_CLASSES,
  shopSums,
  steady,
  type CoolingInputs,
  type Likely,
  type RadiatorFigures,
  type ShopSums,
  type VehicleClass,
} from '@radiatrix/core/cooling';
import {
  COOLANTS,
  COOLANT_LABELS,
  COOLANT_SPREAD,
  STRONGEST_MASS_SHARE,
  COOLANT_RANGE_C,
  freezesC,
  massShareOf,
  type CoolantBase,
} from '@radiatrix/core/fluid';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../app/store.ts';
import { NumberAltitude } from './AgreementTab.tsx';
import { curveAsWritten } from './as-written.ts';
import { attempt } from './attempt.ts';
import type { CaseAnswer } from './compare.worker.ts';
import { Answer, Block, Knob, NumberKnob, Pick, Table, Wanting, WorkerState } from './parts.tsx';
import type { CasesState, TabProps } from './tab.ts';
import type { Found } from '@radiatrix/core/compare';
import { MODEL_CARE } from './words.ts';

/** Whether it will cool: four cases, old beside new, with what each answer may be off by. */
export function CoolingTab({
  cases,
  found,
  ...props
}: TabProps & { cases: CasesState; found: readonly Found[] }) {
  const { compared } = props;
  const [open, setOpen] = useState(0);
  const { old, fresh } = compared.setUps;
  const shown = cases.result?.[Math.min(open, (cases.result?.length ?? 1) - 1)];
  return (
    <>
      <Answer found={found} />
      {!fresh.ok && <Wanting what="Cooling of the new" missing={fresh.missing} />}
      {fresh.ok && !old.ok && <Wanting what="Cooling of the old" missing={old.missing} />}
      <WorkerState state={cases} what="Working the cases out" />
      <div className="mt-2 grid gap-x-7 lg:grid-cols-[1fr_400px]">
        <div>
          {cases.result && (
            <Block title="Settled, thermostat fully open" aside="choose a case to see behind it">
              <CasesTable cases={cases.result} chosen={open} onChoose={setOpen} />
            </Block>
          )}
          {shown && <Behind shown={shown} />}
          <ShopSumsBlock {...props} />
          <TwoWide {...props} />
        </div>
        <div>
          <Taken {...props} />
          <p className="text-muted text-[14px]">{MODEL_CARE}</p>
        </div>
      </div>
    </>
  );
}

const SCALE_FROM = 60;
const SCALE_TO = 140;
/** Top tanks of old and new with their whiskers against boiling. */
function CaseBar({ each }: { each: CaseAnswer }) {
  const at = (tempC: number) =>
    ((Math.min(SCALE_TO, Math.max(SCALE_FROM, tempC)) - SCALE_FROM) / (SCALE_TO - SCALE_FROM)) * 196 + 2;
  const line = (likely: Likely, y: number, tone: string, width: number) => (
    <g>
      <path
        d={`M${at(likely.steady.topTankC - likely.u)} ${y}H${at(likely.steady.topTankC + likely.u)}`}
        stroke={tone}
        strokeWidth={width}
      />
      <circle cx={at(likely.steady.topTankC)} cy={y} r="3.500" fill={tone} />
    </g>
  );
  const boils = each.fresh.steady.boilsC;
  return (
    <svg width="200" height="26" viewBox="0 0 200 26" aria-hidden="true" className="block">
      <rect x={at(boils)} y="0" width={200 - at(boils)} height="26" fill="var(--color-no)" opacity="0.13" />
      <path d={`M${at(boils)} 0V26`} stroke="var(--color-no)" strokeWidth="1.4" />
      {each.old && line(each.old, 8, 'var(--color-muted)', 1)}
      {line(each.fresh, 18, each.fresh.steady.marginK > 0 ? 'var(--color-ink)' : 'var(--color-no)', 2)}
    </svg>
  );
}

export function CasesTable({
  cases,
  chosen,
  onChoose,
}: {
  cases: readonly CaseAnswer[];
  chosen?: number;
  onChoose?: (index: number) => void;
}) {
  const units = useUnits();
  const system = units === 'both' ? 'metric' : units;
  const t = (value: number) => (value > 300 ? 'boils' : formatQuantity(value, 'temperature', system));
  const boilsIn = (likely: Likely | undefined) =>
    !likely
      ? ''
      : likely.airToBoilC === undefined
        ? 'any weather'
        : formatQuantity(likely.airToBoilC, 'temperature', system);
  return (
    <Table
      caption="Cases, old beside new"
      heads={[
        ['Case'],
        ['Old', true],
        ['New top tank', true],
        ['old · new · boiling'],
        ['To boiling', true],
        ['Cooler by', true],
        ['Air to boil, old · new', true],
      ]}
    >
      {cases.map((each, i) => (
        <tr
          key={each.name}
          className={`border-rule border-b ${chosen === i && onChoose ? 'bg-wash-steel' : ''}`}
        >
          <th scope="row" className="py-1 pr-1 text-left font-normal whitespace-nowrap">
            {onChoose ? (
              <button
                type="button"
                className="hover:underline"
                aria-pressed={chosen === i}
                onClick={() => onChoose(i)}
              >
                {CASES[each.name].label}
              </button>
            ) : (
              CASES[each.name].label
            )}
          </th>
          <td className="figure text-muted px-1.5 text-right text-[14px]">
            {each.old && t(each.old.steady.topTankC)}
          </td>
          <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">
            {t(each.fresh.steady.topTankC)}{' '}
            <span className="text-muted">± {kelvins(each.fresh.u, units)}</span>
          </td>
          <td className="px-1">
            <CaseBar each={each} />
          </td>
          <td
            className={`figure px-1.5 text-right text-[14px] ${each.fresh.steady.marginK > each.fresh.u ? 'text-straight-in' : each.fresh.steady.marginK < -each.fresh.u ? 'text-no' : 'text-not-proven'}`}
          >
            {each.fresh.steady.marginK < -150
              ? 'past it'
              : kelvins(each.fresh.steady.marginK, units).replace('-', '−')}
          </td>
          <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">
            {each.cooler && Math.abs(each.cooler.k) < 300
              ? `${kelvins(each.cooler.k, units).replace('-', '−')} ± ${kelvins(each.cooler.u, units)}`
              : ''}
          </td>
          <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">
            {each.old ? `${boilsIn(each.old)} · ` : ''}
            {boilsIn(each.fresh)}
          </td>
        </tr>
      ))}
    </Table>
  );
}

/** What is behind the answer of one case. */
function Behind({ shown }: { shown: CaseAnswer }) {
  const units = useUnits();
  const { steady: now, from } = shown.fresh;
  const was = shown.old?.steady;
  const t = (value: number) =>
    formatQuantity(Math.min(value, 999), 'temperature', units === 'both' ? 'metric' : units);
  const rows: [string, (s: typeof now) => string][] = [
    ['Heat into the coolant', (s) => `${(s.heatW / 1000).toFixed(1)} kW`],
    ['Air at the radiator', (s) => t(s.airInC)],
    ['Air behind it', (s) => t(s.airOutC)],
    ['Air through the core', (s) => `${(s.airMassFlowKgS * 3600).toFixed(0)} kg/h`],
    ['at a face speed of', (s) => `${s.faceVelocityMS.toFixed(1)} m/s`],
    ['Air round the core', (s) => `${(s.roundShare * 100).toFixed(0)} %`],
    ['Air pressure lost in it', (s) => `${s.corePa.toFixed(0)} Pa`],
    ['Coolant through it', (s) => `${s.coolantLMin.toFixed(0)} L/min`],
    ['Reynolds number in the tubes', (s) => s.coolantReynolds.toFixed(0)],
    ['Coolant pressure lost', (s) => `${s.coolantKPa.toFixed(1)} kPa`],
    ['Way of the heat: air side', (s) => `${(s.conductanceShares.air * 100).toFixed(0)} %`],
    [
      'coolant side · wall',
      (s) =>
        `${(s.conductanceShares.coolant * 100).toFixed(0)} · ${(s.conductanceShares.wall * 100).toFixed(0)} %`,
    ],
  ];
  return (
    <Block
      title={`Behind ${CASES[shown.name].label.toLowerCase()}`}
      aside={`limited by ${LIMITS[now.limit]}`}
    >
      <div className="grid gap-x-7 md:grid-cols-[1fr_280px]">
        <Table
          caption="Behind the case"
          heads={[['What'], ...(was ? ([['Old', true]] as const) : []), ['New', true]]}
        >
          {rows.map(([label, of]) => (
            <tr key={label} className="border-rule border-b">
              <th scope="row" className="py-[2px] text-left font-normal">
                {label}
              </th>
              {was && <td className="figure text-muted px-1.5 text-right text-[14px]">{of(was)}</td>}
              <td className="figure px-1.5 text-right text-[14px]">{of(now)}</td>
            </tr>
          ))}
        </Table>
        <div>
          <h3 className="font-label text-muted text-[15px]">What the ± comes from</h3>
          <ul>
            {from.slice(0, 7).map((each) => (
              <li key={each.key} className="flex justify-between gap-2">
                <span>{each.label}</span>
                <span className="figure text-[14px]">{each.k.toFixed(1)} K</span>
              </li>
            ))}
          </ul>
          {[...new Set([...now.warnings, ...(was?.warnings ?? [])])].map((warning) => (
            <p key={warning} className="text-changes mt-2">
              {warning}
            </p>
          ))}
        </div>
      </div>
    </Block>
  );
}

/** What the sums take for granted, all of it to be written over. */
function Taken({ compared, asked, change }: TabProps) {
  const units = useUnits();
  const { load, cls, coolant, setUps } = compared;
  const of = (key: keyof typeof LOAD_SPREAD) => `± ${Math.round((LOAD_SPREAD[key] ?? 0) * 100)} %`;
  const classes = CORE_CLASS_NAMES.map((each) => [each, CORE_CLASSES[each].label] as const);
  const freezes = attempt(() => freezesC(coolant.base, massShareOf(coolant.base, coolant.volumeShare)));
  const t = (value: number) => formatQuantity(value, 'temperature', units);
  return (
    <Block title="Taken for it" aside="write over what you know">
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <Pick<VehicleClass>
          label="Vehicle, as a class"
          value={cls}
          options={(Object.keys(VEHICLE_CLASSES) as VehicleClass[]).map((each) => [
            each,
            VEHICLE_CLASSES[each].label,
          ])}
          onChange={(next) => change({ load: next })}
        />
        <NumberKnob
          label={`Mass, ${of('massKg')}`}
          unit="kg"
          places={0}
          range={[400, 12000]}
          value={asked.mass}
          usual={load.massKg}
          onChange={(mass) => change({ mass })}
        />
        <NumberKnob
          label={`Drag area, ${of('dragAreaM2')}`}
          unit="m²"
          places={2}
          range={[0.2, 8]}
          value={asked.drag}
          usual={load.dragAreaM2}
          onChange={(drag) => change({ drag })}
        />
        <NumberKnob
          label={`Pump at idle, ${of('pumpIdleLMin')}`}
          unit="L/min"
          places={0}
          range={[2, 200]}
          value={asked.pumpIdle}
          usual={load.pumpIdleLMin}
          onChange={(pumpIdle) => change({ pumpIdle })}
        />
        <NumberKnob
          label={`Pump at work, ${of('pumpWorkingLMin')}`}
          unit="L/min"
          places={0}
          range={[5, 500]}
          value={asked.pumpWork}
          usual={load.pumpWorkingLMin}
          onChange={(pumpWork) => change({ pumpWork })}
        />
        <NumberKnob
          label={`Heat at idle, ${of('idleHeatKW')}`}
          unit="kW"
          range={[0.5, 30]}
          value={asked.idleHeat}
          usual={load.idleHeatKW}
          onChange={(idleHeat) => change({ idleHeat })}
        />
        <NumberKnob
          label={`Condenser, ${of('condenserKW')}`}
          unit="kW"
          range={[0, 20]}
          value={asked.condenser}
          usual={load.condenserKW}
          onChange={(condenser) => change({ condenser })}
        />
        <Knob
          label="Ambient, all cases"
          dimension="temperature"
          range={[-40, 60]}
          value={asked.ambient}
          usual={undefined}
          blank="as each case"
          onChange={(ambient) => change({ ambient })}
        />
        <NumberAltitude asked={asked} change={change} />
        <Knob
          label="Humidity"
          dimension="share"
          range={[0, 100]}
          value={asked.humidity}
          blank="as each case"
          onChange={(humidity) => change({ humidity })}
        />
        <Knob
          label="Cap"
          dimension="pressure"
          range={[0, 250]}
          value={asked.cap}
          usual={setUps.fresh.ok ? setUps.fresh.setUp.capKPa : undefined}
          onChange={(cap) => change({ cap })}
        />
        <Pick<CoolantBase>
          label="Coolant"
          value={coolant.base}
          options={COOLANTS.map((each) => [each, COOLANT_LABELS[each]])}
          onChange={(base) => change({ base })}
        />
        <Knob
          label="Strength, by volume"
          dimension="share"
          range={[0, 100]}
          value={asked.mix}
          usual={coolant.volumeShare * 100}
          onChange={(mix) => change({ mix })}
        />
        <Pick
          label="Old core, as a class"
          value={setUps.old.ok ? setUps.old.setUp.radiator.coreClass : (asked.coreOld ?? classes[0]![0])}
          options={classes}
          onChange={(coreOld) => change({ coreOld })}
        />
        <Pick
          label="New core, as a class"
          value={setUps.fresh.ok ? setUps.fresh.setUp.radiator.coreClass : (asked.coreNew ?? classes[0]![0])}
          options={classes}
          onChange={(coreNew) => change({ coreNew })}
        />
      </div>
      <p className="mt-2">
        {freezes.ok ? `Freezes at ${t(freezes.value)}` : freezes.problem}
        {compared.boils.ok
          ? `; boils at ${t(compared.boils.value)} under this cap.`
          : ` ${compared.boils.problem}`}
      </p>
      <p className="text-muted mt-1 text-[14px]">
        Water cools best and loses at freezing, boiling and corrosion. Properties hold from{' '}
        {t(COOLANT_RANGE_C[0])} to {t(COOLANT_RANGE_C[1])}: water to 0.5 % of IAPWS-IF97; mixes, up to{' '}
        {STRONGEST_MASS_SHARE * 100} % by mass, to {COOLANT_SPREAD.heat * 100} % in heat,{' '}
        {COOLANT_SPREAD.conductivity * 100} % in conductivity, {COOLANT_SPREAD.viscosity * 100} % in
        viscosity; freezing to 1 K of ASHRAE’s table.
      </p>
      <FanCurve asked={asked} change={change} />
      {(setUps.fresh.ok ? setUps.fresh.notes : []).map((note) => (
        <p key={note} className="text-changes mt-1 text-[14px]">
          {note}
        </p>
      ))}
    </Block>
  );
}

/** A curve measured on a bench, a pair a line; it goes before what is stated. */
function FanCurve({ asked, change }: Pick<TabProps, 'asked' | 'change'>) {
  const [text, setText] = useState(() => asked.curve.map((pair) => pair.join(' ')).join('\n'));
  const read = curveAsWritten(text);
  return (
    <details className="mt-2">
      <summary className="font-label cursor-pointer text-[16px]">
        Measured curve of the new fans{asked.curve.length > 0 && `: ${asked.curve.length} points count`}
      </summary>
      <label className="mt-1 block">
        <span className="label-text">m³/h and Pa, all fans together, a pair a line, three or more</span>
        <textarea
          className="textarea figure !text-[14px]"
          rows={5}
          value={text}
          placeholder={'0 190\n1200 150\n2600 0'}
          onChange={(event) => {
            setText(event.target.value);
            const now = curveAsWritten(event.target.value);
            if (now.ok) change({ curve: now.value });
          }}
        />
      </label>
      {!read.ok && (
        <p role="alert" className="text-no text-[14px]">
          {read.problem}
        </p>
      )}
    </details>
  );
}

export function ShopSumsBlock({ compared }: Pick<TabProps, 'compared'>) {
  const units = useUnits();
  const sums = (['old', 'fresh'] as const).map((side) => {
    const own = compared.setUps[side];
    return own.ok ? attempt(() => shopSums(own.setUp.radiator)) : undefined;
  });
  const problem = sums.find((each) => each && !each.ok);
  if (problem && !problem.ok)
    return (
      <p role="alert" className="text-no">
        {problem.problem}
      </p>
    );
  const [old, fresh] = sums.map((each) => (each?.ok ? each.value : undefined));
  if (!old && !fresh) return null;
  const metric = units !== 'us';
  const rows: [string, (s: ShopSums) => string, string?][] = [
    [
      'Face area',
      (s) => (metric ? `${(s.faceMm2 / 100).toFixed(0)} cm²` : `${s.faceSqIn.toFixed(0)} sq in`),
      LEFT_OUT.face,
    ],
    [
      'Space the core fills',
      (s) => (metric ? `${(s.envelopeMm3 / 1e6).toFixed(1)} L` : `${s.envelopeCuIn.toFixed(0)} cu in`),
      LEFT_OUT.envelope,
    ],
    ['One square inch a horsepower', (s) => `${s.ruleHp.toFixed(0)} hp`, LEFT_OUT.rule],
    ['Tubes', (s) => String(s.tubes)],
    ['Fins', (s) => `${s.finnedM2.toFixed(1)} m²`],
    ['Wetted by coolant', (s) => `${s.wettedM2.toFixed(2)} m²`],
    ['Coolant in the tubes', (s) => `${s.tubesHoldL.toFixed(1)} L`],
  ];
  return (
    <Block title="The shop’s own sums" aside="beside what they leave out">
      <Table caption="The shop’s own sums" heads={[['Sum'], ['Old', true], ['New', true], ['Leaves out']]}>
        {rows.map(([label, of, out]) => (
          <tr key={label} className="border-rule border-b align-top">
            <th scope="row" className="py-[2px] text-left font-normal whitespace-nowrap">
              {label}
            </th>
            <td className="figure text-muted px-1.5 text-right text-[14px] whitespace-nowrap">
              {old && of(old)}
            </td>
            <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">{fresh && of(fresh)}</td>
            <td className="text-muted px-1.5 text-[13.500px] leading-snug">{out}</td>
          </tr>
        ))}
      </Table>
    </Block>
  );
}

const GAP_MM = 2;
/** Two wide tubes against four narrow ones in the same core, worked out instead of argued. */
export function TwoWide({ compared }: Pick<TabProps, 'compared'>) {
  const units = useUnits();
  const inputs = compared.inputsOf(compared.setUps.fresh, 'climb');
  if (!inputs) return null;
  const thick = inputs.setUp.radiator.coreThicknessMm;
  const withRows = (rows: number): CoolingInputs => {
    const radiator: RadiatorFigures = {
      ...inputs.setUp.radiator,
      rows,
      tubeDepthMm: (thick - (rows - 1) * GAP_MM) / rows,
    };
    return { ...inputs, setUp: { ...inputs.setUp, radiator } };
  };
  const both = attempt(() =>
    [2, 4].map((rows) => {
      const own = withRows(rows);
      return {
        sums: shopSums(own.setUp.radiator),
        answer: steady(own),
        depth: own.setUp.radiator.tubeDepthMm!,
      };
    }),
  );
  if (!both.ok)
    return (
      <Block title="Two wide tubes or four narrow">
        <p className="text-muted">{both.problem}</p>
      </Block>
    );
  const [two, four] = both.value;
  const rows: [string, (side: NonNullable<typeof two>) => string][] = [
    ['Each tube, front to back', (s) => `${s.depth.toFixed(1)} mm`],
    ['Wetted by coolant', (s) => `${s.sums.wettedM2.toFixed(2)} m²`],
    ['Fins', (s) => `${s.sums.finnedM2.toFixed(1)} m²`],
    ['Coolant pressure lost', (s) => `${s.answer.coolantKPa.toFixed(2)} kPa`],
    ['Air pressure lost', (s) => `${s.answer.corePa.toFixed(0)} Pa`],
    [
      'Heat got rid of, each K above the air',
      (s) => `${(s.answer.heatW / (s.answer.topTankC - s.answer.airInC)).toFixed(0)} W/K`,
    ],
    [
      'Top tank on the long climb',
      (s) =>
        units === 'us'
          ? `${(s.answer.topTankC * 1.8 + 32).toFixed(1)} °F`
          : `${s.answer.topTankC.toFixed(1)} °C`,
    ],
  ];
  return (
    <Block title="Two wide tubes or four narrow" aside={`in this core, ${thick.toFixed(0)} mm thick`}>
      <Table
        caption="Two wide tubes against four narrow"
        heads={[['What'], ['Two wide', true], ['Four narrow', true]]}
      >
        {rows.map(([label, of]) => (
          <tr key={label} className="border-rule border-b">
            <th scope="row" className="py-[2px] text-left font-normal">
              {label}
            </th>
            <td className="figure px-1.5 text-right text-[14px]">{of(two!)}</td>
            <td className="figure px-1.5 text-right text-[14px]">{of(four!)}</td>
          </tr>
        ))}
      </Table>
    </Block>
  );
}
