import { AGREEMENT_RULES, fullyOpenOf, stagesOf, switchesOf, type Proposal } from '@radiatrix/core/fitment';
import type { UnitSystem } from '@radiatrix/core/quantity';
import { PLACES, type Place } from '@radiatrix/core/drive';
import { useUnits } from '../../../app/store.ts';
import { AgreementRuler } from './AgreementRuler.tsx';
import type { Asked } from '../address.ts';
import type { Plan } from '@radiatrix/core/fitment';
import { brokenText, lawText, proposalText, waySetPoints, wayThermostat } from '@radiatrix/words/fitment';
import { compareWords } from '@radiatrix/words/en/compare';
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
  const now = compared.temperatures?.stages ?? stagesOf(switchesOf(planning, compared.fresh));
  const said = Object.keys(AS_RECORDED).some((key) => asked[key as keyof Asked] !== undefined);
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
              <OneSidedWays {...{ compared, units, change }} />
            </Block>
          )}
          {broken.length === 0 && settings && (
            <Block title="Rules kept">
              <ul className="text-muted list-disc pl-5">
                {AGREEMENT_RULES.map((rule) => (
                  <li key={rule}>{lawText(rule)}</li>
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
              blank={compareWords('set:blank')}
              dimension="temperature"
              range={RANGE}
              value={asked.opens}
              usual={compared.temperatures?.opensC}
              onChange={(opens) => change({ opens })}
            />
            <Knob
              label="Fully open"
              blank={compareWords('set:blank')}
              dimension="temperature"
              range={RANGE}
              value={asked.full}
              usual={settings && fullyOpenOf(settings.thermostat, compared.practice)}
              onChange={(full) => change({ full })}
            />
            <Knob
              label="Fan on"
              blank={compareWords('set:blank')}
              dimension="temperature"
              range={RANGE}
              value={asked.on}
              usual={now[0]?.onC}
              onChange={(on) => change({ on })}
            />
            <Knob
              label="Fan off"
              blank={compareWords('set:blank')}
              dimension="temperature"
              range={RANGE}
              value={asked.off}
              usual={now[0]?.offC}
              onChange={(off) => change({ off })}
            />
            <Pick<Place>
              label="Sensed"
              className="col-span-2"
              value={compared.temperatures?.place ?? 'engine-outlet'}
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
              onChange={(on2) => change({ on2 })}
            />
            <Knob
              label="2nd stage off"
              blank="none"
              dimension="temperature"
              range={RANGE}
              value={asked.off2}
              usual={now[1]?.offC}
              onChange={(off2) => change({ off2 })}
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

/** Both ways that keep one side: other set points for this thermostat, another thermostat for these set points. */
function OneSidedWays({
  compared,
  units,
  change,
}: Pick<TabProps, 'compared' | 'change'> & { units: UnitSystem }) {
  const { oneSided, proposal } = compared;
  if (!oneSided) return null;
  const lines = [
    ['set-points', oneSided.setPoints, waySetPoints(oneSided.setPoints, units)],
    ['thermostat', oneSided.thermostat, wayThermostat(oneSided.thermostat, oneSided.opensAtMostC, units)],
  ] as const;
  const isNearest = (way: Proposal | undefined): boolean =>
    way !== undefined && way.cost === proposal?.cost && way.changesThermostat === proposal.changesThermostat;
  return (
    <ul className="mt-2" aria-label={compareWords('ways')}>
      {lines
        .filter(([, way, text]) => text !== '' && !isNearest(way))
        .map(([key, way, text]) => (
          <li key={key} className="mb-1.5 flex flex-wrap items-center gap-3">
            {text}
            {way && (
              <button type="button" className="btn btn-quiet" onClick={() => change(askedOf(way.settings))}>
                {compareWords('ways:take')}
              </button>
            )}
          </li>
        ))}
    </ul>
  );
}
