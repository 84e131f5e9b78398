import type { End, ShownCheck } from '@radiatrix/core/diagnosis';
import { diagnosisWords } from './en/diagnosis.ts';

/** Minutes of hands and of waiting, as they are said; hours from two on. */
export function checkTime({ hands, waits }: Pick<ShownCheck, 'hands' | 'waits'>): string {
  const waiting = waits >= 120 ? diagnosisWords('hours:waits', { n: Math.round(waits / 60) }) : diagnosisWords('minutes:waits', { n: Math.round(waits) }); // prettier-ignore
  const working = diagnosisWords('minutes:hands', { n: Math.max(1, Math.round(hands)) });
  return [...(hands > 0 || waits === 0 ? [working] : []), ...(waits > 0 ? [waiting] : [])].join(', ');
}

/** A fan by its duty. */
export const fanRoleName = (role: string): string =>
  diagnosisWords(role === 'ac' || role === 'temperature' || role === 'driven' ? `fan:${role}` : 'fan:fan');

/** How a diagnosis ends, as a heading. */
export const endWords = (ends: End): string =>
  diagnosisWords(`ends:${ends === 'not cooling' ? 'not-cooling' : ends}`);

/** How often something would show, as it is said. @param chance 0 to 1 */
export const oftenWords = (chance: number): string =>
  chance < 0.001
    ? diagnosisWords('often:rare')
    : diagnosisWords('often:percent', { percent: (100 * chance).toFixed(1) });
