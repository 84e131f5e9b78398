import { AGREEMENT_RULES, fullyOpenOf, stagesOf } from '@radiatrix/core/fitment';
import { PLACES, type Place } from '@radiatrix/core/drive';
import type { FigureSet } from '@radiatrix/core/figures';
import { useUnits } from '../../../app/store.ts';
import { AgreementRuler } from './AgreementRuler.tsx';
import type { Asked } from '../address.ts';
import type { Plan } from '@radiatrix/core/fitment';
import { brokenText, proposalText } from '@radiatrix/words/fitment';
import { Altitude, Answer, Block, Knob, Pick } from './parts.tsx';
import type { TabProps } from './tab.ts';

const RANGE = [40, 140] as const;

/** Settings as what is asked for, so that a proposal can be taken and given back. */
export const askedOf = (settings: NonNullable<Plan['settings']>): Partial<Asked> => ({
  opens: settings.thermostat.opensC,
  full: settings.thermostat.fullyOpenC,
  on: settings.stages[0]?.onC,
  off: settings.stages[0]?.offC,
  on2: settings.stages[1]?.onC,
  off2: settings.stages[1]?.offC,
});
const AS_RECORDED: Partial<Asked> = {
  opens: undefined,
  full: undefined,
  on: undefined,
  off: undefined,
  on2: undefined,
  off2: undefined,
  place: undefined,
};

/** Thermostat and fan on one ruler of temperatures. */
export function AgreementTab({ planning, compared, found, practice, asked, change }: TabProps) {
  const units = useUnits();
  const { settings, broken, proposal } = compared;
  const recorded = stagesOf(planning.bay, compared.fresh.assembly.fan as FigureSet<'fan'> | undefined);
  const now = settings?.stages ?? recorded;
  const said = Object.keys(AS_RECORDED).some((key) => asked[key as keyof Asked] !== undefined);
  /** Writing one of a pair fixes the other as it is, since a stage is both. */
  const stage = (i: 0 | 1, which: 'onC' | 'offC') => (value: number | undefined) => {
    const keys = i === 0 ? (['on', 'off'] as const) : (['on2', 'off2'] as const);
    if (value === undefined) return change({ [keys[0]]: undefined, [keys[1]]: undefined });
    const pair = { onC: now[i]?.onC ?? value + 5, offC: now[i]?.offC ?? value - 5, [which]: value };
    const first = i === 1 && asked.on === undefined && now[0] ? { on: now[0].onC, off: now[0].offC } : {};
    change({ ...first, [keys[0]]: pair.onC, [keys[1]]: pair.offC });
  };
  return (
    <>
      <Answer found={found.filter((each) => each.about === 'agreement')}>
        {!compared.boils.ok && (
          <p role="alert" className="text-no">
            {compared.boils.problem}
          </p>
        )}
      </Answer>
      {settings && (
        <AgreementRuler
          practice={compared.practice}
          settings={settings}
          proposed={proposal?.settings}
          units={units}
          wrong={new Set(broken.map((each) => each.stage))}
        />
      )}
      <div className="mt-4 grid gap-x-8 lg:grid-cols-[1fr_520px]">
        <div>
          {broken.length > 0 && settings && (
            <Block title="Rules broken">
              <ul>
                {broken.map((each) => (
                  <li key={`${each.rule}${each.stage}`} className="mb-1.5">
                    {brokenText(each, settings, units)}
                    {each.mild && (
                      <span className="text-muted"> Met in practice; it merely runs more than it must.</span>
                    )}
                  </li>
                ))}
              </ul>
              {proposal && (
                <p className="mt-2 flex flex-wrap items-center gap-3">
                  <strong className="text-copper">{proposalText(proposal, units)}</strong>
                  <button
                    type="button"
                    className="btn btn-primary"
                    onClick={() => change(askedOf(proposal.settings))}
                  >
                    Take the proposal
                  </button>
                </p>
              )}
              {!proposal && (
                <p className="mt-2">
                  Nothing a controller can be set to, and no thermostat on record, agrees.
                </p>
              )}
            </Block>
          )}
          {broken.length === 0 && settings && (
            <Block title="Rules kept">
              <ul className="text-muted list-disc pl-5">
                {Object.values(AGREEMENT_RULES).map((rule) => (
                  <li key={rule}>{rule}</li>
                ))}
              </ul>
            </Block>
          )}
          <p className="text-muted text-[14px]">
            Margins (common practice): off {practice.aboveOpening} K above the start of opening, on{' '}
            {practice.toBoiling} K below boiling and {practice.toWarning} K below the lamp. A cooler
            thermostat than the original can leave a closed-loop engine in warm-up.
          </p>
        </div>
        <Block
          title="Set to"
          aside={
            said && (
              <button type="button" className="text-steel underline" onClick={() => change(AS_RECORDED)}>
                Back to what is on record
              </button>
            )
          }
        >
          <div className="grid grid-cols-4 gap-3">
            <Knob
              label="Starts to open"
              dimension="temperature"
              range={RANGE}
              value={asked.opens}
              usual={settings?.thermostat.opensC}
              onChange={(opens) => change({ opens })}
            />
            <Knob
              label="Fully open"
              dimension="temperature"
              range={RANGE}
              value={asked.full}
              usual={settings && fullyOpenOf(settings.thermostat, compared.practice)}
              onChange={(full) => change({ full })}
            />
            <Knob
              label="Fan on"
              dimension="temperature"
              range={RANGE}
              value={asked.on}
              usual={now[0]?.onC}
              onChange={stage(0, 'onC')}
            />
            <Knob
              label="Fan off"
              dimension="temperature"
              range={RANGE}
              value={asked.off}
              usual={now[0]?.offC}
              onChange={stage(0, 'offC')}
            />
            <Pick<Place>
              label="Sensed"
              className="col-span-2"
              value={settings?.place ?? 'engine-outlet'}
              options={(Object.keys(PLACES) as Place[]).map((each) => [each, PLACES[each]])}
              onChange={(place) => change({ place })}
            />
            <Knob
              label="2nd stage on"
              blank="none"
              dimension="temperature"
              range={RANGE}
              value={asked.on2}
              usual={now[1]?.onC}
              onChange={stage(1, 'onC')}
            />
            <Knob
              label="2nd stage off"
              blank="none"
              dimension="temperature"
              range={RANGE}
              value={asked.off2}
              usual={now[1]?.offC}
              onChange={stage(1, 'offC')}
            />
            <Knob
              label="Cap"
              dimension="pressure"
              range={[0, 250]}
              value={asked.cap}
              usual={compared.setUps.fresh.ok ? compared.setUps.fresh.setUp.capKPa : undefined}
              onChange={(cap) => change({ cap })}
            />
            <Altitude value={asked.altitude} onChange={(altitude) => change({ altitude })} />
          </div>
        </Block>
      </div>
    </>
  );
}
