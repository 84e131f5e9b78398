import { catalogue } from '../catalogue.ts';

/** The coolant account of a job. */
export const accountWords = catalogue('account', {
  'full:not-right': 'It is full, but at {strength} ± {off} %; {target} % is wanted. Let some out first.',
  'fills': '{n, plural, one {One fill} =2 {Two fills} other {# fills}}',
  'way:out': 'out',
  'way:in': 'in',
  'way:through': 'hosed through',
  'through:hint': 'Water from a hose while as much runs out. The system ends full; how much coolant is left is reckoned as if all of it mixed, so read the strength afterwards.',
  'over': '{over} more coolant came out than can have been inside. What is inside is not known until you say why.',
  'over:why': 'Why did more come out?',
  'over:liquid': 'Something else was in the pan: flush water, rain, another liquid',
  'over:misread': 'The amount was misread',
  'over:holds': 'The system holds more: a second heater, or the record is wrong',
  'over:coolant': 'Coolant that really came out',
  'over:capacity': 'The whole system holds',
  'over:too-little': 'More than the {least} of the record.',
  'over:mend': 'Mend the amount',
  'over:set': 'Use this for the job',
  'over:proposes': 'It counts for this job. When the job is filed, the library gets a proposal for review.',
}); // prettier-ignore
