import type { SubjectKind } from '@radiatrix/core/figures';
import { placeWords } from './en/places.ts';

/** Where the jaws or the eye go to get a figure. @example figureWhere('bay', 'capPressure') // 'printed on the cap' */
export const figureWhere = (subject: SubjectKind, key: string): string =>
  (placeWords as unknown as (key: string) => string)(`${subject}.${key}`);
