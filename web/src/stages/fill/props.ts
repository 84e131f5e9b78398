import type { JobAccount } from '@radiatrix/core/prove';
import type { useHappened } from '../job/useHappened.ts';
import type { Filling } from './useFilling.ts';

export interface FillProps {
  filling: Filling;
  say: ReturnType<typeof useHappened>['say'];
  busy: boolean;
}
export interface OwnProps extends FillProps {
  own: JobAccount;
}
