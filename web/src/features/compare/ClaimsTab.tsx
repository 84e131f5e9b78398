import { claimHolds, claimSentence } from '@radiatrix/core/compare';
import { useUnits } from '../../app/store.ts';
import { FindingShape } from './FindingShape.tsx';
import { Answer, Block, NumberKnob } from './parts.tsx';
import type { TabProps } from './tab.ts';

/** What a seller says, and what would have to be true. */
export function ClaimsTab({ compared, asked, change }: TabProps) {
  const said = asked.claims;
  const write = (key: string) => (value: number | undefined) => {
    const { [key]: _, ...rest } = said;
    change({ claims: value === undefined ? rest : { ...rest, [key]: value } });
  };
  const knob = (key: string, label: string, unit: string, range: readonly [number, number], places = 1) => (
    <NumberKnob
      key={key}
      label={label}
      unit={unit}
      range={range}
      places={places}
      value={said[key]}
      onChange={write(key)}
    />
  );
  return (
    <>
      <Answer found={compared.findings.filter((each) => each.about === 'claims')}>
        {compared.claims.length === 0 && (
          <p className="text-muted">Nothing is claimed on record. Write in what a listing says.</p>
        )}
      </Answer>
      <div className="grid gap-x-8 lg:grid-cols-2">
        <Block title="Fans sold together">
          <div className="grid grid-cols-3 gap-3">
            {knob('count', 'Fans', '', [1, 8], 0)}
            {knob('each', 'Each moves', 'm³/h', [1, 30000], 0)}
            {knob('total', 'Sold as', 'm³/h', [1, 60000], 0)}
          </div>
        </Block>
        <Block title="Airflow against power">
          <div className="grid grid-cols-4 gap-3">
            {knob('flow', 'Airflow', 'm³/h', [1, 60000], 0)}
            {knob('disc', 'Blades across', 'mm', [100, 800], 0)}
            {knob('amps', 'Draws in all', 'A', [0.1, 120])}
            {knob('volts', 'At', 'V', [5, 60])}
          </div>
          <p className="text-muted mt-1.5 text-[14px]">
            Air power at free delivery is at least ½ ρ A v³, over all swept discs. Real sets turn 20 to 35 %
            of the electric power into it (common practice).
          </p>
        </Block>
        <Block title="Core area and volume">
          <div className="grid grid-cols-5 gap-3">
            {knob('wide', 'Core width', 'mm', [50, 1500], 0)}
            {knob('high', 'Core height', 'mm', [50, 1200], 0)}
            {knob('thick', 'Thickness', 'mm', [5, 200], 0)}
            {knob('area', 'Area, claimed', 'cm²', [1, 20000], 0)}
            {knob('space', 'Volume, claimed', 'L', [0.01, 200], 2)}
          </div>
        </Block>
        <ClaimList compared={compared} />
      </div>
    </>
  );
}

export function ClaimList({ compared }: Pick<TabProps, 'compared'>) {
  const units = useUnits();
  if (compared.claims.length === 0) return null;
  return (
    <Block title="Each claim">
      <ul>
        {compared.claims.map(({ label, finding }) => (
          <li key={label} className="border-rule border-b py-1.5">
            <span className="font-label flex items-center gap-2 text-[17px] font-semibold">
              <FindingShape word={!finding.ok ? 'open' : claimHolds(finding.value) ? 'clear' : 'stop'} />
              {label}
            </span>
            <span className="block">
              {finding.ok ? claimSentence(finding.value, units) : finding.problem}
            </span>
          </li>
        ))}
      </ul>
    </Block>
  );
}
