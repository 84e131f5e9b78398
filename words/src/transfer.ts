import { attributeOf } from '@radiatrix/core/figures';
import type { TransferLine } from '@radiatrix/core/fitment';
import type { Argument } from './arguments.ts';
import { transferWords } from './en/transfer.ts';
import { choiceName } from './figures.ts';
import { listed } from './list.ts';

type Say = (key: string, given?: Record<string, Argument>) => string;

/** The thing that moves over, comes in the box or is needed new. */
export const transferThing = ({ what }: Pick<TransferLine, 'what'>): string =>
  'written' in what ? what.written : transferWords(`thing:${what.thing}`);

/** The subject on whose record the word of a port, a fitting, a mount or a seal is kept. */
const SUBJECT = {
  sensorPort: 'radiator',
  oilCoolerFitting: 'radiator',
  topMount: 'radiator',
  seal: 'thermostat',
} as const;

/** Why it is so, and what to take care of; empty where there is nothing to say. */
export function transferText({ said }: Pick<TransferLine, 'said'>): string {
  if ('written' in said) return said.written;
  const { why, of, before, now, coolers = [], inBox = '' } = said;
  if (why === 'written') return '';
  const named = (word: string | undefined): string =>
    word === undefined ? '' : of ? choiceName(attributeOf(SUBJECT[of], of), word) : word;
  return (transferWords as Say)(why, {
    before: named(before),
    now: named(now),
    inBox,
    coolers: listed(coolers.map((each) => (transferWords as Say)(each)), 'disjunction'),
  });
} // prettier-ignore
