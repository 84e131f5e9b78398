/** The order of the work; a job stands at one of them. */
export const STAGES = [
  'ask',
  'diagnose',
  'match',
  'compare',
  'prepare',
  'remove',
  'install',
  'fill',
  'prove',
  'file',
] as const;
export type Stage = (typeof STAGES)[number];
