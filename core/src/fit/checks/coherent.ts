import { incoherences, isCoherent, type FigureSet, type PartKind } from '../../figures/index.ts';
import type { Check } from './check.ts';
import { PART_KINDS } from '../../figures/index.ts';
import { rule, rulesOf } from './rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const coherentRules = rulesOf({
  coherent: rule(PART_KINDS, 'face'),
}); // prettier-ignore

/** Figures of a record that cannot both be true settle nothing until one of them is put right. */
export const coherent = <K extends PartKind>(kind: K): Check => ({
  rule: coherentRules.coherent,
  family: 'words',
  beside: [],
  keys: () => ({ vehicle: '', part: '' }),
  judge: (_vehicle, part: { figures: FigureSet<K> }, finding) => {
    const wrong = !isCoherent(kind, part.figures);
    finding.small = false;
    finding.missing = wrong ? 'part' : 'none';
    finding.outcome = wrong ? 'unknown' : 'not-asked';
  },
  show: (_vehicle, part) => {
    const found = incoherences(kind, part.figures as FigureSet<K>);
    return {
      have: { type: 'incoherent', pairs: found },
      traces: [],
      missing: found.flatMap(({ keys }) => keys.map((key) => ({ subject: kind, key }))),
    };
  },
});
