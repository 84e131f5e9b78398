import { protection, shortfall, tabledTo, REASON_WORDS } from '@radiatrix/core/coolant';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../app/store.ts';
import type { OwnProps } from './props.ts';

const WIDTH = 460;
const HEIGHT = 46;

/** What is inside, how strong, and what is missing, each with what it may be off by: as a gauge and in words. */
export function Balance({ filling, own }: Pick<OwnProps, 'filling' | 'own'>) {
  const units = useUnits();
  const { account, strength } = own;
  const { record } = filling;
  const litres = (value: number, u?: number): string => formatQuantity(value, 'volume', units, u === undefined ? {} : { uncertainty: u });
  const at = (value: number): number => 8 + (Math.max(0, Math.min(value, account.total.value * 1.15)) / (account.total.value * 1.15)) * (WIDTH - 16);
  const [lo, hi] = [account.inside.value - account.missing.u, account.inside.value + account.missing.u];
  const holds = protection(own.opening.base, Math.min(100, Math.max(0, strength.value)), record.capKPa, filling.practice.shopAltitude);
  const short = own.filled ? shortfall(account, filling.practice) : undefined;
  const degrees = (value: number): string => formatQuantity(value, 'temperature', units);
  return (
    <section aria-label="Balance">
      <h2 className="heading">In the system</h2>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mt-2 w-full" role="img" aria-label={`${litres(account.inside.value)} of ${litres(account.total.value)} inside, strength ${Math.round(strength.value)} percent`}>
        <rect x={at(0)} y={12} width={at(account.total.value) - at(0)} height={16} fill="none" stroke="var(--color-base-content)" />
        <rect x={at(0)} y={12} width={Math.max(0, at(account.inside.value) - at(0))} height={16} fill="var(--color-info)" opacity={0.25 + 0.6 * Math.min(1, strength.value / 60)} />
        <path d={`M${at(lo)} 20H${at(hi)}M${at(lo)} 15V25M${at(hi)} 15V25`} stroke="var(--color-base-content)" strokeWidth={1.5} />
        <path d={`M${at(account.total.value)} 6V34`} stroke="var(--color-primary)" strokeWidth={2} />
        <text x={at(account.total.value) - 4} y={44} textAnchor="end" fontSize={12} fill="var(--muted)">full {litres(account.total.value)}</text>
        <text x={at(0)} y={44} fontSize={12} fill="var(--muted)">0</text>
      </svg>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5">
        <dt className="text-muted">Inside</dt>
        <dd className="figure text-right">{litres(account.inside.value, account.inside.u)}</dd>
        <dt className="text-muted">Strength</dt>
        <dd className="figure text-right">{Math.round(strength.value)} ± {Math.ceil(strength.u)} %</dd>
        <dt className="text-muted">Missing to full</dt>
        <dd className="figure text-right">{litres(account.missing.value, account.missing.u)}</dd>
        <dt className="text-muted">Out, in</dt>
        <dd className="figure text-right">{litres(account.out.value)}, {litres(account.in.value)}</dd>
        {account.lostL > 0 && (
          <>
            <dt className="text-muted">On the ground</dt>
            <dd className="figure text-no text-right">{litres(account.lostL)}</dd>
          </>
        )}
        <dt className="text-muted">To be disposed of</dt>
        <dd className="figure text-right">{litres(account.disposeL)}</dd>
        {(account.transmission.out.value > 0 || account.transmission.in.value > 0) && (
          <>
            <dt className="text-muted">Transmission fluid out, in</dt>
            <dd className="figure text-right">{litres(account.transmission.out.value)}, {litres(account.transmission.in.value)}</dd>
          </>
        )}
        {(account.oil.out.value > 0 || account.oil.in.value > 0) && (
          <>
            <dt className="text-muted">Engine oil out, in</dt>
            <dd className="figure text-right">{litres(account.oil.out.value)}, {litres(account.oil.in.value)}</dd>
          </>
        )}
        <dt className="text-muted">Freezes, boils{record.capKnown ? '' : ' (usual cap)'}</dt>
        <dd className="figure text-right">
          {tabledTo(own.opening.base, Math.max(0, strength.value)) && holds.freezesC !== null ? degrees(holds.freezesC) : 'past the tables'}, {degrees(holds.boilsC)} {filling.practice.shopAltitude === 0 ? 'at sea level' : `at ${filling.practice.shopAltitude} m`}
        </dd>
      </dl>
      {account.transmission.out.value > account.transmission.in.value && (
        <p className="text-changes mt-1">Transmission fluid is short by {litres(account.transmission.out.value - account.transmission.in.value)}: top it up, and check its level.</p>
      )}
      {short && (
        <details className="mt-2" open={Math.abs(short.litres) > short.u}>
          <summary className={Math.abs(short.litres) > short.u ? 'text-changes font-semibold' : ''}>{short.said}</summary>
          <ul className="mt-1">
            {short.chances.map(({ reason, chance }) => (
              <li key={reason} className="flex items-center gap-2">
                <span className="bg-steel inline-block h-2" style={{ width: `${Math.max(1, 120 * chance)}px` }} aria-hidden="true" />
                <span className="figure text-[14px]">{chance < 0.005 ? '< 1' : Math.round(100 * chance)} %</span> {REASON_WORDS[reason]}
              </li>
            ))}
          </ul>
          <ul className="text-muted mt-1 list-disc pl-5 text-[14px]">
            {short.tell.map((each) => <li key={each}>{each}</li>)}
          </ul>
        </details>
      )}
    </section>
  );
} // prettier-ignore
