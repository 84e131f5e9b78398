import { useState } from 'react';
import {
  CORE_CLASSES,
  CORE_CLASS_NAMES,
  LOAD_SPREAD,
  VEHICLE_CLASSES,
  type VehicleClass,
} from '@radiatrix/core/cooling';
import {
  COOLANTS,
  COOLANT_LABELS,
  COOLANT_RANGE_C,
  COOLANT_SPREAD,
  STRONGEST_MASS_SHARE,
  freezesC,
  massShareOf,
  type CoolantBase,
} from '@radiatrix/core/fluid';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../../app/store.ts';
import { setUpNote } from '@radiatrix/words/fitment';
import { curveAsWritten } from '../as-written.ts';
import { attempt } from '@radiatrix/core/fitment';
import { Altitude, Block, Knob, NumberKnob, Pick } from '../tabs/parts.tsx';
import type { TabProps } from '../tabs/tab.ts';

/** What the sums take for granted, all of it to be written over. */
export function Assumptions({ compared, asked, change }: TabProps) {
  const units = useUnits();
  const { load, cls, coolant, setUps, known } = compared;
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
          label={`Rolling, ${of('rolling')}`}
          unit="of weight"
          places={3}
          range={[0.005, 0.06]}
          value={asked.rolling}
          usual={load.rolling}
          onChange={(rolling) => change({ rolling })}
        />
        <NumberKnob
          label={known.has('ratedKW') ? 'Engine’s power' : `Engine’s power, ${of('ratedKW')}`}
          unit="kW"
          places={0}
          range={[5, 1000]}
          value={asked.power}
          usual={load.ratedKW}
          onChange={(power) => change({ power })}
        />
        <NumberKnob
          label="Heat at idle, measured"
          unit="kW"
          range={[0.5, 30]}
          value={asked.idleHeat}
          blank="from the engine"
          onChange={(idleHeat) => change({ idleHeat })}
        />
        <NumberKnob
          label="Coolant flow at idle, measured"
          unit="L/min"
          places={0}
          range={[2, 200]}
          value={asked.pumpIdle}
          blank="from the pump"
          onChange={(pumpIdle) => change({ pumpIdle })}
        />
        <NumberKnob
          label={`Air that comes round at idle, ${of('recirculation')}`}
          unit="%"
          range={[0, 60]}
          value={asked.roundAir}
          usual={100 * load.recirculation}
          onChange={(roundAir) => change({ roundAir })}
        />
        <NumberKnob
          label="Efficiency of the fans"
          unit="%"
          places={0}
          range={[3, 85]}
          value={asked.fanShare}
          blank="as such fans have"
          onChange={(fanShare) => change({ fanShare })}
        />
        <NumberKnob
          label="Coolant flow at work, measured"
          unit="L/min"
          places={0}
          range={[5, 500]}
          value={asked.pumpWork}
          blank="from the pump"
          onChange={(pumpWork) => change({ pumpWork })}
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
        <Altitude value={asked.altitude} onChange={(altitude) => change({ altitude })} />
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
        Engine: {load.displacementL.toFixed(1)} L {load.fuel}, {load.ratedKW.toFixed(0)} kW
        {known.has('ratedKW') ? '' : ' taken from its size'};{' '}
        {load.transmissionShare > 0
          ? 'its transmission is cooled in the radiator’s tank.'
          : 'no transmission is cooled in the radiator’s tank.'}
      </p>
      <p className="mt-1">
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
          {setUps.fresh.ok && setUpNote(note, setUps.fresh.setUp.capKPa, units)}
        </p>
      ))}
    </Block>
  );
}

/** A curve measured on a planning, a pair a line; it goes before what is stated. */
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
